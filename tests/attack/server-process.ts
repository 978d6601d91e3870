import { type ChildProcess, spawn } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";

const HOME = resolve(import.meta.dirname, "../..");

/** The built server as a process of its own on loopback, to be attacked. */
export interface Running {
  readonly home: string;
  readonly pid: number;
  /** What it has said so far. */
  said(): string;
  /** Ends it in the middle of whatever it does. */
  kill(): Promise<void>;
  /** Asks it to end, as Ctrl+C does. */
  stop(): Promise<number>;
}

export function newFolder(): string {
  return mkdtempSync(join(tmpdir(), "regulanda-attack-"));
}

/** Starts the server on a folder; rejects with what it said when it ends instead of listening. */
export async function startServer(
  folder: string,
  { env = {}, port }: { env?: Record<string, string>; port?: number } = {},
): Promise<Running> {
  const at = port ?? (await freePort());
  const child = spawn(
    process.execPath,
    ["--disable-warning=MaxListenersExceededWarning", "build/server/index.js"],
    {
      cwd: HOME,
      env: {
        ...process.env,
        REGULANDA_LOG: "off",
        ...env,
        REGULANDA_DATA: folder,
        PORT: String(at),
        NODE_ENV: "production",
      },
      stdio: ["ignore", "pipe", "pipe"],
    },
  );
  let said = "";
  for (const stream of [child.stdout, child.stderr])
    stream.on("data", (chunk: Buffer) => {
      said += chunk.toString();
    });
  const ended = new Promise<number>((end) => child.once("exit", (code) => end(code ?? -1)));
  await new Promise<void>((ready, failed) => {
    child.stdout.on("data", () => said.includes("is open at") && ready());
    void ended.then((code) => failed(new Error(`ended with ${code}: ${said}`)));
  });
  return {
    home: `http://127.0.0.1:${at}`,
    pid: child.pid ?? -1,
    said: () => said,
    kill: () => ending(child, "SIGKILL", ended).then(() => undefined),
    stop: () => ending(child, "SIGTERM", ended),
  };
}

function ending(child: ChildProcess, signal: "SIGKILL" | "SIGTERM", ended: Promise<number>): Promise<number> {
  child.kill(signal);
  return ended;
}

export function freePort(): Promise<number> {
  return new Promise((found, failed) => {
    const probe = createServer();
    probe.once("error", failed);
    probe.listen(0, "127.0.0.1", () => {
      const address = probe.address();
      probe.close(() => found(typeof address === "object" && address ? address.port : 0));
    });
  });
}

/** Open descriptors of a process, by what they lead to where a part of it is asked for. */
export function descriptorsOf(pid: number): number {
  return readdirSync(`/proc/${pid}/fd`).length;
}

/** Memory that a process holds, in MB. */
export function memoryOf(pid: number): number {
  return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024;
}
