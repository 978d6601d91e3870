import { useEffect, useRef, useState } from "react";
import type { Lesson, Take } from "#core/document/lesson";
import type { CornersPx } from "#core/ground/geometry";
import type { Tones } from "#core/showing/overlay";
import type { SheetAnswer, SheetRequest } from "../../../workers/sheet.worker.ts";
import { frameOf } from "./frame-of.ts";

type Found = Extract<SheetAnswer, { kind: "found" }>;
type Followed = Extract<SheetAnswer, { kind: "followed" }>;

/** How looking for the sheet stands. */
export type Looking =
  | { readonly kind: "idle" }
  | { readonly kind: "finding" }
  | { readonly kind: "following"; readonly share: number }
  /** What was followed waits to be taken. */
  | { readonly kind: "followed"; readonly followed: Followed }
  | { readonly kind: "trouble"; readonly says: string };

export interface SheetFinder {
  readonly looking: Looking;
  /** Looks for the sheet at a moment of the recording; near a place where one is given. */
  find(atMs: number, near: CornersPx | null): void;
  /** Looks only at what paper and table are like, for a sheet that was placed by hand. */
  lookAt(atMs: number, corners: CornersPx): void;
  follow(): void;
  cancel(): void;
  /** Forgets what was followed, or the trouble. */
  settle(): void;
}

/** Finds and follows the sheet in a recording, in a worker that loads its library only then. */
export function useSheetFinder(
  video: NonNullable<Take["video"]> | null,
  sheet: Lesson["sheet"],
  on: { readonly found: (found: Found) => void; readonly tones: (tones: Tones) => void },
): SheetFinder {
  const [looking, setLooking] = useState<Looking>({ kind: "idle" });
  const worker = useRef<Worker | null>(null);
  const told = useRef(on);
  told.current = on;
  const end = () => {
    worker.current?.terminate();
    worker.current = null;
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const begin = (): Worker => {
    end();
    const made = new Worker(new URL("../../../workers/sheet.worker.ts", import.meta.url), { type: "module" });
    worker.current = made;
    made.onmessage = ({ data }: MessageEvent<SheetAnswer>) => {
      if (data.kind === "progress") return setLooking({ kind: "following", share: data.share });
      end();
      switch (data.kind) {
        case "found":
          setLooking({ kind: "idle" });
          return told.current.found(data);
        case "tones":
          if (data.tones) told.current.tones(data.tones);
          return;
        case "followed":
          return setLooking({ kind: "followed", followed: data });
        case "not-found":
          return setLooking({ kind: "trouble", says: data.says });
        case "cancelled":
          return setLooking({ kind: "idle" });
      }
    };
    made.onerror = (e) => {
      e.preventDefault();
      end();
      setLooking({ kind: "trouble", says: `The sheet cannot be looked for: ${e.message}` });
    };
    return made;
  };
  const { widthMm, heightMm } = sheet;
  return {
    looking,
    find: (atMs, near) => {
      if (!video) return;
      setLooking({ kind: "finding" });
      const at = begin();
      void frameOf(`/media/${video.file}`, atMs).then((frame) => {
        if (worker.current !== at) return;
        if (!frame)
          return setLooking({
            kind: "trouble",
            says: `This browser cannot show "${video.file}", so no sheet can be looked for in it.`,
          });
        ask(at, frame, { kind: "find", sheet: { widthMm, heightMm }, near });
      });
    },
    lookAt: (atMs, corners) => {
      if (!video) return;
      const at = begin();
      void frameOf(`/media/${video.file}`, atMs).then((frame) => {
        if (frame && worker.current === at) ask(at, frame, { kind: "tones", corners });
      });
    },
    follow: () => {
      if (!video) return;
      setLooking({ kind: "following", share: 0 });
      const request: SheetRequest = {
        kind: "follow",
        address: `/media/${video.file}`,
        called: video.file,
        durationMs: video.durationMs,
        sheet: { widthMm, heightMm },
      };
      begin().postMessage(request);
    },
    cancel: () => worker.current?.postMessage({ kind: "cancel" } satisfies SheetRequest),
    settle: () => setLooking({ kind: "idle" }),
  };
}

type OfStill = Extract<SheetRequest, { kind: "find" | "tones" }>;
type Asked = OfStill extends infer R
  ? R extends OfStill
    ? Omit<R, "rgba" | "widthPx" | "heightPx">
    : never
  : never;

/** Asks something about a still; its pixels are handed over. */
function ask(worker: Worker, { data, width, height }: ImageData, asked: Asked): void {
  worker.postMessage({ ...asked, rgba: data, widthPx: width, heightPx: height }, [data.buffer]);
}
