import type { LetteringSlice } from "./shape.ts";

/** The width of one tile as a part of the word's: tiles and gaps side by side. */
export function tileShare({ text, gap }: Pick<LetteringSlice, "text" | "gap">): number {
  return 1 / (text.length + (text.length - 1) * gap);
}

/** The size of a word's tiles where they have their true shape on the paper; null where they run away. */
export function tileOfWord(
  slice: LetteringSlice,
): { readonly wideMm: number; readonly highMm: number } | null {
  const { width, height } = slice.handles;
  return "mm" in width && "mm" in height ? { wideMm: width.mm * tileShare(slice), highMm: height.mm } : null;
}
