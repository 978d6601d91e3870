import { fillsAfter } from "../../drawing/paper/index.ts";
import { sheetMark } from "./draw-state.ts";
import {
  type FrameSource,
  momentAt,
  standingMarks,
  toComeMarks,
  toolsAt,
  underWayMarks,
} from "./frame-parts.ts";
import type { Medium } from "./ink.ts";
import type { Drawing, Mark } from "./mark.ts";
import { fillMarks } from "./stroke-marks.ts";

/** The lesson at one moment of lesson time: a pure function of (lesson, t). */
export interface Frame {
  readonly atMs: number;
  /** The step whose window holds this moment; null before the first. */
  readonly stepId: string | null;
  /** The move under way, and how far its line is drawn (0 to 1). */
  readonly active: { readonly moveIndex: number; readonly reach: number } | null;
  /** Paper mm; without the sheet's own surface, so that it can lie over a picture. */
  readonly drawing: Drawing;
}

export interface FrameOptions {
  readonly medium: Medium;
  /** Show the ruler and the pencil's point too. */
  readonly tools: boolean;
  readonly withSheet: boolean;
  /** Show faintly what the step at hand has still to come, or the first one before it begins. */
  readonly toCome?: boolean;
}

/** The frame at lesson time `atMs`. Moves that ended before are on the paper, the one under way is part drawn. */
export function frameAt(source: FrameSource, atMs: number, options: FrameOptions): Frame {
  const moment = momentAt(source, atMs);
  const { step, done, underWay, reach } = moment;
  const { medium } = options;
  const newFrom = step?.firstMove ?? Number.POSITIVE_INFINITY;
  const marks: Mark[] = [
    ...fillMarks(fillsAfter(source.paper, done)),
    ...(options.toCome ? toComeMarks(source, step ?? source.steps[0], atMs, medium) : []),
    ...standingMarks(source.paper, moment, medium, (stroke) =>
      stroke.moveIndex >= newFrom ? "new" : "standing",
    ),
    ...underWayMarks(source.paper, moment, medium),
    ...(options.tools ? toolsAt(source, moment) : []),
  ];
  const box = { x: 0, y: 0, width: source.sheet.widthMm, height: source.sheet.heightMm };
  return {
    atMs,
    stepId: step?.id ?? null,
    active: underWay ? { moveIndex: underWay.moveIndex, reach } : null,
    drawing: {
      unit: "mm",
      box,
      marks: options.withSheet ? [sheetMark(source.sheet), ...marks] : marks,
      alt: step ? `Step ${step.number}: ${step.title}` : "The empty sheet",
    },
  };
}
