import type { Finding } from "../../ground/base/index.ts";
import {
  type Interval,
  isPoint,
  type PaperPoint,
  type Region,
  type Trace,
} from "../../ground/geometry/index.ts";
import type { StrokeRole } from "../drafter/index.ts";

/** A stretch of a stroke that lies on the paper for a while; `from` and `to` are shares of the stroke, 0 to 1. */
export interface StrokePiece {
  readonly from: number;
  readonly to: number;
  /** The edge itself, the guide's tail beyond it, or a stretch drawn dotted behind its own see-through solid. */
  readonly part: "edge" | "tail" | "dotted";
  /** Index of the move that rubs it out; null when it stays. */
  readonly diesAt: number | null;
  /** The object it is rubbed out for, because that covers it; left out where it goes with its own thing. */
  readonly behind?: string;
}

/** A line on the paper, from the moment it is drawn. A dot is a stroke whose two ends are one point. */
export interface PaperStroke {
  /** The id of the move that draws it. */
  readonly id: string;
  readonly objectId: string;
  readonly moveIndex: number;
  readonly role: StrokeRole;
  readonly trace: Trace;
  readonly from: PaperPoint;
  readonly to: PaperPoint;
  readonly pieces: readonly StrokePiece[];
  /** Index of the move from which its edge is traced firmly; a guide stays light until its object is closed. */
  readonly firmFrom: number;
  /** Whether part of it would lie beyond the sheet's edge. */
  readonly runsOff: boolean;
  /** Ids of the objects already drawn that stop it. */
  readonly stoppedBy: readonly string[];
  /** Stretches that its own solid hides, as shares of the stroke: never drawn. */
  readonly behindOwn: readonly Interval[];
}

/** A filled stretch of the paper; its pieces die one by one as nearer things are drawn over it. */
export interface PaperFill {
  readonly id: string;
  readonly objectId: string;
  readonly moveIndex: number;
  readonly tone: 1 | 2 | 3;
  readonly pieces: readonly { readonly region: Region; readonly diesAt: number | null }[];
}

/** Everything that ever lies on the paper, with its life. */
export interface Paper {
  readonly strokes: readonly PaperStroke[];
  readonly fills: readonly PaperFill[];
  readonly findings: readonly Finding[];
}

/** A stroke together with what of it lies on the paper at one moment. */
export interface StandingStroke {
  readonly stroke: PaperStroke;
  readonly pieces: readonly StrokePiece[];
}

export function isDot(stroke: PaperStroke): boolean {
  return isPoint(stroke.trace);
}

/** The paper after move `moveIndex` is done (−1: the empty sheet): a filter over the strokes' lives. */
export function paperAfter(paper: Paper, moveIndex: number): StandingStroke[] {
  const standing: StandingStroke[] = [];
  for (const stroke of paper.strokes) {
    if (stroke.moveIndex > moveIndex || stroke.pieces.length === 0) continue;
    const alive = (p: StrokePiece) => p.diesAt === null || p.diesAt > moveIndex;
    const pieces = stroke.pieces.every(alive) ? stroke.pieces : stroke.pieces.filter(alive);
    if (pieces.length > 0) standing.push({ stroke, pieces });
  }
  return standing;
}

/** The filled stretches that lie on the paper after move `moveIndex`. */
export function fillsAfter(
  paper: Paper,
  moveIndex: number,
): { fill: PaperFill; regions: readonly Region[] }[] {
  return paper.fills.flatMap((fill) => {
    if (fill.moveIndex > moveIndex) return [];
    const regions = fill.pieces.filter((p) => p.diesAt === null || p.diesAt > moveIndex).map((p) => p.region);
    return regions.length > 0 ? [{ fill, regions }] : [];
  });
}
