import { type Finding, formatSmallLength } from "../../../ground/base/index.ts";
import { distanceMm, findPaperPoint, hDirection, join, meet } from "../../../ground/geometry/index.ts";
import type { Page } from "../../page/index.ts";
import { cornerAt, type Edge, ENDS, prism, type Solid } from "../../solids/index.ts";
import { type Axis, runsWithPaper, type Vec3, type View, worldToPaper } from "../../view/index.ts";
import { axesByView } from "../axes-by-view.ts";
import { observeGuides } from "../observe.ts";
import { impossibleExtents, layBlock } from "../placement.ts";
import { PROFILE_PLANE, straightProfile } from "../profile.ts";
import type { Drawing } from "../recipe.ts";
import type { SolveContext } from "../solve-context.ts";
import type { HouseSlice } from "./shape.ts";

export const drawing: Drawing<HouseSlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: (slice, context) => {
    const { block, tie, findings } = layBlock(slice, context);
    const { plane, sweep } = PROFILE_PLANE[slice.side];
    const e = slice.eaves;
    const ring = [
      ["near-foot", 0, 0],
      ["near-eave", 0, e],
      ["peak", 0.5, 1],
      ["far-eave", 1, e],
      ["far-foot", 1, 0],
    ] as const;
    const shape = prism(block, straightProfile(plane, [ring], true), { axis: sweep, from: 0, to: 1 }, true);
    const solid = withEaveLines(shape, plane[0], sweep);
    const points: Record<string, Vec3> = {};
    for (const end of ENDS[sweep]) {
      const [foot, eave, farFoot] = ["near-foot", "near-eave", "far-foot"].map((n) =>
        cornerAt(solid, `${end}-${n}`),
      );
      if (!foot || !eave || !farFoot) continue;
      const half = middle(foot, farFoot);
      points[`${end}-centre`] = middle(half, shifted(half, foot, eave));
      points[`${end}-eave-middle`] = shifted(half, foot, eave);
    }
    return {
      solid,
      block,
      points,
      called: CALLED,
      tie,
      findings: [...findings, ...slidRake(slice, solid, context)],
    };
  },
  draw: drawHouse,
};

/**
 * Draws a gable house: the walls as a box; both diagonals of the gable wall that shows and an upright through their
 * crossing; the peak chosen on it; the slopes; the ridge to the other vanishing point; the far slope.
 */
function drawHouse(page: Page, slice: HouseSlice): void {
  const { plane, sweep } = PROFILE_PLANE[slice.side];
  const [near, far] = ENDS[sweep];
  const gable = [near, far].find((end) => page.faceShows(end));
  const { flat, deep } = axesByView(page);
  const isWall = (e: Edge) =>
    e.axis !== null && e.id !== "peak" && (page.shows(e) || e.id === `${gable}-eave-line`);

  page.phase("walls");
  const start = page.firstCorner(`${near}-near-foot`, flat);
  page.markFromEdges(start);
  for (const axis of flat) {
    const edge = page.edgeAt(start, axis);
    if (edge) page.ruleMeasured(edge, start);
  }
  page.ruleReachable((e) => isWall(e) && e.axis !== null && flat.includes(e.axis));
  if (slice.observed) {
    for (const axis of deep) observeGuides(page, axis);
    page.phase("walls-back");
  }
  for (const axis of deep) page.ruleGuides(axis);
  if (gable) ruleEaveGuide(page, plane[0], gable);
  for (const axis of deep) page.markDepth(axis);
  page.ruleRemaining(isWall);

  if (gable) {
    const other = gable === near ? far : near;
    page.phase("peak");
    findPeak(page, gable);
    page.phase("roof");
    const ridge = page.edge("peak");
    page.ruleAlong("peak", `${gable}-peak`, `${other}-peak`, sweep, {
      ...(page.shows(ridge) ? { tail: true } : HELP),
      called: "ridge",
    });
    page.countAsRuled("peak");
    if (page.solid.edges.some((e) => isSlope(e, other) && page.shows(e)))
      findFarPeak(page, plane[0], sweep, gable, other);
  } else page.phase("roof");
  page.ruleRemaining((e) => page.shows(e));
}

/** The eaves' line of a gable that runs away goes to its point like the foot: the far upright ends on it. */
function ruleEaveGuide(page: Page, across: Axis, gable: string): void {
  const [from, to] = [`${gable}-near-eave`, `${gable}-far-eave`];
  const isThere = page.isRuled(`${gable}-eave-line`);
  if (page.isFlat(across) || isThere || !page.isFound(from) || page.isFound(to)) return;
  page.ruleAlong(`${gable}-eave-line`, from, to, across, {
    ...HELP,
    tail: true,
    called: "line of the eaves",
  });
  page.countAsRuled(`${gable}-eave-line`);
}

const HELP = { role: "construction", light: true } as const;

function isSlope(edge: Edge, end: string): boolean {
  return edge.axis === null && edge.from.startsWith(`${end}-`) && edge.to.startsWith(`${end}-`);
}

/** The peak stands over the crossing of the gable wall's diagonals; its slopes run down to the eaves. */
function findPeak(page: Page, gable: string): void {
  const diagonal = { ...HELP, called: "diagonal of the gable wall" };
  page.join("falling-diagonal", `${gable}-near-eave`, `${gable}-far-foot`, diagonal);
  page.join("rising-diagonal", `${gable}-near-foot`, `${gable}-far-eave`, diagonal);
  page.ruleAlong("peak-upright", `${gable}-centre`, `${gable}-peak`, "height", {
    ...HELP,
    measured: true,
    called: "upright through the crossing",
  });
  for (const slope of page.solid.edges.filter((e) => isSlope(e, gable))) {
    page.countAsRuled(slope.id);
    page.join(slope.id, slope.from, slope.to, {
      ...(page.shows(slope) ? {} : HELP),
      called: "slope of the gable",
    });
  }
}

/**
 * Where the far slopes meet: with the gable facing us the slope is slid parallel; else over the far wall's own
 * middle, carried there from the near wall's.
 */
function findFarPeak(page: Page, across: Axis, sweep: Axis, gable: string, other: string): void {
  if (page.isFlat(across) || page.isFound(`${other}-peak`)) return;
  const eave = [`${other}-far-eave`, `${other}-near-eave`].find((c) => page.isFound(c));
  if (!eave) return;
  page.ruleAlong("middle-line", `${gable}-eave-middle`, `${other}-eave-middle`, sweep, {
    ...HELP,
    tail: true,
    called: "line from the middle of the eaves",
  });
  const opposite = eave === `${other}-far-eave` ? `${other}-near-eave` : `${other}-far-eave`;
  page.ruleAlong("far-eave-line", eave, opposite, across, {
    ...HELP,
    tail: true,
    called: "far line of the eaves",
  });
  page.ruleAlong("far-upright", `${other}-eave-middle`, `${other}-peak`, "height", {
    ...HELP,
    called: "upright over the far wall's middle",
  });
}

/** The eaves' line across each gable wall: no edge of the house, but needed to find its middle. */
function withEaveLines(solid: Solid, axis: Axis, sweep: Axis): Solid {
  const lines = ENDS[sweep].map(
    (end): Edge => ({
      id: `${end}-eave-line`,
      axis,
      from: `${end}-near-eave`,
      to: `${end}-far-eave`,
      faces: [end],
      light: true,
    }),
  );
  return { ...solid, edges: [...solid.edges, ...lines] };
}

/** Below this no pencil shows the difference. */
const SEEN_MM = 0.3;

/** How far the far peak would miss if the slope were slid parallel on a wall that runs away from us. */
function slidRake(slice: HouseSlice, solid: Solid, { view, frame }: SolveContext): Finding[] {
  const { plane, sweep } = PROFILE_PLANE[slice.side];
  if (runsWithPaper(frame, plane[0])) return [];
  const errorMm = slidRakeErrorMm(solid, view, ENDS[sweep]);
  if (errorMm === null || errorMm < SEEN_MM) return [];
  return [
    {
      code: "slid-rake",
      severity: "note",
      about: slice.id,
      message: `Sliding the ruler along for the far slope of the ${slice.label} would miss its peak by ${formatSmallLength(errorMm, view.sheet)}: take the far wall's own middle.`,
      numbers: { errorMm },
    },
  ];
}

/** Distance on paper between the true far peak and where a parallel to the near slope through the far eave meets the ridge. */
function slidRakeErrorMm(solid: Solid, view: View, ends: readonly [string, string]): number | null {
  const h = (name: string) => worldToPaper(view.camera, cornerAt(solid, name));
  const [a, b] = [findPaperPoint(h(`${ends[0]}-far-eave`)), findPaperPoint(h(`${ends[0]}-peak`))];
  const farPeak = findPaperPoint(h(`${ends[1]}-peak`));
  if (!a || !b || !farPeak) return null;
  const slid = join(h(`${ends[1]}-far-eave`), hDirection(b.xMm - a.xMm, b.yMm - a.yMm));
  const ridge = join(h(`${ends[0]}-peak`), h(`${ends[1]}-peak`));
  const hit = findPaperPoint(meet(slid, ridge));
  return hit ? distanceMm(hit, farPeak) : null;
}

function middle(a: Vec3, b: Vec3): Vec3 {
  return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
}

/** `p` moved as from `from` to `to`. */
function shifted(p: Vec3, from: Vec3, to: Vec3): Vec3 {
  return [p[0] + to[0] - from[0], p[1] + to[1] - from[1], p[2] + to[2] - from[2]];
}

const CALLED: Readonly<Record<string, string>> = Object.fromEntries(
  ["front", "back", "left", "right"].flatMap((end) => [
    [`${end}-near-foot`, end === "front" || end === "left" ? "near foot" : "foot behind it"],
    [`${end}-near-eave`, end === "front" || end === "left" ? "near eave" : "eave behind it"],
    [`${end}-far-eave`, end === "front" || end === "left" ? "other eave" : "far eave"],
    [`${end}-far-foot`, end === "front" || end === "left" ? "other foot" : "far foot"],
    [`${end}-peak`, end === "front" || end === "left" ? "peak" : "far peak"],
    [`${end}-centre`, "crossing of the diagonals"],
    [
      `${end}-eave-middle`,
      end === "front" || end === "left" ? "middle of the eaves" : "middle of the far eaves",
    ],
  ]),
);
