// Installs what is missing, then everything a submission must pass. Stops at the first that fails.
import { giveUp, makeReady, run } from "./bootstrap.mjs";

const UNIT = ["Unit, property, golden and view tests", "node", ["node_modules/vitest/vitest.mjs", "run"]];
const BROWSER = ["Browser tests", "node", ["node_modules/@playwright/test/cli.js", "test"]];
/** A short turn of `npm run attack`: what does not depend on how fast the machine is. */
const ATTACKS = [
  "Attacks",
  "npx",
  ["tsx", "tests/attack/run.ts", "--only", "doors,races,disk,kills", "--kills", "5"],
];

/** Runs one stage and says how long it took. What a quiet one printed comes when it has ended. */
async function stage([name, command, args], how = {}) {
  const started = Date.now();
  if (!how.quiet) console.log(`\n== ${name}`);
  const printed = await run(command, args, how);
  if (how.quiet) console.log(`\n== ${name}\n${printed}`);
  console.log(`== ${name}: passed in ${Math.round((Date.now() - started) / 1000)} s`);
}

/**
 * Runs stages one after another and another one beside them, in silence until it has ended. When one fails, the others are
 * broken off.
 */
async function sideBySide(loud, quiet) {
  const stop = new AbortController();
  let first;
  const failed = (error) => {
    first ??= error;
    stop.abort();
  };
  const oneByOne = async () => {
    for (const one of loud) if (!first) await stage(one, { signal: stop.signal });
  };
  await Promise.all([
    oneByOne().catch(failed),
    stage(quiet, { signal: stop.signal, quiet: true }).catch(failed),
  ]);
  if (first) throw first;
}

try {
  await makeReady({
    build: true,
    browser: true,
    meanwhile: async () => {
      // Types first: it writes the types of the routes, which lint looks for.
      await stage(["Types", "npm", ["run", "-s", "typecheck"]]);
      await stage(["Lint, format and what nothing uses", "npm", ["run", "-s", "lint"]]);
    },
  });
  // Browser tests wait for pages much of the time, and leave some of two cores to the others.
  await sideBySide([BROWSER, ATTACKS], UNIT);
  console.log("\nAll tests passed.");
} catch (error) {
  giveUp(error);
}
