import { type Built, FLAT, type Stick } from "../../page/index.ts";
import { type Face, type Solid, towardEye } from "../../solids/index.ts";
import { type Axis, add, type Frame, runsWithPaper, scaled, type Vec3 } from "../../view/index.ts";
import { extentVector, layBlock } from "../placement.ts";
import type { SolveContext } from "../solve-context.ts";
import { CROWN_FOOT, crownOf, crownScreen } from "./crowns.ts";
import type { RowSlice } from "./shape.ts";

/** The axis along which a post shows its width: with the paper where one runs so, else square to the row. */
export function boardAxis(slice: RowSlice, frame: Frame): Axis {
  if (runsWithPaper(frame, "width")) return "width";
  return slice.along === "depth" ? "width" : "depth";
}

/** The axis along which a cross-bar lies: square to the row. */
export function barAxis({ along }: RowSlice): Axis {
  return along === "depth" ? "width" : "depth";
}

export function isBoards(slice: RowSlice): boolean {
  return slice.kind === "posts" && (slice.thick ?? 0) > 0;
}

/** The rails that are drawn: between trees none runs through the crowns. */
export function railsOf({ kind, rails }: RowSlice): readonly number[] {
  return kind === "trees" ? rails.filter((up) => up < CROWN_FOOT) : rails;
}

/** The cross-bars that are drawn: poles have some, trees none. */
export function barsOf({ kind, bars }: RowSlice): NonNullable<RowSlice["bars"]> | null {
  return kind === "posts" ? (bars ?? null) : null;
}

export function solveRow(slice: RowSlice, context: SolveContext): Built {
  const { block, tie, findings } = layBlock({ ...slice, depthSetBy: "ground" }, context);
  const { frame, view } = context;
  const d = view.camera.distanceMm;
  const gap = firstGap(slice, context, block.origin);
  const points: Record<string, Vec3> = {};
  const bars = barsOf(slice);
  const thick = scaled(frame.axes[boardAxis(slice, frame)], ((slice.thick ?? 0) * block.origin[2]) / d);
  const bar = scaled(frame.axes[barAxis(slice)], (bars?.half ?? 0) * Math.hypot(...block.height));
  const faces: Face[] = [];
  const corners: Record<string, Vec3> = {};
  for (let n = 1; n <= slice.count; n++) {
    const foot = add(block.origin, gap, gapsTo(slice, n - 1, block.origin, gap));
    const head = add(foot, block.height);
    points[`foot-${n}`] = foot;
    points[`head-${n}`] = head;
    points[`middle-${n}`] = add(foot, block.height, 0.5);
    for (const [r, up] of railsOf(slice).entries()) {
      points[`rail-${r + 1}-${n}`] = add(foot, block.height, up);
      if (isBoards(slice)) points[`rail-${r + 1}-side-${n}`] = add(add(foot, thick), block.height, up);
    }
    if (bars) {
      const at = add(foot, block.height, bars.up);
      points[`bar-${n}`] = at;
      points[`bar-left-${n}`] = add(at, bar, -1);
      points[`bar-right-${n}`] = add(at, bar);
    }
    if (isBoards(slice)) {
      points[`side-foot-${n}`] = add(foot, thick);
      points[`side-head-${n}`] = add(head, thick);
      const ring = [`foot-${n}`, `side-foot-${n}`, `side-head-${n}`, `head-${n}`];
      for (const name of ring) corners[name] = points[name] ?? foot;
      faces.push({
        id: `post-${n}`,
        corners: ring,
        holes: [],
        normal: towardEye(ring.map((name) => corners[name] ?? foot)),
      });
    }
    if (slice.kind === "trees") {
      points[`crown-foot-${n}`] = add(foot, block.height, CROWN_FOOT);
      const ring = crownScreen(foot, head, n);
      for (const [k, p] of ring.entries()) corners[`crown-${n}-${k + 1}`] = p;
      faces.push({
        id: `crown-${n}`,
        corners: ring.map((_, k) => `crown-${n}-${k + 1}`),
        holes: [],
        normal: towardEye(ring),
      });
    }
  }
  Object.assign(points, guideEnds(slice, points, gap));
  const solid: Solid = { ...FLAT, corners, faces, opaque: faces.length > 0, convex: faces.length === 0 };
  return { solid, block, points, sticks: sticksOf(slice, points), called: callPosts(slice), tie, findings };
}

/** How near to us the guides of a growing row run on, as a part of the distance of its nearest. */
const RUNS_ON = 0.25;

/** Where the guides of a row that grows toward us end: beyond its nearest, usually off the sheet. */
function guideEnds(slice: RowSlice, points: Readonly<Record<string, Vec3>>, gap: Vec3): Record<string, Vec3> {
  const ends: Record<string, Vec3> = {};
  if (slice.order !== "far-to-near" || gap[2] >= 0) return ends;
  for (const of of GUIDED) {
    const [first, nearest] = [points[`${of}-1`], points[`${of}-${slice.count}`]];
    if (first && nearest) ends[`${of}-out`] = add(first, gap, (RUNS_ON * nearest[2] - first[2]) / gap[2]);
  }
  return ends;
}

/** What guides run along in a row. */
const GUIDED = [
  "foot",
  "head",
  "middle",
  "crown-foot",
  "side-foot",
  "side-head",
  "bar",
  "bar-left",
  "bar-right",
] as const;

/** Posts from foot to head; of trees the trunks, each with its crown. */
function sticksOf({ kind, count }: RowSlice, points: Readonly<Record<string, Vec3>>): Stick[] {
  return Array.from({ length: count }, (_, i) => i + 1).flatMap((n): Stick[] => {
    const [foot, head] = [points[`foot-${n}`], points[`head-${n}`]];
    if (!foot || !head) return [];
    if (kind === "posts") return [{ name: `${n}`, from: `foot-${n}`, to: `head-${n}` }];
    return [{ name: `${n}`, from: `foot-${n}`, to: `crown-foot-${n}`, crown: crownOf(foot, head, n) }];
  });
}

/** From the first to the second: away from us, or toward us, where the first then lies that part of the way from it to the VP. */
function firstGap(slice: RowSlice, { frame, view }: SolveContext, origin: Vec3): Vec3 {
  const dir = frame.axes[slice.along];
  const { gap } = slice.handles;
  const away = extentVector(dir, gap, origin[2], view.camera.distanceMm);
  if (slice.order !== "far-to-near") return away;
  return "fraction" in gap && dir[2] > 0
    ? scaled(dir, (-gap.fraction * origin[2]) / dir[2])
    : scaled(away, -1);
}

/** How many first gaps lie before post `i`: whole ones at equal spacing; by eye each gap on paper keeps its ratio. */
function gapsTo(slice: RowSlice, i: number, origin: Vec3, gap: Vec3): number {
  const z1 = add(origin, gap)[2];
  if (slice.spacing === "equal" || z1 === origin[2]) return i;
  const ratio = origin[2] / z1;
  // By eye the distance left to the vanishing point shrinks in the same ratio each time: z grows as a power.
  return (origin[2] / ratio ** i - origin[2]) / (z1 - origin[2]);
}

function callPosts(slice: RowSlice): Record<string, string> {
  const one = slice.kind === "trees" ? "tree" : "post";
  const called: Record<string, string> = {};
  for (let n = 1; n <= slice.count; n++) {
    called[`foot-${n}`] = `foot of ${one} ${n}`;
    called[`head-${n}`] = `head of ${one} ${n}`;
    called[`middle-${n}`] = `middle of ${one} ${n}`;
    called[`side-foot-${n}`] = `other foot of ${one} ${n}`;
    called[`side-head-${n}`] = `other head of ${one} ${n}`;
    called[`crown-foot-${n}`] = `place where the crown of ${one} ${n} begins`;
    called[`bar-${n}`] = `bar of ${one} ${n}`;
    called[`bar-left-${n}`] = `left end of the bar of ${one} ${n}`;
    called[`bar-right-${n}`] = `right end of the bar of ${one} ${n}`;
    for (const r of railsOf(slice).keys())
      for (const side of ["", "side-"]) called[`rail-${r + 1}-${side}${n}`] = `rail on ${one} ${n}`;
  }
  return called;
}
