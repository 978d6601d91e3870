import { type RefObject, useCallback, useEffect, useRef, useState } from "react";

export interface LessonClock {
  /** Lesson time now, whole ms. Over a video: the time of the frame on the screen. */
  readonly atMs: number;
  readonly playing: boolean;
  readonly rate: number;
  play(): void;
  pause(): void;
  seek(ms: number): void;
  setRate(rate: number): void;
}

/** A clock driven by the frames of a video element: the time stamped on each frame, not the player's estimate. */
export function useVideoClock(video: RefObject<HTMLVideoElement | null>, present: boolean): LessonClock {
  const [atMs, setAtMs] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [rate, setRate] = useState(1);
  useEffect(() => {
    const element = video.current;
    if (!element || !present) return;
    const show = (seconds: number) => setAtMs(Math.round(seconds * 1000));
    const byFrame = "requestVideoFrameCallback" in element;
    let handle = 0;
    const onFrame = (_now: number, frame: VideoFrameCallbackMetadata) => {
      show(frame.mediaTime);
      handle = element.requestVideoFrameCallback(onFrame);
    };
    const onAnimation = () => {
      show(element.currentTime);
      handle = requestAnimationFrame(onAnimation);
    };
    handle = byFrame ? element.requestVideoFrameCallback(onFrame) : requestAnimationFrame(onAnimation);
    const onPlay = () => setPlaying(true);
    const onPause = () => setPlaying(false);
    // A seek past the last frame shows no new frame, so no callback comes.
    const onSeeked = () => {
      if (element.paused && (!byFrame || element.ended || element.currentTime >= element.duration))
        show(element.currentTime);
    };
    element.addEventListener("play", onPlay);
    element.addEventListener("pause", onPause);
    element.addEventListener("seeked", onSeeked);
    return () => {
      if (byFrame) element.cancelVideoFrameCallback(handle);
      else cancelAnimationFrame(handle);
      element.removeEventListener("play", onPlay);
      element.removeEventListener("pause", onPause);
      element.removeEventListener("seeked", onSeeked);
    };
  }, [video, present]);
  const seek = useCallback(
    (ms: number) => {
      if (video.current) video.current.currentTime = Math.max(0, ms) / 1000;
    },
    [video],
  );
  return {
    atMs,
    playing,
    rate,
    play: () => void video.current?.play().catch(() => setPlaying(false)),
    pause: () => video.current?.pause(),
    seek,
    setRate: (next) => {
      setRate(next);
      if (video.current) video.current.playbackRate = next;
    },
  };
}

/** A clock without a take: runs at its rate from 0 to the lesson's end. */
export function useDryClock(totalMs: number): LessonClock {
  const [atMs, setAtMs] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [rate, setRate] = useState(1);
  const now = useRef(0);
  useEffect(() => {
    if (!playing) return;
    let before = performance.now();
    let handle = 0;
    const tick = (time: number) => {
      now.current = Math.min(totalMs, now.current + (time - before) * rate);
      before = time;
      setAtMs(Math.round(now.current));
      if (now.current >= totalMs) setPlaying(false);
      else handle = requestAnimationFrame(tick);
    };
    handle = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(handle);
  }, [playing, rate, totalMs]);
  return {
    atMs,
    playing,
    rate,
    play: () => {
      if (now.current >= totalMs) now.current = 0;
      setPlaying(true);
    },
    pause: () => setPlaying(false),
    seek: useCallback(
      (ms: number) => {
        now.current = Math.min(totalMs, Math.max(0, ms));
        setAtMs(Math.round(now.current));
      },
      [totalMs],
    ),
    setRate,
  };
}
