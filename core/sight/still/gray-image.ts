import { type CornersPx, findPaperToPicture, paperToPicture } from "../../ground/geometry/index.ts";

/** A picture in grey: one byte a pixel, row by row from the top left, 0 black to 255 white. */
export interface GrayImage {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly luma: Uint8ClampedArray | Uint8Array;
}

/** A sheet seen straight from above: paper (0, 0) is the first pixel's corner. */
export interface StraightStill extends GrayImage {
  readonly pxPerMm: number;
}

/** Grey of RGBA bytes by the weights of ITU-R BT.601 (from memory). */
export function grayOf(rgba: Uint8ClampedArray | Uint8Array, widthPx: number, heightPx: number): GrayImage {
  const luma = new Uint8ClampedArray(widthPx * heightPx);
  for (let i = 0; i < luma.length; i++)
    luma[i] = 0.299 * (rgba[4 * i] ?? 0) + 0.587 * (rgba[4 * i + 1] ?? 0) + 0.114 * (rgba[4 * i + 2] ?? 0);
  return { widthPx, heightPx, luma };
}

/**
 * The sheet of a picture laid flat through its four corners, with `pxPerMm` pixels a millimetre, each taken between the
 * four nearest of the picture. Null when the corners go round no sheet.
 */
export function straighten(
  picture: GrayImage,
  corners: CornersPx,
  sheet: { readonly widthMm: number; readonly heightMm: number },
  pxPerMm: number,
): StraightStill | null {
  const toPicture = findPaperToPicture(sheet.widthMm, sheet.heightMm, corners);
  if (!toPicture) return null;
  const widthPx = Math.round(sheet.widthMm * pxPerMm);
  const heightPx = Math.round(sheet.heightMm * pxPerMm);
  const luma = new Uint8ClampedArray(widthPx * heightPx);
  for (let row = 0; row < heightPx; row++)
    for (let column = 0; column < widthPx; column++) {
      const at = paperToPicture(toPicture, { xMm: (column + 0.5) / pxPerMm, yMm: (row + 0.5) / pxPerMm });
      luma[row * widthPx + column] = lumaAt(picture, at.xPx - 0.5, at.yPx - 0.5);
    }
  return { widthPx, heightPx, luma, pxPerMm };
}

/** The grey between the four pixels around a place; beyond the picture its edge goes on. */
export function lumaAt({ widthPx, heightPx, luma }: GrayImage, x: number, y: number): number {
  const cx = Math.min(widthPx - 1, Math.max(0, x));
  const cy = Math.min(heightPx - 1, Math.max(0, y));
  const [x0, y0] = [Math.floor(cx), Math.floor(cy)];
  const [x1, y1] = [Math.min(widthPx - 1, x0 + 1), Math.min(heightPx - 1, y0 + 1)];
  const [fx, fy] = [cx - x0, cy - y0];
  const at = (px: number, py: number) => luma[py * widthPx + px] ?? 255;
  return (
    (at(x0, y0) * (1 - fx) + at(x1, y0) * fx) * (1 - fy) + (at(x0, y1) * (1 - fx) + at(x1, y1) * fx) * fy
  );
}
