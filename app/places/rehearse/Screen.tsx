import { type RefObject, useMemo, useState } from "react";
import { setCorners } from "#core/changes";
import { actsBegun, frameAt, type SheetInPicture, stepSigns, toPicture } from "#core/display";
import { findPaperToPicture, type Matrix3, paperToPicture } from "#core/geometry";
import { findCurrentTake, type Take } from "#core/lesson";
import type { Sheet } from "#core/view";
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
  signsOn,
  placing,
}: {
  player: Player;
  element: RefObject<HTMLVideoElement | null>;
  video: NonNullable<Take["video"]> | null;
  overlayOn: boolean;
  /** Whether letters and readings are shown with the lines. */
  signsOn: boolean;
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
        toCome: true,
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
  const step = computed.steps.find((s) => s.id === frame.stepId) ?? null;
  // Where each letter stands is worked out once a step; then they only appear.
  const view = useMemo(
    () => viewOf(computed.sheet, video ? paperToPx : null, width, height, video !== null),
    [computed.sheet, video, paperToPx, width, height],
  );
  const signs = useMemo(
    () => (step && view ? stepSigns(computed, step, view, video ? "overlay" : "bench") : []),
    [computed, step, view, video],
  );
  const begun = step && signsOn ? actsBegun(step, computed.schedule, atMs) : null;
  const said = overlay && { ...overlay, marks: signs.flatMap((g) => (begun?.has(g.act) ? g.marks : [])) };
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
      {said && overlayOn ? (
        <svg
          className={styles.overlay}
          viewBox={`0 0 ${width} ${height}`}
          data-signs=""
          aria-label="Letters and readings"
          role="img"
        >
          <MarkLayer drawing={said} />
        </svg>
      ) : null}
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

/** Letters are at least 3 % of a picture's height, and stand inside a margin of 5 %. */
const TEXT_SHARE = 0.034;
const MARGIN_SHARE = 0.05;

function viewOf(
  sheet: Sheet,
  paperToPx: Matrix3 | null,
  width: number,
  height: number,
  onVideo: boolean,
): SheetInPicture | null {
  const textSize = Math.max(height, width * 0.56) * TEXT_SHARE;
  if (!onVideo)
    return { sheet, to: (p) => ({ x: p.xMm, y: p.yMm }), area: { x: 0, y: 0, width, height }, textSize };
  if (!paperToPx) return null;
  const [dx, dy] = [width * MARGIN_SHARE, height * MARGIN_SHARE];
  return {
    sheet,
    to: (p) => {
      const { xPx, yPx } = paperToPicture(paperToPx, p);
      return { x: xPx, y: yPx };
    },
    area: { x: dx, y: dy, width: width - 2 * dx, height: height - 2 * dy },
    textSize,
  };
}
