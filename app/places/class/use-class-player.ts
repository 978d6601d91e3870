import { useEffect, useMemo, useRef, useState } from "react";
import { shownMs } from "#core/class/teaching";
import type { Take } from "#core/document/lesson";
import { timelineOf, timelineWithoutTake } from "#core/time/schedule";
import { usePlayer } from "../../lesson/take/use-player.ts";
import type { ClassInHand } from "./use-class-in-hand.ts";

/**
 * Plays the recording as the class goes: where it is, how fast, at rest. `kept` is the address of the copy that this browser
 * keeps; it comes in at the next wait, or where the server is gone.
 */
export function useClassPlayer(
  { computed, plan, state }: ClassInHand,
  video: Take["video"],
  kept: string | undefined,
) {
  const here = plan.stations[state.station];
  const waiting = here?.kind === "wait";
  // What is playing is not taken from under the class: the kept copy comes in at the next wait, or where the server is gone.
  const [address, setAddress] = useState<string>();
  const [broken, setBroken] = useState(false);
  useEffect(() => {
    if (kept && (waiting || state.resting || broken)) setAddress(kept);
  }, [kept, waiting, state.resting, broken]);

  const timeline = useMemo(
    () =>
      video && computed.editMap
        ? timelineOf(computed.editMap)
        : timelineWithoutTake(computed.schedule.totalMs),
    [video, computed],
  );
  const element = useRef<HTMLVideoElement>(null);
  const player = usePlayer(timeline, element, video !== null);
  const atMs = waiting
    ? here.fromMs + Math.min(state.spentMs, Math.max(0, here.waitMs - 1))
    : shownMs(plan, state);
  // The player follows the class: another station, speed or rest, and the recording goes there.
  const place = `${state.station} ${state.fromMs} ${state.rate} ${state.resting} ${state.ended} ${address ?? ""}`;
  const latest = useRef(atMs);
  latest.current = atMs;
  // biome-ignore lint/correctness/useExhaustiveDependencies: told anew only where the class goes elsewhere
  useEffect(() => {
    if (!video) return;
    player.seek(latest.current);
    player.setRate(state.rate);
    if (waiting || state.resting || state.ended) player.pause();
    else if (!player.get().running) player.toggle();
  }, [player, place, video]);
  return { element, atMs, address, setBroken };
}
