import { createWriteStream, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pipeline } from "node:stream/promises";
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { ZipFile } from "yazl";
import type { Change } from "#core/base";
import { applyChanges } from "#core/changes";
import { blankLesson } from "#core/lesson";
import { readBundle, writeBundle } from "../../server/bundles.server.ts";
import { type Db, openDatabase } from "../../server/db/database.server.ts";
import { listDemos, putDemoOnShelf, readDemo } from "../../server/demos.server.ts";
import { findFile } from "../../server/files/store.server.ts";
import { touchEachOther } from "../../server/lessons/merge-changes.ts";
import {
  createLesson,
  duplicateLesson,
  findLesson,
  listSetAside,
  saveChanges,
} from "../../server/lessons.server.ts";
import { listShelf } from "../../server/shelf.server.ts";
import { hearSaved } from "../../server/watch.server.ts";
import { lesson, put, views } from "./put-down.ts";

const onShelf = (of: Db) => listShelf({ most: 100 }, of).lessons.map((l) => l.id);

const [home, away] = [0, 1].map(() => mkdtempSync(join(tmpdir(), "regulanda-bundles-")));
let db: Db;
let other: Db;
beforeAll(() => {
  db = openDatabase(home ?? "");
  other = openDatabase(away ?? "");
});
afterAll(() => {
  for (const folder of [home, away]) rmSync(folder ?? "", { recursive: true });
});

async function bundleOf(id: string): Promise<string> {
  const path = join(home ?? "", `${id}.zip`);
  const bundle = await writeBundle(id, db, home);
  if (!bundle) throw new Error("no bundle");
  await pipeline(bundle, createWriteStream(path));
  return path;
}

async function zipOf(files: Readonly<Record<string, string>>): Promise<string> {
  const zip = new ZipFile();
  for (const [name, text] of Object.entries(files)) zip.addBuffer(Buffer.from(text), name);
  zip.end();
  const path = join(home ?? "", "made.zip");
  await pipeline(zip.outputStream as unknown as NodeJS.ReadableStream, createWriteStream(path));
  return path;
}

describe("a bundle", () => {
  test("carries a lesson with its recording to another machine, the same to the byte", async () => {
    const take = listDemos().find((d) => readDemo(d.name).takes.some((t) => t.video));
    const id = await putDemoOnShelf(take?.name ?? "", db, home);
    const path = await bundleOf(id ?? "");
    const brought = await readBundle(path, "glasshouse.zip", other, away);
    if (!("id" in brought)) throw new Error(brought.problems.join(" "));
    expect(brought.notes).toEqual([]);
    const [here, there] = [findLesson(id ?? "", db)?.lesson, findLesson(brought.id, other)?.lesson];
    expect(there).toEqual(here);
    const video = there?.takes[0]?.video?.file ?? "";
    const stored = await findFile(video, other, away);
    const original = await findFile(video, db, home);
    expect(readFileSync(stored?.path ?? "").equals(readFileSync(original?.path ?? ""))).toBe(true);
  });

  test.each([
    ["no ZIP file at all", null, /no ZIP file/],
    ["a ZIP file without a lesson", { "notes.txt": "hello" }, /no lesson\.json/],
    ["a lesson that is none", { "lesson.json": '{"format":"regulanda-lesson"}' }, /version|title|plan/],
  ] as const)("%s is refused in words and changes nothing", async (_, files, said) => {
    const before = onShelf(other).length;
    let path = join(home ?? "", "broken.zip");
    if (files === null) writeFileSync(path, "this is text");
    else path = await zipOf(files);
    const answer = await readBundle(path, "broken.zip", other, away);
    if ("id" in answer) throw new Error("was taken");
    expect(answer.problems[0]).toBe('"broken.zip" was not brought in; the shelf is as it was.');
    expect(answer.problems.join(" ")).toMatch(said);
    expect(onShelf(other).length).toBe(before);
  });

  test("a recording that is missing from it is named, and the lesson kept", async () => {
    const demo = listDemos()
      .map((d) => readDemo(d.name))
      .find((l) => l.takes.some((t) => t.video));
    const takes = demo?.takes.map((t) => ({
      ...t,
      video: t.video && { ...t.video, file: "takes/gone.mp4" },
    }));
    const path = await zipOf({ "lesson.json": JSON.stringify({ ...demo, takes }) });
    const answer = await readBundle(path, "half.zip", other, away);
    expect("id" in answer && answer.notes[0]).toMatch(/recording of .* is not in the bundle/);
  });
});

describe("two windows on one lesson", () => {
  const label = (id: string, value: string): Change[] => [{ id: `object/${id}`, field: "label", value }];
  const twoBoxes = () =>
    createLesson(
      put(put(lesson(views.one, []), "box", [30, 100], [60, 150]), "box", [180, 120], [220, 170]),
      db,
    );

  test("edits of different things are both kept, in either order", () => {
    const id = twoBoxes();
    expect(saveChanges(id, 1, label("box-1", "left crate"), db)).toEqual({ kind: "saved", revision: 2 });
    expect(saveChanges(id, 1, label("box-2", "right crate"), db)).toEqual({
      kind: "saved",
      revision: 3,
      merged: true,
    });
    expect(findLesson(id, db)?.lesson.objects.map((o) => o.label)).toEqual(["left crate", "right crate"]);
    expect(listSetAside(id, db)).toEqual([]);
  });

  test("edits of the same thing are not mixed: the later one is set aside", () => {
    const id = twoBoxes();
    saveChanges(id, 1, label("box-1", "left crate"), db);
    expect(saveChanges(id, 1, label("box-1", "tall crate"), db)).toMatchObject({ kind: "conflict" });
    expect(saveChanges(id, 1, [{ id: "object/box-1", field: "self", value: null }], db)).toMatchObject({
      kind: "conflict",
    });
    expect(listSetAside(id, db).length).toBe(2);
  });

  test("changes that do not touch each other give the same lesson in either order", () => {
    const start = put(put(lesson(views.one, []), "box", [30, 100], [60, 150]), "box", [180, 120], [220, 170]);
    const anyChange = fc.oneof(
      fc.record({
        id: fc.constantFrom("object/box-1", "object/box-2"),
        field: fc.constantFrom("label", "seeThrough", "handles", "handles.fromLeftMm", "self"),
        value: fc.constant(null),
      }),
      fc.constant({ id: "lesson", field: "drawingOrder", value: ["box-2", "box-1"] }),
      fc.record({
        id: fc.constant("plan"),
        field: fc.constantFrom("parts", "sessionMinutes"),
        value: fc.constant(30),
      }),
    );
    const filled = (c: { id: string; field: string; value: unknown }): Change => {
      const object = start.objects.find((o) => `object/${o.id}` === c.id) as { handles?: object } | undefined;
      const values: Record<string, unknown> = {
        label: "crate",
        seeThrough: true,
        handles: { ...object?.handles, fromBottomMm: 12 },
        "handles.fromLeftMm": 55,
        parts: 2,
      };
      return { ...c, value: (c.field in values ? values[c.field] : c.value) as Change["value"] };
    };
    let met = 0;
    fc.assert(
      fc.property(anyChange, anyChange, (x, y) => {
        const [a, b] = [[filled(x)], [filled(y)]];
        if (touchEachOther(a, b)) return;
        met++;
        const apply = (first: Change[], second: Change[]) => {
          const one = applyChanges(start, first);
          const both = one.ok ? applyChanges(one.value.lesson, second) : one;
          return both.ok ? both.value.lesson : null;
        };
        expect(apply(a, b)).toEqual(apply(b, a));
      }),
    );
    expect(met).toBeGreaterThan(20);
  });

  test("each window hears of a save once it is on disk, and no more after it closed", () => {
    const id = twoBoxes();
    const heard: number[] = [];
    const stop = hearSaved(id, (revision) => {
      heard.push(revision);
      expect(findLesson(id, db)?.revision).toBe(revision);
    });
    saveChanges(id, 1, label("box-1", "crate"), db);
    saveChanges(id, 1, label("box-1", "other"), db);
    stop();
    saveChanges(id, 2, label("box-1", "late"), db);
    expect(heard).toEqual([2]);
  });
});

test("a copy has its own title and address, and the first stays as it was", () => {
  const id = createLesson(blankLesson("Crane tower", "mm"), db);
  const copy = duplicateLesson(id, db);
  expect(findLesson(copy ?? "", db)?.lesson.title).toBe("Crane tower, copy");
  expect(findLesson(id, db)?.lesson.title).toBe("Crane tower");
  expect(duplicateLesson("nowhere", db)).toBeNull();
});
