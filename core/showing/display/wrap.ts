/** Width of a text in the drawing's unit, measured with the fonts that will be printed. */
export type MeasureText = (text: string, size: number, weight: "regular" | "bold") => number;

/** From one baseline to the next, in the text's size. */
export const LEADING = 1.32;

/**
 * Greedy lines at spaces; a no-break space keeps a reading together. A word wider than the line is cut where it has to be, so
 * that nothing runs over its neighbour. Words are measured one by one: letters fit themselves to their neighbours inside a
 * word, hardly across a space.
 */
export function wrap(
  text: string,
  width: number,
  size: number,
  weight: "regular" | "bold",
  measure: MeasureText,
): string[] {
  const gap = measure(" ", size, weight);
  const lines: string[] = [];
  let line = "";
  let filled = 0;
  for (const word of text
    .split(" ")
    .filter(Boolean)
    .flatMap((w) => fitting(w, width, size, weight, measure))) {
    const wide = measure(word, size, weight);
    if (line !== "" && filled + gap + wide > width) {
      lines.push(line);
      line = word;
      filled = wide;
    } else {
      line = line === "" ? word : `${line} ${word}`;
      filled += line === word ? wide : gap + wide;
    }
  }
  if (line !== "") lines.push(line);
  return lines;
}

/** A word, in pieces where it is wider than a line. */
function fitting(
  word: string,
  width: number,
  size: number,
  weight: "regular" | "bold",
  measure: MeasureText,
): string[] {
  if (measure(word, size, weight) <= width) return [word];
  const pieces: string[] = [];
  let piece = "";
  for (const letter of word) {
    if (piece !== "" && measure(piece + letter, size, weight) > width) {
      pieces.push(piece);
      piece = "";
    }
    piece += letter;
  }
  return piece === "" ? pieces : [...pieces, piece];
}
