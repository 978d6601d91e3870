import type { Change } from "../../ground/base/index.ts";
import type { CornersPx } from "../../ground/geometry/index.ts";
import type { SheetMove, Tones } from "../../showing/overlay/index.ts";
import { findCurrentTake, type Lesson, setTake, type Take } from "../lesson/index.ts";

/** Where the sheet's corners are put before they are dragged: a tenth in from the picture's edges. */
export function startingCorners(video: { widthPx: number; heightPx: number }): NonNullable<Take["corners"]> {
  const { widthPx: w, heightPx: h } = video;
  return {
    topLeft: { xPx: Math.round(w * 0.1), yPx: Math.round(h * 0.1) },
    topRight: { xPx: Math.round(w * 0.9), yPx: Math.round(h * 0.1) },
    bottomRight: { xPx: Math.round(w * 0.9), yPx: Math.round(h * 0.9) },
    bottomLeft: { xPx: Math.round(w * 0.1), yPx: Math.round(h * 0.9) },
  };
}

/**
 * Where the sheet's corners lie in the current take's picture: from the beginning, or from one of its movements on, by its
 * place in their list.
 */
export function setCorners(lesson: Lesson, corners: NonNullable<Take["corners"]>, from = -1): Change[] {
  const take = findCurrentTake(lesson);
  if (!take) return [];
  if (from < 0) return [setTake(take.id, "corners", corners)];
  return setSheetMoves(
    lesson,
    (take.sheetMoves ?? []).map((m, i) => (i === from ? { ...m, corners } : m)),
  );
}

/** The movements of the sheet in the current take, set whole; an empty list: it lies still. */
export function setSheetMoves(lesson: Lesson, moves: readonly SheetMove[]): Change[] {
  const take = findCurrentTake(lesson);
  return take ? [setTake(take.id, "sheetMoves", moves.length > 0 ? [...moves] : null)] : [];
}

/** A sheet that was found in a still: its corners there, and what paper and table look like. */
export function takeFoundSheet(
  lesson: Lesson,
  found: { readonly corners: NonNullable<Take["corners"]>; readonly tones: Tones },
  from = -1,
): Change[] {
  const take = findCurrentTake(lesson);
  return take ? [...setCorners(lesson, found.corners, from), setTake(take.id, "tones", found.tones)] : [];
}

/** What paper and table look like in the current take's picture; nothing where that is known already. */
export function setTones(lesson: Lesson, tones: Tones): Change[] {
  const take = findCurrentTake(lesson);
  const same = take?.tones?.paper === tones.paper && take.tones.table === tones.table;
  return take && !same ? [setTake(take.id, "tones", tones)] : [];
}

/** A sheet that was followed along the recording: all that is said of where it lies gives way to it. */
export function takeFollowedSheet(
  lesson: Lesson,
  found: {
    readonly corners: Take["corners"];
    readonly moves: readonly SheetMove[];
    readonly tones: Tones | null;
  },
): Change[] {
  const take = findCurrentTake(lesson);
  if (!take) return [];
  return [
    setTake(take.id, "corners", found.corners),
    ...setSheetMoves(lesson, found.moves),
    ...(found.tones ? [setTake(take.id, "tones", found.tones)] : []),
  ];
}

/** A movement put in by hand takes so long until it is changed. */
const A_MOVEMENT_MS = 1000;

/** The sheet was moved until this moment of the recording; until its corners are put in place it lies where it lay, or where corners begin. */
export function addSheetMove(
  lesson: Lesson,
  video: { readonly widthPx: number; readonly heightPx: number },
  untilMs: number,
  lies: CornersPx | null,
): Change[] {
  const moves = findCurrentTake(lesson)?.sheetMoves ?? [];
  const fromMs = Math.max(0, untilMs - A_MOVEMENT_MS);
  return setSheetMoves(lesson, [
    ...moves,
    { fromMs, toMs: untilMs, corners: lies ?? startingCorners(video) },
  ]);
}

/** Takes a movement of the sheet away, by its place in their list. */
export function takeSheetMoveAway(lesson: Lesson, index: number): Change[] {
  const moves = findCurrentTake(lesson)?.sheetMoves ?? [];
  return setSheetMoves(
    lesson,
    moves.filter((_, i) => i !== index),
  );
}

/** The same corners with the sheet's upper left one where the upper right one was taken to be: turned by a quarter. */
export function turnedByQuarter({ topLeft, topRight, bottomRight, bottomLeft }: CornersPx): CornersPx {
  return { topLeft: topRight, topRight: bottomRight, bottomRight: bottomLeft, bottomLeft: topLeft };
}
