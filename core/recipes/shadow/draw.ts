import type { Finding } from "../../base/index.ts";
import { areaMm2, findPaperPoint, inBoth, type PaperPoint } from "../../geometry/index.ts";
import { type Built, FLAT, type Page, type Patch } from "../../page/index.ts";
import { cornerAt, findFaceOnPaper, type Solid } from "../../solids/index.ts";
import {
  add,
  dot,
  minus,
  paperToWorld,
  scaled,
  unit,
  type Vec3,
  type View,
  worldToPaper,
} from "../../view/index.ts";
import { hostMissing } from "../host-missing.ts";
import type { Drawing, SolveContext } from "../recipe.ts";
import type { ShadowSlice } from "./shape.ts";

export const drawing: Drawing<ShadowSlice> = {
  impossible: () => [],
  solve: solveShadow,
  draw: drawShadow,
};

/** Direction in which light travels: away from a sun before us, toward the point it shines at from behind us. */
function lightDirection(slice: ShadowSlice, view: View): Vec3 {
  const { sunFromLeftMm: xMm, sunFromTopMm: yMm } = slice.handles;
  const toward = unit(paperToWorld(view.camera, { xMm, yMm }, view.camera.distanceMm));
  return yMm < view.horizonMm ? scaled(toward, -1) : toward;
}

function solveShadow(slice: ShadowSlice, context: SolveContext): Built {
  const host = context.hostOf(slice.of);
  if (!host || Object.keys(host.solid.corners).length === 0)
    return hostMissing(slice, { object: slice.of }, host);
  const { view } = context;
  const light = lightDirection(slice, view);
  const { normal, offsetMm } = view.ground;
  const points: Record<string, Vec3> = {};
  let reaches = dot(normal, light) > 1e-6;
  const names = Object.keys(host.solid.corners).filter((n) => !n.includes("~"));
  for (const name of names) {
    const p = cornerAt(host.solid, name);
    const t = (offsetMm - dot(normal, p)) / dot(normal, light);
    const at = add(p, light, t);
    if (!(t > -1e-6 * view.camera.distanceMm && at[2] > 0)) reaches = false;
    else points[`shadow-${name}`] = t < 1e-9 * p[2] ? p : at;
  }
  const findings: Finding[] = reaches
    ? []
    : [
        {
          code: "no-shadow",
          severity: "fault",
          about: slice.id,
          message: `The ${slice.label} cannot fall on the ground: with the sun there, the light runs level or upward, or the shadow comes toward us past the sheet. Put the sun higher.`,
          numbers: {},
        },
      ];
  const hull = reaches ? hullOf(view, points) : [];
  const sunPoint = paperToWorld(
    view.camera,
    { xMm: slice.handles.sunFromLeftMm, yMm: slice.handles.sunFromTopMm },
    view.camera.distanceMm,
  );
  return {
    solid: { ...FLAT, corners: {} },
    block: null,
    points: reaches ? { ...points, sun: sunPoint, "sun-foot": sunFoot(slice, view) } : {},
    called: { sun: "sun", "sun-foot": "foot of the sun on the horizon" },
    tie: { kind: "ground" },
    outline: hull,
    patches: reaches ? patchesOn(slice, host.solid, light, context) : [],
    findings,
  };
}

/**
 * Where the shadow climbs the faces of other things: the corners carried along the light to each lit face that we see, the
 * polygon round them, clipped to the face. A thing that stands in a face's own plane throws nothing on it.
 */
function patchesOn(
  slice: ShadowSlice,
  caster: Solid,
  light: Vec3,
  { view, hostOf, others }: SolveContext,
): Patch[] {
  const { camera } = view;
  return others
    .filter((id) => id !== slice.of)
    .flatMap((id): Patch[] => {
      const solid = hostOf(id)?.solid;
      if (!solid?.opaque) return [];
      return solid.faces.flatMap((face): Patch[] => {
        const through = cornerAt(solid, face.corners[0] ?? "");
        const region = dot(face.normal, through) < 0 ? findFaceOnPaper(camera, solid, face) : null;
        const fall = dot(face.normal, light);
        if (!region || fall > -1e-6) return [];
        const offset = dot(face.normal, through);
        const thrown: Record<string, Vec3> = {};
        for (const [name, p] of Object.entries(caster.corners)) {
          const t = (offset - dot(face.normal, p)) / fall;
          const at = add(p, light, t);
          if (!(t > 0 && at[2] > 0)) return [];
          thrown[name] = at;
        }
        const hull = hullOf(view, thrown).flatMap((name) => {
          const at = thrown[name];
          return at ? (findPaperPoint(worldToPaper(camera, at)) ?? []) : [];
        });
        const seen = inBoth([hull], region);
        if (areaMm2(seen) < LEAST_PATCH_MM2) return [];
        const rings = seen.map((ring) => ring.map((p) => onPlane(view, p, face.normal, offset)));
        return [{ name: `on-${id}-${face.id}`, on: `${id}/${face.id}`, rings }];
      });
    });
}

/** A patch smaller than a square of half a mm is not worth the pencil. */
const LEAST_PATCH_MM2 = 0.25;

/** The point of a plane seen at a paper point. */
function onPlane(view: View, p: PaperPoint, normal: Vec3, offset: number): Vec3 {
  const ray = paperToWorld(view.camera, p, 1);
  return scaled(ray, offset / dot(normal, ray));
}

/** The shadows' vanishing point: on the horizon, on the join of the sun's point with the uprights' vanishing point. */
function sunFoot(slice: ShadowSlice, view: View): Vec3 {
  const light = lightDirection(slice, view);
  const along = minus(light, scaled(view.ground.normal, dot(light, view.ground.normal)));
  const away = along[2] < 0 ? scaled(along, -1) : along;
  return scaled(away, view.camera.distanceMm / away[2]);
}

/** The names of the points on the outer ring on paper, in order round it (monotone chain: Andrew 1979, from memory). */
function hullOf(view: View, points: Readonly<Record<string, Vec3>>): readonly string[] {
  const onPaper = Object.entries(points)
    .flatMap(([name, p]) => {
      const at = findPaperPoint(worldToPaper(view.camera, p));
      return at ? [{ name, at }] : [];
    })
    .sort((a, b) => a.at.xMm - b.at.xMm || a.at.yMm - b.at.yMm);
  const turn = (a: PaperPoint, b: PaperPoint, c: PaperPoint) =>
    (b.xMm - a.xMm) * (c.yMm - a.yMm) - (b.yMm - a.yMm) * (c.xMm - a.xMm);
  const chain = (list: typeof onPaper) => {
    const out: typeof onPaper = [];
    for (const p of list) {
      for (;;) {
        const [a, b] = [out[out.length - 2], out[out.length - 1]];
        if (!a || !b || turn(a.at, b.at, p.at) > 1e-9) break;
        out.pop();
      }
      out.push(p);
    }
    return out.slice(0, -1);
  };
  return [...chain(onPaper), ...chain([...onPaper].reverse())].map((p) => p.name);
}

/**
 * Draws a shadow: from the foot of each upright a line away from the sun's foot on the horizon, from its head a line
 * away from the sun; where they cross lies the shadow of the head. The points are joined and the ground filled.
 */
function drawShadow(page: Page, slice: ShadowSlice, built: Built): void {
  const ring = built.outline ?? [];
  if (ring.length < 3) return;
  const help = { role: "construction", light: true } as const;
  const solid = page.solidOf(slice.of);
  page.goesOnFrom(slice.of);

  page.phase("sun");
  page.markFromEdges("sun");
  page.markFromEdges("sun-foot");

  page.phase("rays");
  for (const name of ring) {
    const corner = name.slice("shadow-".length);
    const from = `${slice.of}/${corner}`;
    if (page.isFound(name) || !page.isFound(from)) continue;
    const foot = solid && footBelow(page, slice.of, solid, corner);
    if (foot === from) {
      page.takeFrom(name, from);
      continue;
    }
    if (foot) {
      page.ruleAwayFrom(`ground-${corner}`, "sun-foot", foot, name, {
        ...help,
        called: "line on the ground, away from the sun's foot",
      });
      page.ruleAwayFrom(`ray-${corner}`, "sun", from, name, { ...help, called: "line away from the sun" });
    }
    if (!page.isFound(name)) page.markFromEdges(name);
  }
  for (const name of ring) if (!page.isFound(name)) page.markFromEdges(name);

  page.phase("fill");
  for (const [i, a] of ring.entries()) {
    const b = ring[(i + 1) % ring.length] ?? a;
    page.join(`edge-${i + 1}`, a, b, { role: "detail", called: "edge of the shadow" });
  }
  for (const { name, on, rings } of built.patches ?? []) page.fillRings(name, rings, 3, [on]);
  page.fill(
    "shadow",
    ring.map((name) => page.at(name)),
    3,
  );
}

/** The corner on the ground straight below a corner of the host, when the host has found it. */
function footBelow(page: Page, hostId: string, solid: Solid, corner: string): string | null {
  const { normal, offsetMm } = page.view.ground;
  const p = cornerAt(solid, corner);
  for (const [name, q] of Object.entries(solid.corners)) {
    if (Math.abs(dot(normal, q) - offsetMm) > 1e-6 * Math.abs(offsetMm)) continue;
    const off = minus(p, q);
    const aside = minus(off, scaled(normal, dot(off, normal)));
    if (Math.hypot(...aside) < 1e-6 * Math.abs(offsetMm) && page.isFound(`${hostId}/${name}`))
      return `${hostId}/${name}`;
  }
  return null;
}
