import type { Sheet } from "../../drawing/view/index.ts";
import {
  type CornersPx,
  findPaperToPicture,
  type Matrix3,
  paperToPicture,
} from "../../ground/geometry/index.ts";
import type { Box, SheetInPicture } from "../display/index.ts";

/** A picture of the film: its size, and how what is filmed is fitted into it, whole and in the middle. */
export interface FilmPicture {
  readonly widthPx: number;
  readonly heightPx: number;
  /** Frame px = scale · px of what is filmed + (dx, dy). */
  readonly scale: number;
  readonly dx: number;
  readonly dy: number;
}

/** Air round a sheet that is its own picture, as a share of the picture. */
const DESK_SHARE = 0.04;

/** The recording's picture whole in the middle of one of this size; without stretching, so that bars may stay. */
export function fitRecording(
  video: { readonly widthPx: number; readonly heightPx: number },
  widthPx: number,
  heightPx: number,
): FilmPicture {
  const scale = Math.min(widthPx / video.widthPx, heightPx / video.heightPx);
  return {
    widthPx,
    heightPx,
    scale,
    dx: (widthPx - video.widthPx * scale) / 2,
    dy: (heightPx - video.heightPx * scale) / 2,
  };
}

/** The sheet itself as the picture, with a little of the desk round it. */
export function fitSheet(sheet: Sheet, widthPx: number, heightPx: number): FilmPicture {
  const air = Math.min(widthPx, heightPx) * DESK_SHARE;
  const scale = Math.min((widthPx - 2 * air) / sheet.widthMm, (heightPx - 2 * air) / sheet.heightMm);
  return {
    widthPx,
    heightPx,
    scale,
    dx: (widthPx - sheet.widthMm * scale) / 2,
    dy: (heightPx - sheet.heightMm * scale) / 2,
  };
}

/** Paper mm to px of the film, for a sheet that lies at these corners of the recording; null: the sheet is the picture. */
export function findPaperToFilm(
  sheet: Sheet,
  picture: FilmPicture,
  corners: CornersPx | null,
): Matrix3 | null {
  const { scale: s, dx, dy } = picture;
  if (!corners) return [s, 0, dx, 0, s, dy, 0, 0, 1];
  const m = findPaperToPicture(sheet.widthMm, sheet.heightMm, corners);
  if (!m) return null;
  return [
    s * m[0] + dx * m[6],
    s * m[1] + dx * m[7],
    s * m[2] + dx * m[8],
    s * m[3] + dy * m[6],
    s * m[4] + dy * m[7],
    s * m[5] + dy * m[8],
    m[6],
    m[7],
    m[8],
  ];
}

/** Letters are at least 3 % of a picture's height, and stand inside a margin of 5 %. */
const TEXT_SHARE = 0.034;
const MARGIN_SHARE = 0.05;

/** The size of letters in a picture, px. */
export function textSizeIn({ widthPx, heightPx }: FilmPicture): number {
  return Math.max(heightPx, widthPx * 0.56) * TEXT_SHARE;
}

/** Where words may stand. */
export function wordArea({ widthPx, heightPx }: FilmPicture): Box {
  const [x, y] = [widthPx * MARGIN_SHARE, heightPx * MARGIN_SHARE];
  return { x, y, width: widthPx - 2 * x, height: heightPx - 2 * y };
}

/** The sheet as it lies in the film, for what is written about it. */
export function sheetInFilm(sheet: Sheet, picture: FilmPicture, paperToPx: Matrix3): SheetInPicture {
  return {
    sheet,
    to: (p) => {
      const { xPx, yPx } = paperToPicture(paperToPx, p);
      return { x: xPx, y: yPx };
    },
    area: wordArea(picture),
    textSize: textSizeIn(picture),
  };
}
