import { type Built, FLAT, type Page } from "../../page/index.ts";
import { add, findVanishingPoint, minus, scaled, type Vec3 } from "../../view/index.ts";
import { groundAt, heightTowardHorizon, whereSeenAtHeight } from "../ground-strip.ts";
import type { Drawing } from "../recipe.ts";
import type { SolveContext } from "../solve-context.ts";
import { crossingPoints, drawCrossing } from "./crossing.ts";
import { drawJoints, jointPoints } from "./joints.ts";
import { drawKerbs, kerbHeight, kerbPoints } from "./kerbs.ts";
import { axesOf, linesOf, markedReach, runsToItsPoint } from "./lines.ts";
import type { RoadSlice } from "./shape.ts";

export const drawing: Drawing<RoadSlice> = {
  impossible: (slice) =>
    slice.crossing && slice.crossing.to <= slice.crossing.from
      ? [{ field: "crossing.to", message: "the far edge of the crossing road must lie beyond its near edge" }]
      : [],
  solve: solveRoad,
  draw: drawRoad,
};

function solveRoad(slice: RoadSlice, { view, frame }: SolveContext): Built {
  const { sheet } = view;
  const h = slice.handles;
  const { along } = axesOf(slice, frame);
  const dir = frame.axes[along];
  const near = (offMm: number, above = 0) => groundAt(view, h.fromLeftMm + offMm, sheet.heightMm, above);
  const kerb = kerbHeight(slice, view);
  const seen = (from: Vec3, fraction: number) =>
    whereSeenAtHeight(view, from, dir, heightTowardHorizon(view, sheet.heightMm, fraction));
  const points: Record<string, Vec3> = { "middle-near": near(0) };
  for (const { name, offMm } of linesOf(slice)) {
    // A pavement lies as high as its kerb: its outer edge is the same line on paper, but stands nearer in truth.
    const from = near(offMm, name.endsWith("outer") ? kerb : 0);
    const far = seen(from, markedReach(slice));
    points[`${name}-near`] = from;
    if (far) points[`${name}-far`] = far;
  }
  const middle = near(0);
  const farMiddle = seen(middle, markedReach(slice)) ?? add(middle, dir, view.camera.distanceMm);
  // Equal dashes and joints in truth: even steps along the middle line up to where the road is drawn.
  const first = seen(middle, slice.dashesFrom ?? 0) ?? middle;
  for (const [name, at] of stepsBetween(first, farMiddle, slice.dashes)) points[name] = at;
  Object.assign(points, crossingPoints(slice, view, frame, points, seen));
  Object.assign(points, kerbPoints(slice, view, frame, points));
  Object.assign(points, jointPoints(slice, view, frame, { points, from: middle, to: farMiddle }));
  return {
    solid: { ...FLAT, corners: {} },
    block: null,
    points,
    called: CALLED,
    tie: { kind: "ground" },
    findings: findVanishingPoint(view, frame, along) && view.ground.offsetMm > 0 ? [] : [noGround(slice)],
  };
}

/** The ends of so many dashes, with gaps as long as they are between them, from the first place to the last. */
function stepsBetween(first: Vec3, last: Vec3, dashes: number): readonly (readonly [string, Vec3])[] {
  const whole = minus(last, first);
  const at = (step: number) => add(first, whole, step / (2 * dashes - 1));
  return Array.from({ length: dashes }, (_, i) => [
    [`dash-${i + 1}-near`, at(2 * i)] as const,
    [`dash-${i + 1}-far`, at(2 * i + 1)] as const,
  ]).flat();
}

function noGround(slice: RoadSlice) {
  return {
    code: "no-ground",
    severity: "fault" as const,
    about: slice.id,
    message: `The ${slice.label} lies on the ground, but the horizon stands at or below the sheet's lower edge: there is no ground to draw on.`,
    numbers: {},
  };
}

/**
 * Draws a road: marks on the sheet's lower edge, either side of the middle, checked across; from each a line to the
 * vanishing point; a crossing road; dashes on the middle line, each narrower and shorter; the kerb; joints with one ruler across
 * both pavements.
 */
function drawRoad(page: Page, slice: RoadSlice): void {
  const { along } = axesOf(slice, page.frame);
  const lines = linesOf(slice).filter(({ name }) => hasPoints(page, `${name}-near`, `${name}-far`));
  page.phase("marks");
  page.markFromEdges("middle-near");
  const { xMm } = page.onPaper("middle-near");
  const onSheet = xMm >= 0 && xMm <= page.view.sheet.widthMm;
  for (const name of ["left", "right", "left-outer", "right-outer"]) {
    if (!lines.some((l) => l.name === name)) continue;
    if (onSheet) page.measureAlongEdge(`${name}-near`, "middle-near", "bottom");
    else page.markFromEdges(`${name}-near`);
  }

  page.phase("edges");
  for (const { name } of lines) {
    const help = name === "middle" || slice.crossing !== null;
    const how = {
      ...(help ? ({ role: "construction", light: true } as const) : ({ role: "outline" } as const)),
      called:
        name === "middle"
          ? "middle line"
          : name.includes("outer")
            ? "outer edge of the pavement"
            : "edge of the road",
    };
    if (runsToItsPoint(slice)) {
      page.ruleToVanishingPoint(`${name}-line`, `${name}-near`, along, how);
      continue;
    }
    page.ruleAlong(`${name}-line`, `${name}-near`, `${name}-far`, along, { ...how, tail: name !== "middle" });
    if (name !== "middle" && !page.isFound(`${name}-far`))
      page.measureOnLine(`${name}-far`, `${name}-near`, `${name}-line`);
  }
  if (slice.crossing) drawCrossing(page, slice);
  if (slice.dashes > 0) drawDashes(page, slice);
  if (slice.handles.kerb > 0) drawKerbs(page, slice);
  if (slice.joints > 0 && slice.handles.pavement > 0) drawJoints(page, slice);
}

/** Width of a dash as a part of half the road. */
const DASH_WIDE = 0.06;

function drawDashes(page: Page, slice: RoadSlice): void {
  page.phase("dashes");
  const side = scaled(minus(page.at("right-near"), page.at("middle-near")), DASH_WIDE);
  for (let i = 1; i <= slice.dashes; i++) {
    const [a, b] = [`dash-${i}-near`, `dash-${i}-far`];
    if (i > 1) page.byEye("dash");
    if (!page.isFound(a)) page.measureOnLine(a, "middle-near", "middle-line");
    page.measureOnLine(b, "middle-near", "middle-line");
    page.trace(`dash-${i}`, a, b, { role: "detail", called: "dash" });
    // Of a dash that runs off the sheet a line is left.
    if (leavesSheet(page, b)) continue;
    page.fill(
      `dash-${i}`,
      [add(page.at(a), side, -1), add(page.at(a), side), add(page.at(b), side), add(page.at(b), side, -1)],
      3,
    );
  }
  page.byEye(null);
}

function leavesSheet(page: Page, name: string): boolean {
  const { sheet } = page.view;
  const { xMm, yMm } = page.onPaper(name);
  return xMm < 0 || yMm < 0 || xMm > sheet.widthMm || yMm > sheet.heightMm;
}

function hasPoints(page: Page, ...names: readonly string[]): boolean {
  return names.every((name) => page.knows(name));
}

const CALLED: Readonly<Record<string, string>> = {
  "left-outer-near": "mark of the left pavement",
  "left-near": "left mark of the road",
  "middle-near": "middle mark",
  "right-near": "right mark of the road",
  "right-outer-near": "mark of the right pavement",
};
