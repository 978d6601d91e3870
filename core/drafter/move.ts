import type { PaperPoint } from "../geometry/index.ts";
import type { Axis, SpacePoint } from "../view/index.ts";

/** Where a ruled line aims: along an axis of a frame, or level or upright with the sheet itself. */
export type Aim =
  | { readonly kind: "axis"; readonly frame: string; readonly axis: Axis }
  | { readonly kind: "level" }
  | { readonly kind: "upright" };

export type SheetEdge = "left" | "right" | "top" | "bottom";

/** How a hand finds a point. Ids name points and lines made by this or an earlier move. */
export type PointRule =
  | { readonly kind: "from-edges"; readonly across: FromEdge; readonly down: FromEdge }
  | {
      readonly kind: "along";
      readonly line: string;
      readonly from: string;
      readonly toward: "right" | "up";
      readonly mm: number;
    }
  | { readonly kind: "on-line-from-edge"; readonly line: string; readonly across: FromEdge }
  | { readonly kind: "part-way-to-vp"; readonly from: string; readonly aim: Aim; readonly fraction: number }
  | { readonly kind: "crossing"; readonly lines: readonly [string, string] };

/** A measured distance from one edge of the sheet, in mm. */
export interface FromEdge {
  readonly edge: SheetEdge;
  readonly mm: number;
}

/** How a hand lays the ruler. */
export type LineRule =
  | { readonly kind: "toward"; readonly through: string; readonly aim: Aim }
  | { readonly kind: "join"; readonly points: readonly [string, string] }
  | { readonly kind: "sheet-diagonal"; readonly from: "top-left" | "top-right" }
  | { readonly kind: "sheet-crease"; readonly across: "width" | "height" };

export interface PointMade {
  readonly id: string;
  /** What the teacher calls it: "lower left corner". */
  readonly called: string;
  readonly rule: PointRule;
}

export interface LineMade {
  readonly id: string;
  readonly called: string;
  readonly rule: LineRule;
}

/** The part a stroke plays, which decides how it is drawn and when it goes. */
export type StrokeRole =
  | "outline"
  | "hidden"
  | "horizon"
  | "construction"
  | "crease"
  | "tick"
  | "vanishing-point";

/** What a move leaves on the paper. */
export type StrokePlan =
  | {
      readonly plane: "space";
      readonly role: StrokeRole;
      /** The edge itself. */
      readonly from: SpacePoint;
      readonly to: SpacePoint;
      /** Where the guide that carries the edge is drawn to, beyond `to`; null for an edge without a tail. */
      readonly tailTo: SpacePoint | null;
    }
  | {
      readonly plane: "paper";
      readonly role: StrokeRole;
      readonly from: PaperPoint;
      readonly to: PaperPoint;
      readonly rubbedOut: boolean;
    }
  | {
      readonly plane: "dot";
      readonly role: StrokeRole;
      readonly at: PaperPoint;
      readonly rubbedOut: boolean;
    };

/** One thing a hand does. The list of moves, in order, is the construction program. */
export interface Move {
  readonly id: string;
  readonly objectId: string;
  readonly phase: string;
  readonly hand: "mark" | "rule" | "fold" | "erase";
  readonly points: readonly PointMade[];
  readonly lines: readonly LineMade[];
  readonly stroke: StrokePlan | null;
  /** For "erase": the objects whose tails go, with whatever these objects cover. */
  readonly erases: readonly string[];
}

/** The ids a rule refers to: what the move needs to have been made before. */
export function needsOf(rule: PointRule | LineRule): readonly string[] {
  switch (rule.kind) {
    case "from-edges":
    case "sheet-diagonal":
    case "sheet-crease":
      return [];
    case "along":
      return [rule.line, rule.from];
    case "on-line-from-edge":
      return [rule.line];
    case "part-way-to-vp":
      return [rule.from];
    case "crossing":
      return rule.lines;
    case "toward":
      return [rule.through];
    case "join":
      return rule.points;
  }
}
