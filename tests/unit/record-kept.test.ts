import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { buffer } from "node:stream/consumers";
import { afterEach, beforeEach, describe, expect, test } from "vitest";
import { blankCourse, type Course, layCourse } from "#core/class/course";
import { type ClassTaught, readClassTable, tableOfClasses } from "#core/class/record";
import { readCsv, writeCsv } from "#core/ground/table";
import { readBundle, writeBundle } from "../../server/bundles.server.ts";
import {
  keepClasses,
  learntPaceOf,
  listClasses,
  listTakenOut,
  rewriteClass,
  setTakenOut,
  UNDO_FOR_MS,
} from "../../server/classes.server.ts";
import {
  createCourse,
  factsOfCourse,
  findCourse,
  saveCourseEdit,
  stepCourse,
} from "../../server/courses.server.ts";
import { DATABASE_FILE, type Db, openDatabase } from "../../server/db/database.server.ts";
import { createLesson, goOnWith, saveChanges } from "../../server/lessons.server.ts";
import { changeAt } from "../change-at.ts";
import { demoLesson } from "../demo-lesson.ts";
import { CLASS, STEP } from "./class-taught.ts";

describe("the record in the store", () => {
  let folder: string;
  let db: Db;
  let lesson: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), "regulanda-record-"));
    db = openDatabase(folder);
    lesson = createLesson(demoLesson("quay-crates"), db);
  });
  afterEach(() => {
    db.$client.close();
    rmSync(folder, { recursive: true });
  });
  const keep = (key: string, taught: ClassTaught = CLASS) =>
    keepClasses(lesson, [{ key, revision: 1, taught }], db);

  test("a class sent twice is kept once; its key or its words tell", () => {
    expect(
      [keep("a-key-of-a-class"), keep("a-key-of-a-class"), keep("another-key")].map((k) => k.answer),
    ).toEqual(["kept", "known", "known"]);
    expect(listClasses(lesson, db)).toHaveLength(1);
    // Taken out as a table and brought in again, a class with fewer fields in another order is the same one.
    const { handMs: _, ...step } = STEP;
    const reversed = Object.entries({ ...CLASS, day: "2026-11-21" }).reverse();
    const bare = Object.fromEntries(reversed) as ClassTaught;
    keep("a-class-in-another-order", { ...bare, steps: [step] });
    const [again] = readClassTable(readCsv(writeCsv(tableOfClasses([{ ...bare, steps: [step] }]))), {
      ageBand: "9-11",
      planned: [],
    }).classes;
    expect(keep("from-a-table", again).answer).toBe("known");
    expect(keepClasses("no-such-lesson", [{ key: "k", revision: null, taught: CLASS }], db).answer).toBe(
      "missing",
    );
  });

  test("what is taken out comes back while it can, and is gone for good after that, from the file too", () => {
    keep("a-key-of-a-class", { ...CLASS, change: "xyzzy-of-the-quay" });
    const id = Number(listClasses(lesson, db)[0]?.id);
    const at = new Date("2026-11-28T10:00:00Z");
    const later = (ms: number) => new Date(at.getTime() + ms);
    expect(setTakenOut(lesson, id, true, db, at)).toBe(true);
    expect([listClasses(lesson, db, at), listTakenOut(lesson, db, later(UNDO_FOR_MS - 1)).length]).toEqual([
      [],
      1,
    ]);
    expect(setTakenOut(lesson, id, false, db)).toBe(true);
    expect(listClasses(lesson, db)).toHaveLength(1);
    setTakenOut(lesson, id, true, db, at);
    expect(listTakenOut(lesson, db, later(UNDO_FOR_MS + 1))).toEqual([]);
    expect(setTakenOut(lesson, id, false, db)).toBe(false);
    expect(rewriteClass(lesson, id, CLASS, db)).toBe(false);
    db.$client.pragma("wal_checkpoint(TRUNCATE)");
    expect(readFileSync(join(folder, DATABASE_FILE)).includes("xyzzy-of-the-quay")).toBe(false);
  });

  test("the pace of an age is learnt from all its classes, and from no other's", () => {
    expect(learntPaceOf("9-11", db)).toBeNull();
    keep("a-slow-class", { ...CLASS, steps: [{ ...STEP, tookMs: 200_000 }] });
    const learnt = learntPaceOf("9-11", db);
    expect(learnt).toMatchObject({ classes: 1, guessMs: 18_000 });
    expect(learnt?.lineMs).toBeGreaterThan(18_000);
    expect(learntPaceOf("7-9", db)).toBeNull();
  });

  test("a bundle has the record only where it is asked for, and gives it back", async () => {
    keep("a-key-of-a-class");
    for (const withRecord of [false, true]) {
      const stream = await writeBundle(lesson, db, folder, withRecord);
      if (!stream) throw new Error("no bundle");
      const path = join(folder, "bundle.zip");
      writeFileSync(path, await buffer(stream));
      expect(readFileSync(path).includes("classes.csv")).toBe(withRecord);
      const read = await readBundle(path, "bundle.zip", db, folder);
      if (!("id" in read)) throw new Error(read.problems.join());
      expect(listClasses(read.id, db).map((c) => c.taught)).toEqual(withRecord ? [CLASS] : []);
    }
  });

  test("a lesson goes on from another's finished sheet, and its course knows when that one has changed", async () => {
    const on = goOnWith(lesson, db) ?? "";
    const course: Course = {
      ...blankCourse("Quay"),
      lessons: [on, lesson].map((lessonId) => ({ lessonId, buildsOn: [] })),
    };
    const id = createCourse(course, db);
    const judged = async () => {
      const now = findCourse(id, db)?.course ?? course;
      return layCourse(now, await factsOfCourse(now, db)).findings.map((f) => f.code);
    };
    expect(await judged()).toEqual(["before-its-sheet"]);
    expect(saveCourseEdit(id, { do: "move", lessonId: on, to: 1 }, db)).toBeNull();
    expect(await judged()).toEqual([]);
    saveChanges(lesson, 1, [changeAt("lesson", "title", "Crates anew")], db);
    expect(await judged()).toEqual(["sheet-changed"]);
    expect(stepCourse(id, "undo", db)).toBe(true);
    expect(findCourse(id, db)?.course).toEqual(course);
    expect(stepCourse(id, "undo", db)).toBe(false);
    expect(stepCourse(id, "redo", db)).toBe(true);
    expect(saveCourseEdit(id, { do: "set", to: { pupils: 30 } }, db)).toBeNull();
    expect(findCourse(id, db)).toMatchObject({ canUndo: true, canRedo: false, course: { pupils: 30 } });
    expect(saveCourseEdit(999, { do: "drop", lessonId: on }, db)).toMatch(/no such course/);
  });
});
