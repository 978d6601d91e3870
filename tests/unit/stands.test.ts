import { expect, test } from "vitest";
import {
  applyChanges,
  furtherThings,
  goOverAlso,
  sampleLesson,
  standChoices,
  standOn,
} from "#core/document/changes";
import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { tradeSample } from "../demo-lesson.ts";
import { differences } from "../follower/against.ts";

function changed(lesson: Lesson, changes: Parameters<typeof applyChanges>[1]): Lesson {
  const done = applyChanges(lesson, changes);
  if (!done.ok) throw new Error(done.findings[0]?.message);
  return done.value.lesson;
}

const hall = sampleLesson("room", "one-point");
const [crate] = sampleLesson("box", "one-point").objects;
if (crate?.recipe !== "box") throw new Error("box");
const small = {
  ...crate.handles,
  width: { mm: 25 },
  height: { mm: 20 },
  depth: { fraction: 0.3 },
  fromBottomMm: 10,
};
const lesson: Lesson = { ...hall, objects: [...hall.objects, { ...crate, id: "crate", handles: small }] };
const thing = (l: Lesson) => l.objects.find((o) => o.id === "crate") as NonNullable<Lesson["objects"][0]>;
const room = lesson.objects[0]?.id ?? "";

test.each(["left-wall", "right-wall", "ceiling"])(
  "a crate is stood on the %s by choosing it, and taken down again",
  (face) => {
    const before = computeLesson(lesson);
    const choices = standChoices(lesson, thing(lesson), before.program.scene, before.view);
    const stand = { object: room, face };
    expect(choices.map((c) => c.stand)).toContainEqual(stand);
    const up = changed(lesson, standOn(thing(lesson), stand, before.program.scene, before.view));
    const c = computeLesson(up);
    expect(c.findings.filter((f) => f.severity !== "note")).toEqual([]);
    expect(differences(c).differences).toEqual([]);
    const side = c.program.scene.get(room)?.built.solid.faces.find((f) => f.id === face);
    const solid = c.program.scene.get("crate")?.built.solid;
    const on = side && c.program.scene.get(room)?.built.solid.corners[side.corners[0] ?? ""];
    const away = Object.values(solid?.corners ?? {}).map((p) =>
      p.reduce((sum, x, i) => sum + (x - (on?.[i] ?? 0)) * (side?.normal[i] ?? 0), 0),
    );
    expect(Math.min(...away)).toBeCloseTo(0, 6);
    expect(Math.max(...away)).toBeGreaterThan(1);
    const down = changed(up, standOn(thing(up), "ground", c.program.scene, c.view));
    expect(thing(down)).toMatchObject({ depthSetBy: "ground" });
    expect(thing(down)).not.toHaveProperty("turned");
  },
);

test("nothing is offered to stand on what stands on it", () => {
  const onIt = { ...crate, id: "lid", label: "lid", depthSetBy: { object: "crate", face: "top" } };
  const both: Lesson = { ...lesson, objects: [...lesson.objects, onIt] };
  const { program, view } = computeLesson(both);
  const stands = standChoices(both, thing(both), program.scene, view).map((c) => c.stand);
  expect(JSON.stringify(stands)).not.toContain('"lid"');
  expect(standChoices(both, onIt, program.scene, view).map((c) => c.stand)).toContainEqual(onIt.depthSetBy);
});

test("a fan goes on over houses, a mirror over what stands by the water, and neither over itself", () => {
  const mirrored = tradeSample("reflections");
  const mirror = mirrored.objects.find((o) => o.recipe === "reflection");
  const scene = computeLesson(mirrored).program.scene;
  const further = mirror && furtherThings(mirror, mirrored.objects, scene);
  expect(further?.chosen).toEqual(["poplars"]);
  expect(further?.possible.map((o) => o.id)).toEqual(["poplars"]);
  const alone = mirror && changed(mirrored, goOverAlso(mirror, []));
  expect(alone?.objects.find((o) => o.recipe === "reflection")).not.toHaveProperty("alsoOf");
  const fan = tradeSample("fan-three-houses");
  const windows = fan.objects.find((o) => o.recipe === "openings");
  const walls = windows && furtherThings(windows, fan.objects, computeLesson(fan).program.scene);
  expect(walls?.possible.map((o) => o.id)).toEqual(["house-2", "house-3"]);
});
