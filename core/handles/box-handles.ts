import { type Change, formatLength, smallestStepMm } from "../base/index.ts";
import { between, findPaperPoint, type PaperPoint } from "../geometry/index.ts";
import { sayShare } from "../lexicon/index.ts";
import { type BoxSlice, cornerName, solveBox } from "../recipes/index.ts";
import { cornerAt } from "../solids/index.ts";
import {
  type Axis,
  findVanishingPoint,
  requireFrame,
  runsWithPaper,
  type View,
  worldToPaper,
} from "../view/index.ts";
import type { Handle, Measure } from "./handle.ts";

const SIDE = { width: "right side", height: "top", depth: "back" } as const;

/** Where a box can be taken hold of: its foot, and one handle for each extent. */
export function boxHandles(box: BoxSlice, view: View): Handle[] {
  const { fromLeftMm, fromBottomMm } = box.handles;
  const say = (mm: number) => formatLength(mm, view.sheet);
  return [
    {
      id: `${box.id}/foot`,
      at: footOf(box, view),
      called: `foot of the ${box.label}`,
      reading: `${say(fromLeftMm)} from the left edge, ${say(fromBottomMm)} up from the bottom`,
      way: "freely",
    },
    ...(["width", "height", "depth"] as const).map((axis): Handle => {
      const extent = box.handles[axis];
      return {
        id: `${box.id}/${axis}`,
        at: extentPoint(box, view, axis),
        called: `${SIDE[axis]} of the ${box.label}`,
        reading:
          "mm" in extent
            ? `${say(extent.mm)} ${axis === "height" ? "high" : "wide"}`
            : `${sayShare(extent.fraction)} of the way to the vanishing point`,
        way: "mm" in extent ? (axis === "height" ? "up-and-down" : "across") : "along-guide",
      };
    }),
  ];
}

/** The change that dragging a box's handle to a paper point makes, snapped to the smallest step. */
export function dragBoxHandle(box: BoxSlice, part: string, to: PaperPoint, view: View): Change[] {
  const id = `object/${box.id}`;
  const step = smallestStepMm(view.sheet);
  const snap = (mm: number) => roundMm(Math.round(mm / step) * step);
  switch (part) {
    case "foot":
      return [
        { id, field: "handles.fromLeftMm", value: snap(to.xMm) },
        { id, field: "handles.fromBottomMm", value: snap(view.sheet.heightMm - to.yMm) },
      ];
    case "width":
    case "height":
    case "depth": {
      const extent = box.handles[part];
      const foot = footOf(box, view);
      if ("mm" in extent) {
        const mm = part === "height" ? foot.yMm - to.yMm : to.xMm - foot.xMm;
        return [{ id, field: `handles.${part}`, value: { mm: Math.max(roundMm(step), snap(mm)) } }];
      }
      return [{ id, field: `handles.${part}`, value: { fraction: fractionNear(box, view, part, to) } }];
    }
    default:
      return [];
  }
}

/** The numbers of a box that can be typed. */
export function boxMeasures(box: BoxSlice, view: View): Measure[] {
  const id = `object/${box.id}`;
  const { widthMm, heightMm } = view.sheet;
  const extent = (axis: Axis, label: string): Measure => {
    const value = box.handles[axis];
    return "mm" in value
      ? {
          label,
          id,
          field: `handles.${axis}.mm`,
          kind: "length",
          value: value.mm,
          wholeMm: axis === "height" ? heightMm : widthMm,
        }
      : {
          label: `${label}, of the way to the vanishing point`,
          id,
          field: `handles.${axis}.fraction`,
          kind: "share",
          value: value.fraction,
          wholeMm: 1,
        };
  };
  return [
    {
      label: "From the left edge",
      id,
      field: "handles.fromLeftMm",
      kind: "length",
      value: box.handles.fromLeftMm,
      wholeMm: widthMm,
    },
    {
      label: "Up from the bottom",
      id,
      field: "handles.fromBottomMm",
      kind: "length",
      value: box.handles.fromBottomMm,
      wholeMm: heightMm,
    },
    extent("width", "Width"),
    extent("height", "Height"),
    extent("depth", "Depth"),
  ];
}

function footOf(box: BoxSlice, view: View): PaperPoint {
  return { xMm: box.handles.fromLeftMm, yMm: view.sheet.heightMm - box.handles.fromBottomMm };
}

/** Flat extents are held at the middle of the far side, deep ones at the far end of a top edge's guide. */
function extentPoint(box: BoxSlice, view: View, axis: Axis): PaperPoint {
  const foot = footOf(box, view);
  const extent = box.handles[axis];
  if ("mm" in extent) {
    const across = axis === "width" ? extent.mm : "mm" in box.handles.width ? box.handles.width.mm / 2 : 0;
    const up = axis === "height" ? extent.mm : "mm" in box.handles.height ? box.handles.height.mm / 2 : 0;
    return { xMm: foot.xMm + across, yMm: foot.yMm - up };
  }
  const guide = deepGuide(box, view, axis);
  return guide ? between(guide.from, guide.vp, extent.fraction) : foot;
}

/** The guide that carries a depth handle: from the top corner nearest the vanishing point. */
function deepGuide(box: BoxSlice, view: View, axis: Axis): { from: PaperPoint; vp: PaperPoint } | null {
  const frame = requireFrame(view, box.frame);
  const vp = findVanishingPoint(view, frame, axis);
  if (!vp) return null;
  const { solid } = solveBox(box, view, frame);
  // Only a frontal box has two top corners at its near end.
  const nearEnds = runsWithPaper(frame, "width") ? ([0, 1] as const) : ([0] as const);
  const starts = nearEnds.flatMap((i) => {
    const above = findPaperPoint(worldToPaper(view.camera, cornerAt(solid, cornerName([i, 1, 0]))));
    return above ? [above] : [];
  });
  const from = starts.sort((a, b) => Math.abs(a.xMm - vp.xMm) - Math.abs(b.xMm - vp.xMm))[0];
  return from ? { from, vp } : null;
}

/** The part of the way along the guide nearest a point, in two-hundredths, short of either end. */
function fractionNear(box: BoxSlice, view: View, axis: Axis, to: PaperPoint): number {
  const guide = deepGuide(box, view, axis);
  if (!guide) return 0.5;
  const { from, vp } = guide;
  const [dx, dy] = [vp.xMm - from.xMm, vp.yMm - from.yMm];
  const length2 = dx * dx + dy * dy;
  const share = length2 > 0 ? ((to.xMm - from.xMm) * dx + (to.yMm - from.yMm) * dy) / length2 : 0.5;
  return Math.round(Math.min(0.95, Math.max(0.02, share)) * 200) / 200;
}

/** Whole micrometres: sums of inch fractions stay short numbers in the file. */
function roundMm(mm: number): number {
  return Math.round(mm * 1000) / 1000;
}
