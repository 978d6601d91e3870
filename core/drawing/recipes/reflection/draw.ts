import type { Region } from "../../../ground/geometry/index.ts";
import type { Built, Page } from "../../page/index.ts";
import { hidingFaces, showingFaces, shownStretches } from "../../solids/index.ts";
import { minus, sizeOf } from "../../view/index.ts";
import type { Drawing } from "../recipe.ts";
import type { ReflectionSlice } from "./shape.ts";
import { hostPoint, mirroredThings, solveReflection } from "./solve.ts";

export const drawing: Drawing<ReflectionSlice> = {
  impossible: (slice) =>
    slice.id === slice.of || slice.alsoOf?.includes(slice.id)
      ? [{ field: "of", message: "a reflection cannot mirror itself" }]
      : [],
  solve: solveReflection,
  draw: drawReflection,
};

/**
 * Draws a reflection: every upright carried on downward, as far below the water's level as its end stands above it; the
 * other edges joined, aimed at the same vanishing points; softer, and only where the water is seen.
 */
function drawReflection(page: Page, slice: ReflectionSlice, built: Built): void {
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
    (e) => !e.light && (e.faces.length === 0 || shownStretches(camera, solid, e, showing, hiding).length > 0),
  );
  const things = mirroredThings(slice);
  const host = (name: string) => hostPoint(things, name);

  if (page.knows("shore-left")) {
    page.phase("shore");
    for (const end of ["shore-left", "shore-right"]) page.markFromEdges(end);
    page.join("shore", "shore-left", "shore-right", { role: "detail", called: "shore line" });
  }

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
  const crowns = (built.sticks ?? []).flatMap(({ name, crown }) => (crown ? [{ name, crown }] : []));
  if (crowns.length === 0) return;
  page.phase("crowns");
  for (const { name, crown } of crowns) page.freehand(`crown-${name}`, crown, { within });
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
