// Everything a submission must pass, in order of speed. Stops at the first that fails.
import { spawnSync } from "node:child_process";
import { dirname, resolve } from "node:path";
import { fileURLToPath } from "node:url";

const home = resolve(dirname(fileURLToPath(import.meta.url)), "..");
const STAGES = [
  ["Lint, format and what nothing uses", "npm", ["run", "-s", "lint"]],
  ["Types", "npm", ["run", "-s", "typecheck"]],
  ["Unit, property and golden tests", "npx", ["vitest", "run"]],
  ["Browser tests", "npx", ["playwright", "test"]],
  // A short turn of `npm run attack`: what does not depend on how fast the machine is.
  ["Attacks", "npx", ["tsx", "tests/attack/run.ts", "--only", "doors,races,disk,kills", "--kills", "5"]],
];
for (const [name, command, args] of STAGES) {
  const started = Date.now();
  console.log(`\n== ${name}`);
  const { status } = spawnSync(command, args, { cwd: home, stdio: ["ignore", "inherit", "inherit"] });
  if (status !== 0) {
    console.error(`== ${name} failed.`);
    process.exit(status ?? 1);
  }
  console.log(`== ${name}: passed in ${Math.round((Date.now() - started) / 1000)} s`);
}
console.log("\nAll tests passed.");
