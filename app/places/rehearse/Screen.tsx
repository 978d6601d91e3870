import { type RefObject, useMemo, useState } from "react";
import { setCorners } from "#core/changes";
import { frameAt, toPicture } from "#core/display";
import { findPaperToPicture } from "#core/geometry";
import { findCurrentTake, type Take } from "#core/lesson";
import { useLesson } from "../../lesson/lesson-context.ts";
import type { Player } from "../../lesson/player.ts";
import { momentOf, usePlayed } from "../../lesson/use-player.ts";
import { MarkLayer } from "../../ui/DrawingView.tsx";
import { CornerHandles } from "./CornerHandles.tsx";
import styles from "./Rehearse.module.css";

/** The picture: the recording with the overlay laid on its sheet; without one, the sheet drawing itself. */
export function Screen({
  player,
  element,
  video,
  overlayOn,
  placing,
}: {
  player: Player;
  element: RefObject<HTMLVideoElement | null>;
  video: NonNullable<Take["video"]> | null;
  overlayOn: boolean;
  /** Whether the sheet's corners are being put in place. */
  placing: boolean;
}) {
  const { lesson, computed, commit } = useLesson();
  const atMs = usePlayed(player, momentOf);
  const [dragged, setDragged] = useState<Take["corners"]>(null);
  const corners = dragged ?? findCurrentTake(lesson)?.corners ?? null;
  const frame = useMemo(
    () =>
      frameAt({ ...computed, hand: computed.lesson.plan.hand }, atMs, {
        medium: video ? "overlay" : "bench",
        tools: !video,
        withSheet: !video,
      }),
    [computed, atMs, video],
  );
  const paperToPx = useMemo(
    () => (corners ? findPaperToPicture(lesson.sheet.widthMm, lesson.sheet.heightMm, corners) : null),
    [corners, lesson.sheet],
  );
  const onPicture = video && paperToPx && toPicture(frame.drawing, paperToPx, video.widthPx, video.heightPx);
  const overlay = video ? onPicture : frame.drawing;
  const width = video?.widthPx ?? lesson.sheet.widthMm;
  const height = video?.heightPx ?? lesson.sheet.heightMm;
  return (
    <div
      className={styles.screen}
      style={{ aspectRatio: `${width} / ${height}` }}
      data-at-ms={atMs}
      data-step={frame.stepId ?? ""}
    >
      {video ? (
        // biome-ignore lint/a11y/useMediaCaption: the words stand beside the picture, step by step
        <video
          ref={element}
          src={`/media/${video.file}`}
          className={styles.video}
          preload="auto"
          playsInline
          onClick={player.toggle}
        />
      ) : null}
      <svg
        className={styles.overlay}
        viewBox={`0 0 ${width} ${height}`}
        data-overlay=""
        aria-label="Overlay"
        role="img"
      >
        {overlay && overlayOn ? <MarkLayer drawing={overlay} /> : null}
      </svg>
      {video && placing && corners ? (
        <CornerHandles
          corners={corners}
          widthPx={video.widthPx}
          heightPx={video.heightPx}
          onMove={setDragged}
          onDone={(next) => {
            setDragged(null);
            commit(setCorners(lesson, next));
          }}
        />
      ) : null}
    </div>
  );
}
