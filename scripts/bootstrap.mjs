// Readies a fresh clone, with nothing but Node: packages, the built app, and the browser for the tests.
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";

const home = resolve(dirname(fileURLToPath(import.meta.url)), "..");
const wants = new Set(process.argv.slice(2));
const stamps = join(home, "node_modules", ".stamps");

if (Number(process.versions.node.split(".")[0]) < 20)
  fail(`Node 20 or 22 is needed, this is ${process.versions.node}.`);

const locked = hashOf([join(home, "package-lock.json")]);
if (readStamp("packages") !== locked) {
  say("Installing packages (two to three minutes the first time) …");
  const headers = resolve(process.execPath, "../../include/node");
  run("npm", ["ci", "--no-audit", "--no-fund"], {
    // The database driver is compiled here; -O1 compiles in a third of the time and runs as fast.
    CFLAGS: "-O1",
    CXXFLAGS: "-O1",
    JOBS: "max",
    ...(existsSync(headers) && !process.env.npm_config_nodedir
      ? { npm_config_nodedir: resolve(process.execPath, "../..") }
      : {}),
  });
  writeStamp("packages", locked);
}

if (wants.has("--build")) {
  const sources = ["app", "core", "film", "server", "workers", "public"].flatMap((d) =>
    filesIn(join(home, d)),
  );
  const built = hashOf([
    ...sources,
    ...["vite.config.ts", "vite.worker.config.ts", "react-router.config.ts", "package-lock.json"].map((f) =>
      join(home, f),
    ),
  ]);
  if (readStamp("build") !== built || !existsSync(join(home, "build", "server", "index.js"))) {
    say("Building the app …");
    run("npm", ["run", "-s", "build"], { NODE_ENV: "production" }, true);
    writeStamp("build", built);
  }
}

if (wants.has("--browser")) {
  install("chromium", ["/usr/bin/chromium"], "the browser tests");
  install("ffmpeg", ["/usr/bin/ffmpeg", "/usr/bin/ffprobe"], "reading films back");
  install("poppler-utils", ["/usr/bin/pdftotext", "/usr/bin/pdftoppm"], "reading the printed cards back");
}

/** Installs a Debian package when one of its files is missing and this is root; otherwise says what to install. */
function install(name, files, why) {
  if (files.every((f) => existsSync(f))) return;
  const by = `apt-get install -y ${name}`;
  if (process.getuid?.() !== 0) fail(`${name} is needed for ${why}. Install it as root: ${by}`);
  say(`Installing ${name} for ${why} …`);
  const lock = ["-o", "DPkg::Lock::Timeout=500"];
  run("apt-get", ["update", ...lock], {}, true);
  run(
    "apt-get",
    ["install", "-y", "--no-install-recommends", ...lock, name],
    { DEBIAN_FRONTEND: "noninteractive" },
    true,
  );
  if (!files.every((f) => existsSync(f)))
    fail(`${name} was installed, but ${files.join(", ")} is still missing.`);
}

function run(command, args, env = {}, quiet = false) {
  const { status, stdout, stderr } = spawnSync(command, args, {
    cwd: home,
    env: { ...process.env, ...env },
    stdio: quiet ? "pipe" : ["ignore", "inherit", "inherit"],
    encoding: "utf8",
    maxBuffer: 64 * 1024 * 1024,
  });
  if (status !== 0)
    fail(`${quiet ? `${stdout ?? ""}${stderr ?? ""}\n` : ""}"${command} ${args.join(" ")}" failed.`);
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
  const hash = createHash("sha256").update(process.versions.modules);
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
  console.error(text);
  process.exit(1);
}
