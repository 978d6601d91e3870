import { spawnSync } from "node:child_process";
import { mkdirSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { smallMp4 } from "../unit/small-recordings.ts";
import { holdLocked, makeReadOnly, makeWritable } from "./break-store.ts";
import { ask, bringIn, DEMO, saveOf, titleTo } from "./client.ts";
import { figure, part } from "./report.ts";
import { newFolder, type Running, startServer } from "./server-process.ts";

/** A disk of its own that can be filled and made read-only; null where this user may not make one. */
function smallDisk(
  megabytes: number,
): { folder: string; remount(how: "ro" | "rw"): void; done(): void } | null {
  const folder = newFolder();
  const made = spawnSync("mount", ["-t", "tmpfs", "-o", `size=${megabytes}m`, "tmpfs", folder]);
  if (made.status !== 0) {
    rmSync(folder, { recursive: true });
    return null;
  }
  return {
    folder,
    remount: (how) => void spawnSync("mount", ["-o", `remount,${how}`, folder]),
    done: () => {
      spawnSync("umount", ["-l", folder]);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** A disk that is full, read-only, and a database that is locked, damaged or gone: each is said, and nothing saved is lost. */
export async function disk(): Promise<void> {
  part("The disk and the database");
  const small = smallDisk(12);
  if (small) {
    try {
      await fullAndReadOnly(small);
    } finally {
      small.done();
    }
  } else figure("a full and a read-only disk", "not tried: making a small disk needs root");

  const folder = newFolder();
  let server = await startServer(folder);
  const lesson = await bringIn(server.home, DEMO("quay-crates"));
  const release = holdLocked(folder);
  const locked = await saveOf(server.home, lesson, titleTo(1, "While it is locked"));
  figure(
    "a save while another program holds the database",
    `${locked.status} ${reasonOf(locked.text)} after ${locked.ms.toFixed(0)} ms`,
    reasonOf(locked.text) === "locked" && locked.status === 503,
  );
  const reading = await ask(`${server.home}/lessons/${lesson}/build`);
  figure("a page meanwhile", reading.status, reading.status === 200);
  release();
  figure("the same save afterwards", (await saveOf(server.home, lesson, titleTo(1, "Now"))).status, true);
  makeReadOnly(folder);
  const readOnly = await untilRefused(server, lesson);
  figure(
    "edits when the database became read-only",
    `${readOnly.status} ${readOnly.reason}`,
    readOnly.reason === "read-only",
  );
  figure("a page meanwhile", (await ask(server.home)).status, (await ask(server.home)).status === 200);
  await server.stop();
  makeWritable(folder);
  server = await startServer(folder);
  const after = await untilRefused(server, lesson, 3);
  figure("edits when it can be written again", `${after.saved} of 3 saved`, after.saved === 3);
  await server.stop();

  const path = join(folder, "regulanda.sqlite");
  writeFileSync(path, Buffer.alloc(0));
  for (const part of ["-wal", "-shm"]) rmSync(`${path}${part}`, { force: true });
  const refused = await startServer(folder).then(
    () => "it started",
    (error: Error) => error.message,
  );
  const copy = /npm run restore -- (\S+)/.exec(refused)?.[1] ?? "";
  figure(
    "an empty database at the start: named, with the last good copy",
    copy === "" ? refused : "yes",
    /is empty/.test(refused) && copy !== "",
  );
  const back = spawnSync("npm", ["run", "-s", "restore", "--", copy], {
    env: { ...process.env, REGULANDA_DATA: folder },
    encoding: "utf8",
  });
  server = await startServer(folder);
  figure("brought back from it", (await ask(server.home)).status, back.status === 0);
  rmSync(path);
  const gone = await saveOf(server.home, lesson, titleTo(99, "Into nothing"));
  figure(
    "a save when the database has been deleted",
    `${gone.status} ${reasonOf(gone.text)}`,
    reasonOf(gone.text) === "gone",
  );
  await server.stop();
  const missing = await startServer(folder).then(
    () => "it started",
    (error: Error) => error.message,
  );
  figure(
    "a start when it is missing beside recordings and copies",
    /is missing/.test(missing) ? "named" : missing,
    /is missing/.test(missing),
  );
  rmSync(folder, { recursive: true });
}

async function fullAndReadOnly(small: { folder: string; remount(how: "ro" | "rw"): void }): Promise<void> {
  const folder = join(small.folder, "data");
  mkdirSync(folder);
  const server = await startServer(folder);
  const lesson = await bringIn(server.home, DEMO("quay-crates"));
  const upload = async () =>
    ask(`${server.home}/lessons/${lesson}/recording`, {
      method: "PUT",
      headers: { "Content-Type": "video/mp4", "X-File-Name": "take.mp4" },
      body: new Uint8Array(smallMp4("x".repeat(14 * 1024 ** 2))),
    });
  const large = await upload();
  figure(
    "an upload larger than what is free",
    `${large.status}: ${(JSON.parse(large.text) as { problem?: string }).problem?.slice(0, 60)}`,
    large.status === 507 && /disk of the server is full/.test(large.text),
  );
  writeFileSync(join(small.folder, "filler"), Buffer.alloc(0));
  spawnSync("dd", ["if=/dev/zero", `of=${join(small.folder, "filler")}`, "bs=64k"]);
  const full = await untilRefused(server, lesson);
  figure(
    "edits when the disk is full",
    `${full.status} ${full.reason}, ${full.saved} saved before`,
    full.reason === "full",
  );
  rmSync(join(small.folder, "filler"));
  const again = await untilRefused(server, lesson, 3);
  figure("edits when there is room again", `${again.saved} of 3 saved`, again.saved === 3);
  await server.stop();
  small.remount("ro");
  const refused = await startServer(folder).then(
    () => "it started",
    (error: Error) => error.message,
  );
  figure(
    "a start on a disk that is read-only says so",
    /read-only/.test(refused) ? "yes" : refused,
    /read-only/.test(refused),
  );
  small.remount("rw");
}

/** Saves until one is not taken, at most so often. */
async function untilRefused(
  server: Running,
  lesson: string,
  most = 400,
): Promise<{ saved: number; status: number; reason: string }> {
  const notes = (n: number) => `${n} ${"as long as a title may be ".repeat(4)}`.slice(0, 119);
  let revision = Number(await newest(server, lesson));
  for (let saved = 0; saved < most; saved++) {
    const reply = await saveOf(server.home, lesson, titleTo(revision, notes(saved)));
    if (reply.status !== 200) return { saved, status: reply.status, reason: reasonOf(reply.text) };
    revision = (JSON.parse(reply.text) as { revision: number }).revision;
  }
  return { saved: most, status: 200, reason: "none" };
}

/** The newest revision, as a window that listens is told it. */
async function newest(server: Running, lesson: string): Promise<string> {
  const stop = new AbortController();
  const response = await fetch(`${server.home}/lessons/${lesson}/watch`, { signal: stop.signal });
  const first = await response.body?.getReader().read();
  stop.abort();
  return /data: (\d+)/.exec(new TextDecoder().decode(first?.value))?.[1] ?? "1";
}

function reasonOf(text: string): string {
  try {
    return (JSON.parse(text) as { reason?: string }).reason ?? text.slice(0, 60);
  } catch {
    return text.slice(0, 60);
  }
}
