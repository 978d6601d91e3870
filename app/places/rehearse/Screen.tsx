import { type RefObject, useMemo, useState } from "react";
import { setCorners } from "#core/changes";
import type { Drawing, Mark } from "#core/display";
import { findCurrentTake, type Take } from "#core/lesson";
import { fitRecording, fitSheet, overlayOf, overlayPalette, sheetAt } from "#core/overlay";
import { overlaySourceOf } from "#core/pipeline";
import { lessonToSource } from "#core/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";
import type { Player } from "../../lesson/player.ts";
import { momentOf, usePlayed } from "../../lesson/use-player.ts";
import { MarkLayer } from "../../ui/DrawingView.tsx";
import { CornerHandles } from "./CornerHandles.tsx";
import styles from "./Rehearse.module.css";

/** The shape of a film without a recording. */
const ALONE = { widthPx: 1280, heightPx: 720 };

/** The picture, as a film of the lesson shows it: the recording with the overlay on its sheet; without one, the sheet drawing itself. */
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
  const [dragged, setDragged] = useState<{ index: number; corners: NonNullable<Take["corners"]> } | null>(
    null,
  );
  const source = useMemo(() => {
    const plain = overlaySourceOf(computed, video === null);
    if (!dragged || !plain.rests) return plain;
    const rests = plain.rests.map((r) =>
      r.index === dragged.index ? { ...r, corners: dragged.corners } : r,
    );
    return { ...plain, rests };
  }, [computed, video, dragged]);
  const picture = useMemo(
    () =>
      video
        ? fitRecording(video, video.widthPx, video.heightPx)
        : fitSheet(computed.sheet, ALONE.widthPx, ALONE.heightPx),
    [video, computed.sheet],
  );
  const overlay = useMemo(() => overlayOf(source, picture, "lesson"), [source, picture]);
  const frame = useMemo(() => overlay(atMs), [overlay, atMs]);
  const tones = findCurrentTake(lesson)?.tones;
  const palette = useMemo(() => overlayPalette(tones), [tones]);
  const sourceMs = computed.editMap ? lessonToSource(computed.editMap, atMs) : atMs;
  const lies = placing && source.rests ? sheetAt(source.rests, sourceMs) : null;
  const { widthPx: width, heightPx: height } = picture;
  const drawing = (marks: readonly Mark[]): Drawing => ({
    unit: "px",
    box: { x: 0, y: 0, width, height },
    marks,
    alt: "",
  });
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
        {overlayOn ? (
          <MarkLayer drawing={drawing([...frame.lines, ...frame.drawn])} palette={palette} />
        ) : null}
      </svg>
      {overlayOn ? (
        <svg
          className={styles.overlay}
          viewBox={`0 0 ${width} ${height}`}
          data-signs=""
          aria-label="Letters and readings"
          role="img"
        >
          <MarkLayer drawing={drawing([...frame.words, ...frame.moving])} palette={palette} />
        </svg>
      ) : null}
      {video && lies ? (
        <CornerHandles
          corners={lies.rest.corners}
          widthPx={video.widthPx}
          heightPx={video.heightPx}
          onMove={(corners) => setDragged(corners && { index: lies.rest.index, corners })}
          onDone={(next) => {
            setDragged(null);
            commit(setCorners(lesson, next, lies.rest.index));
          }}
        />
      ) : null}
    </div>
  );
}
