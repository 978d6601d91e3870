import fc from "fast-check";
import { expect, test } from "vitest";
import type { Lesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import { fillsAfter } from "#core/drawing/paper";
import { pointInBlock } from "#core/drawing/solids";
import { worldToPaper } from "#core/drawing/view";
import { distanceMm, findPaperPoint, regionContains } from "#core/ground/geometry";
import { lessonWith, VIEW_KINDS } from "./recipe-arbitraries.ts";

/** A place a little beyond either side of a crate, so that its borders are asked too. */
const share = fc.integer({ min: -30, max: 130 }).map((n) => (n + 0.37) / 100);

type V3 = readonly [number, number, number];
const dot = (a: V3, b: V3) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Everything on the ground and opaque, rubbed out as it goes, and a second crate in front of or behind the first. */
function withSecondCrate(lesson: Lesson, dx: number, dy: number): Lesson {
  const first = lesson.objects[0];
  if (first?.recipe !== "box") return lesson;
  const second = {
    ...first,
    id: "second",
    handles: {
      ...first.handles,
      fromLeftMm: first.handles.fromLeftMm + dx,
      fromBottomMm: first.handles.fromBottomMm + dy,
    },
  };
  const objects = [first, second, ...lesson.objects.slice(1)].map((o) =>
    o.recipe === "box" ? { ...o, depthSetBy: "ground" as const, seeThrough: false } : o,
  );
  return { ...lesson, plan: { ...lesson.plan, erase: "each-object" }, objects };
}

/** The depth at which a ray from the eye first meets a box: by the half-spaces of its faces, nothing drawn on paper. */
function entry(c: ComputedLesson, objectId: string, ray: V3): number {
  const solid = c.program.scene.get(objectId)?.built.solid;
  let [near, far] = [0, Number.POSITIVE_INFINITY];
  for (const face of solid?.faces ?? []) {
    const p = solid?.corners[face.corners[0] ?? ""] ?? [0, 0, 0];
    const [speed, offset] = [dot(face.normal, ray), dot(face.normal, p)];
    if (Math.abs(speed) < 1e-12) {
      if (offset < 0) return Number.POSITIVE_INFINITY;
      continue;
    }
    const z = offset / speed;
    if (speed < 0) near = Math.max(near, z);
    else far = Math.min(far, z);
  }
  return near < far && near > 0 ? near : Number.POSITIVE_INFINITY;
}

test.each(VIEW_KINDS)(
  "a toned crate is filled just where it is the nearest thing a ray from the eye meets: %s",
  (kind) => {
    let [filled, bare] = [0, 0];
    fc.assert(
      fc.property(
        lessonWith("tone", kind),
        fc.integer({ min: -150, max: 150 }),
        fc.integer({ min: -60, max: 60 }),
        fc.array(fc.tuple(share, share, share), { minLength: 40, maxLength: 40 }),
        (base, dx, dy, spots) => {
          const c = computeLesson(withSecondCrate(base, dx, dy));
          // Crates that stick into each other meet in no drawn line: which one shows there is not asked.
          if (c.findings.some((f) => f.code === "interpenetrating" || f.severity === "fault")) return;
          const { camera } = c.view;
          const crate = c.program.scene.get("box-1")?.built.block;
          const standing = fillsAfter(c.paper, c.moves.length - 1);
          const faces = c.program.scene.get("box-1")?.built.solid.faces ?? [];
          const toned = new Set(c.paper.fills.map((f) => f.id.replace(/^.*fill-/, "")));
          for (const [u, v, w] of spots) {
            const spot = crate && findPaperPoint(worldToPaper(camera, pointInBlock(crate, u, v, w)));
            if (
              !spot ||
              spot.xMm < 0.5 ||
              spot.yMm < 0.5 ||
              spot.xMm > c.sheet.widthMm - 0.5 ||
              spot.yMm > c.sheet.heightMm - 0.5
            )
              continue;
            const { xMm: x, yMm: y } = spot;
            const rayAt = (ex: number, ey: number): V3 => [
              (x + ex - camera.principal.xMm) / camera.distanceMm,
              (y + ey - camera.principal.yMm) / camera.distanceMm,
              1,
            ];
            const answers = [
              [0, 0],
              [0.1, 0],
              [-0.1, 0],
              [0, 0.1],
              [0, -0.1],
              [0.1, 0.1],
              [-0.1, 0.1],
              [0.1, -0.1],
              [-0.1, -0.1],
            ].map(([ex = 0, ey = 0]) => {
              const ray = rayAt(ex, ey);
              const [a, b] = [entry(c, "box-1", ray), entry(c, "second", ray)];
              if (!Number.isFinite(a) || b < a * (1 - 1e-9)) return false;
              const at: V3 = [ray[0] * a, ray[1] * a, a];
              const face = faces.find((f) => {
                const p = c.program.scene.get("box-1")?.built.solid.corners[f.corners[0] ?? ""] ?? [0, 0, 0];
                return dot(f.normal, ray) < 0 && Math.abs(dot(f.normal, at) - dot(f.normal, p)) < 1e-6 * a;
              });
              return face !== undefined && toned.has(face.id);
            });
            if (new Set(answers).size > 1) continue;
            const p = { xMm: x, yMm: y };
            const isFilled = standing.some((f) => f.regions.some((r) => regionContains(r, p)));
            if (answers[0]) filled++;
            else bare++;
            expect(isFilled, `${x.toFixed(1)}, ${y.toFixed(1)}`).toBe(answers[0]);
          }
        },
      ),
      { numRuns: 180 },
    );
    expect(filled).toBeGreaterThan(20);
    expect(bare).toBeGreaterThan(100);
  },
);

test.each(VIEW_KINDS)(
  "every mirrored corner lies as far below the water as its own above it, straight below: %s",
  (kind) => {
    let compared = 0;
    fc.assert(
      fc.property(lessonWith("reflection", kind), fc.integer({ min: 0, max: 30 }), (base, dropMm) => {
        const lesson = {
          ...base,
          objects: base.objects.map((o) =>
            o.recipe === "reflection" ? { ...o, handles: { ...o.handles, dropMm } } : o,
          ),
        };
        const c = computeLesson(lesson);
        const own = c.program.scene.get("box-1")?.built.solid;
        const mirrored = c.program.scene.get("reflection-1")?.built;
        if (!own || !mirrored || c.findings.some((f) => f.code === "behind-the-eye")) return;
        for (const [name, p] of Object.entries(own.corners)) {
          const [q, water] = [mirrored.solid.corners[name], mirrored.points[`water-${name}`]];
          if (!q || !water) continue;
          compared++;
          for (const i of [0, 1, 2] as const) expect((p[i] + q[i]) / 2).toBeCloseTo(water[i], 5);
          const across = [q[0] - p[0], q[1] - p[1], q[2] - p[2]] as const;
          const { normal } = c.view.ground;
          const along = dot(across, normal);
          expect(
            Math.hypot(
              across[0] - normal[0] * along,
              across[1] - normal[1] * along,
              across[2] - normal[2] * along,
            ),
          ).toBeLessThan(1e-6 * Math.hypot(...p));
        }
      }),
      { numRuns: 80 },
    );
    expect(compared).toBeGreaterThan(100);
  },
);

test("equal on paper only with a level camera: looking up, a mirrored length measures otherwise than its own", () => {
  let [equal, other] = [0, 0];
  for (const kind of ["one-point", "looking-up"] as const)
    fc.assert(
      fc.property(lessonWith("reflection", kind), (base) => {
        const c = computeLesson({
          ...base,
          objects: base.objects.map((o) =>
            o.recipe === "reflection" ? { ...o, handles: { ...o.handles, dropMm: 0 } } : o,
          ),
        });
        const h = c.evaluation.points.get("box-1/front-left-top");
        const below = c.program.scene.get("reflection-1")?.built.points["water-front-left-top"];
        const top = h && findPaperPoint(h);
        const water = below && findPaperPoint(worldToPaper(c.view.camera, below));
        const made = c.moves
          .flatMap((m) => m.points)
          .find((p) => p.id === "reflection-1/front-left-top" && p.rule.kind === "along");
        if (!top || !water || made?.rule.kind !== "along") return;
        const [down, on] = [distanceMm(top, water), made.rule.mm];
        if (down < 5) return;
        if (Math.abs(down - on) < 1e-6) equal++;
        else other++;
        expect(Math.abs(down - on) < 1e-6).toBe(kind === "one-point");
      }),
      { numRuns: 60 },
    );
  expect(equal).toBeGreaterThan(10);
  expect(other).toBeGreaterThan(10);
});
