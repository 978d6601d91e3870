import {
  numberOfFrame,
  numberOfSheet,
  numberOfView,
  planView,
  setFrame,
  setView,
  statedVanishingPoints,
} from "../../drawing/view/index.ts";
import { type Change, change, formatLength, smallestStepMm } from "../../ground/base/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";
import type { Lesson } from "../lesson/index.ts";
import type { Handle, Measure } from "./handle.ts";

/** The 60° cone of vision: its radius on paper is the viewing distance by so much. */
const CONE = Math.tan(Math.PI / 6);

/**
 * The horizon and the vanishing points as handles. The horizon is held near the sheet's right edge, the viewing distance by
 * the rim of the cone of vision, or between two points by the centre of vision.
 */
export function paperHandles(lesson: Lesson): Handle[] {
  const { sheet, view } = lesson;
  const y = view.horizonFromTopMm;
  return [
    {
      id: "view/horizon",
      at: { xMm: sheet.widthMm * 0.9, yMm: y },
      called: "horizon",
      short: "horizon",
      reading: `${formatLength(y, sheet)} down from the top edge`,
      way: "up-and-down",
    },
    ...view.frames.flatMap((frame) =>
      statedVanishingPoints(frame).map(
        (vp): Handle => ({
          id: `frame/${frame.id}/${vp.field}`,
          at: { xMm: vp.fromLeftMm, yMm: vp.onHorizon ? y : (vp.fromTopMm ?? y) },
          called: vp.name,
          short: vp.name.replace("vanishing point", "point"),
          reading: sayAcross(vp.fromLeftMm, lesson),
          way: vp.onHorizon ? "across" : "freely",
        }),
      ),
    ),
    ...eyeHandles(lesson),
  ];
}

/** Where the eye is: held by the cone's rim in one point, by the centre of vision in two; in three it follows. */
function eyeHandles(lesson: Lesson): Handle[] {
  const { sheet, view } = lesson;
  const [first] = view.frames;
  const { principal, distanceMm } = planView(view, sheet).camera;
  if (first?.kind === "one-point")
    return [
      {
        id: "view/distance",
        at: { xMm: principal.xMm + distanceMm * CONE, yMm: view.horizonFromTopMm },
        called: "viewing distance, at the rim of the cone of vision",
        short: "viewing distance",
        reading: `seen from ${formatLength(distanceMm, sheet)}`,
        way: "across",
      },
    ];
  if (first?.kind !== "two-point") return [];
  return [
    {
      id: `frame/${first.id}/centreOfVision`,
      at: { xMm: principal.xMm, yMm: view.horizonFromTopMm },
      called: "centre of vision",
      short: "centre of vision",
      reading: `straight ahead ${sayAcross(principal.xMm, lesson)}, seen from ${formatLength(distanceMm, sheet)}`,
      way: "across",
    },
  ];
}

function sayAcross(mm: number, { sheet }: Lesson): string {
  if (mm < 0) return `${formatLength(-mm, sheet)} outside the left edge`;
  if (mm > sheet.widthMm) return `${formatLength(mm - sheet.widthMm, sheet)} outside the right edge`;
  return `${formatLength(mm, sheet)} from the left edge`;
}

/** The change that dragging the horizon or a vanishing point makes, snapped to the smallest step. */
export function dragPaperHandle(lesson: Lesson, handleId: string, to: PaperPoint): Change[] {
  const step = smallestStepMm(lesson.sheet);
  const snap = (mm: number) => Math.round(Math.round(mm / step) * step * 1000) / 1000;
  if (handleId === "view/horizon") {
    const within = Math.min(lesson.sheet.heightMm, Math.max(0, to.yMm));
    return [setView("horizonFromTopMm", snap(within)), ...forgetStatedHeights(lesson)];
  }
  if (handleId === "view/distance") {
    const { principal } = planView(lesson.view, lesson.sheet).camera;
    const distance = Math.max(20, snap(Math.abs(to.xMm - principal.xMm) / CONE));
    return [setView("viewingDistanceMm", distance)];
  }
  const [kind, frameId, field] = handleId.split("/");
  if (field === "centreOfVision") {
    const first = lesson.view.frames[0];
    if (first?.kind !== "two-point") return [];
    const [left, right] = [first.leftVanishingPoint.fromLeftMm, first.rightVanishingPoint.fromLeftMm];
    const within = Math.min(right - 5, Math.max(left + 5, snap(to.xMm)));
    return [setFrame(first.id, "centreOfVision", { fromLeftMm: within })];
  }
  const frame = kind === "frame" ? lesson.view.frames.find((f) => f.id === frameId) : undefined;
  const vp = frame && statedVanishingPoints(frame).find((v) => v.field === field);
  if (!frame || !vp) return [];
  const across = setFrame(frame.id, `${vp.field}.fromLeftMm`, snap(to.xMm));
  return vp.onHorizon ? [across] : [across, setFrame(frame.id, `${vp.field}.fromTopMm`, snap(to.yMm))];
}

/** A height stated in a file written by hand would contradict a moved horizon: it goes, the VP follows. */
function forgetStatedHeights(lesson: Lesson): Change[] {
  return lesson.view.frames.flatMap((frame) =>
    statedVanishingPoints(frame).flatMap((vp) =>
      vp.fromTopMm === undefined || !vp.onHorizon ? [] : [setFrame(frame.id, `${vp.field}.fromTopMm`, null)],
    ),
  );
}

/** The numbers of sheet and view that can be typed. */
export function paperMeasures(lesson: Lesson): Measure[] {
  const { sheet, view } = lesson;
  return [
    {
      label: "Sheet width",
      address: numberOfSheet("widthMm"),
      kind: "length",
      value: sheet.widthMm,
      wholeMm: sheet.widthMm,
      span: null,
    },
    {
      label: "Sheet height",
      address: numberOfSheet("heightMm"),
      kind: "length",
      value: sheet.heightMm,
      wholeMm: sheet.heightMm,
      span: null,
    },
    {
      label: "Horizon, down from the top",
      address: numberOfView("horizonFromTopMm"),
      kind: "length",
      value: view.horizonFromTopMm,
      wholeMm: sheet.heightMm,
      span: null,
    },
    ...(view.frames[0]?.kind === "one-point"
      ? [
          {
            label: "Viewing distance",
            address: numberOfView("viewingDistanceMm"),
            kind: "length" as const,
            value: planView(view, sheet).camera.distanceMm,
            wholeMm: Math.hypot(sheet.widthMm, sheet.heightMm),
            span: null,
          },
        ]
      : []),
    ...view.frames.flatMap((frame) =>
      statedVanishingPoints(frame).map(
        (vp): Measure => ({
          label: `${vp.name.charAt(0).toUpperCase()}${vp.name.slice(1)}, from the left edge`,
          address: numberOfFrame(frame.id, `${vp.field}.fromLeftMm`),
          kind: "length",
          value: vp.fromLeftMm,
          wholeMm: sheet.widthMm,
          span: null,
        }),
      ),
    ),
  ];
}

/** Changes that set a measure; moving the horizon takes stated heights of vanishing points with it. */
export function setMeasure(lesson: Lesson, measure: Measure, value: number): Change[] {
  const { address } = measure;
  const moved = change(address, value);
  return address.field === "horizonFromTopMm" ? [moved, ...forgetStatedHeights(lesson)] : [moved];
}
