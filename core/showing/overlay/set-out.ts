import type { Matrix3 } from "../../ground/geometry/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import {
  type FrameSource,
  marksToPicture,
  type SheetInPicture,
  spotsOf,
  stepSigns,
} from "../display/index.ts";
import { type Board, type BoardName, checkBoard, pauseBoard, placeBoards, titleBoard } from "./boards.ts";
import { linesLeft } from "./lines.ts";
import { type FilmPicture, sheetInFilm, textSizeIn, wordArea } from "./picture.ts";
import type { SheetRest } from "./registration.ts";
import { remembered } from "./remembered.ts";

/** Where the hand is besides the pencil's point: toward the picture's lower edge. */
const HAND_STEPS = 4;

/** What of a step keeps its place while it lasts: its boards, and the letters and signs round them. */
export function setOut(
  source: FrameSource,
  picture: FilmPicture,
  step: Step,
  /** Paper to film where the sheet lies so; null: it is not in the picture. */
  paperToFilm: (rest: SheetRest | null) => Matrix3 | null,
) {
  const [size, area] = [textSizeIn(picture), wordArea(picture)];
  const boards: (readonly [BoardName, Board])[] = [
    ["title", titleBoard(step, size, area)],
    ["pause", pauseBoard(step)],
  ];
  const check = checkBoard(step, size, area);
  if (check) boards.push(["check", check]);
  return remembered((rest: SheetRest | null) => {
    const paperToPx = paperToFilm(rest);
    const view: SheetInPicture | null = paperToPx && sheetInFilm(source.sheet, picture, paperToPx);
    const work = paperToPx ? marksToPicture(linesLeft(source, step), paperToPx).flatMap(spotsOf) : [];
    const lean = source.hand === "left" ? -0.4 : 0.4;
    const busy = work.flatMap((at) => [
      [at, 1] as const,
      ...Array.from({ length: HAND_STEPS }, (_, i) => {
        const down = ((i + 1) / HAND_STEPS) * picture.heightPx * 0.35;
        return [{ x: at.x + lean * down, y: at.y + down }, 0.4] as const;
      }),
    ]);
    const most = Math.max(1, work.length / 4);
    const boxes = placeBoards(
      boards,
      size,
      area,
      busy.map(([at, w]) => [at, w / most] as const),
    );
    const taken = [...boxes.values()];
    return {
      view,
      boards,
      boxes,
      signs: view ? stepSigns(source, step, view, "overlay", taken) : [],
    };
  });
}
