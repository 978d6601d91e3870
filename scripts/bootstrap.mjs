// Readies a fresh clone, with nothing but Node: packages, the built app, and the browser for the tests. What does not wait
// for each other is done side by side: compiling the database driver takes one core for a minute.
import { spawn } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { BROWSERS } from "./browser.mjs";

const home = resolve(dirname(fileURLToPath(import.meta.url)), "..");
const stamps = join(home, "node_modules", ".stamps");

/**
 * Installs and builds what is missing or out of date. Rejects with what failed.
 *
 * @param wants `build`: the built app; `browser`: what the browser tests need; `meanwhile`: work of the caller's that
 *   needs the packages but not the database driver, done while that is compiled.
 */
export async function makeReady({ build = false, browser = false, meanwhile = async () => {} } = {}) {
  checkNode();
  const tools = browser ? installTools() : undefined;
  const packages = installPackages();
  const driver = packages.then(compileDriver);
  const rest = packages.then(async () => {
    if (build) await buildApp();
    await meanwhile();
  });
  await Promise.all([tools, driver, rest]);
}

/** `engines` says it too, but npm only warns. */
function checkNode() {
  const [major, minor] = process.versions.node.split(".").map(Number);
  if ((major === 20 && minor >= 19) || (major === 22 && minor >= 12) || major >= 24) return;
  fail(
    `Node 20.19 or later of 20, 22.12 or later of 22, or 24 or later is needed; this is ${process.versions.node}.`,
  );
}

/** Whether this Node takes the database driver that comes compiled, which npm leaves out on older ones. */
const takesReadyDriver = () => Number.parseInt(process.versions.node, 10) >= 22;

async function installPackages() {
  const locked = `${hashOf([join(home, "package-lock.json")])} ${takesReadyDriver() ? "Node 22+" : "Node 20"}`;
  if (readStamp("packages") === locked) return;
  say("Installing packages (two minutes the first time) …");
  await run("npm", ["ci", "--ignore-scripts", "--no-audit", "--no-fund"]);
  writeStamp("packages", locked);
}

/**
 * The only package that has something to compile, and only for Node 20: from 22 on a version is used that comes compiled. Its
 * stamp goes with the packages' folder when they are installed anew.
 */
async function compileDriver() {
  if (takesReadyDriver()) return;
  const wanted = `${process.versions.modules} ${readStamp("packages")}`;
  if (readStamp("driver") === wanted) return;
  const nodeHome = resolve(process.execPath, "../..");
  const headers = existsSync(join(nodeHome, "include", "node")) && !process.env.npm_config_nodedir;
  await run("npm", ["rebuild", "better-sqlite3"], {
    env: {
      // -O1 compiles in a third of the time and runs as fast.
      CFLAGS: "-O1",
      CXXFLAGS: "-O1",
      JOBS: "max",
      ...(headers ? { npm_config_nodedir: nodeHome } : {}),
    },
    quiet: true,
  });
  writeStamp("driver", wanted);
}

async function buildApp() {
  const sources = ["app", "core", "film", "server", "workers", "public"].flatMap((d) =>
    filesIn(join(home, d)),
  );
  const built = hashOf([
    ...sources,
    ...["vite.config.ts", "vite.worker.config.ts", "react-router.config.ts", "package-lock.json"].map((f) =>
      join(home, f),
    ),
  ]);
  if (readStamp("build") === built && existsSync(join(home, "build", "server", "index.js"))) return;
  say("Building the app …");
  await run("npm", ["run", "-s", "build"], { env: { NODE_ENV: "production" }, quiet: true });
  writeStamp("build", built);
}

async function installTools() {
  const tools = [
    { name: "chromium-headless-shell", file: BROWSERS[0], why: "the browser tests", does: BROWSERS.slice(1) },
    { name: "ffmpeg", file: "/usr/bin/ffmpeg", why: "reading films back", does: [] },
    { name: "poppler-utils", file: "/usr/bin/pdftotext", why: "reading the printed cards back", does: [] },
  ];
  const missing = tools.filter(({ file }) => !existsSync(file));
  if (missing.length === 0) return;
  if (process.getuid?.() !== 0) {
    // What does as well, if more slowly, is good enough where nothing may be installed.
    const needed = missing.filter(({ does }) => !does.some((file) => existsSync(file)));
    if (needed.length === 0) return;
    const names = needed.map(({ name }) => name).join(" ");
    fail(
      `Needed for ${needed.map(({ why }) => why).join(", ")}. Install as root: apt-get install -y ${names}`,
    );
  }
  say(`Installing ${missing.map(({ name, why }) => `${name} for ${why}`).join(", ")} …`);
  const lock = ["-o", "DPkg::Lock::Timeout=500"];
  await run("apt-get", ["update", ...lock], { quiet: true });
  await run(
    "apt-get",
    ["install", "-y", "--no-install-recommends", ...lock, ...missing.map(({ name }) => name)],
    { env: { DEBIAN_FRONTEND: "noninteractive" }, quiet: true },
  );
  for (const { name, file } of missing)
    if (!existsSync(file)) fail(`${name} was installed, but ${file} is still missing.`);
}

/**
 * Runs a command to its end. Rejects when it fails, with what a quiet one printed; a signal interrupts it, as Ctrl+C does.
 *
 * @returns what a quiet one printed.
 */
export async function run(command, args, { env = {}, quiet = false, signal } = {}) {
  const child = spawn(command, args, {
    cwd: home,
    env: { ...process.env, ...env },
    stdio: ["ignore", quiet ? "pipe" : "inherit", quiet ? "pipe" : "inherit"],
  });
  const interrupt = () => child.kill("SIGINT");
  signal?.addEventListener("abort", interrupt);
  const pieces = [];
  child.stdout?.on("data", (piece) => pieces.push(piece));
  child.stderr?.on("data", (piece) => pieces.push(piece));
  const status = await new Promise((ended) => {
    child.on("error", (error) => {
      pieces.push(Buffer.from(error.message));
      ended(1);
    });
    child.on("close", ended);
  });
  signal?.removeEventListener("abort", interrupt);
  const printed = Buffer.concat(pieces).toString();
  if (status !== 0) throw new Error(`${printed}\n"${command} ${args.join(" ")}" failed.`);
  return printed;
}

function filesIn(folder) {
  return readdirSync(folder)
    .sort()
    .flatMap((name) => {
      const path = join(folder, name);
      return statSync(path).isDirectory() ? filesIn(path) : [path];
    });
}

function hashOf(files) {
  const hash = createHash("sha256");
  for (const file of files) hash.update(file.slice(home.length)).update(readFileSync(file));
  return hash.digest("hex");
}

function readStamp(name) {
  const file = join(stamps, name);
  return existsSync(file) ? readFileSync(file, "utf8") : "";
}

function writeStamp(name, value) {
  mkdirSync(stamps, { recursive: true });
  writeFileSync(join(stamps, name), value);
}

function say(text) {
  console.error(text);
}

function fail(text) {
  throw new Error(text);
}

/** Ends the program with what went wrong, in its own words. */
export function giveUp(error) {
  console.error(error.message);
  process.exit(1);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const wants = new Set(process.argv.slice(2));
  await makeReady({ build: wants.has("--build"), browser: wants.has("--browser") }).catch(giveUp);
}
