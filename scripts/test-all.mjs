// Installs what is missing, then everything a submission must pass. Stops at the first that fails.
import { makeReady, run } from "./bootstrap.mjs";

/** Runs one stage and says how long it took. */
async function stage(name, command, args) {
  const started = Date.now();
  console.log(`\n== ${name}`);
  await run(command, args);
  console.log(`== ${name}: passed in ${Math.round((Date.now() - started) / 1000)} s`);
}

await makeReady({
  build: true,
  browser: true,
  meanwhile: async () => {
    // Types first: it writes the types of the routes, which lint looks for.
    await stage("Types", "npm", ["run", "-s", "typecheck"]);
    await stage("Lint, format and what nothing uses", "npm", ["run", "-s", "lint"]);
  },
});
await stage("Unit, property and golden tests", "npx", ["vitest", "run"]);
await stage("Browser tests", "npx", ["playwright", "test"]);
// A short turn of `npm run attack`: what does not depend on how fast the machine is.
await stage("Attacks", "npx", [
  "tsx",
  "tests/attack/run.ts",
  "--only",
  "doors,races,disk,kills",
  "--kills",
  "5",
]);
console.log("\nAll tests passed.");
