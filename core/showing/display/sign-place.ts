import type { Segment } from "./label-places.ts";
import type { Spot } from "./mark.ts";
import type { SheetInPicture } from "./sheet-in-picture.ts";
import type { Signs } from "./written-signs.ts";

/** What the signs of one picture share. */
export interface SignPlace {
  readonly view: SheetInPicture;
  readonly signs: Signs;
  /** The new lines of the picture, in its unit. */
  readonly newLines: readonly Segment[];
  /** The middle of what the picture is about: lengths are set off away from it. */
  readonly middle: Spot;
  /** Lengths set off so far: the next along the same line goes further out. */
  readonly setOff: SetOff[];
  /** Vanishing points named so far. */
  readonly named: Set<string>;
  /** Whether it is drawn for the first time: the ruler is shown, and how far off the sheet a point lies. */
  readonly isFirst: boolean;
}

/** A length as it lies beside its line. */
export interface SetOff {
  readonly a: Spot;
  readonly b: Spot;
}
