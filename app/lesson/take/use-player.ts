import { type RefObject, useEffect, useRef, useState, useSyncExternalStore } from "react";
import { AT_THE_START, type Playback, type Timeline } from "#core/time/schedule";
import { Player } from "./player.ts";

/** A player of a timeline, on the video element where there is one. It stays the same; only its timeline changes. */
export function usePlayer(
  timeline: Timeline,
  video: RefObject<HTMLVideoElement | null>,
  present: boolean,
): Player {
  const [player] = useState(() => new Player(timeline));
  useEffect(() => player.follow(timeline), [player, timeline]);
  useEffect(() => {
    if (present && video.current) return player.playOn(video.current);
  }, [player, video, present]);
  useEffect(() => () => player.pause(), [player]);
  return player;
}

/** Something of where a player stands: drawn again only when that very thing is another. */
export function usePlayed<T extends string | number | boolean | null>(
  player: Player,
  select: (playback: Playback) => T,
): T {
  const chosen = useRef(select);
  chosen.current = select;
  return useSyncExternalStore(
    player.subscribe,
    () => chosen.current(player.get()),
    () => chosen.current(AT_THE_START),
  );
}

/** The moment of the lesson that is shown, whole ms. */
export const momentOf = ({ lessonMs }: Playback): number => Math.round(lessonMs);
export const isRunning = ({ running }: Playback): boolean => running;
