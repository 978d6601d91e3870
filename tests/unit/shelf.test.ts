import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { eq, sql } from "drizzle-orm";
import { afterAll, beforeAll, beforeEach, describe, expect, test } from "vitest";
import { sampleLesson } from "#core/document/changes";
import { blankLesson, LESSON_VERSION, parseLessonText } from "#core/document/lesson";
import { computeLesson, readiness } from "#core/document/pipeline";
import { type Db, openDatabase } from "../../server/db/database.server.ts";
import { digests, lessons, revisions, type ShelvedLesson } from "../../server/db/schema.ts";
import { fillDigests, makeDigest } from "../../server/digests.server.ts";
import { createLesson, openLesson, rawLesson, saveChanges } from "../../server/lessons.server.ts";
import { findPicture, listPutAway, listShelf, setPutAway } from "../../server/shelf.server.ts";
import { changeAt } from "../change-at.ts";

const folder = mkdtempSync(join(tmpdir(), "regulanda-shelf-"));
let db: Db;
beforeAll(() => {
  db = openDatabase(folder);
});
afterAll(() => rmSync(folder, { recursive: true }));

const shelf = (words = "", most = 100) => listShelf({ words, most }, db);
const put = (title: string, kind: "one-point" | "two-point" = "one-point") =>
  createLesson({ ...sampleLesson("box", kind), title }, db);

/** Damages what is stored, as an older program, a later one or a bad disk might. */
function damage(id: string, change: (document: Record<string, unknown>) => unknown): void {
  const row = db.select().from(revisions).where(eq(revisions.lessonId, id)).get();
  const document = change(row?.document as unknown as Record<string, unknown>) as ShelvedLesson;
  db.update(revisions).set({ document }).where(eq(revisions.lessonId, id)).run();
}

beforeEach(() => {
  db.update(lessons).set({ putAway: true }).run();
});

describe("what the shelf shows", () => {
  test("is there after a save has been digested, and is what the core computes", async () => {
    const id = put("Crate by the sluice", "two-point");
    expect(shelf().lessons).toMatchObject([{ id, digest: null, current: false }]);
    await fillDigests(db);
    const [shown] = shelf().lessons;
    const opened = openLesson(id, db);
    if (opened?.kind !== "lesson") throw new Error("cannot be read");
    const computed = computeLesson(opened.stored.lesson);
    expect(shown).toMatchObject({
      current: true,
      unreadable: null,
      digest: {
        view: "two-point",
        state: "drawn",
        steps: computed.steps.length,
        totalMs: computed.schedule.totalMs,
        why: readiness(computed).why,
        toMend: computed.findings.filter((f) => f.severity !== "note").length,
        widthMm: 297,
      },
    });
    const drawn = computed.paper.strokes.filter((s) => s.pieces.some((p) => p.diesAt === null));
    const picture = findPicture(id, db) ?? "";
    expect(picture).toContain("The finished drawing of Crate by the sluice");
    for (const stroke of drawn) expect(picture).toContain(`data-stroke="${stroke.id}"`);
  });

  test("stays, marked as old, from an edit until it has been worked out anew", async () => {
    const id = put("Crate");
    await fillDigests(db);
    saveChanges(id, 1, [changeAt("lesson", "title", "Crate on the quay")], db);
    expect(shelf().lessons).toMatchObject([
      { title: "Crate on the quay", current: false, digest: { steps: 5 } },
    ]);
    await fillDigests(db);
    expect(shelf().lessons).toMatchObject([{ title: "Crate on the quay", current: true }]);
    // Worked out by another core, it is old too.
    db.update(digests).set({ coreVersion: "before" }).run();
    expect(shelf().lessons).toMatchObject([{ current: false, digest: { steps: 5 } }]);
    await fillDigests(db);
    expect(shelf().lessons).toMatchObject([{ current: true }]);
  });

  test("is found by every word, in any case, and by what it is; signs mean themselves", async () => {
    put("Reed bank");
    put("Crate 100% full", "two-point");
    put("Reed boat", "two-point");
    await fillDigests(db);
    const titles = (words: string) =>
      shelf(words)
        .lessons.map((l) => l.title)
        .sort();
    expect(titles("")).toHaveLength(3);
    expect(titles("REED")).toEqual(["Reed bank", "Reed boat"]);
    expect(titles("reed two-point")).toEqual(["Reed boat"]);
    expect(titles("%")).toEqual(["Crate 100% full"]);
    expect(titles("_")).toEqual([]);
    expect(titles("drawn 100%")).toEqual(["Crate 100% full"]);
    expect(shelf("reed", 1)).toMatchObject({ found: 2, all: 3 });
    expect(shelf("reed", 1).lessons).toHaveLength(1);
  });

  test("comes in the order asked for", async () => {
    const small = createLesson(blankLesson("b small", "mm"), db, new Date(3));
    const large = createLesson({ ...sampleLesson("stairs", "one-point"), title: "A large" }, db, new Date(1));
    const middle = createLesson({ ...sampleLesson("box", "one-point"), title: "c middle" }, db, new Date(2));
    await fillDigests(db);
    const order = (by: "latest" | "title" | "longest") =>
      listShelf({ order: by, most: 9 }, db).lessons.map((l) => l.id);
    expect(order("latest")).toEqual([small, middle, large]);
    expect(order("title")).toEqual([large, small, middle]);
    expect(order("longest")).toEqual([large, middle, small]);
  });
});

describe("a lesson that cannot be read", () => {
  const ways: readonly (readonly [string, (d: Record<string, unknown>) => unknown, RegExp])[] = [
    ["made by a later program", (d) => ({ ...d, version: LESSON_VERSION + 3 }), /reads versions up to/],
    ["of no version", (d) => ({ ...d, version: "old" }), /whole number/],
    ["without its plan", ({ plan: _, ...d }) => d, /plan: it is missing/],
    [
      "with a number that is none",
      (d) => ({ ...d, view: { ...(d.view as object), horizonFromTopMm: null } }),
      /horizonFromTopMm/,
    ],
    ["with takes that are none", (d) => ({ ...d, takes: "gone" }), /takes/],
    ["that is no document at all", () => "gone", /no lesson file/],
  ];
  test.each(ways)("%s stands on the shelf as such, and nothing else suffers", async (_, change, why) => {
    const sound = put("Sound");
    const id = put("Broken");
    damage(id, change);
    await fillDigests(db);
    const byId = new Map(shelf().lessons.map((l) => [l.id, l]));
    expect(byId.get(sound)).toMatchObject({ current: true, unreadable: null, digest: { steps: 5 } });
    expect(byId.get(id)).toMatchObject({ title: "Broken", digest: null, current: true });
    expect(byId.get(id)?.unreadable?.[0]).toMatch(why);
    expect(openLesson(id, db)).toMatchObject({ kind: "unreadable", stored: { title: "Broken" } });
    // It is found by its name, refuses edits, and can be put away and brought back.
    expect(shelf("broken").lessons.map((l) => l.id)).toEqual([id]);
    expect(saveChanges(id, 1, [], db).kind).toBe("missing");
    setPutAway(id, true, db);
    expect(shelf().lessons.map((l) => l.id)).toEqual([sound]);
    expect(listPutAway(db).map((l) => l.id)).toContain(id);
  });

  test("whose stored text is cut off is one of them, and what is left of it can be taken out", async () => {
    const id = put("Cut off");
    const cut = '{"format":"regulanda-lesson","ver';
    db.run(sql`update revisions set document = ${cut} where lesson_id = ${id}`);
    await fillDigests(db);
    expect(shelf().lessons[0]?.unreadable?.[0]).toMatch(/cannot be read/);
    expect(rawLesson(id, db)).toBe(cut);
  });

  test("is taken out just as it is stored, words joined in, and opens where it can be read", () => {
    const lesson = { ...sampleLesson("box", "one-point"), title: "Later" };
    const cues = [{ id: "c1", startMs: 0, endMs: 900, text: "Draw the front" }];
    const take = { id: "take-1", label: "One", video: null, corners: null, anchors: {} };
    const narrated = {
      ...lesson,
      takes: [{ ...take, narration: { fileName: "a.vtt", cues } }],
      currentTake: "take-1",
    };
    const id = createLesson(narrated, db);
    damage(id, (d) => ({ ...d, version: LESSON_VERSION + 1, later: { kept: true } }));
    const file = JSON.parse(rawLesson(id, db) ?? "null");
    expect(file).toMatchObject({ version: LESSON_VERSION + 1, later: { kept: true } });
    expect(file.takes[0].narration.cues).toEqual(cues);
    const { later: _, ...rest } = file;
    expect(parseLessonText(JSON.stringify({ ...rest, version: LESSON_VERSION })).ok).toBe(true);
    expect(rawLesson("no-such", db)).toBeNull();
  });

  test("a lesson that stops the core is fenced in too", async () => {
    const sound = put("Sound");
    const id = put("Stops");
    await makeDigest(id, db, async () => {
      throw new RangeError("Maximum call stack size exceeded");
    });
    await fillDigests(db);
    const byId = new Map(shelf().lessons.map((l) => [l.id, l]));
    expect(byId.get(id)?.unreadable?.[0]).toMatch(/cannot be worked out: Maximum call stack/);
    expect(byId.get(sound)).toMatchObject({ unreadable: null });
  });
});
