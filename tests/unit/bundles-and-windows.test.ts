import {
  createWriteStream,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  readlinkSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { ZipFile } from "yazl";
import { applyChanges, touching } from "#core/document/changes";
import { blankLesson } from "#core/document/lesson";
import type { Change, Json } from "#core/ground/base";
import { readBundle, writeBundle } from "../../server/bundles.server.ts";
import { type Db, openDatabase } from "../../server/db/database.server.ts";
import { listDemos, putDemoOnShelf, readDemo } from "../../server/demos.server.ts";
import { findFile, storeFile } from "../../server/files/store.server.ts";
import {
  createLesson,
  duplicateLesson,
  findLesson,
  listSetAside,
  saveChanges,
} from "../../server/lessons.server.ts";
import { listShelf } from "../../server/shelf.server.ts";
import { hearSaved } from "../../server/watch.server.ts";
import { changeAt } from "../change-at.ts";
import { lesson, put, views } from "./put-down.ts";
import { box, smallMp4 } from "./small-recordings.ts";

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

async function zipOf(files: Readonly<Record<string, string | Buffer>>): Promise<string> {
  const zip = new ZipFile();
  for (const [name, text] of Object.entries(files))
    zip.addBuffer(Buffer.isBuffer(text) ? text : Buffer.from(text), name);
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

describe("a bundle that is not what it says", () => {
  const demo = listDemos()
    .map((d) => readDemo(d.name))
    .find((l) => l.takes.some((t) => t.video));
  const named = (...files: string[]) => {
    const [take] = demo?.takes ?? [];
    const takes = files.map((file, i) => ({
      ...take,
      id: `take-${i}`,
      video: take?.video && { ...take.video, file },
    }));
    return JSON.stringify({ ...demo, takes, currentTake: "take-0" });
  };
  const kept = () => {
    const files = join(away ?? "", "files");
    return existsSync(files) ? readdirSync(files).sort() : [];
  };
  const refused = async (files: Readonly<Record<string, string | Buffer>>, said: RegExp) => {
    const before = [kept(), onShelf(other)];
    const answer = await readBundle(await zipOf(files), "bad.zip", other, away);
    expect("problems" in answer && answer.problems.join(" ")).toMatch(said);
    expect([kept(), onShelf(other)]).toEqual(before);
  };

  test("unpacks to many times its size", async () => {
    const film = Buffer.concat([smallMp4("x"), box("free", Buffer.alloc(3 * 1024 ** 2))]);
    await refused({ "lesson.json": named("takes/a.mp4"), "takes/a.mp4": film }, /20 times its size/);
    await refused({ "lesson.json": Buffer.alloc(9 * 1024 ** 2, 32) }, /larger than 8 MB/);
  });

  test("holds a recording that breaks off: the one before it, which was good, goes again too", async () => {
    const good = smallMp4("a good one, not packed by chance: 8cf1e2");
    await refused(
      {
        "lesson.json": named("takes/a.mp4", "takes/b.mp4"),
        "takes/a.mp4": good,
        "takes/b.mp4": good.subarray(0, -2),
      },
      /"b\.mp4" breaks off/,
    );
    // Where the good one was there before, it stays.
    const about = { originalName: "a.mp4", mediaType: "video/mp4" };
    const { file } = await storeFile(Readable.from([good]), about, undefined, other, away);
    await refused(
      {
        "lesson.json": named("takes/a.mp4", "takes/b.mp4"),
        "takes/a.mp4": good,
        "takes/b.mp4": good.subarray(0, -2),
      },
      /"b\.mp4" breaks off/,
    );
    expect(kept()).toContain(file);
  });

  test("is left in the middle by its reader: no recording stays open", async () => {
    const film = Buffer.concat([smallMp4("x"), box("free", Buffer.alloc(4 * 1024 ** 2))]);
    const about = { originalName: "long.mp4", mediaType: "video/mp4" };
    const { file } = await storeFile(Readable.from([film]), about, undefined, db, home);
    const [take] = demo?.takes ?? [];
    if (!demo || !take?.video) throw new Error("no demo with a take");
    const id = createLesson({ ...demo, takes: [{ ...take, video: { ...take.video, file } }] }, db);
    const open = () =>
      readdirSync("/proc/self/fd").filter((fd) => {
        try {
          return readlinkSync(`/proc/self/fd/${fd}`).endsWith(file);
        } catch {
          return false;
        }
      }).length;
    for (let i = 0; i < 5; i++) {
      const bundle = await writeBundle(id, db, home);
      if (!bundle) throw new Error("no bundle");
      bundle.on("error", () => {});
      await new Promise((later) => bundle.once("readable", later));
      await expect.poll(open).toBe(1);
      bundle.destroy();
      await expect.poll(open).toBe(0);
    }
  });
});

describe("two windows on one lesson", () => {
  const label = (id: string, value: string): Change[] => [changeAt(`object/${id}`, "label", value)];
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
    expect(saveChanges(id, 1, [changeAt("object/box-1", "self", null)], db)).toMatchObject({
      kind: "conflict",
    });
    expect(listSetAside(id, db).length).toBe(2);
  });

  test("two orders of one list, and a list of frames and what refers to it, are not mixed", () => {
    const two = put(put(lesson(views.one, []), "box", [30, 100], [60, 150]), "box", [180, 120], [220, 170]);
    const order = changeAt("lesson", "drawingOrder", []);
    expect(touching(two, [order])([order])).toBe(true);
    const self = changeAt("object/box-1", "self", null);
    const frames = changeAt("view", "frames", []);
    for (const [a, b, together] of [
      [order, self, true],
      [order, { ...self, id: "take/t" }, false],
      [order, { ...self, field: "label" }, false],
      [frames, { ...self, field: "label" }, true],
      [frames, frames, true],
      [{ ...self, field: "handles.width.mm" }, { ...self, field: "handles" }, true],
      [{ ...self, field: "handles.width.mm" }, { ...self, field: "handles.width2" }, false],
      [{ ...self, field: "handles.width" }, { ...self, field: "handles.height" }, false],
    ] as const) {
      expect(touching(two, [a])([b]), `${a.id} ${a.field}, ${b.id} ${b.field}`).toBe(together);
      expect(touching(two, [b])([a]), `${b.id} ${b.field}, ${a.id} ${a.field}`).toBe(together);
    }
  });

  test("taking a thing away, and standing another on it or naming it in a task, are not mixed", () => {
    const two = put(put(lesson(views.one, []), "box", [30, 100], [60, 150]), "box", [180, 120], [220, 170]);
    const [gone, kept] = [changeAt("object/box-1", "self", null), changeAt("object/box-2", "label", "crate")];
    const stands = changeAt("object/box-2", "depthSetBy", { object: "box-1", face: "top" });
    const behind = changeAt("object/box-2", "depthSetBy", { guidesOf: "box-1" });
    const concerns = {
      id: "check-1",
      kind: "check",
      title: "Look",
      words: "Look.",
      minutes: 1,
      place: "last",
    };
    const task = changeAt("task/check-1", "self", { ...concerns, concerns: [{ thing: "box-1" }] });
    for (const other of [stands, behind, task]) {
      expect(touching(two, [gone])([other]), other.id).toBe(true);
      expect(touching(two, [other])([gone]), other.id).toBe(true);
      expect(touching(two, [kept])([other])).toBe(false);
    }
    expect(touching(two, [gone])([changeAt("task/check-1", "self", concerns)])).toBe(false);
  });

  test("orders of tasks and takes are held against tasks and takes that come and go", () => {
    const start = lesson(views.one, []);
    for (const kind of ["task", "take", "object"]) {
      const order = changeAt("lesson", kind === "object" ? "drawingOrder" : `${kind}Order`, []);
      expect(touching(start, [order])([changeAt(`${kind}/one`, "self", null)]), kind).toBe(true);
      expect(touching(start, [order])([changeAt("object/x", "label", "crate")]), kind).toBe(false);
    }
  });

  test("changes that do not touch each other give the same lesson in either order", () => {
    const start = put(put(lesson(views.one, []), "box", [30, 100], [60, 150]), "box", [180, 120], [220, 170]);
    const anyChange = fc.oneof(
      fc.record({
        id: fc.constantFrom("object/box-1", "object/box-2"),
        field: fc.constantFrom("label", "seeThrough", "handles", "handles.fromLeftMm", "self"),
        value: fc.constant(null),
      }),
      fc.constant(changeAt("lesson", "drawingOrder", ["box-2", "box-1"])),
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
      return changeAt(c.id, c.field, (c.field in values ? values[c.field] : c.value) as Json);
    };
    let met = 0;
    fc.assert(
      fc.property(anyChange, anyChange, (x, y) => {
        const [a, b] = [[filled(x)], [filled(y)]];
        if (touching(start, a)(b)) return;
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
