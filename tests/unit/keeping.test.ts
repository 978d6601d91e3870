import { spawnSync } from "node:child_process";
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable } from "node:stream";
import { afterEach, beforeEach, describe, expect, test } from "vitest";
import { setVideo } from "#core/document/changes";
import { blankLesson } from "#core/document/lesson";
import { type Db, openDatabase } from "../../server/db/database.server.ts";
import { Database } from "../../server/db/driver.server.ts";
import { StoreTrouble, troubleOf } from "../../server/db/store-trouble.ts";
import { storeFile, sweepIncoming } from "../../server/files/store.server.ts";
import { createLesson, findLesson, saveChanges } from "../../server/lessons.server.ts";
import {
  backUp,
  bringBack,
  copyOfDay,
  lastGoodCopy,
  listCopies,
  whatIsWrong,
} from "../../server/running/copies.server.ts";
import { holdFolder } from "../../server/running/folder-lock.server.ts";
import { listShelf } from "../../server/shelf.server.ts";
import { changeAt } from "../change-at.ts";
import { smallMp4 } from "./small-recordings.ts";

let folder = "";
let db: Db;
const opened: Db[] = [];
const open = (at: string): Db => {
  const one = openDatabase(at);
  opened.push(one);
  return one;
};
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "regulanda-keeping-"));
  db = open(folder);
});
afterEach(() => {
  for (const one of opened.splice(0)) one.$client.close();
  rmSync(folder, { recursive: true });
});

const title = (value: string) => [changeAt("lesson", "title", value)];
const titles = (of: Db) =>
  listShelf({ most: 100 }, of)
    .lessons.map((l) => l.title)
    .sort();
const trouble = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    return error instanceof StoreTrouble ? `${error.reason}: ${error.message}` : String(error);
  }
  return "none";
};
const storeTake = async () => {
  const about = { originalName: "weir.mp4", mediaType: "video/mp4" };
  return (await storeFile(Readable.from([smallMp4("weir")]), about, 1000, db, folder)).file;
};
const DATABASE = () => join(folder, "regulanda.sqlite");

describe("a database that cannot be used is named, never shown as an empty shelf", () => {
  test("empty, damaged, or no database at all", () => {
    createLesson(blankLesson("Weir", "mm"), db);
    db.$client.close();
    const whole = readFileSync(DATABASE());
    truncateSync(DATABASE(), 0);
    expect(trouble(() => openDatabase(folder))).toMatch(
      /^damaged: .*regulanda\.sqlite is empty: it has 0 bytes/,
    );
    for (const broken of [Buffer.from("a note"), Buffer.alloc(8192, 7), whole.subarray(0, 5000)]) {
      writeFileSync(DATABASE(), broken);
      expect(trouble(() => openDatabase(folder))).toMatch(/^damaged/);
      expect(whatIsWrong(DATABASE())).not.toBeNull();
    }
    writeFileSync(DATABASE(), whole);
    expect(titles(open(folder))).toEqual(["Weir"]);
  });

  test("missing where recordings or copies lie; a folder without either is a new one", async () => {
    await copyOfDay(folder);
    db.$client.close();
    rmSync(DATABASE());
    expect(trouble(() => openDatabase(folder))).toMatch(
      /^gone: .*is missing, though copies beside it is there/,
    );
    rmSync(join(folder, "copies"), { recursive: true });
    expect(titles(open(folder))).toEqual([]);
  });

  test("one of an earlier program is brought up to date with all that is in it, and only when it is sound", () => {
    createLesson(blankLesson("Weir", "mm"), db);
    const earlier = () => {
      // As the program of three migrations before the last left it.
      db.$client.exec(
        "drop table classes_taught; drop table course_states; drop table courses; alter table prints drop column wish; drop index revisions_by_key; drop index revisions_in_order; alter table revisions drop column edit_key; alter table set_aside drop column edit_key; delete from __drizzle_migrations where created_at in (select created_at from __drizzle_migrations order by created_at desc limit 3)",
      );
      // What was dropped leaves no empty pages at its end.
      db.$client.exec("vacuum");
      db.$client.pragma("wal_checkpoint(TRUNCATE)");
      db.$client.close();
    };
    earlier();
    const whole = readFileSync(DATABASE());
    db = open(folder);
    expect(saveChanges("weir", 1, title("Two"), db, new Date(), "a-key-of-an-edit")).toEqual({
      kind: "saved",
      revision: 2,
    });
    expect(titles(db)).toEqual(["Two"]);
    db.$client.close();
    const torn = Buffer.from(whole);
    torn.fill(0x55, torn.length - 4096 * 3);
    for (const part of ["-wal", "-shm"]) rmSync(`${DATABASE()}${part}`, { force: true });
    writeFileSync(DATABASE(), torn);
    expect(trouble(() => openDatabase(folder))).toMatch(/^damaged/);
    expect(readFileSync(DATABASE()).subarray(4096).equals(torn.subarray(4096))).toBe(true);
  });

  test("one that a later program used is left alone", () => {
    db.$client.exec("insert into __drizzle_migrations (hash, created_at) values ('later', 9999999999999)");
    expect(trouble(() => openDatabase(folder))).toMatch(/^program: .*used by a later version/);
  });
});

test("a program without what it keeps the database up to date with says so, and touches nothing", () => {
  const at = process.cwd();
  db.$client.close();
  const before = readFileSync(DATABASE());
  const elsewhere = spawnSync(
    process.execPath,
    [
      "--import",
      join(at, "node_modules/tsx/dist/loader.mjs"),
      "-e",
      `await import(${JSON.stringify(join(at, "server/db/database.server.ts"))}).then((m) => m.openDatabase(${JSON.stringify(folder)})).catch((e) => console.log(e.message));`,
      "--input-type=module",
    ],
    { cwd: folder, encoding: "utf8" },
  );
  expect(elsewhere.stdout).toMatch(
    /The program is not whole, or was started from another folder than its own/,
  );
  expect(readFileSync(DATABASE()).equals(before)).toBe(true);
});

describe("two programs on one folder", () => {
  test("the second is told of the first, and has the folder once the first has gone", () => {
    const first = holdFolder(folder);
    if (!("tell" in first)) throw new Error("not held");
    const second = () =>
      spawnSync(process.execPath, [
        "--import",
        "tsx",
        "-e",
        `const { holdFolder } = await import("./server/running/folder-lock.server.ts");
         const held = holdFolder(${JSON.stringify(folder)});
         console.log("heldBy" in held ? JSON.stringify(held.heldBy) : "mine");`,
        "--input-type=module",
      ])
        .stdout.toString()
        .trim();
    expect(second()).toBe("null");
    first.tell({ address: "http://127.0.0.1:4310", process: 7 });
    expect(JSON.parse(second())).toEqual({ address: "http://127.0.0.1:4310", process: 7 });
    first.release();
    expect(second()).toBe("mine");
    // The second ended without a word: nothing is left of its hold.
    expect("tell" in holdFolder(folder)).toBe(true);
  });

  test("a write waits for another's, and says so when it waits too long; what is held is not half written", () => {
    const id = createLesson(blankLesson("Weir", "mm"), db);
    const other = new Database(DATABASE());
    other.exec("BEGIN IMMEDIATE");
    expect(trouble(() => saveChanges(id, 1, title("Two"), db))).toMatch(/^locked: Another program holds/);
    other.exec("COMMIT");
    expect(saveChanges(id, 1, title("Two"), db)).toEqual({ kind: "saved", revision: 2 });
    other.close();
  });

  test("a database that was moved away, or another put in its place, is not written to", () => {
    const id = createLesson(blankLesson("Weir", "mm"), db);
    copyFileSync(DATABASE(), join(folder, "aside"));
    rmSync(DATABASE());
    expect(trouble(() => saveChanges(id, 1, title("Two"), db))).toMatch(/^gone/);
    copyFileSync(join(folder, "aside"), DATABASE());
    expect(trouble(() => saveChanges(id, 1, title("Two"), db))).toMatch(/^gone/);
  });

  test("a full database says so, and what was saved stays", () => {
    const id = createLesson(blankLesson("Weir", "mm"), db);
    const [{ page_count: pages } = { page_count: 0 }] = db.$client.pragma("page_count") as {
      page_count: number;
    }[];
    db.$client.pragma(`max_page_count = ${pages}`);
    let full = "";
    for (let n = 1; n < 200 && full === ""; n++) {
      const said = trouble(() => saveChanges(id, n, title(`Title ${n} ${"long ".repeat(20)}`), db));
      if (said !== "none") full = said;
    }
    expect(full).toMatch(/^full: The disk of the server is full/);
    const stored = findLesson(id, db);
    expect(stored?.revision).toBeGreaterThanOrEqual(1);
  });
});

test("each result code of SQLite and of the system has its reason, also inside another error", () => {
  const of = (code: string) =>
    troubleOf(new Error("outer", { cause: Object.assign(new Error("inner"), { code }) }))?.reason;
  // sqlite.org/rescode.html and errno(3), from memory.
  expect(
    [
      "SQLITE_BUSY_SNAPSHOT",
      "SQLITE_FULL",
      "SQLITE_READONLY_DBMOVED",
      "SQLITE_READONLY",
      "SQLITE_CORRUPT_VTAB",
      "SQLITE_NOTADB",
      "SQLITE_IOERR_WRITE",
      "SQLITE_CANTOPEN",
      "ENOSPC",
      "EROFS",
      "EDQUOT",
    ].map(of),
  ).toEqual([
    "locked",
    "full",
    "gone",
    "read-only",
    "damaged",
    "damaged",
    "failing",
    "failing",
    "full",
    "read-only",
    "full",
  ]);
  expect(of("SQLITE_CONSTRAINT")).toBeUndefined();
});

describe("copies", () => {
  test("one a day, seven kept, the last that is sound offered", async () => {
    createLesson(blankLesson("Weir", "mm"), db);
    for (let day = 1; day <= 9; day++) await copyOfDay(folder, new Date(`2026-11-0${day}T06:00:00Z`));
    expect(await copyOfDay(folder, new Date("2026-11-09T22:00:00Z"))).toBeNull();
    expect((await listCopies(folder)).map((c) => c.day)).toEqual(
      [9, 8, 7, 6, 5, 4, 3].map((d) => `2026-11-0${d}`),
    );
    writeFileSync(join(folder, "copies", "regulanda-2026-11-09.sqlite"), "torn");
    expect((await lastGoodCopy(folder))?.day).toBe("2026-11-08");
  });

  test("a damaged database is not copied over a good copy", async () => {
    createLesson(blankLesson("Weir", "mm"), db);
    db.$client.pragma("wal_checkpoint(TRUNCATE)");
    db.$client.close();
    const torn = readFileSync(DATABASE());
    torn.fill(0x55, 4096, 4096 * 6);
    writeFileSync(DATABASE(), torn);
    await expect(copyOfDay(folder)).rejects.toThrow(/damaged/);
    expect(readdirSync(join(folder, "copies"))).toEqual([]);
  });
});

describe("backup", () => {
  const into = () => join(folder, "away");

  test("is whole while the lessons are being worked on, and brings them back with their recordings", async () => {
    const file = await storeTake();
    const id = createLesson(blankLesson("Weir", "mm"), db);
    const stored = findLesson(id, db);
    if (!stored) throw new Error("no lesson");
    const video = { file, durationMs: 1000, widthPx: 4, heightPx: 3 };
    saveChanges(id, 1, setVideo(stored.lesson, "weir.mp4", video), db);
    const saving = (async () => {
      for (let n = 2; n < 60; n++) {
        saveChanges(id, n, title(`Weir ${n}`), db);
        await new Promise((later) => setImmediate(later));
      }
    })();
    expect(await backUp(folder, into())).toEqual({ files: 1, copied: 1, missing: [] });
    await saving;
    expect(whatIsWrong(join(into(), "regulanda.sqlite"))).toBeNull();
    expect(await backUp(folder, into())).toMatchObject({ copied: 0 });
    saveChanges(id, 60, title("After the backup"), db);
    db.$client.close();
    rmSync(join(folder, "files"), { recursive: true });
    const back = await bringBack(into(), folder);
    expect(back).toMatchObject({ copied: 1, missing: [] });
    const again = open(folder);
    expect(titles(again)).toEqual(["Weir 59"]);
    expect(findLesson(id, again)?.lesson.takes[0]?.video?.file).toBe(file);
    expect(existsSync(join(folder, "files", file))).toBe(true);
    // What lay there before was not thrown away.
    const kept = new Database(back.kept ?? "");
    expect(kept.prepare("select title from lessons").get()).toEqual({ title: "After the backup" });
    kept.close();
  });

  test("a copy of a day comes back alone; a recording that is nowhere any more is named", async () => {
    await storeTake();
    createLesson(blankLesson("Weir", "mm"), db);
    const copy = await copyOfDay(folder);
    db.$client.close();
    rmSync(join(folder, "files"), { recursive: true });
    const back = await bringBack(copy?.path ?? "", folder);
    expect(back.missing).toHaveLength(1);
    expect(titles(open(folder))).toEqual(["Weir"]);
  });

  test("what is no backup is refused, and nothing is changed", async () => {
    createLesson(blankLesson("Weir", "mm"), db);
    mkdirSync(into());
    await expect(bringBack(into(), folder)).rejects.toThrow(/was not brought back/);
    writeFileSync(join(into(), "regulanda.sqlite"), "a note");
    await expect(bringBack(into(), folder)).rejects.toThrow(/was not brought back/);
    expect(titles(db)).toEqual(["Weir"]);
  });
});

test("what uploads left behind is cleared away, and nothing else", async () => {
  const file = await storeTake();
  for (const name of [".incoming-1", ".incoming-2"]) writeFileSync(join(folder, "files", name), "half");
  expect(await sweepIncoming(folder)).toBe(2);
  expect(readdirSync(join(folder, "files"))).toEqual([file]);
});
