import { useEffect, useRef, useState } from "react";
import type { Lesson, Take } from "#core/document/lesson";
import type { CornersPx } from "#core/ground/geometry";
import type { Tones } from "#core/showing/overlay";
import type { FollowedSheet, FoundSheet } from "../../../workers/sheet.worker.ts";
import { startSheet } from "../../workers/page-workers.ts";

type Found = Extract<FoundSheet, { kind: "found" }>;
type Followed = Extract<FollowedSheet, { kind: "followed" }>;

/** How looking for the sheet stands. */
type Looking =
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
  const worker = useRef<ReturnType<typeof startSheet> | null>(null);
  const told = useRef(on);
  told.current = on;
  const end = () => {
    worker.current?.end();
    worker.current = null;
  };
  useEffect(() => () => worker.current?.end(), []);
  /** Looks for something with a worker of its own, in the place of whatever was looked for before. */
  const look = <T>(seen: (by: ReturnType<typeof startSheet>) => Promise<T>, then: (seen: T) => void) => {
    end();
    const own = startSheet();
    worker.current = own;
    seen(own).then(
      (found) => {
        if (worker.current !== own) return;
        end();
        then(found);
      },
      (why: unknown) => {
        if (worker.current !== own) return;
        end();
        trouble(`The sheet cannot be looked for: ${why instanceof Error ? why.message : why}`);
      },
    );
  };
  const trouble = (says: string) => setLooking({ kind: "trouble", says });
  const { widthMm, heightMm } = sheet;
  return {
    looking,
    find: (atMs, near) => {
      if (!video) return;
      setLooking({ kind: "finding" });
      look(
        (own) => own.call((api) => api.find(recordingOf(video), atMs, { widthMm, heightMm }, near)),
        (found) => {
          if (found.kind === "not-found") return trouble(found.says);
          setLooking({ kind: "idle" });
          told.current.found(found);
        },
      );
    },
    lookAt: (atMs, corners) => {
      if (!video) return;
      look(
        (own) => own.call((api) => api.tones(recordingOf(video), atMs, corners)),
        (tones) => tones && told.current.tones(tones),
      );
    },
    follow: () => {
      if (!video) return;
      setLooking({ kind: "following", share: 0 });
      const recording = { ...recordingOf(video), durationMs: video.durationMs };
      const onProgress = (share: number) => setLooking({ kind: "following", share });
      look(
        (own) => own.call((api, until) => api.follow(recording, { widthMm, heightMm }, until(onProgress))),
        (followed) => {
          if (followed.kind === "not-found") return trouble(followed.says);
          setLooking(followed.kind === "followed" ? { kind: "followed", followed } : { kind: "idle" });
        },
      );
    },
    cancel: () => void worker.current?.call((api) => api.cancel()).catch(() => {}),
    settle: () => setLooking({ kind: "idle" }),
  };
}

const recordingOf = ({ file }: NonNullable<Take["video"]>) => ({ address: `/media/${file}`, called: file });
