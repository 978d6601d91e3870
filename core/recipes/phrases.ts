/** Slips that can be shown: what the wrong drawing of a step looks like. */
export type SlipKind = "missed-point" | "slanted" | "leaning" | "level-lid" | "even-gaps";

/** What is said about a phase of a construction beside its moves. `{it}` stands for the thing's name. */
export interface Phrases {
  readonly title: string;
  /** The reason, said the first time. */
  readonly why?: string;
  readonly check: string;
  readonly slip?: string;
  readonly slipKind?: SlipKind;
  /** Said instead of the sentences made from the moves, where practice has a shorter way. */
  readonly instead?: string;
}

/** Phrases by phase; a name that ends in "*" stands for a numbered family. */
export type PhraseBook = Readonly<Record<string, Phrases>>;

export const TO_VP: Phrases = {
  title: "{it}: to the vanishing point",
  why: "Every edge that goes away from us runs to it, however odd it looks.",
  check: "The ruler touches corner and point at once, on the same edge of the ruler.",
  slip: "Aiming beside the point: a near miss always shows in the end.",
  slipKind: "missed-point",
};
export const CLOSE: Phrases = {
  title: "{it}: close the back",
  why: "The back copies the front: its lines run parallel to the front's and end exactly on their own guides.",
  check: "Every line of the back is parallel to its partner in front and stops on its guide.",
  slip: "A slanted closing line: the commonest slip of all.",
  slipKind: "slanted",
};
export const FRONT: Phrases = {
  title: "{it}: the front",
  why: "The front lies flat on the paper, so it keeps its true shape.",
  check: "Uprights match the sheet's edge; the last corner meets the first in one point.",
  slip: "Sides that lean: match the ruler to the sheet's edge.",
  slipKind: "leaning",
};
export const ERASE: Phrases = {
  title: "{it}: rub out the guides",
  check: "{It} stands alone: nothing runs through it and nothing runs on.",
  slip: "Rubbing across an outline: go over it again along the ruler.",
};
export const SEE_THROUGH: Phrases = {
  title: "{it}: the hidden edges",
  why: "Dotted as if it were glass: the last line proves the aim of all the others.",
  check: "The last dotted line meets both back corners and stands upright.",
  slip: "Dotting a line that can be seen.",
};
export const SWEPT = { front: FRONT, guides: TO_VP, close: CLOSE, "see-through": SEE_THROUGH } as const;
