import { type RefObject, useCallback, useEffect, useRef, useState } from "react";

export interface SourcePlayer {
  /** Whether there is a recording to play. */
  readonly present: boolean;
  readonly element: RefObject<HTMLVideoElement | null>;
  /** Source time, ms. */
  readonly atMs: number;
  readonly playing: boolean;
  /** Source time at this very moment, ms: what is shown may be a frame or two behind. */
  now(): number;
  toggle(): void;
  seek(ms: number): void;
}

/** The recording as it is, without its edits: to hear where a step begins. */
export function useSourcePlayer(present: boolean): SourcePlayer {
  const element = useRef<HTMLVideoElement>(null);
  const [atMs, setAtMs] = useState(0);
  const [playing, setPlaying] = useState(false);
  useEffect(() => {
    const video = element.current;
    if (!video || !present) return;
    let handle = 0;
    const tick = () => {
      setAtMs(Math.round(video.currentTime * 1000));
      handle = requestAnimationFrame(tick);
    };
    const onPlay = () => {
      setPlaying(true);
      handle = requestAnimationFrame(tick);
    };
    const onStop = () => {
      setPlaying(false);
      cancelAnimationFrame(handle);
      setAtMs(Math.round(video.currentTime * 1000));
    };
    video.addEventListener("play", onPlay);
    video.addEventListener("pause", onStop);
    const onSeeked = () => setAtMs(Math.round(video.currentTime * 1000));
    video.addEventListener("seeked", onSeeked);
    return () => {
      cancelAnimationFrame(handle);
      video.removeEventListener("play", onPlay);
      video.removeEventListener("pause", onStop);
      video.removeEventListener("seeked", onSeeked);
    };
  }, [present]);
  return {
    present,
    element,
    atMs,
    playing,
    now: useCallback(() => Math.round((element.current?.currentTime ?? 0) * 1000), []),
    toggle: useCallback(() => {
      const video = element.current;
      if (!video) return;
      if (video.paused) void video.play().catch(() => setPlaying(false));
      else video.pause();
    }, []),
    seek: useCallback((ms: number) => {
      if (element.current) element.current.currentTime = Math.max(0, ms) / 1000;
      setAtMs(Math.max(0, ms));
    }, []),
  };
}
