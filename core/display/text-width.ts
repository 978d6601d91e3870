/**
 * Advance widths of the shipped typeface, Alegreya Sans bold, in hundredths of its size, letters of one width together;
 * figures as those that stand on the line. Rounded up: a label is never wider than it is taken to be.
 */
const WIDTHS: readonly (readonly [hundredths: number, letters: string])[] = [
  [12, "\u2044"],
  [17, " \u00a0"],
  [26, "',.:;’"],
  [30, "!il"],
  [34, "()/Ij-"],
  [38, '"1?Jrft'],
  [44, "cs"],
  [48, "Lz23457"],
  [56, "0689abdeghknopquvxyFSE×"],
  [62, "ABCGKPRTVYZU"],
  [72, "DHNOQXw"],
  [86, "MmW"],
];

const OF_LETTER = new Map(WIDTHS.flatMap(([w, letters]) => [...letters].map((l) => [l, w / 100] as const)));
/** What is not in the list is taken for a wide letter. */
const WIDE = 0.86;

/** The width of a line of bold text in its own size, at most a tenth too wide for what pictures say. */
export function widthOfText(text: string): number {
  let width = 0;
  for (const letter of text) width += OF_LETTER.get(letter) ?? WIDE;
  return width;
}

/** Height of capitals and figures, in the text's size. */
export const CAP_HEIGHT = 0.645;
