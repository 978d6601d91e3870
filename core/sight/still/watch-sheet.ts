import type { CornersPx } from "../../ground/geometry/index.ts";
import { cornersApart, inOrderOf, inOrderOfSheet, type SheetSighting } from "./follow-sheet.ts";
import type { GrayImage } from "./gray-image.ts";
import { findSides, LEAST_SEEN, type SheetSeen } from "./sheet-edges.ts";

/** Rough guesses at a sheet's corners in a picture, each in order round it from any of them, the likeliest first. */
export type GuessSheet = (picture: GrayImage) => Iterable<CornersPx>;

/** How far beside its last place a sheet that lies still is looked for, and how far beside a rough guess, as shares of the picture's width. */
const NEAR_SHARE = 0.008;
const GUESS_SHARE = 0.016;
/** Once found, it is looked for once more as near as this, px. */
const CLOSE_PX = 3;

/** Finds a sheet in a single picture: the guess, then its sides to a fraction of a pixel. Null: no sheet. */
export function findSheet(
  picture: GrayImage,
  guess: GuessSheet,
  sheet: { readonly widthMm: number; readonly heightMm: number },
): CornersPx | null {
  const found = seenLike(picture, guess);
  return found && inOrderOfSheet(found, sheet);
}

/** The first guess whose sides are all seen to the most part; else the one of which most is seen. */
function seenLike(picture: GrayImage, guess: GuessSheet): CornersPx | null {
  let best: SheetSeen | null = null;
  for (const rough of guess(picture)) {
    const seen = refined(picture, rough, picture.widthPx * GUESS_SHARE);
    if (!seen) continue;
    if (least(seen) >= MOSTLY) return seen.corners;
    if (!best || least(seen) > least(best)) best = seen;
  }
  return best?.corners ?? null;
}

const least = ({ sides }: SheetSeen) => Math.min(...sides);
/** A side of which so much is seen is surely one. */
const MOSTLY = 0.7;

/** After so many guesses in vain only each so manieth picture is guessed at: guessing takes longer than looking. */
const MISSES = 4;
const REST_AFTER_MISSES = 4;

/** Watches a sheet from picture to picture. */
export function sheetWatcher(
  guess: GuessSheet,
  sheet: { readonly widthMm: number; readonly heightMm: number },
): (picture: GrayImage, atMs: number) => SheetSighting {
  let last: CornersPx | null = null;
  /** Looks in a row in which no guess was any good. */
  let missed = 0;
  const guessed = (picture: GrayImage): CornersPx | null => {
    if (missed >= MISSES && missed % REST_AFTER_MISSES !== 0) {
      missed++;
      return null;
    }
    const found = seenLike(picture, guess);
    missed = found ? 0 : missed + 1;
    return found;
  };
  return (picture, atMs) => {
    const sighting = (corners: CornersPx | null) => ({ atMs, corners });
    if (last) {
      const near = picture.widthPx * NEAR_SHARE;
      const stays = refined(picture, last, near)?.corners;
      if (stays && cornersApart(stays, last) <= near) {
        last = stays;
        return sighting(stays);
      }
      // Two sides where they were, the others covered: it has not moved.
      const partly = findSides(picture, last, CLOSE_PX, 2);
      const moved = guessed(picture);
      if (!moved) return sighting(partly ? last : null);
      const ordered = inOrderOf(moved, last);
      last = ordered;
      return sighting(ordered);
    }
    const found = guessed(picture);
    last = found && inOrderOfSheet(found, sheet);
    return sighting(last);
  };
}

/** The sides near a guess, found twice: roughly, then closely about where they were found. */
function refined(picture: GrayImage, near: CornersPx, searchPx: number): SheetSeen | null {
  const once = findSides(picture, near, searchPx);
  const twice = once && findSides(picture, once.corners, CLOSE_PX);
  return twice && least(twice) >= LEAST_SEEN ? twice : null;
}
