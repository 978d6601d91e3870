import fc from "fast-check";
import { expect, test } from "vitest";
import { applyChanges, putObject } from "#core/document/changes";
import { blankLesson, type Lesson } from "#core/document/lesson";
import { computeLesson, drawLesson } from "#core/document/pipeline";
import type { RecipeName } from "#core/drawing/recipes";
import { differences } from "../follower/against.ts";
import { holds } from "../holds.ts";
import { foundWhereSeen } from "./found-where-seen.ts";
import { ruled } from "./ruled.ts";
import { standsWhereSeen } from "./stands-where-seen.ts";

// Every side of a room may serve as the floor: what stands on it leads away from it and never through it.

const STANDING = ["box", "table", "archway", "outline"] as const satisfies RecipeName[];
const SIDES = ["floor", "left-wall", "right-wall", "ceiling"] as const;
type Side = (typeof SIDES)[number];

const tenths = (min: number, max: number) =>
  fc.integer({ min: Math.round(min * 10), max: Math.round(max * 10) }).map((n) => n / 10);

/** A room with a thing put down where the hand touched one of its sides; null where nothing can stand there. */
const inRoom = (recipe: RecipeName, side: Side) =>
  fc
    .record({ x: tenths(110, 190), horizon: tenths(70, 140), along: tenths(0.25, 0.75), up: tenths(8, 20) })
    .map(({ x, horizon, along, up }): Lesson | null => {
      const blank = blankLesson("Hall", "mm");
      const lesson = {
        ...blank,
        view: {
          ...blank.view,
          horizonFromTopMm: horizon,
          frames: [{ id: "main", kind: "one-point" as const, vanishingPoint: { fromLeftMm: x } }],
        },
        objects: [
          { id: "hall", label: "hall", frame: "main", recipe: "room" as const, handles: { back: 0.7 } },
        ],
      } as Lesson;
      const { view, program } = drawLesson(lesson);
      const { widthMm: w, heightMm: h } = lesson.sheet;
      const foot = {
        floor: { xMm: w * along, yMm: h - 6 },
        ceiling: { xMm: w * along, yMm: 6 },
        "left-wall": { xMm: 6, yMm: h * along },
        "right-wall": { xMm: w - 6, yMm: h * along },
      }[side];
      const inward = { floor: [0, -1], ceiling: [0, 1], "left-wall": [1, 0], "right-wall": [-1, 0] }[side];
      const [dx = 0, dy = 0] = inward;
      const to = { xMm: foot.xMm + (dx || 1) * up, yMm: foot.yMm + (dy || 1) * up };
      const placed = putObject(lesson, view, recipe, foot, to, null, program.scene);
      if (!placed) return null;
      const done = applyChanges(lesson, placed.changes);
      return done.ok ? done.value.lesson : null;
    });

test.each(STANDING)("%s on every side of a room", (recipe) => {
  for (const [k, side] of SIDES.entries()) {
    let [stood, followed] = [0, 0];
    for (const lesson of fc.sample(inRoom(recipe, side), { numRuns: 3, seed: 31 + k })) {
      if (!lesson) continue;
      stood++;
      const on = { depthSetBy: side === "floor" ? "ground" : { object: "hall", face: side } };
      expect(lesson.objects[1], side).toMatchObject(on);
      const drawn = ruled(lesson);
      foundWhereSeen(lesson, drawn);
      standsWhereSeen(lesson);
      const [hall, thing] = [...drawn.program.scene.values()].map((s) => s.built);
      const face = hall?.solid.faces.find((f) => f.id === side);
      const corner = face && hall?.solid.corners[face.corners[0] as string];
      holds(
        corner !== undefined && thing !== undefined && thing !== null,
        () => `${side}: nothing stands there`,
      );
      for (const [name, p] of Object.entries(thing?.solid.corners ?? {})) {
        const away = [0, 1, 2].reduce(
          (sum, i) => sum + ((p[i] ?? 0) - (corner?.[i] ?? 0)) * (face?.normal[i] ?? 0),
          0,
        );
        holds(away > -1e-6, () => `${recipe}, ${side}: ${name} lies ${-away} mm behind the side`);
      }
      if (differences(computeLesson(lesson)).differences.length === 0) followed++;
    }
    expect(stood, side).toBeGreaterThan(1);
    expect(followed / stood, side).toBeGreaterThan(0.6);
  }
});
