import { useEffect, useMemo, useRef, useState } from "react";
import { findCurrentTake, type Lesson } from "#core/document/lesson";
import type { Fit } from "#core/document/proposals";
import type { Misfit } from "#core/sight/still";
import { startStill } from "../../workers/page-workers.ts";

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
  /** Why no picture can be laid under the sheet; null while nothing is in the way. */
  readonly trouble: string | null;
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
  const [trouble, setTrouble] = useState<string | null>(null);
  const worker = useRef<ReturnType<typeof startStill> | null>(null);
  const durationMs = video?.durationMs ?? 0;
  // The end of a take shows the finished sheet.
  const at = atMs ?? Math.max(0, durationMs - 500);
  const { widthMm, heightMm } = lesson.sheet;
  const possible = video !== null && corners !== null;

  useEffect(() => {
    if (!isUnder) return;
    const made = startStill();
    worker.current = made;
    return () => {
      made.end();
      worker.current = null;
      setUrl(null);
      setMisfits([]);
    };
  }, [isUnder]);

  useEffect(() => {
    if (!isUnder || !video || !corners) return;
    let gone = false;
    setTrouble(null);
    const straightened = async () => {
      const recording = { address: `/media/${video.file}`, called: video.file };
      const flat = await worker.current?.call((api) =>
        api.straighten(recording, at, corners, { widthMm, heightMm }),
      );
      return flat ? pictureOf(flat.luma, flat.widthPx, flat.heightPx) : null;
    };
    straightened().then(
      (made) => {
        if (gone) {
          if (made) URL.revokeObjectURL(made);
          return;
        }
        if (!made) return setTrouble("The sheet's corners are too close together to lay the picture flat.");
        setUrl((old) => {
          if (old) URL.revokeObjectURL(old);
          return made;
        });
      },
      (why: unknown) => {
        if (!gone) setTrouble(why instanceof Error ? why.message : String(why));
      },
    );
    return () => {
      gone = true;
    };
  }, [isUnder, video, corners, at, widthMm, heightMm]);

  useEffect(() => {
    if (!isUnder || url === null) return;
    let gone = false;
    // A drag asks often: only the last place is measured.
    const later = setTimeout(() => {
      worker.current
        ?.call((api) => api.measure(lesson))
        .then((measured) => gone || setMisfits(measured))
        .catch(() => {});
    }, 120);
    return () => {
      gone = true;
      clearTimeout(later);
    };
  }, [isUnder, url, lesson]);

  return useMemo(
    () => ({
      possible,
      isUnder,
      atMs: at,
      durationMs,
      url,
      misfits,
      trouble,
      setUnder,
      seek: setAtMs,
      fit: async (objectId) =>
        (await worker.current?.call((api) => api.fit(lesson, objectId)).catch(() => null)) ?? null,
    }),
    [possible, isUnder, at, durationMs, url, misfits, trouble, lesson],
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
