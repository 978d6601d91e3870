import { CliError } from "./arguments.ts";
import { run } from "./run.ts";

/** Entry of `npm run -s regulanda`: output to stdout, one clear line to stderr and exit code 1 on bad input. */
// Whoever reads may have seen enough: `regulanda steps … | head` ends the pipe, and with it this program, without a word.
process.stdout.on("error", (error: NodeJS.ErrnoException) => {
  if (error.code !== "EPIPE") throw error;
  process.exit(0);
});
try {
  const out = await run(process.argv.slice(2));
  process.stdout.write(out);
} catch (error) {
  if (!(error instanceof CliError)) throw error;
  process.stderr.write(`regulanda: ${error.message}\n`);
  process.exitCode = 1;
}
