import { type RefObject, useCallback, useEffect, useRef, useState } from "react";
import { type EditMap, type Held, lessonToSource, sourceToLesson, speedAt } from "#core/schedule";

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

/** A hold under way: how much of it has passed, and since when it runs on; null while it is stopped. */
interface Holding {
  readonly hold: Held;
  passedMs: number;
  since: number | null;
}

/**
 * A clock driven by the frames of a video element: the time stamped on each frame, not the player's estimate. It follows the
 * take's edits: what is cut is jumped, what is speeded plays faster, a hold stops the picture and runs on by itself.
 */
export function useVideoClock(
  video: RefObject<HTMLVideoElement | null>,
  present: boolean,
  map: EditMap | null,
): LessonClock {
  const [atMs, setAtMs] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [rate, setRate] = useState(1);
  const holding = useRef<Holding | null>(null);
  /** The last hold that was waited out: it does not begin again while its own frame still stands. */
  const waited = useRef<Held | null>(null);
  const lastMs = useRef(0);
  const latest = useRef({ map, rate });
  latest.current = { map, rate };

  const follow = useCallback(
    (lessonMs: number) => {
      const { map: now, rate: pace } = latest.current;
      const speed = now ? speedAt(now, lessonMs) || 1 : 1;
      const element = video.current;
      if (element && element.playbackRate !== speed * pace) element.playbackRate = Math.min(16, speed * pace);
    },
    [video],
  );
  const show = useCallback(
    (sourceMs: number) => {
      const { map: now } = latest.current;
      const element = video.current;
      if (holding.current || !element) return;
      if (!now) {
        setAtMs(Math.round(sourceMs));
        return;
      }
      const began = lastMs.current;
      lastMs.current = sourceMs;
      const hold = element.paused
        ? undefined
        : now.holds.find((h) => h !== waited.current && h.sourceAt > began - 1 && h.sourceAt <= sourceMs);
      if (hold) {
        element.pause();
        holding.current = { hold, passedMs: 0, since: performance.now() };
        setPlaying(true);
        setAtMs(Math.round(hold.lessonFrom));
        return;
      }
      const seen = sourceToLesson(now, sourceMs);
      if (!seen) {
        // Inside a cut: on to where the recording is played again.
        const next = now.played.find((p) => p.sourceFrom > sourceMs);
        if (next) element.currentTime = next.sourceFrom / 1000;
        else element.pause();
        return;
      }
      const lesson = seen.toMs;
      follow(lesson);
      setAtMs(Math.round(lesson));
    },
    [video, follow],
  );

  useEffect(() => {
    const element = video.current;
    if (!element || !present) return;
    const byFrame = "requestVideoFrameCallback" in element;
    let handle = 0;
    const onFrame = (_now: number, frame: VideoFrameCallbackMetadata) => {
      show(frame.mediaTime * 1000);
      handle = element.requestVideoFrameCallback(onFrame);
    };
    const onAnimation = () => {
      show(element.currentTime * 1000);
      handle = requestAnimationFrame(onAnimation);
    };
    handle = byFrame ? element.requestVideoFrameCallback(onFrame) : requestAnimationFrame(onAnimation);
    const onPlay = () => setPlaying(true);
    // While a hold runs the picture stands, and the lesson goes on.
    const onPause = () => setPlaying(holding.current?.since != null);
    // A seek past the last frame shows no new frame, so no callback comes.
    const onSeeked = () => {
      if (element.paused && (!byFrame || element.ended || element.currentTime >= element.duration))
        show(element.currentTime * 1000);
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
  }, [video, present, show]);

  // A hold has no frames of its own: it is counted by the page's.
  useEffect(() => {
    if (!present) return;
    let handle = 0;
    const tick = (now: number) => {
      handle = requestAnimationFrame(tick);
      const held = holding.current;
      if (!held || held.since === null) return;
      const passed = held.passedMs + (now - held.since) * latest.current.rate;
      if (passed < held.hold.ms) {
        setAtMs(Math.round(held.hold.lessonFrom + passed));
        return;
      }
      waited.current = held.hold;
      holding.current = null;
      setAtMs(Math.round(held.hold.lessonFrom + held.hold.ms));
      void video.current?.play().catch(() => setPlaying(false));
    };
    handle = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(handle);
  }, [video, present]);

  const seek = useCallback(
    (ms: number) => {
      const element = video.current;
      if (!element) return;
      const { map: now } = latest.current;
      const to = Math.max(0, ms);
      const source = now ? lessonToSource(now, to) : to;
      const hold = now?.holds.find((h) => h.lessonFrom <= to && to < h.lessonFrom + h.ms) ?? null;
      const goesOn = holding.current ? holding.current.since !== null : !element.paused;
      waited.current =
        now?.holds.findLast((h) => h.lessonFrom + h.ms <= to && h.sourceAt >= source - 40) ?? null;
      lastMs.current = source;
      if (hold) {
        element.pause();
        holding.current = {
          hold,
          passedMs: to - hold.lessonFrom,
          since: goesOn ? performance.now() : null,
        };
        setPlaying(goesOn);
        setAtMs(Math.round(to));
      } else {
        const wasHeld = holding.current !== null;
        holding.current = null;
        if (wasHeld && goesOn) void element.play().catch(() => setPlaying(false));
      }
      element.currentTime = source / 1000;
    },
    [video],
  );
  return {
    atMs,
    playing,
    rate,
    play: () => {
      const held = holding.current;
      if (held) {
        held.since = performance.now();
        setPlaying(true);
      } else void video.current?.play().catch(() => setPlaying(false));
    },
    pause: () => {
      const held = holding.current;
      if (held?.since != null) {
        held.passedMs += (performance.now() - held.since) * rate;
        held.since = null;
        setPlaying(false);
      } else video.current?.pause();
    },
    seek,
    setRate: (next) => {
      const held = holding.current;
      if (held?.since != null) {
        held.passedMs += (performance.now() - held.since) * rate;
        held.since = performance.now();
      }
      setRate(next);
      latest.current = { ...latest.current, rate: next };
      if (video.current)
        video.current.playbackRate = next * (latest.current.map ? speedAt(latest.current.map, atMs) || 1 : 1);
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
