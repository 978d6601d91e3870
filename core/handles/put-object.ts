import { type Change, type Json, smallestStepMm } from "../base/index.ts";
import { distanceMm, type PaperPoint } from "../geometry/index.ts";
import type { Lesson } from "../lesson/index.ts";
import type { DepthSetBy, Extent, ObjectSlice, Placed, RecipeName } from "../recipes/index.ts";
import { type Axis, dot, type Frame, runsWithPaper, type View } from "../view/index.ts";
import { faceUnder, sharesOnFace } from "./face-under.ts";

/** A new thing and the changes that put it on the sheet. */
export interface Put {
  readonly id: string;
  readonly changes: readonly Change[];
}

/** Constructions that are drawn on another thing. */
export const NEEDS_HOST: ReadonlySet<RecipeName> = new Set([
  "openings",
  "round",
  "reflection",
  "shadow",
  "tone",
]);

/** What can be chosen to be put down: every recipe, and recipes that are met under another name as well. */
export type Construction = RecipeName | "door" | "trees";

/** Recipes under another name, with what is said otherwise then. */
const VARIANTS: Readonly<
  Record<Exclude<Construction, RecipeName>, { recipe: RecipeName; label: string; over: object }>
> = {
  door: {
    recipe: "openings",
    label: "door",
    over: {
      rows: [{ from: 0, to: 0.7 }],
      columns: 1,
      between: { from: 0.35, to: 0.65 },
      gap: 0,
      panes: { across: 1, up: 1 },
    },
  },
  trees: { recipe: "row", label: "row of trees", over: { kind: "trees", rails: [] } },
};

/** The recipe a construction is drawn by. */
export function recipeFor(construction: Construction): RecipeName {
  return construction in VARIANTS
    ? VARIANTS[construction as Exclude<Construction, RecipeName>].recipe
    : (construction as RecipeName);
}

/** Things a lesson usually has one of: the first needs no number. */
const ONE_OF_A_KIND: ReadonlySet<RecipeName> = new Set([
  "room",
  "floor",
  "road",
  "rays",
  "hills",
  "lettering",
]);

/** What a new thing of a kind is called, before the teacher gives it a name. */
const LABEL: Readonly<Record<RecipeName, string>> = {
  box: "box",
  outline: "shape",
  lettering: "word",
  room: "room",
  floor: "floor",
  road: "road",
  house: "house",
  openings: "windows",
  row: "row of posts",
  stairs: "stairs",
  seat: "bench",
  table: "table",
  shelf: "shelf",
  archway: "archway",
  round: "round window",
  tunnel: "row of arches",
  rays: "strips",
  hills: "skyline",
  freehand: "bush",
  reflection: "reflection",
  shadow: "shadow",
  tone: "tone",
};

/**
 * A thing put down by two corners of its front. Where its foot is put decides what sets its depth: the lid of a thing, the
 * wall of a room, the ground below the horizon, else it floats. A press without a drag gives a usual size. What is drawn on
 * another thing goes on the one under the pointer, or on `hostId`; null when it has none to go on.
 */
export function putObject(
  lesson: Lesson,
  view: View,
  construction: Construction,
  from: PaperPoint,
  to: PaperPoint,
  chosenId: string | null = null,
  scene: ReadonlyMap<string, Placed> = new Map(),
): Put | null {
  const recipe = recipeFor(construction);
  const variant = construction === recipe ? null : VARIANTS[construction as keyof typeof VARIANTS];
  const middle = { xMm: (from.xMm + to.xMm) / 2, yMm: (from.yMm + to.yMm) / 2 };
  const under = NEEDS_HOST.has(recipe) ? faceUnder(lesson.objects, scene, view, middle) : null;
  const hostId = under?.objectId ?? chosenId;
  if (NEEDS_HOST.has(recipe) && hostId === null) return null;
  // What goes on another thing runs to that thing's vanishing points.
  const host = NEEDS_HOST.has(recipe) ? lesson.objects.find((o) => o.id === hostId) : undefined;
  const frame = view.frames.find((f) => f.id === host?.frame) ?? view.frames[0];
  if (!frame) return null;
  const id = freeId(lesson, construction);
  const n = Number(id.slice(id.lastIndexOf("-") + 1));
  const base = {
    id,
    label: n === 1 && ONE_OF_A_KIND.has(recipe) ? LABEL[recipe] : `${variant?.label ?? LABEL[recipe]} ${n}`,
    frame: frame.id,
  };
  const spot = spotOf(lesson, view, frame, from, to, scene);
  const shares = (at: PaperPoint) => (under ? sharesOnFace(under, frame.id, view, at) : null);
  const [a, b] = isPress(lesson, from, to) ? [null, null] : [shares(from), shares(to)];
  const onFace =
    under && (recipe === "openings" || recipe === "round")
      ? { on: { object: under.objectId, face: under.face.id }, ...(a && b ? cellOf(recipe, a, b) : {}) }
      : {};
  const object = {
    ...base,
    ...usual(recipe, spot, lesson, hostId ?? ""),
    ...variant?.over,
    ...onFace,
  } as unknown as ObjectSlice;
  return { id, changes: [{ id: `object/${id}`, field: "self", value: object as unknown as Json }] };
}

/** The stretch of a face that a drag marks, in hundredths: as wide and high as it was drawn. */
function cellOf(
  recipe: "openings" | "round",
  a: { across: number; up: number },
  b: { across: number; up: number },
) {
  const part = (p: number, q: number) => {
    const low = Math.min(0.95, Math.round(Math.min(p, q) * 100) / 100);
    return { from: low, to: Math.min(1, Math.max(low + 0.05, Math.round(Math.max(p, q) * 100) / 100)) };
  };
  const [between, up] = [part(a.across, b.across), part(a.up, b.up)];
  return recipe === "openings"
    ? { between, rows: [up] }
    : { between, foot: up.from, springing: Math.round(((up.from + up.to) / 2) * 100) / 100 };
}

/** A press that hardly moved asks for the usual size. */
function isPress(lesson: Lesson, from: PaperPoint, to: PaperPoint): boolean {
  return distanceMm(from, to) < Math.max(smallestStepMm(lesson.sheet), 5);
}

/** What a foot put down there leans on. */
function standOf(
  lesson: Lesson,
  view: View,
  foot: PaperPoint,
  scene: ReadonlyMap<string, Placed>,
): DepthSetBy {
  const under = faceUnder(lesson.objects, scene, view, foot);
  const upright = view.frames[0]?.axes.height;
  if (under && upright) {
    if (dot(under.face.normal, upright) > 0.99 && under.face.id !== "floor")
      return { object: under.objectId, face: under.face.id };
    const host = lesson.objects.find((o) => o.id === under.objectId);
    if (host?.recipe === "room" && under.face.id !== "floor" && under.face.id !== "ceiling")
      return { object: under.objectId, face: under.face.id };
  }
  return foot.yMm > view.horizonMm + smallestStepMm(lesson.sheet) ? "ground" : "free";
}

interface Spot {
  readonly fromLeftMm: number;
  readonly fromBottomMm: number;
  readonly wideMm: number;
  readonly highMm: number;
  readonly depthSetBy: DepthSetBy;
  /** Extents that suit the frame: measured where the axis runs with the paper, a part of the way elsewhere. */
  readonly extent: (axis: Axis, part?: number) => Extent;
}

function spotOf(
  lesson: Lesson,
  view: View,
  frame: Frame,
  from: PaperPoint,
  to: PaperPoint,
  scene: ReadonlyMap<string, Placed>,
): Spot {
  const step = smallestStepMm(lesson.sheet);
  const snap = (mm: number) => Math.round(Math.round(mm / step) * step * 1000) / 1000;
  const least = Math.max(step, 5);
  const isClick = isPress(lesson, from, to);
  const [w, h] = isClick
    ? [lesson.sheet.widthMm / 6, lesson.sheet.heightMm / 6]
    : [Math.abs(to.xMm - from.xMm), Math.abs(to.yMm - from.yMm)];
  const left = isClick ? from.xMm : Math.min(from.xMm, to.xMm);
  const foot = isClick ? from.yMm : Math.max(from.yMm, to.yMm);
  const wideMm = Math.max(snap(w), snap(least));
  const highMm = Math.max(snap(h), snap(least));
  return {
    fromLeftMm: snap(left),
    fromBottomMm: snap(lesson.sheet.heightMm - foot),
    wideMm,
    highMm,
    depthSetBy: standOf(lesson, view, { xMm: left, yMm: foot }, scene),
    extent: (axis, part) =>
      runsWithPaper(frame, axis)
        ? { mm: axis === "height" ? highMm : wideMm }
        : { fraction: part ?? (axis === "width" ? 0.3 : axis === "height" ? 0.25 : 0.4) },
  };
}

function usual(
  recipe: RecipeName,
  spot: Spot,
  lesson: Lesson,
  hostId: string,
): Readonly<Record<string, unknown>> {
  const foot = { fromLeftMm: spot.fromLeftMm, fromBottomMm: spot.fromBottomMm };
  const block = (depth?: number) => ({
    depthSetBy: spot.depthSetBy,
    handles: {
      ...foot,
      width: spot.extent("width"),
      height: spot.extent("height"),
      depth: spot.extent("depth", depth),
    },
  });
  const host = lesson.objects.find((o) => o.id === hostId);
  const face = host?.recipe === "room" ? "back-wall" : "front";
  switch (recipe) {
    case "box":
      return { recipe, seeThrough: false, ...block() };
    case "outline":
      return { recipe, seeThrough: false, side: "front", ...block(), corners: ARROW, openings: [] };
    case "lettering":
      return { recipe, text: "LOCK", gap: 0.15, tilesOnly: false, startFrom: "left", ...block() };
    case "room":
      return { recipe, handles: { back: 0.6 } };
    case "floor":
      return {
        recipe,
        columns: 6,
        rows: 5,
        spacing: "true",
        chequered: true,
        handles: { ...foot, width: spot.extent("width", 0.4), depth: spot.extent("depth", 0.6) },
      };
    case "road":
      return {
        recipe,
        dashes: 6,
        joints: 5,
        crossing: null,
        handles: { fromLeftMm: spot.fromLeftMm, half: 50, pavement: 25, kerb: 0, reach: 0.9 },
      };
    case "house":
      return { recipe, side: "front", eaves: 0.6, ...block() };
    case "openings":
      return {
        recipe,
        on: { object: hostId, face },
        rows: [{ from: 0.3, to: 0.7 }],
        columns: 3,
        between: { from: 0.12, to: 0.88 },
        gap: 0.6,
        panes: { across: 2, up: 2 },
      };
    case "row":
      return {
        recipe,
        kind: "posts",
        along: "depth",
        count: 6,
        spacing: "equal",
        rails: [0.6],
        sag: 0,
        handles: { ...foot, height: spot.extent("height", 0.2), gap: { fraction: 0.25 } },
      };
    case "stairs":
      return { recipe, side: "front", steps: 4, ...block(0.3) };
    case "seat":
      return { recipe, side: "front", seatHeight: 0.45, seatDepth: 0.7, rounded: true, ...block(0.3) };
    case "table":
      return { recipe, top: 0.12, leg: 0.12, ...block(0.35) };
    case "shelf":
      return { recipe, boards: 4, wood: 0.06, ...block(0.25) };
    case "archway":
      return { recipe, side: "front", opening: 0.5, springing: 0.45, arch: "round", ...block(0.2) };
    case "round":
      return {
        recipe,
        on: { object: hostId, face },
        shape: "arch",
        between: { from: 0.3, to: 0.7 },
        foot: 0,
        springing: 0.4,
        construction: "eight-points",
      };
    case "tunnel":
      return { recipe, arches: 5, springing: 0.55, order: "uprights-first", ...block(0.65) };
    case "rays":
      return { recipe, pairs: 5, above: 3 };
    case "hills":
      return { recipe, topsMm: [18, 34, 12, 26, 8] };
    case "freehand":
      return {
        recipe,
        depthSetBy: spot.depthSetBy,
        covers: true,
        handles: { ...foot, widthMm: spot.wideMm, heightMm: spot.highMm },
      };
    case "reflection":
      return { recipe, of: hostId, handles: { dropMm: 5, shoreFromBottomMm: spot.fromBottomMm } };
    case "shadow":
      return {
        recipe,
        of: hostId,
        handles: {
          sunFromLeftMm: Math.round(lesson.sheet.widthMm * 0.9),
          sunFromTopMm: Math.round(lesson.view.horizonFromTopMm - lesson.sheet.heightMm * 0.6),
        },
      };
    case "tone":
      return { recipe, of: hostId, lightFrom: "left" };
  }
}

/** A plain arrow: enough corners to show what a free outline is. */
const ARROW = [
  { across: 0, up: 0.35 },
  { across: 0.55, up: 0.35 },
  { across: 0.55, up: 0 },
  { across: 1, up: 0.5 },
  { across: 0.55, up: 1 },
  { across: 0.55, up: 0.65 },
  { across: 0, up: 0.65 },
];

/** `stem-1`, or the first number that no object has yet. */
export function freeId(lesson: Lesson, stem: string): string {
  const taken = new Set(lesson.objects.map((o) => o.id));
  for (let n = 1; ; n++) if (!taken.has(`${stem}-${n}`)) return `${stem}-${n}`;
}
