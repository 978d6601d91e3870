import { type Built, FLAT, type Page } from "../../page/index.ts";
import { add, findVanishingPoint, minus, scaled, type Vec3 } from "../../view/index.ts";
import { groundAt, heightTowardHorizon, meetLevel, whereSeenAtHeight } from "../ground-strip.ts";
import type { Drawing, SolveContext } from "../recipe.ts";
import type { RoadSlice } from "./shape.ts";

export const drawing: Drawing<RoadSlice> = {
  impossible: (slice) =>
    slice.crossing && slice.crossing.to <= slice.crossing.from
      ? [{ field: "crossing.to", message: "the far edge of the crossing road must lie beyond its near edge" }]
      : [],
  solve: solveRoad,
  draw: drawRoad,
};

/** Lines of the road by name, with their place on the near edge from the middle. */
function linesOf({ handles: h }: RoadSlice): { name: string; offMm: number }[] {
  return [
    ...(h.pavement > 0 ? [{ name: "left-outer", offMm: -h.half - h.pavement }] : []),
    { name: "left", offMm: -h.half },
    { name: "middle", offMm: 0 },
    { name: "right", offMm: h.half },
    ...(h.pavement > 0 ? [{ name: "right-outer", offMm: h.half + h.pavement }] : []),
  ];
}

function solveRoad(slice: RoadSlice, { view, frame }: SolveContext): Built {
  const { sheet } = view;
  const h = slice.handles;
  const points: Record<string, Vec3> = {};
  const dir = frame.axes.depth;
  const near = (offMm: number) => groundAt(view, h.fromLeftMm + offMm, sheet.heightMm);
  const seen = (from: Vec3, fraction: number) =>
    whereSeenAtHeight(view, from, dir, heightTowardHorizon(view, sheet.heightMm, fraction));
  for (const { name, offMm } of linesOf(slice)) {
    const from = near(offMm);
    const far = seen(from, h.reach);
    points[`${name}-near`] = from;
    if (far) points[`${name}-far`] = far;
  }
  const middle = points["middle-near"] ?? near(0);
  // Equal dashes and joints in truth: even steps along the middle line up to where the road is drawn.
  const whole = minus(points["middle-far"] ?? add(middle, dir, view.camera.distanceMm), middle);
  const at = (share: number) => add(middle, whole, share);
  for (let i = 0; i < slice.dashes; i++) {
    points[`dash-${i + 1}-near`] = at((2 * i + 1) / (2 * slice.dashes + 1));
    points[`dash-${i + 1}-far`] = at((2 * i + 2) / (2 * slice.dashes + 1));
  }
  const across = (share: number, line: string): Vec3 | null => {
    const on = points[`${line}-near`];
    return on ? meetLevel(at(share), frame.axes.width, on, dir) : null;
  };
  const put = (name: string, p: Vec3 | null) => {
    if (p && p[2] > 0) points[name] = p;
  };
  if (h.pavement > 0)
    for (let i = 1; i <= slice.joints; i++)
      for (const line of ["left-outer", "left", "right", "right-outer"])
        put(`joint-${i}-${line}`, across(i / (slice.joints + 1), line));
  if (slice.crossing) {
    for (const edge of ["from", "to"] as const) {
      const on = seen(points["left-near"] ?? middle, slice.crossing[edge]);
      if (!on) continue;
      points[`crossing-${edge}-left`] = on;
      for (const [name, line] of [
        ["right", "right"],
        ["left-outer", "left-outer"],
        ["right-outer", "right-outer"],
      ] as const) {
        const p = points[`${line}-near`];
        if (p) put(`crossing-${edge}-${name}`, meetLevel(on, frame.axes.width, p, dir));
      }
    }
  }
  if (h.kerb > 0)
    for (const side of ["left", "right"]) {
      const foot = points[`${side}-near`];
      const far = points[`${side}-far`];
      if (!foot || !far) continue;
      const up = scaled(frame.axes.height, (h.kerb * foot[2]) / view.camera.distanceMm);
      points[`kerb-${side}-near`] = add(foot, up);
      points[`kerb-${side}-far`] = add(far, up);
    }
  return {
    solid: { ...FLAT, corners: {} },
    block: null,
    points,
    called: CALLED,
    tie: { kind: "ground" },
    findings: findVanishingPoint(view, frame, "depth") && view.ground.offsetMm > 0 ? [] : [noGround(slice)],
  };
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
 * vanishing point; dashes on the middle line, each narrower and shorter; joints with one ruler across both pavements.
 */
function drawRoad(page: Page, slice: RoadSlice): void {
  const lines = linesOf(slice).filter(({ name }) => hasPoints(page, `${name}-near`, `${name}-far`));
  page.phase("marks");
  for (const { name } of lines) page.markFromEdges(`${name}-near`);

  page.phase("edges");
  for (const { name } of lines) {
    const light = name === "middle";
    page.ruleAlong(`${name}-line`, `${name}-near`, `${name}-far`, "depth", {
      ...(light ? { role: "construction", light: true } : { role: "outline", tail: true }),
      called:
        name === "middle"
          ? "middle line"
          : name.includes("outer")
            ? "outer edge of the pavement"
            : "edge of the road",
    });
    if (!light && !page.isFound(`${name}-far`))
      page.measureOnLine(`${name}-far`, `${name}-near`, `${name}-line`);
  }
  if (slice.crossing) drawCrossing(page, slice);
  if (slice.dashes > 0) drawDashes(page, slice);
  if (slice.joints > 0 && slice.handles.pavement > 0) drawJoints(page, slice);
  if (slice.handles.kerb > 0) drawKerbs(page);
}

function drawCrossing(page: Page, slice: RoadSlice): void {
  page.phase("crossing");
  const ends =
    slice.handles.pavement > 0 ? (["left-outer", "right-outer"] as const) : (["left", "right"] as const);
  for (const edge of ["from", "to"]) {
    const [a, b] = [`crossing-${edge}-left`, `crossing-${edge}-right`];
    if (!hasPoints(page, a, b, ...ends.map((e) => `crossing-${edge}-${e}`))) continue;
    page.measureOnLine(a, "left-near", "left-line");
    page.ruleAlong(`crossing-${edge}`, a, b, "width", {
      between: [`crossing-${edge}-${ends[0]}`, `crossing-${edge}-${ends[1]}`],
      called: edge === "from" ? "near edge of the crossing road" : "far edge of the crossing road",
    });
  }
}

/** Width of a dash as a part of half the road. */
const DASH_WIDE = 0.06;

function drawDashes(page: Page, slice: RoadSlice): void {
  page.phase("dashes");
  const side = scaled(minus(page.at("right-near"), page.at("middle-near")), DASH_WIDE);
  for (let i = 1; i <= slice.dashes; i++) {
    const [a, b] = [`dash-${i}-near`, `dash-${i}-far`];
    if (i > 1) page.byEye("dash");
    page.measureOnLine(a, "middle-near", "middle-line");
    page.measureOnLine(b, "middle-near", "middle-line");
    page.trace(`dash-${i}`, a, b, { role: "detail", called: "dash" });
    page.fill(
      `dash-${i}`,
      [add(page.at(a), side, -1), add(page.at(a), side), add(page.at(b), side), add(page.at(b), side, -1)],
      3,
    );
  }
  page.byEye(null);
}

function drawJoints(page: Page, slice: RoadSlice): void {
  page.phase("joints");
  for (let i = 1; i <= slice.joints; i++) {
    const at = (line: string) => `joint-${i}-${line}`;
    if (!hasPoints(page, at("left-outer"), at("left"), at("right"), at("right-outer"))) continue;
    page.measureOnLine(at("left-outer"), "left-outer-near", "left-outer-line");
    // One ruler lies across both pavements: the pencil lifts over the road.
    page.ruleAlong(`joint-${i}`, at("left-outer"), at("right-outer"), "width", {
      role: "detail",
      between: [at("left-outer"), at("left")],
      called: "joint of the left pavement",
    });
    page.join(`joint-${i}-right`, at("right"), at("right-outer"), {
      role: "detail",
      called: "joint of the right pavement",
    });
  }
}

function drawKerbs(page: Page): void {
  page.phase("kerbs");
  for (const side of ["left", "right"]) {
    const [near, far] = [`kerb-${side}-near`, `kerb-${side}-far`];
    if (!hasPoints(page, near, far)) continue;
    page.ruleAlong(`kerb-${side}`, `${side}-near`, near, "height", {
      measured: true,
      called: "short upright of the kerb",
    });
    page.ruleAlong(`kerb-${side}-line`, near, far, "depth", { called: "upper edge of the kerb" });
  }
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
