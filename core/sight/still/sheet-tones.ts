import { formatHex } from "culori/fn";
import { type CornersPx, findPaperToPicture, paperToPicture } from "../../ground/geometry/index.ts";

/** Looks each way over the paper, and along a ring round it. */
const LOOKS = 24;
const INSIDE = 0.06;
const OUTSIDE = 0.05;

/** What paper and table look like in a picture, as #rrggbb: the middle of many looks, so that lines and hands do not count. */
export function tonesOf(
  rgba: Uint8ClampedArray | Uint8Array,
  widthPx: number,
  heightPx: number,
  corners: CornersPx,
): { readonly paper: string; readonly table: string } | null {
  const m = findPaperToPicture(1, 1, corners);
  if (!m) return null;
  const look = (u: number, v: number): readonly number[] | null => {
    const { xPx, yPx } = paperToPicture(m, { xMm: u, yMm: v });
    const [x, y] = [Math.floor(xPx), Math.floor(yPx)];
    if (x < 0 || y < 0 || x >= widthPx || y >= heightPx) return null;
    const at = 4 * (y * widthPx + x);
    return [rgba[at] ?? 0, rgba[at + 1] ?? 0, rgba[at + 2] ?? 0];
  };
  const paper: (readonly number[] | null)[] = [];
  const table: (readonly number[] | null)[] = [];
  for (let i = 0; i < LOOKS; i++) {
    const t = INSIDE + ((1 - 2 * INSIDE) * i) / (LOOKS - 1);
    for (let k = 0; k < LOOKS; k++) paper.push(look(t, INSIDE + ((1 - 2 * INSIDE) * k) / (LOOKS - 1)));
    table.push(look(t, -OUTSIDE), look(t, 1 + OUTSIDE), look(-OUTSIDE, t), look(1 + OUTSIDE, t));
  }
  const of = hexOfMiddle(paper);
  // A sheet that fills the picture has no table round it.
  return of === null ? null : { paper: of, table: hexOfMiddle(table) ?? of };
}

function hexOfMiddle(looks: readonly (readonly number[] | null)[]): string | null {
  const seen = looks.flatMap((l) => (l ? [l] : []));
  if (seen.length === 0) return null;
  const middle = [0, 1, 2].map((k) => {
    const sorted = seen.map((l) => l[k] ?? 0).sort((a, b) => a - b);
    return sorted[sorted.length >> 1] ?? 0;
  });
  const [r = 0, g = 0, b = 0] = middle.map((v) => v / 255);
  return formatHex({ mode: "rgb", r, g, b });
}
