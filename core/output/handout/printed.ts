import type { HandOut } from "../../ground/plan/index.ts";
import type { Printed } from "./laid.ts";
import { isOlderMark } from "./print-mark.ts";
import { type HandOutWish, OF_CARDS } from "./wish.ts";

/** How something printed stands to the lesson as it is now. */
export type PrintState = "good" | "times-moved" | "stale" | "older" | "gone";

/** How a printed card or page stands to what would be printed now. */
export function stateOfPrinted(printed: Printed, now: readonly Printed[]): PrintState {
  if (isOlderMark(printed.mark)) return "older";
  const same = now.find((p) => p.id === printed.id);
  if (!same) return "gone";
  if (!shows(printed, same)) return "stale";
  if (printed.startMs === undefined || same.startMs === undefined) return "good";
  // Cards show whole seconds: a shift that does not change them does not change the card.
  return Math.floor(same.startMs / 1000) === Math.floor(printed.startMs / 1000) ? "good" : "times-moved";
}

/** Whether what was printed shows what there is now; a code on it must not lead elsewhere than the video is known to be. */
function shows(printed: Printed, now: Printed): boolean {
  const [code, video] = [printed.video, now.video];
  return printed.mark === now.mark && (code === undefined || video === undefined || code === video);
}

/** A print of the log, as far as it tells what it goes with. */
export interface LoggedPrint {
  readonly wish: HandOutWish;
  readonly handOut: HandOut;
  readonly parts: readonly Printed[];
}

/** What has to be printed again to go with what was printed before. */
export interface PrintAgain<P> {
  /** The newest print it is measured against. */
  readonly since: P;
  readonly ids: readonly string[];
}

/**
 * The cards, or the page, that no print of the same kind, for the same hand and in the same words, shows as they are now; null
 * where there is no such print. `newestFirst` are the prints of the log.
 */
export function printAgain<P extends LoggedPrint>(
  now: readonly Printed[],
  { wish, handOut }: Pick<LoggedPrint, "wish" | "handOut">,
  newestFirst: readonly P[],
): PrintAgain<P> | null {
  const like = newestFirst.filter(
    (p) =>
      p.wish.what === wish.what &&
      p.handOut.hand === handOut.hand &&
      (p.handOut.words ?? "as-taught") === (handOut.words ?? "as-taught") &&
      (OF_CARDS.has(wish.what) || p.parts.some((part) => now.some((n) => n.id === part.id))),
  );
  const [since] = like;
  if (!since) return null;
  const ids = now.flatMap((n) => {
    const newest = like.flatMap((p) => p.parts.find((part) => part.id === n.id) ?? [])[0];
    return newest && !isOlderMark(newest.mark) && shows(newest, n) ? [] : [n.id];
  });
  return { since, ids };
}
