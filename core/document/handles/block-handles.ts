import {
  type BlockPlaced,
  extentOf,
  footOf,
  frameOf,
  numberOfObject,
  ownExtentOf,
  setObject,
} from "../../drawing/recipes/index.ts";
import { type Block, pointInBlock } from "../../drawing/solids/index.ts";
import {
  AXES,
  type Axis,
  findVanishingPoint,
  runsWithPaper,
  seenAt,
  type Vec3,
  type View,
} from "../../drawing/view/index.ts";
import { type Address, type Change, formatLength, smallestStepMm } from "../../ground/base/index.ts";
import { distanceMm, type PaperPoint } from "../../ground/geometry/index.ts";
import { sayShare } from "../../ground/lexicon/index.ts";
import type { Handle, Measure } from "./handle.ts";

const SIDE = { width: "right side", height: "top", depth: "back" } as const;
const LABEL = { width: "Width", height: "Height", depth: "Depth" } as const;

/** Where a thing can be taken hold of: its foot, and one handle for each extent it has. */
export function blockHandles(object: BlockPlaced, block: Block | null, view: View): Handle[] {
  const { fromLeftMm, fromBottomMm } = object.handles;
  const say = (mm: number) => formatLength(mm, view.sheet);
  const foot: Handle = {
    id: `${object.id}/foot`,
    at: footOf(object, view.sheet.heightMm),
    called: `foot of the ${object.label}`,
    reading: `${say(fromLeftMm)} from the left edge, ${say(fromBottomMm)} up from the bottom`,
    way: "freely",
  };
  const ends = AXES.flatMap((axis): Handle[] => {
    const extent = ownExtentOf(object, axis);
    const at = extent && block && extentPoint(object, block, view, axis);
    if (!extent || !at) return [];
    return [
      {
        id: `${object.id}/${axis}`,
        at,
        called: `${SIDE[axis]} of the ${object.label}`,
        reading:
          "mm" in extent
            ? `${say(extent.mm)} ${axis === "height" ? "high" : "wide"}`
            : `${sayShare(extent.fraction)} of the way to the vanishing point`,
        way: "mm" in extent ? (goesAcross(object, view, axis) ? "across" : "up-and-down") : "along-guide",
      },
    ];
  });
  return [foot, ...ends];
}

/**
 * The change that dragging a handle to a paper point makes, snapped to the smallest step; `exact` keeps the very place,
 * where it rests on another thing's line or corner.
 */
export function dragBlockHandle(
  object: BlockPlaced,
  block: Block | null,
  part: string,
  to: PaperPoint,
  view: View,
  exact = false,
): Change[] {
  const { id } = object;
  const step = smallestStepMm(view.sheet);
  const snap = (mm: number) => roundMm(exact ? mm : Math.round(mm / step) * step);
  if (part === "foot")
    return [
      setObject(id, "handles.fromLeftMm", snap(to.xMm)),
      setObject(id, "handles.fromBottomMm", snap(view.sheet.heightMm - to.yMm)),
    ];
  const axis = AXES.find((a) => a === part);
  const extent = axis && extentOf(object, axis);
  if (!axis || !extent) return [];
  const foot = footOf(object, view.sheet.heightMm);
  if ("mm" in extent) {
    const [x, y] = wayOnPaper(object, view, axis);
    const mm = (to.xMm - foot.xMm) * x + (to.yMm - foot.yMm) * y;
    return [setObject(id, `handles.${axis}`, { mm: Math.max(roundMm(step), snap(mm)) })];
  }
  const fraction = block && fractionNear(object, block, view, axis, to, exact);
  return fraction === null ? [] : [setObject(id, `handles.${axis}`, { fraction })];
}

/** The numbers of a thing's place and size that can be typed, each with the stretch of paper it measures. */
export function blockMeasures(object: BlockPlaced, block: Block | null, view: View): Measure[] {
  const { id } = object;
  const { widthMm, heightMm } = view.sheet;
  const foot = footOf(object, heightMm);
  const length = (
    label: string,
    address: Address,
    value: number,
    wholeMm: number,
    from: PaperPoint,
    to: PaperPoint,
  ): Measure => ({ label, address, kind: "length", value, wholeMm, span: { from, to } });
  const { fromLeftMm, fromBottomMm } = object.handles;
  return [
    length(
      "From the left edge",
      numberOfObject(id, "handles.fromLeftMm"),
      fromLeftMm,
      widthMm,
      { ...foot, xMm: 0 },
      foot,
    ),
    length(
      "Up from the bottom",
      numberOfObject(id, "handles.fromBottomMm"),
      fromBottomMm,
      heightMm,
      { ...foot, yMm: heightMm },
      foot,
    ),
    ...AXES.flatMap((axis): Measure[] => {
      const extent = ownExtentOf(object, axis);
      if (!extent) return [];
      if ("mm" in extent) {
        const to = past(foot, wayOnPaper(object, view, axis), extent.mm);
        const whole = goesAcross(object, view, axis) ? widthMm : heightMm;
        return [length(LABEL[axis], numberOfObject(id, `handles.${axis}.mm`), extent.mm, whole, foot, to)];
      }
      const start = block && guideStart(object, block, view, axis);
      const from = start && seenAt(view.camera, start);
      const to = start && block && seenAt(view.camera, addAxis(start, block[axis]));
      return [
        {
          label: `${LABEL[axis]}, of the way to the vanishing point`,
          address: numberOfObject(id, `handles.${axis}.fraction`),
          kind: "share",
          value: extent.fraction,
          wholeMm: 1,
          span: from && to ? { from, to } : null,
        },
      ];
    }),
  ];
}

/** The way a flat axis of a thing runs on the paper: right and up, or as they lie on the turned sheet. */
function wayOnPaper(object: BlockPlaced, view: View, axis: Axis): readonly [x: number, y: number] {
  const [x, y] = frameOf(object, view).axes[axis];
  return [x, y];
}

function goesAcross(object: BlockPlaced, view: View, axis: Axis): boolean {
  const [x, y] = wayOnPaper(object, view, axis);
  return Math.abs(x) > Math.abs(y);
}

function past(from: PaperPoint, [x, y]: readonly [number, number], mm: number): PaperPoint {
  return { xMm: from.xMm + x * mm, yMm: from.yMm + y * mm };
}

/** Flat extents are held at the middle of the far side, deep ones at the far end of the guide nearest the VP. */
function extentPoint(object: BlockPlaced, block: Block, view: View, axis: Axis): PaperPoint | null {
  const extent = extentOf(object, axis);
  if (extent && "mm" in extent) {
    const foot = footOf(object, view.sheet.heightMm);
    return (["width", "height"] as const).reduce((at, own) => {
      const flat = extentOf(object, own);
      const mm = own === axis ? extent.mm : flat && "mm" in flat ? flat.mm / 2 : 0;
      return past(at, wayOnPaper(object, view, own), mm);
    }, foot);
  }
  const start = guideStart(object, block, view, axis);
  return start && seenAt(view.camera, addAxis(start, block[axis]));
}

/**
 * Where the guide that carries a deep handle starts: the foot for a height; the top corner nearest the VP where heights stand
 * upright on paper; the foot's own corner where they lean, because shares are told along the ground there.
 */
function guideStart(object: BlockPlaced, block: Block, view: View, axis: Axis): Vec3 | null {
  if (axis === "height") return block.origin;
  const frame = frameOf(object, view);
  const vp = findVanishingPoint(view, frame, axis);
  const nearEnds = axis === "depth" && runsWithPaper(frame, "width") ? ([0, 1] as const) : ([0] as const);
  const up = runsWithPaper(frame, "height") ? 1 : 0;
  const starts = nearEnds.map((i) => pointInBlock(block, i, up, 0));
  const off = (p: Vec3) => Math.abs((seenAt(view.camera, p)?.xMm ?? 0) - (vp?.xMm ?? 0));
  return starts.sort((a, b) => off(a) - off(b))[0] ?? null;
}

/** The part of the way along the guide nearest a point, in two-hundredths unless exact, short of either end. */
function fractionNear(
  object: BlockPlaced,
  block: Block,
  view: View,
  axis: Axis,
  to: PaperPoint,
  exact: boolean,
): number | null {
  const frame = frameOf(object, view);
  const start = guideStart(object, block, view, axis);
  const [from, vp] = [start && seenAt(view.camera, start), findVanishingPoint(view, frame, axis)];
  if (!from || !vp) return null;
  const length = distanceMm(from, vp);
  if (length === 0) return null;
  const along =
    ((to.xMm - from.xMm) * (vp.xMm - from.xMm) + (to.yMm - from.yMm) * (vp.yMm - from.yMm)) / length;
  // Looking down the handle moves away from the VP: the foot then lies this part of the way from the handle to it.
  const share = frame.axes[axis][2] > 0 ? along / length : 1 - length / (length - along);
  const parts = exact ? 1e5 : 200;
  return Math.round(Math.min(0.95, Math.max(0.02, share)) * parts) / parts;
}

function addAxis(p: Vec3, by: Vec3): Vec3 {
  return [p[0] + by[0], p[1] + by[1], p[2] + by[2]];
}

/** Whole micrometres: sums of inch fractions stay short numbers in the file. */
function roundMm(mm: number): number {
  return Math.round(mm * 1000) / 1000;
}
