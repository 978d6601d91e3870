import type { SheetCorner, SheetEdge } from "../../drawing/drafter/index.ts";

/**
 * What the hands are told, as plain data: sentences, pictures, script, cards and the words a narration is matched with
 * are readers of it. Nothing here knows of recipes or of how a point came about; whoever has only this, a ruler and a
 * sheet can draw. `N` is how a place is named: by letters for the pupil, by ids while letters are not given yet.
 */

/** A way on the paper as it lies in this step. */
export type Way = "up" | "down" | "left" | "right";

/** A place a child can find: a letter in the picture, a corner of the sheet, or what there is only one of. */
export type Name =
  | { readonly k: "letter"; readonly letter: string; readonly nth?: number }
  | { readonly k: "corner"; readonly of: SheetCorner }
  /** "left vanishing point", "middle of the sheet". */
  | { readonly k: "plain"; readonly is: string };

/** A length as the ruler shows it: whole marks. */
export interface Reading {
  readonly marks: number;
  readonly kind: "measured" | "by-eye";
  /** Told with "about": the true size lies between two marks. */
  readonly about: boolean;
  /** What the marks stand for, unrounded, in mm. For tests and findings only. */
  readonly exactMm: number;
}

/** So far along an edge of the sheet; `past` when the place lies beyond the sheet's other end. */
export interface EdgeMark {
  readonly edge: SheetEdge;
  /** The end of the edge it is measured from. */
  readonly from: SheetEdge;
  readonly reading: Reading;
}

export type LineRef<N> =
  | { readonly k: "ends"; readonly a: N; readonly b: N }
  | { readonly k: "from"; readonly at: N; readonly toward: Toward<N> }
  | { readonly k: "horizon" }
  | { readonly k: "edge"; readonly edge: SheetEdge }
  | { readonly k: "crease"; readonly across: "width" | "height" };

/** Where the ruler is laid from a place. */
export type Toward<N> =
  | { readonly k: "point"; readonly at: N }
  /** On the line through both, on the other side. */
  | { readonly k: "away"; readonly from: N }
  | { readonly k: "way"; readonly way: Way }
  | { readonly k: "parallel"; readonly to: LineRef<N> }
  /** An angle as two lengths square to each other: so far across, so far up. */
  | {
      readonly k: "slope";
      readonly across: Reading;
      readonly acrossWay: Way;
      readonly up: Reading;
      readonly upWay: Way;
    }
  /** Towards a mark on an edge, where the line's own point cannot be reached. */
  | { readonly k: "edge-mark"; readonly mark: EdgeMark };

export type Where<N> =
  /** So far from two edges; a place beyond the sheet's edge has `out` edges, measured outward on taped paper. */
  | {
      readonly k: "edges";
      readonly across: FromEdgeRead;
      readonly down: FromEdgeRead;
    }
  | { readonly k: "on-edge"; readonly mark: EdgeMark }
  | {
      readonly k: "along";
      readonly line: LineRef<N>;
      readonly from: N;
      readonly toward: Toward<N>;
      readonly reading: Reading;
    }
  /** On a line, so far from the sheet's edge. */
  | { readonly k: "line-edge"; readonly line: LineRef<N>; readonly from: FromEdgeRead }
  /** Where two lines cross; beyond the sheet's edge on paper taped to it. */
  | { readonly k: "crossing"; readonly lines: readonly [LineRef<N>, LineRef<N>]; readonly taped?: SheetEdge }
  | { readonly k: "share"; readonly a: N; readonly b: N; readonly num: number; readonly den: number };

/** So far from an edge, inside the sheet or out beyond it. */
export interface FromEdgeRead {
  readonly edge: SheetEdge;
  readonly out: boolean;
  readonly reading: Reading;
}

/** How far a line is drawn. */
export type End<N> =
  | { readonly k: "at"; readonly at: N }
  | { readonly k: "length"; readonly reading: Reading }
  | { readonly k: "on"; readonly line: LineRef<N> }
  | { readonly k: "sheet-edge" }
  /** Lightly, long enough for what comes later to cross it. */
  | { readonly k: "as-needed" };

export interface Ruled<N> {
  readonly from: N;
  readonly toward: Toward<N>;
  readonly end: End<N>;
  /** Where the pencil is set down, when not at `from`. */
  readonly begin?: End<N>;
  /** The place where it begins, or ends, when it is spoken of later. */
  readonly givesBegin?: N;
  readonly gives?: N;
  /** Places it finds on its way, each where it crosses a line. */
  readonly finds?: readonly { readonly gives: N; readonly line: LineRef<N> }[];
}

export type Press = "light" | "firm" | "dotted";

export type Act<N = Name> =
  | { readonly do: "mark"; readonly at: readonly { readonly gives: N; readonly where: Where<N> }[] }
  | {
      readonly do: "rule";
      readonly lines: readonly Ruled<N>[];
      readonly press: Press;
      /** The line is known by this name from now on. */
      readonly as?: "horizon";
      /** Two lines that both end where they cross each other. */
      readonly meets?: true;
      /** Things that stand in the way: the pencil is lifted over them. */
      readonly over?: readonly string[];
      /** Nothing is drawn above this mark on the left edge, such as a shore. */
      readonly below?: EdgeMark;
    }
  /** A tile of card, cut once, laid with its first corner on each place and traced; its corners go round with the clock. */
  | {
      readonly do: "template";
      readonly press: "light" | "firm";
      readonly wide: Reading;
      readonly high: Reading;
      readonly cut: boolean;
      readonly at: readonly { readonly corner: N; readonly gives: readonly (N | null)[] }[];
    }
  /**
   * A box set into a tile, parallel to its sides: marks on all four sides, opposite ones joined lightly. Corners go round, the
   * box's as the tile's.
   */
  | {
      readonly do: "inset";
      readonly tile: readonly [N, N, N, N];
      /** From both ends of the tile's first side and its third; of its second and its fourth. */
      readonly margins: readonly [Reading, Reading];
      readonly gives: readonly (N | null)[];
      /** Its marks on the fourth side and on the first, each the nearer to their first corner on top: for what refers to them. */
      readonly marks: readonly (N | null)[];
    }
  | {
      readonly do: "slide";
      readonly way: "level" | "upright";
      readonly between: readonly [LineRef<N>, LineRef<N>];
      readonly reading: Reading;
      /** On which side of where the two lines cross. */
      readonly side: Way;
      readonly gives: readonly [N, N];
    }
  | {
      readonly do: "curve";
      readonly curves: readonly CurveTold<N>[];
      readonly press: Press;
      readonly over?: readonly string[];
    }
  | { readonly do: "fill"; readonly pieces: readonly Piece<N>[]; readonly tone: 1 | 2 | 3 }
  | {
      readonly do: "freehand";
      readonly what: string;
      readonly count: number;
    }
  /** Stretches of light lines gone over firmly. */
  | {
      readonly do: "go-over";
      readonly press: "firm" | "dotted";
      readonly lines: readonly Stretch<N>[];
      readonly over?: readonly string[];
    }
  /** All light lines go, or the horizon. */
  | { readonly do: "erase"; readonly what: "light" | "horizon" }
  /** What runs behind a thing goes, as far as it shows through. */
  | { readonly do: "erase"; readonly what: "behind"; readonly of: string; readonly lines: readonly string[] }
  | { readonly do: "fold"; readonly across: "width" | "height"; readonly gives?: N }
  | { readonly do: "turn"; readonly quarters: 1 | 2 | 3 }
  | { readonly do: "circle"; readonly at: readonly N[] }
  /** More of the same by eye, each like the one before and set off a little less: the acts have all of it, the words count. */
  | {
      readonly do: "repeat";
      readonly what: "line" | "dash";
      readonly count: number;
      readonly acts: readonly Act<N>[];
      /** How long the first gap is, against the dash before it. */
      readonly gap?: "half";
    }
  /** Corners that get no line here: what would start there is hidden. */
  | { readonly do: "leave"; readonly at: readonly N[] };

/** A piece of paper by its corners in order, or by the lines around it in order. */
export type Ring<N> =
  | {
      readonly k: "corners";
      readonly at: readonly N[];
      /** Some of it lies beyond the sheet: it goes on to the edge. */
      readonly toEdge?: true;
    }
  | { readonly k: "lines"; readonly lines: readonly LineRef<N>[] }
  /** What has just been drawn freely. */
  | { readonly k: "drawn" }
  /** A narrow dash from one place to another, so wide at the first and thinner at the second. */
  | { readonly k: "dash"; readonly a: N; readonly b: N; readonly wide: Reading };

/** A stretch to shade: what is inside a ring, but not inside its openings. */
export interface Piece<N> {
  readonly outer: Ring<N>;
  readonly openings: readonly Ring<N>[];
}

/** A stretch of a line that is there: from one place to another, or between two lines that cross it. */
export type Stretch<N> =
  | { readonly k: "ends"; readonly a: N; readonly b: N }
  | { readonly k: "between"; readonly line: LineRef<N>; readonly lines: readonly [LineRef<N>, LineRef<N>] }
  /** From a place along a line, up to where another crosses it. */
  | { readonly k: "until"; readonly a: N; readonly line: LineRef<N>; readonly until: LineRef<N> }
  /** From a place along a line to the sheet's edge, on the side its other end lies beyond. */
  | { readonly k: "to-edge"; readonly a: N; readonly line: LineRef<N>; readonly edge: SheetEdge };

/** A smooth curve through told places. */
export interface CurveTold<N> {
  readonly through: readonly N[];
  /** How it leaves its two ends, where it does so level or upright. */
  readonly leaves?: readonly ["upright" | "level" | null, "upright" | "level" | null];
  /** Drawn like the one before, until its own thing hides it: only its end in sight has a name. */
  readonly hides?: true;
}

/** A place that goes by another letter from here on: its old one has gone to another, or belongs to another thing. */
export interface Anew {
  readonly now: Name;
  readonly was: Name;
  /** The thing whose letter it was; null for the thing at hand. */
  readonly of: string | null;
}

export interface Told<N = Name> {
  readonly act: Act<N>;
  /** Places lettered anew before it. */
  readonly anew?: readonly Anew[];
  /** Indices of the moves it tells: our book-keeping, of no use to whoever draws. */
  readonly moves: readonly number[];
  /** Of lines that were drawn before and are gone over now, the indices of the moves that drew them, line by line. */
  readonly firms?: readonly number[];
  /** The ids of the places its letters stand for: our book-keeping too. */
  readonly bearers?: readonly (readonly [name: string, pointId: string])[];
}
