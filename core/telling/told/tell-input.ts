import type { Move } from "../../drawing/drafter/index.ts";
import { isDot, type PaperStroke } from "../../drawing/paper/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";
import { edgeMark } from "./measures.ts";
import type { Place } from "./places.ts";
import type { OnSheet } from "./tell-line.ts";
import type { EdgeMark, Press, Where } from "./told.ts";

export interface TellInput {
  readonly on: OnSheet;
  readonly strokeOf: (moveIndex: number) => PaperStroke | undefined;
  /** The moves whose tones show on the sheet. */
  readonly filled: ReadonlySet<number>;
  readonly labelOf: (objectId: string) => string;
  /** Places that some move goes on from. */
  readonly needed: ReadonlySet<string>;
  /** Places a pupil has been told of so far; grows while a lesson is told. */
  readonly given: Set<string>;
  /** Places that only the telling needs, such as where a line comes onto the sheet. */
  readonly extra: Map<string, PaperPoint>;
  /** Crossings that a line with many of them leaves to be marked when they are needed. */
  readonly pending: Map<string, Where<Place>>;
  /** Places at which no line is seen to end: the pencil is lifted over a finished thing before it is there. */
  readonly lifted: Set<string>;
  /** Lines told otherwise than they are ruled: they are finished as they are. */
  readonly measured: Set<number>;
}

/** Whether a line is drawn so lightly that it can be rubbed out. */
export function pressOf(move: Move): Press {
  const { stroke } = move;
  if (stroke?.plane === "space" && stroke.tailTo !== null) return "light";
  if (stroke?.role === "hidden") return "dotted";
  const light =
    (stroke?.plane === "space" && stroke.light === true) ||
    (stroke?.plane === "space-arc" && stroke.light === true) ||
    stroke?.role === "construction" ||
    stroke?.role === "horizon";
  return light ? "light" : "firm";
}

/** Things that stand in the way of a stroke: never drawn through. */
export function overOf(
  { strokeOf, labelOf }: TellInput,
  i: number,
  move: Move,
): { over?: readonly string[] } {
  const stroke = strokeOf(i);
  if (!stroke || isDot(stroke)) return {};
  const things = stroke.stoppedBy.filter((id) => id !== move.objectId).map(labelOf);
  return things.length > 0 ? { over: things } : {};
}

/** The height on the sheet above which a stroke that keeps to a stretch below it is not drawn. */
export function belowOf(on: OnSheet, move: Move): { below?: EdgeMark } {
  const { stroke } = move;
  if (stroke?.plane !== "space" || !stroke.within) return {};
  const top = Math.min(...stroke.within.flatMap((ring) => ring.map((p) => p.yMm)));
  return top > 0 ? { below: edgeMark("left", top, on.view.sheet) } : {};
}
