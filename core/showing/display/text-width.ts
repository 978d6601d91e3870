/**
 * Advance widths of the shipped typeface, Alegreya Sans bold, in hundredths of its size, letters of one width together;
 * figures as those that stand on the line. Rounded up: a label is never wider than it is taken to be.
 */
const WIDTHS: readonly (readonly [hundredths: number, letters: string])[] = [
  [12, "\u2044"],
  [16, " \u00a0"],
  [24, "'’,.:;"],
  [28, "!il"],
  [32, "()-/Ij"],
  [36, '"?Jfrt'],
  [40, "1cs"],
  [44, "357Lz"],
  [48, "9Fevxy×"],
  [52, "2468CESTagkopq"],
  [56, "0PYZbdhnu"],
  [60, "ABGKRV"],
  [64, "UX"],
  [68, "DOQ"],
  [72, "HNw"],
  [80, "M"],
  [84, "m"],
  [92, "W"],
];

const OF_LETTER = new Map(WIDTHS.flatMap(([w, letters]) => [...letters].map((l) => [l, w / 100] as const)));
/** What is not in the list is taken for a wide letter. */
const WIDE = 0.92;

/** The width of a line of bold text in its own size, hardly too wide. */
export function widthOfText(text: string): number {
  let width = 0;
  for (const letter of text) width += OF_LETTER.get(letter) ?? WIDE;
  return width;
}

/** Height of capitals and figures, in the text's size. */
export const CAP_HEIGHT = 0.645;

/** Half the width and half the height of a line of bold text of this size. */
export function halfOfText(text: string, size: number): readonly [width: number, height: number] {
  return [(widthOfText(text) * size) / 2, (CAP_HEIGHT * size) / 2];
}

const BELOW_THE_LINE = /[gjpqyQ,;()\u2044\u00bc-\u00be\u2150-\u215e]/;

/** How far a line of text reaches below the line it stands on, in its size. */
export function descentOf(text: string): number {
  return BELOW_THE_LINE.test(text) ? 0.16 : 0;
}
