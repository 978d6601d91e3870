/** Slips that can be shown: what the wrong drawing of a step looks like. */
export type SlipKind = "missed-point" | "slanted" | "leaning" | "level-lid" | "even-gaps";

/**
 * What must be in a step, or hold in its view, for a sentence about it to be true:
 * - `guide`: a line to a vanishing point; `guides`: several to one; `two-points`: lines to two of them;
 * - `copied`: a level or upright line that ends where another one is; `upright`, `level`: such a line at all;
 * - `facing`: what is drawn lies flat to us, both level and upright; `running`: it runs away from us;
 * - `through`: a line laid through two found places and carried on;
 * - `diagonals`: two lines crossed to find a middle; `lid`: two lines that meet in a corner;
 * - `measured`: a length; `dotted`, `curved`, `filled`, `rubbed`: what the words say;
 * - `ticks`: like marks in a row; `points`: several vanishing points are marked.
 */
export type Need =
  | "guide"
  | "guides"
  | "two-points"
  | "copied"
  | "upright"
  | "level"
  | "facing"
  | "running"
  | "diagonals"
  | "through"
  | "lid"
  | "measured"
  | "dotted"
  | "curved"
  | "filled"
  | "rubbed"
  | "ticks"
  | "points"
  | "slid"
  | "several";

/** A sentence with what makes it true; without needs it holds wherever its phase does. */
export interface Bound {
  readonly says: string;
  readonly needs: readonly Need[];
}

/** One sentence, or several of which the first that is true is said. */
export type Saying = string | readonly Bound[];

/** What is said about a phase of a construction beside its acts. `{it}` stands for the thing's name. */
export interface Phrases {
  readonly title: Saying;
  /** The reason, said the first time. */
  readonly why?: Saying;
  readonly check?: Saying;
  readonly slip?: Saying;
  readonly slipKind?: SlipKind;
}

/** Phrases by phase; a name that ends in "*" stands for a numbered family. */
export type PhraseBook = Readonly<Record<string, Phrases>>;

/** A sentence that is true where the step has all of this. */
export function when(needs: readonly Need[], says: string): Bound {
  return { says, needs };
}

export const TO_VP: Phrases = {
  title: [when(["two-points"], "{it}: to the vanishing points"), when([], "{it}: to the vanishing point")],
  why: [when(["guides"], "Edges that run away from us meet in one point.")],
  check: [when(["guide"], "The ruler touches corner and point together, every time.")],
  slip: [when(["guide"], "Aiming beside the point: a near miss always shows.")],
  slipKind: "missed-point",
};
/** Edges drawn at the angles one sees; a name for each axis, since each finds a point of its own. */
export const OBSERVE: Phrases = {
  title: "{it}: the angles you see",
  why: "Hold the pencil along an edge you see; its slope goes onto the sheet.",
  check: [when(["diagonals"], "The lines cross at the height of our eyes.")],
  slip: "Turning the pencil on the way from the edge to the sheet.",
};
/** Where both sides run away, those to the right come first. */
export const OBSERVE_RIGHT: Phrases = { ...OBSERVE, title: "{it}: the angles you see on the right" };
export const CLOSE: Phrases = {
  title: "{it}: close the back",
  why: [
    when(["lid"], "The far corner is where both lines meet."),
    when(
      ["copied", "guide", "level", "upright"],
      "Level stays level, upright stays upright; the rest runs to its point.",
    ),
    when(["copied"], "The back copies the front, line by line."),
  ],
  check: [
    when(["lid", "upright"], "The outer edges are upright and the lines meet in one corner."),
    when(["lid"], "Both lines meet in one corner."),
    when(["copied"], "Every line ends exactly on its guide."),
  ],
  slip: [
    when(["two-points"], "Drawing the lid level, as if from straight ahead."),
    when(["copied"], "A slanted closing line: the commonest slip of all."),
  ],
  slipKind: "slanted",
};
export const FRONT: Phrases = {
  title: "{it}: the front",
  why: [when(["facing"], "The front faces us, so it keeps its true shape.")],
  check: [when(["upright"], "Uprights run like the sheet's side edges.")],
  slip: [when(["upright"], "Sides that lean.")],
  slipKind: "leaning",
};
export const ERASE: Phrases = {
  title: "{it}: rub out",
  check: [when(["rubbed"], "Nothing runs through the {it} and nothing runs on.")],
  slip: [when(["rubbed"], "Rubbing across an outline: go over it again along the ruler.")],
};
export const SEE_THROUGH: Phrases = {
  title: "{it}: the hidden edges",
  why: [when(["dotted"], "Dotted as if it were glass.")],
  check: [when(["dotted"], "The last dotted line meets both back corners.")],
  slip: [when(["dotted"], "Dotting a line that can be seen.")],
};
export const SWEPT = { front: FRONT, guides: TO_VP, close: CLOSE, "see-through": SEE_THROUGH } as const;
