// Starts the built app with its demo data on this machine only, and prints the address.
import { spawn, spawnSync } from "node:child_process";
import { createServer } from "node:net";
import { dirname, resolve } from "node:path";
import { fileURLToPath } from "node:url";

const home = resolve(dirname(fileURLToPath(import.meta.url)), "..");
const data = resolve(home, process.env.REGULANDA_DATA ?? "data");
const port = process.env.PORT ?? String(await freePort(4310));

const seeded = spawnSync(process.execPath, ["--import", "tsx", "demo/seed.ts"], {
  cwd: home,
  env: { ...process.env, REGULANDA_DATA: data },
  stdio: ["ignore", "inherit", "inherit"],
});
if (seeded.status !== 0) process.exit(seeded.status ?? 1);

// The server's compression adds a listener for every pending chunk of a page; Node warns of that, to no purpose.
const quiet = "--disable-warning=MaxListenersExceededWarning";
const server = spawn(process.execPath, [quiet, "build/server/index.js"], {
  cwd: home,
  env: {
    REGULANDA_LOG: process.env.REGULANDA_VERBOSE ? "on" : "off",
    ...process.env,
    REGULANDA_DATA: data,
    PORT: port,
    NODE_ENV: "production",
  },
  stdio: ["ignore", "inherit", "inherit"],
});
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
server.on("exit", (code) => process.exit(code ?? 0));

/** The wanted port, or the next free one. */
function freePort(wanted) {
  return new Promise((found) => {
    const probe = createServer();
    probe.once("error", () => found(freePort(wanted + 1)));
    probe.listen(wanted, "127.0.0.1", () => probe.close(() => found(wanted)));
  });
}
