import fc from "fast-check";
import { expect, test } from "vitest";
import { sampleLesson } from "#core/document/changes";
import type { Lesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import { differences } from "../follower/against.ts";
import { lessonWith } from "./recipe-arbitraries.ts";

// A pupil never marks a corner on a thing that is finished: what stands behind it begins where it shows.

type V3 = readonly [number, number, number];
const dot = (a: V3, b: V3) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** A crate on the ground, and a second one like it drawn after it. */
function twoCrates(lesson: Lesson, dx: number, dy: number): Lesson {
  const objects = lesson.objects.flatMap((o): Lesson["objects"] => {
    if (o.recipe !== "box") return [o];
    const first = { ...o, depthSetBy: "ground" as const, seeThrough: false, back: "closed" as const };
    const { fromLeftMm, fromBottomMm } = o.handles;
    const size = (extent: object) => ("mm" in extent ? Number(extent.mm) : 40);
    const handles = {
      ...o.handles,
      fromLeftMm: fromLeftMm + dx * size(o.handles.width),
      fromBottomMm: fromBottomMm + dy * size(o.handles.height),
    };
    return [first, { ...first, id: "second", label: "second crate", handles }];
  });
  return { ...lesson, plan: { ...lesson.plan, erase: "each-object", help: "same" }, objects };
}

/** Whether a place in space lies behind the first crate: by the half-spaces of its faces, nothing drawn on paper. */
function isBehind(c: ComputedLesson, at: V3): boolean {
  const solid = c.program.scene.get("box-1")?.built.solid;
  const ray: V3 = [at[0] / at[2], at[1] / at[2], 1];
  let [near, far] = [0, Number.POSITIVE_INFINITY];
  for (const face of solid?.faces ?? []) {
    const p = solid?.corners[face.corners[0] ?? ""] ?? [0, 0, 0];
    const [speed, offset] = [dot(face.normal, ray), dot(face.normal, p)];
    if (Math.abs(speed) < 1e-12) {
      if (offset < 0) return false;
      continue;
    }
    if (speed < 0) near = Math.max(near, offset / speed);
    else far = Math.min(far, offset / speed);
  }
  // Clear of the crate's own borders, where a thousandth of a millimetre decides.
  return near < far * (1 - 1e-3) && near > 0 && near < at[2] * (1 - 1e-3);
}

/** Crates in each other or off the sheet, and what no pupil can be told. */
const UNDRAWABLE = new Set(["cannot-be-told", "interpenetrating", "cut-by-sheet"]);

/** How far the second crate stands beside and above the first, in shares of its width and height. */
const shift = fc.tuple(
  fc.integer({ min: -7, max: 7 }).map((n) => n / 10),
  fc.integer({ min: 2, max: 8 }).map((n) => n / 10),
);

test.each(["one-point", "two-point"] as const)(
  "the corner a crate is begun at is not behind the finished one: %s",
  (kind) => {
    let elsewhere = 0;
    fc.assert(
      fc.property(lessonWith("box", kind), shift, (base, [dx, dy]) => {
        const c = computeLesson(twoCrates(base, dx, dy));
        const solid = c.program.scene.get("second")?.built.solid;
        const begun = c.moves.flatMap((m) => m.points).find((p) => p.id.startsWith("second/"));
        const at = solid?.corners[begun?.id.replace("second/", "") ?? ""];
        if (!solid || !at || begun?.rule.kind !== "from-edges") return;
        // Where the usual corner is hidden another of the face that lies true is taken, if one shows.
        const usual = solid.corners["front-left-bottom"];
        const flat = c.steps.find((s) => s.id === "second/front")?.acts.length ?? 0;
        if (!usual || !isBehind(c, usual) || flat < 2) return;
        const ups = ["front-left-top", "front-right-top", "front-right-bottom"];
        const faces = kind === "one-point" ? ups : ["front-left-top"];
        const shows = faces.some((name) => solid.corners[name] && !isBehind(c, solid.corners[name] as V3));
        if (!shows) return;
        elsewhere++;
        expect(isBehind(c, at)).toBe(false);
      }),
      { numRuns: 150, seed: 7 },
    );
    expect(elsewhere).toBeGreaterThan(20);
  },
);

test("straight ahead, a front with one corner hidden is told without a letter there, and drawn the same", () => {
  let told = 0;
  fc.assert(
    fc.property(lessonWith("box", "one-point"), shift, (base, [dx, dy]) => {
      const c = computeLesson(twoCrates(base, dx, dy));
      const solid = c.program.scene.get("second")?.built.solid;
      const front = ["left-bottom", "left-top", "right-top", "right-bottom"].map((side) => `front-${side}`);
      const hidden = front.filter((name) => solid?.corners[name] && isBehind(c, solid.corners[name] as V3));
      // An edge that comes out from behind the finished crate starts at its corner there all the same.
      const goesOn = c.moves.some((m) => m.phase !== "front" && m.ends?.[0] === `second/${hidden[0]}`);
      if (hidden.length !== 1 || goesOn || c.findings.some((f) => UNDRAWABLE.has(f.code))) return;
      told++;
      const steps = c.steps.filter((s) => s.id.split("~")[0] === "second/front");
      const bearers = steps.flatMap((s) =>
        s.acts.flatMap((a) => (a.told.bearers ?? []).map(([name, id]) => ({ name, id, step: s }))),
      );
      const spoken = bearers.filter((b) => b.step.pictured.letters.some((l) => l.says === b.name));
      expect(spoken.map((b) => b.id)).not.toContain(`second/${hidden[0]}`);
      expect(differences(c).differences).toEqual([]);
    }),
    { numRuns: 450, seed: 11 },
  );
  expect(told).toBeGreaterThan(8);
});

test("guides of a thing in a room run lightly over the back wall to their point", () => {
  const room = sampleLesson("room", "one-point");
  const [box] = sampleLesson("box", "one-point").objects;
  if (box?.recipe !== "box") throw new Error("box");
  const handles = {
    fromLeftMm: 60,
    fromBottomMm: 15,
    width: { mm: 50 },
    height: { mm: 35 },
    depth: { fraction: 0.3 },
  };
  const chest = { ...box, id: "chest", label: "chest", handles };
  const c = computeLesson({ ...room, objects: [...room.objects, chest] });
  const guides = c.steps.filter((s) => s.id === "chest/guides");
  expect(guides).toHaveLength(1);
  expect(guides[0]?.instruction[0]).toMatch(/^From C, D and B draw lightly to the vanishing point\.$/);
  const point = c.lesson.view.frames[0]?.kind === "one-point" ? c.lesson.view.frames[0].vanishingPoint : null;
  for (const s of c.paper.strokes.filter(
    (k) => k.objectId === "chest" && guides[0]?.firstMove === k.moveIndex,
  )) {
    expect(s.stoppedBy).toEqual([]);
    expect(s.to.xMm).toBeCloseTo(point?.fromLeftMm ?? Number.NaN, 6);
    expect(s.pieces.at(-1)?.to).toBe(1);
  }
  expect(differences(c).differences).toEqual([]);
});
