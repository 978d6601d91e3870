import { useEffect, useMemo, useRef, useState } from "react";
import { findCurrentTake, type Lesson } from "#core/document/lesson";
import type { Fit } from "#core/document/proposals";
import type { Misfit } from "#core/sight/still";
import type { StillAnswer, StillRequest } from "../../../workers/still.worker.ts";
import { frameOf } from "./frame-of.ts";

export interface Still {
  /** Whether the lesson has a take whose sheet corners are placed. */
  readonly possible: boolean;
  readonly isUnder: boolean;
  readonly atMs: number;
  readonly durationMs: number;
  /** Address of the straightened picture; null until it is there. */
  readonly url: string | null;
  /** How far the lesson's lines lie from those seen, the worst first. */
  readonly misfits: readonly Misfit[];
  readonly busy: boolean;
  setUnder(on: boolean): void;
  seek(ms: number): void;
  /** Lays one thing, or horizon and points for null, on the lines seen; answers null when nothing gets better. */
  fit(objectId: string | null): Promise<Fit | null>;
}

/**
 * A still of the current take, laid flat in a worker through the sheet's corners, with the misfit of every line the lesson
 * has in it. The video itself is only looked at.
 */
export function useStill(lesson: Lesson): Still {
  const take = findCurrentTake(lesson);
  const video = take?.video ?? null;
  const corners = take?.corners ?? null;
  const [isUnder, setUnder] = useState(false);
  const [atMs, setAtMs] = useState<number | null>(null);
  const [url, setUrl] = useState<string | null>(null);
  const [misfits, setMisfits] = useState<readonly Misfit[]>([]);
  const [busy, setBusy] = useState(false);
  const worker = useRef<Worker | null>(null);
  const waiting = useRef<((fit: Fit | null) => void) | null>(null);
  const turn = useRef(0);
  const durationMs = video?.durationMs ?? 0;
  // The end of a take shows the finished sheet.
  const at = atMs ?? Math.max(0, durationMs - 500);
  const { widthMm, heightMm } = lesson.sheet;
  const possible = video !== null && corners !== null;

  useEffect(() => {
    if (!isUnder) return;
    const made = new Worker(new URL("../../../workers/still.worker.ts", import.meta.url), { type: "module" });
    worker.current = made;
    made.onmessage = ({ data }: MessageEvent<StillAnswer>) => {
      switch (data.kind) {
        case "straight":
          void pictureOf(data.luma, data.widthPx, data.heightPx).then((made) => {
            setUrl((old) => {
              if (old) URL.revokeObjectURL(old);
              return made;
            });
            setBusy(false);
          });
          return;
        case "misfits":
          if (data.turn === turn.current) setMisfits(data.misfits);
          return;
        case "fitted":
          waiting.current?.(data.fit);
          waiting.current = null;
      }
    };
    return () => {
      made.terminate();
      worker.current = null;
      waiting.current?.(null);
      waiting.current = null;
      setUrl(null);
      setMisfits([]);
    };
  }, [isUnder]);

  useEffect(() => {
    if (!isUnder || !video || !corners) return;
    let gone = false;
    setBusy(true);
    void frameOf(`/media/${video.file}`, at).then((frame) => {
      if (gone) return;
      if (!frame) return setBusy(false);
      const request: StillRequest = {
        kind: "straighten",
        rgba: frame.data,
        widthPx: frame.width,
        heightPx: frame.height,
        corners,
        sheet: { widthMm, heightMm },
      };
      worker.current?.postMessage(request, [frame.data.buffer]);
    });
    return () => {
      gone = true;
    };
  }, [isUnder, video, corners, at, widthMm, heightMm]);

  useEffect(() => {
    if (!isUnder || url === null) return;
    // A drag asks often: only the last place is measured.
    const later = setTimeout(() => {
      const request: StillRequest = { kind: "measure", lesson, turn: ++turn.current };
      worker.current?.postMessage(request);
    }, 120);
    return () => clearTimeout(later);
  }, [isUnder, url, lesson]);

  return useMemo(
    () => ({
      possible,
      isUnder,
      atMs: at,
      durationMs,
      url,
      misfits,
      busy,
      setUnder,
      seek: setAtMs,
      fit: (objectId) =>
        new Promise((resolve) => {
          waiting.current?.(null);
          waiting.current = resolve;
          const request: StillRequest = { kind: "fit", lesson, objectId };
          if (worker.current) worker.current.postMessage(request);
          else resolve(null);
        }),
    }),
    [possible, isUnder, at, durationMs, url, misfits, busy, lesson],
  );
}

/** Grey pixels as the address of a picture. */
function pictureOf(luma: Uint8ClampedArray, width: number, height: number): Promise<string | null> {
  const canvas = document.createElement("canvas");
  canvas.width = width;
  canvas.height = height;
  const pen = canvas.getContext("2d");
  if (!pen) return Promise.resolve(null);
  const image = pen.createImageData(width, height);
  for (let i = 0; i < luma.length; i++) {
    const v = luma[i] ?? 255;
    image.data[4 * i] = v;
    image.data[4 * i + 1] = v;
    image.data[4 * i + 2] = v;
    image.data[4 * i + 3] = 255;
  }
  pen.putImageData(image, 0, 0);
  return new Promise((resolve) => {
    canvas.toBlob((blob) => resolve(blob ? URL.createObjectURL(blob) : null), "image/png");
  });
}
