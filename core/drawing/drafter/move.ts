import type { PaperPoint, Region } from "../../ground/geometry/index.ts";
import type { ArcEdge } from "../solids/index.ts";
import type { Axis, SpacePoint, Vec3 } from "../view/index.ts";

/**
 * Where a ruled line aims: along an axis of a frame, along any direction of space (a roof's slope, the sun), at a
 * point found on the paper, or level or upright with the sheet itself.
 */
export type Aim =
  | { readonly kind: "axis"; readonly frame: string; readonly axis: Axis }
  | { readonly kind: "direction"; readonly called: string; readonly direction: Vec3 }
  | { readonly kind: "point"; readonly point: string }
  | { readonly kind: "level" }
  | { readonly kind: "upright" };

export type SheetCorner = "top-left" | "top-right" | "bottom-right" | "bottom-left";

export type SheetEdge = "left" | "right" | "top" | "bottom";

/** The id by which a rule refers to an edge of the sheet as to a line: it is always there. */
export type EdgeLineId = `edge of the sheet/${SheetEdge}`;

/** The edge a line's id stands for; null for a line that a hand has drawn. */
export function edgeOfSheet(lineId: string): SheetEdge | null {
  const edge = /^edge of the sheet\/(left|right|top|bottom)$/.exec(lineId)?.[1];
  return (edge as SheetEdge | undefined) ?? null;
}

/** How a hand finds a point. Ids name points and lines made by this or an earlier move. */
export type PointRule =
  /** A corner of the sheet itself: nothing to measure. */
  | { readonly kind: "sheet-corner"; readonly corner: SheetCorner }
  | { readonly kind: "from-edges"; readonly across: FromEdge; readonly down: FromEdge }
  | {
      readonly kind: "along";
      readonly line: string;
      readonly from: string;
      readonly toward: "right" | "left" | "up" | "down";
      readonly mm: number;
    }
  /** A distance laid off from one found point toward another. */
  | { readonly kind: "measured"; readonly from: string; readonly toward: string; readonly mm: number }
  /** A part of the way between two found points: halfway, a third. */
  | { readonly kind: "share"; readonly from: string; readonly to: string; readonly share: number }
  | { readonly kind: "on-line-from-edge"; readonly line: string; readonly across: FromEdge }
  | { readonly kind: "part-way-to-vp"; readonly from: string; readonly aim: Aim; readonly fraction: number }
  | { readonly kind: "crossing"; readonly lines: readonly [string, string] }
  /** Another name for a point just found, where two parts of a thing share a corner. */
  | { readonly kind: "same"; readonly as: string };

/** A measured distance from one edge of the sheet, in mm. */
export interface FromEdge {
  readonly edge: SheetEdge;
  readonly mm: number;
}

/** How a hand lays the ruler. */
export type LineRule =
  | { readonly kind: "toward"; readonly through: string; readonly aim: Aim }
  | { readonly kind: "join"; readonly points: readonly [string, string] }
  /** The ruler slid parallel to a line already there. */
  | { readonly kind: "parallel"; readonly through: string; readonly to: string }
  /** An angle to the level carried over with the held pencil, positive when it rises to the right. */
  | { readonly kind: "angle"; readonly through: string; readonly deg: number }
  /** Level or upright, slid along until the piece between two lines measures so much. */
  | {
      readonly kind: "slide";
      readonly aim: Aim;
      readonly between: readonly [string, string];
      readonly mm: number;
      /** Which of the two places where the piece measures so much. */
      readonly side: "before" | "after";
    }
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
  | "detail"
  | "freehand"
  | "fill"
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
      /** Help only: rubbed out as a whole with the tails. */
      readonly light?: boolean;
      /** Faces ("object/face") it is drawn on, which therefore never hide it. */
      readonly on?: readonly string[];
      /** Drawn only inside this stretch of the paper, such as the visible water. */
      readonly within?: Region;
    }
  | {
      readonly plane: "space-arc";
      readonly role: StrokeRole;
      readonly arc: Omit<ArcEdge, "facets">;
      readonly light?: boolean;
      readonly on?: readonly string[];
      readonly within?: Region;
    }
  | {
      readonly plane: "space-path";
      readonly role: StrokeRole;
      readonly points: readonly Vec3[];
      readonly on?: readonly string[];
      readonly within?: Region;
    }
  /** A flat stretch filled with a tone, 1 pale to 3 dark: an outline and its openings. */
  | {
      readonly plane: "fill";
      readonly role: "fill";
      readonly rings: readonly (readonly Vec3[])[];
      readonly tone: 1 | 2 | 3;
      readonly on?: readonly string[];
    }
  | {
      readonly plane: "paper-path";
      readonly role: StrokeRole;
      readonly points: readonly PaperPoint[];
      readonly rubbedOut: boolean;
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

/** What the hand does: see `docs/constructions.md` for each in a picture. */
export type Hand =
  | "take"
  | "mark"
  | "rule"
  | "trace"
  | "template"
  | "fold"
  | "curve"
  | "freehand"
  | "fill"
  | "circle"
  | "turn"
  | "erase";

/** One thing a hand does. The list of moves, in order, is the construction program. */
export interface Move {
  readonly id: string;
  readonly objectId: string;
  readonly phase: string;
  readonly hand: Hand;
  readonly points: readonly PointMade[];
  readonly lines: readonly LineMade[];
  readonly stroke: StrokePlan | null;
  /** Ids of the two points a ruled stroke is drawn between, found or not; null where it has no named ends. */
  readonly ends: readonly [string, string] | null;
  /** For "erase": the objects whose tails go, with whatever these objects cover; or single lines, by their ids, whole. */
  readonly erases: readonly string[];
  /** For "circle": the points circled. */
  readonly uses: readonly string[];
  /** After the last guide of a family: the corners that get none, since what would start there is hidden. */
  readonly leaves: readonly string[];
  /** One more of a row that is set off by eye: what is repeated. Null for what is measured or found. */
  readonly byEye: "line" | "dash" | null;
  /** For "turn": quarter turns clockwise of the sheet on the desk. */
  readonly quarters: number;
}

/** The ids a rule refers to: what the move needs to have been made before. */
export function needsOf(rule: PointRule | LineRule): readonly string[] {
  switch (rule.kind) {
    case "from-edges":
    case "sheet-corner":
    case "sheet-diagonal":
    case "sheet-crease":
      return [];
    case "along":
      return [rule.line, rule.from];
    case "on-line-from-edge":
      return [rule.line];
    case "measured":
      return [rule.from, rule.toward];
    case "share":
      return [rule.from, rule.to];
    case "part-way-to-vp":
      return [rule.from];
    case "crossing":
      return rule.lines;
    case "same":
      return [rule.as];
    case "toward":
      return rule.aim.kind === "point" ? [rule.through, rule.aim.point] : [rule.through];
    case "parallel":
      return [rule.through, rule.to];
    case "angle":
      return [rule.through];
    case "slide":
      return rule.between;
    case "join":
      return rule.points;
  }
}
