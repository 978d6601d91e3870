import { mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable } from "node:stream";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { setNarration } from "#core/document/changes";
import { blankLesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import type { Change, Json } from "#core/ground/base";
import { makeCards } from "#core/output/handout";
import { type Db, openDatabase } from "../../server/db/database.server.ts";
import { prints, takes } from "../../server/db/schema.ts";
import { FileTooLarge, findFile, NoRecording, storeFile } from "../../server/files/store.server.ts";
import { refusalOf } from "../../server/http/refusal.server.ts";
import {
  createLesson,
  findLesson,
  findRevision,
  listRevisions,
  listSetAside,
  restore,
  saveChanges,
  stepBack,
} from "../../server/lessons.server.ts";
import { listPrints, logPrint } from "../../server/prints.server.ts";
import { listShelf, setPutAway } from "../../server/shelf.server.ts";
import { changeAt } from "../change-at.ts";
import { smallMp4 } from "./small-recordings.ts";

const onShelf = (of: Db) => listShelf({ most: 100 }, of).lessons.map((l) => l.id);

const folder = mkdtempSync(join(tmpdir(), "regulanda-storage-"));
let db: Db;
beforeAll(() => {
  db = openDatabase(folder);
});
afterAll(() => rmSync(folder, { recursive: true }));

const title = (value: string): Change[] => [changeAt("lesson", "title", value)];
const fresh = () => createLesson(blankLesson("Crates on the quay", "mm"), db);

describe("lessons", () => {
  test("get an address of their own, also when titles repeat", () => {
    const [a, b] = [fresh(), fresh()];
    expect(a).toMatch(/^crates-on-the-quay/);
    expect(b).not.toBe(a);
    expect(createLesson(blankLesson("«!»", "mm"), db)).toBe("lesson");
  });

  test("keep every revision whole, and go back and forth through them", () => {
    const id = fresh();
    expect(saveChanges(id, 1, title("Two"), db)).toEqual({ kind: "saved", revision: 2 });
    expect(saveChanges(id, 2, title("Three"), db)).toEqual({ kind: "saved", revision: 3 });
    expect(findRevision(id, 2, db)?.title).toBe("Two");
    expect(stepBack(id, "undo", 3, db)).toEqual({ kind: "saved", revision: 4 });
    expect(stepBack(id, "undo", 4, db)).toEqual({ kind: "saved", revision: 5 });
    expect(findLesson(id, db)).toMatchObject({
      lesson: { title: "Crates on the quay" },
      canUndo: false,
      canRedo: true,
    });
    stepBack(id, "redo", 5, db);
    expect(findLesson(id, db)?.lesson.title).toBe("Two");
    // A new edit ends what could be redone.
    saveChanges(id, 6, title("Other"), db);
    expect(findLesson(id, db)).toMatchObject({ canUndo: true, canRedo: false });
    expect(stepBack(id, "redo", 7, db)).toMatchObject({ kind: "refused" });
    expect(restore(id, { revision: 3 }, db)).toEqual({ kind: "saved", revision: 8 });
    expect(findLesson(id, db)?.lesson.title).toBe("Three");
    expect(listRevisions(id, db).map((r) => r.kind)).toEqual([
      "restore",
      "edit",
      "redo",
      "undo",
      "undo",
      "edit",
      "edit",
      "create",
    ]);
  });

  test("refuse a save on an older revision, keep both versions, and can bring the refused one back", () => {
    const id = fresh();
    saveChanges(id, 1, title("Hers"), db);
    const late = saveChanges(id, 1, title("His"), db);
    expect(late).toMatchObject({ kind: "conflict", revision: 2 });
    expect(late.kind === "conflict" && late.message).toMatch(/you worked on revision 1, the saved one is 2/);
    expect(findLesson(id, db)).toMatchObject({ revision: 2, lesson: { title: "Hers" } });
    const [aside] = listSetAside(id, db);
    expect(restore(id, { setAsideId: aside?.id ?? -1 }, db)).toMatchObject({ kind: "saved", revision: 3 });
    expect(findLesson(id, db)?.lesson.title).toBe("His");
    expect(findRevision(id, 2, db)?.title).toBe("Hers");
  });

  test("refuse an impossible edit with its reason and stay as they were", () => {
    const id = fresh();
    const refused = saveChanges(id, 1, [changeAt("sheet", "widthMm", -1)], db);
    expect(refused.kind === "refused" && refused.findings[0]?.message).toContain("a side is at least 50 mm");
    expect(findLesson(id, db)?.revision).toBe(1);
    expect(saveChanges("no-such", 1, title("x"), db)).toEqual({ kind: "missing" });
  });

  test("lay the words of a take away once, however many revisions follow", () => {
    const id = fresh();
    const lesson = findLesson(id, db)?.lesson;
    if (!lesson) throw new Error("no lesson");
    const cues = Array.from({ length: 50 }, (_, i) => ({
      id: `c${i + 1}`,
      startMs: i * 1000,
      endMs: i * 1000 + 900,
      text: "draw along the ruler",
    }));
    saveChanges(id, 1, setNarration(lesson, "quay.vtt", cues), db);
    for (let r = 2; r < 12; r++) saveChanges(id, r, title(`Title ${r}`), db);
    expect(findLesson(id, db)?.lesson.takes[0]?.narration?.cues).toEqual(cues);
    expect(
      db
        .select()
        .from(takes)
        .all()
        .filter((t) => t.lessonId === id),
    ).toHaveLength(1);
  });

  test("are put away and brought back, never deleted", () => {
    const id = fresh();
    setPutAway(id, true, db);
    expect(onShelf(db)).not.toContain(id);
    setPutAway(id, false, db);
    expect(onShelf(db)).toContain(id);
  });

  test("are still there when the database is opened again", () => {
    const id = fresh();
    saveChanges(id, 1, title("Kept"), db);
    expect(findLesson(id, openDatabase(folder))?.lesson.title).toBe("Kept");
  });
});

describe("files", () => {
  test("are kept under a name of their content; past the limit nothing is left behind", async () => {
    const about = { originalName: "take.mp4", mediaType: "video/mp4" };
    const take = smallMp4("a take");
    const { file, fresh } = await storeFile(Readable.from([take]), about, 100, db, folder);
    expect(fresh).toBe(true);
    expect(await storeFile(Readable.from([take]), about, 100, db, folder)).toEqual({ file, fresh: false });
    expect(await findFile(file, db, folder)).toMatchObject({ bytes: take.length, mediaType: "video/mp4" });
    for (const none of [Buffer.alloc(0), take.subarray(0, 30), Buffer.from("a note")])
      await expect(storeFile(Readable.from([none]), about, 100, db, folder)).rejects.toBeInstanceOf(
        NoRecording,
      );
    await expect(
      storeFile(Readable.from([Buffer.alloc(60), Buffer.alloc(60)]), about, 100, db, folder),
    ).rejects.toBeInstanceOf(FileTooLarge);
    expect(readdirSync(join(folder, "files"))).toEqual([file]);
    expect(await findFile("../regulanda.sqlite", db, folder)).toBeNull();
  });
});

test("an upload that the disk has no room for is said to be that, and nothing is left of it", async () => {
  const full = Object.assign(new Error("no space left on device, write"), { code: "ENOSPC" });
  const source = Readable.from(
    (async function* () {
      yield smallMp4("a take");
      throw full;
    })(),
  );
  const storing = storeFile(source, { originalName: "take.mp4", mediaType: "video/mp4" }, 1000, db, folder);
  const error = await storing.catch((thrown: unknown) => thrown);
  expect(refusalOf(error)).toMatchObject({
    status: 507,
    reason: "full",
    message: expect.stringMatching(/disk of the server is full/),
  });
  expect(readdirSync(join(folder, "files")).filter((name) => name.startsWith("."))).toEqual([]);
});

describe("what is stored", () => {
  test("is read back first: what JSON would not give back, and what is too large, is not stored", () => {
    const id = fresh();
    const lesson = findLesson(id, db)?.lesson;
    if (!lesson) throw new Error("no lesson");
    // Past every check of its own, by a fault of the program.
    const broken = { ...lesson, sheet: { ...lesson.sheet, widthMm: Number.POSITIVE_INFINITY } };
    expect(() => createLesson(broken, db)).toThrow(
      /could not be stored, and nothing was changed: sheet\.widthMm/,
    );
    const long = Array.from({ length: 9 }, (_, i) => ({
      id: `take-${i}`,
      label: `take ${i}`,
      video: null,
      corners: null,
      anchors: {},
      narration: {
        fileName: "a.vtt",
        cues: [{ id: "c1", startMs: 0, endMs: 9, text: `${i} ${"word ".repeat(199_990)}`.trim() }],
      },
    }));
    const taken = long.map((take) => changeAt(`take/${take.id}`, "self", take as unknown as Json));
    const refused = saveChanges(id, 1, taken, db);
    expect(refused.kind === "refused" && refused.findings[0]?.message).toMatch(
      /would have 8\.\d MB with this; a lesson has at most 8 MB/,
    );
    expect(findLesson(id, db)?.revision).toBe(1);
    // Nothing of the words that were refused lies there either.
    expect(
      db
        .select()
        .from(takes)
        .all()
        .filter((t) => t.lessonId === id),
    ).toEqual([]);
    expect(saveChanges(id, 1, taken.slice(0, 7), db)).toEqual({ kind: "saved", revision: 2 });
  });

  test("an edit far behind is set aside, not laid over a thousand others", () => {
    const id = fresh();
    for (let n = 1; n <= 1002; n++)
      saveChanges(id, n, [changeAt("plan", "sessionMinutes", 30 + (n % 9))], db);
    expect(saveChanges(id, 100, title("Late, but not too late"), db)).toMatchObject({
      kind: "saved",
      merged: true,
    });
    expect(saveChanges(id, 1, title("Too late"), db)).toMatchObject({ kind: "conflict" });
  });
});

test("printed cards are judged against the lesson as it is now", async () => {
  const id = fresh();
  const now = () => {
    const stored = findLesson(id, db);
    if (!stored) throw new Error("no lesson");
    return stored;
  };
  const states = async () => (await listPrints(now(), db)).map((p) => p.parts.map((c) => c.state));
  const print = (revision: number) => {
    const { lesson } = now();
    const parts = makeCards(computeLesson(lesson)).map((c) => ({
      id: c.stepId,
      mark: c.mark,
      startMs: c.startMs,
    }));
    logPrint(id, revision, { handOut: lesson.handOut, wish: { what: "cards" }, parts }, db);
  };
  expect(await states()).toEqual([]);
  print(1);
  expect(await states()).toEqual([["good", "good", "good", "good"]]);
  // What was printed before there was anything but cards is in the log as it was written then.
  const { printedAt, handOut, cards } = db.select().from(prints).get() ?? {};
  const before =
    cards?.map((c) => ("id" in c ? { stepId: c.id, mark: c.mark, startMs: c.startMs ?? 0 } : c)) ?? [];
  if (!printedAt || !handOut) throw new Error("no print");
  db.update(prints).set({ cards: before, wish: null }).run();
  expect((await listPrints(now(), db))[0]?.wish).toEqual({ what: "cards" });
  expect(await states()).toEqual([["good", "good", "good", "good"]]);
  // A longer telling moves later steps in time; the horizon's own card changes.
  const longer =
    "Draw the horizon straight across the sheet, lightly, from the one mark to the other, without stopping on the way, and look along it once more.";
  saveChanges(id, 1, [changeAt("step/sheet/horizon", "instruction", longer)], db);
  expect(await states()).toEqual([["good", "good", "stale", "times-moved"]]);
  print(2);
  stepBack(id, "undo", 2, db);
  saveChanges(id, 3, [changeAt("plan", "centre", "none")], db);
  expect(await states()).toEqual([
    ["gone", "gone", "stale", "stale"],
    ["gone", "gone", "stale", "stale"],
  ]);
});
