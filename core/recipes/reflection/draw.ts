import type { Region } from "../../geometry/index.ts";
import { type Built, FLAT, type Page } from "../../page/index.ts";
import {
  cornerAt,
  type Face,
  hidingFaces,
  type Solid,
  showingFaces,
  shownStretches,
} from "../../solids/index.ts";
import { add, dot, minus, sizeOf, type Vec3 } from "../../view/index.ts";
import { groundAt } from "../ground-strip.ts";
import { hostMissing } from "../host-missing.ts";
import type { Drawing, SolveContext } from "../recipe.ts";
import type { ReflectionSlice } from "./shape.ts";

export const drawing: Drawing<ReflectionSlice> = {
  impossible: (slice) =>
    slice.id === slice.of ? [{ field: "of", message: "a reflection cannot mirror itself" }] : [],
  solve: solveReflection,
  draw: drawReflection,
};

function solveReflection(slice: ReflectionSlice, context: SolveContext): Built {
  const host = context.hostOf(slice.of);
  if (!host || (Object.keys(host.solid.corners).length === 0 && Object.keys(host.points).length === 0))
    return hostMissing(slice, { object: slice.of }, host);
  const { view } = context;
  // The drop as it measures at the sheet's lower edge, where paper and truth agree.
  const edge = groundAt(view, view.camera.principal.xMm, view.sheet.heightMm);
  const drop = (slice.handles.dropMm * edge[2]) / view.camera.distanceMm;
  const offset = view.ground.offsetMm + drop;
  const mirror = (p: Vec3): Vec3 => add(p, view.ground.normal, 2 * (offset - dot(view.ground.normal, p)));
  const toWater = (p: Vec3): Vec3 => add(p, view.ground.normal, offset - dot(view.ground.normal, p));
  const solid = mirroredSolid(host.solid, mirror, view.ground.normal);
  const points: Record<string, Vec3> = {};
  for (const name of Object.keys(solid.corners))
    points[`water-${name}`] = toWater(cornerAt(host.solid, name));
  return {
    solid,
    block: null,
    points,
    called: callMirrored(Object.keys(solid.corners)),
    tie: { kind: "mirror" },
    findings: [],
  };
}

function mirroredSolid(solid: Solid, mirror: (p: Vec3) => Vec3, down: Vec3): Solid {
  const corners = Object.fromEntries(Object.entries(solid.corners).map(([name, p]) => [name, mirror(p)]));
  const faces = solid.faces.map(
    (f): Face => ({
      ...f,
      normal: add(f.normal, down, -2 * dot(f.normal, down)),
      corners: [...f.corners].reverse(),
    }),
  );
  const edges = solid.edges.map((e) => {
    if (!e.arc) return e;
    const zero = mirror([0, 0, 0]);
    const turn = (u: Vec3): Vec3 => {
      const m = mirror(u);
      return [m[0] - zero[0], m[1] - zero[1], m[2] - zero[2]];
    };
    return {
      ...e,
      arc: { ...e.arc, centre: mirror(e.arc.centre), across: turn(e.arc.across), up: turn(e.arc.up) },
    };
  });
  return { ...FLAT, corners, faces, edges, opaque: solid.opaque, convex: solid.convex };
}

/**
 * Draws a reflection: every upright carried on downward, as far below the water's level as its end stands above it; the
 * other edges joined, aimed at the same vanishing points; softer, and only where the water is seen.
 */
function drawReflection(page: Page, slice: ReflectionSlice): void {
  const { sheet, camera } = page.view;
  const shore = sheet.heightMm - slice.handles.shoreFromBottomMm;
  const within: Region = [
    [
      { xMm: 0, yMm: shore },
      { xMm: sheet.widthMm, yMm: shore },
      { xMm: sheet.widthMm, yMm: sheet.heightMm },
      { xMm: 0, yMm: sheet.heightMm },
    ],
  ];
  const { solid } = page;
  const showing = showingFaces(camera, solid);
  const hiding = solid.convex ? [] : hidingFaces(camera, solid);
  const shown = solid.edges.filter(
    (e) => !e.light && shownStretches(camera, solid, e, showing, hiding).length > 0,
  );
  const host = (name: string) => `${slice.of}/${name}`;

  page.phase("uprights");
  const corners = [...new Set(shown.flatMap((e) => [e.from, e.to]))].filter(
    (c) => !c.includes("~") && !page.isFound(c) && page.isFound(host(c)),
  );
  const light = { role: "construction", light: true, measured: true } as const;
  const plumb = plumbLines(page, corners);
  const stands = (corner: string) => sizeOf(minus(page.at(corner), page.at(`water-${corner}`))) < SAME_PLACE;
  for (const corner of plumb.flatMap((line) => line.filter(stands))) page.takeFrom(corner, host(corner));
  /** By the deepest corner of a line, the water's level on it. */
  const levels = new Map<string, string>();
  for (const line of plumb) {
    const [nearest, deepest] = [line[0], line.at(-1)];
    if (nearest === undefined || deepest === undefined || stands(deepest)) continue;
    const level = stands(nearest) ? host(nearest) : `water-${nearest}`;
    levels.set(deepest, level);
    if (level !== host(nearest))
      page.ruleAlong(`level-${nearest}`, host(nearest), level, "height", {
        ...light,
        called: "upright carried on to the water",
      });
  }
  for (const [deepest, level] of levels)
    page.ruleAlong(`drop-${deepest}`, level, deepest, "height", {
      ...light,
      called: "upright carried on downward",
    });
  for (const line of plumb)
    for (const corner of line) {
      const deepest = line.at(-1) ?? corner;
      const level = levels.get(deepest);
      if (level && !page.isFound(corner)) page.measureOnLine(corner, level, `drop-${deepest}`);
    }
  page.phase("mirror");
  for (const e of shown) {
    if (e.arc || !page.isFound(e.from) || !page.isFound(e.to) || page.isRuled(e.id)) continue;
    page.countAsRuled(e.id);
    page.join(e.id, e.from, e.to, { role: "detail", within, called: "mirrored edge" });
  }
  for (const e of shown) {
    if (!e.arc || page.isRuled(e.id)) continue;
    page.countAsRuled(e.id);
    const { facets: _, ...arc } = e.arc;
    page.curve(e.id, arc, { role: "detail", within });
  }
}

/** Corners that stand over one place of the water together, from the lowest up: so their mirror images hang below it. */
function plumbLines(page: Page, corners: readonly string[]): string[][] {
  const lines: string[][] = [];
  const water = (corner: string) => page.at(`water-${corner}`);
  const above = (corner: string) => sizeOf(minus(page.at(corner), water(corner)));
  for (const corner of [...corners].sort((a, b) => above(a) - above(b))) {
    const same = lines.find(([first]) => first && sizeOf(minus(water(first), water(corner))) < SAME_PLACE);
    if (same) same.push(corner);
    else lines.push([corner]);
  }
  return lines;
}

/** Places of space this near to each other, in paper mm, are one. */
const SAME_PLACE = 1e-6;

function callMirrored(corners: readonly string[]): Record<string, string> {
  const called: Record<string, string> = {};
  for (const name of corners) {
    called[name] = `mirrored ${name.replaceAll("-", " ")}`;
    called[`water-${name}`] = `water's level below the ${name.replaceAll("-", " ")}`;
  }
  return called;
}
