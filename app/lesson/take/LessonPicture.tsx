import { type RefObject, useMemo } from "react";
import type { Take } from "#core/document/lesson";
import { findCurrentTake } from "#core/document/lesson";
import type { ComputedLesson } from "#core/document/pipeline";
import type { Drawing, Mark } from "#core/showing/display";
import { fitRecording, fitSheet, type OverlaySource, overlayOf, overlayPalette } from "#core/showing/overlay";
import { MarkLayer } from "../../ui/DrawingView.tsx";
import styles from "./LessonPicture.module.css";

/** The shape of a film without a recording. */
const ALONE = { widthPx: 1280, heightPx: 720 };

/** A moment of a lesson as a film of it shows it: the recording with the overlay on its sheet; without one, the sheet drawing itself. */
export function LessonPicture({
  computed,
  source,
  video,
  address,
  element,
  atMs,
  overlayOn,
  onPress,
  onBroken,
  children,
}: {
  computed: ComputedLesson;
  source: OverlaySource;
  video: NonNullable<Take["video"]> | null;
  /** Where the recording is read from. */
  address?: string | undefined;
  element: RefObject<HTMLVideoElement | null>;
  atMs: number;
  overlayOn: boolean;
  onPress?: () => void;
  /** The recording cannot be read any further. */
  onBroken?: () => void;
  children?: React.ReactNode;
}) {
  const picture = useMemo(
    () =>
      video
        ? fitRecording(video, video.widthPx, video.heightPx)
        : fitSheet(computed.sheet, ALONE.widthPx, ALONE.heightPx),
    [video, computed.sheet],
  );
  const overlay = useMemo(() => overlayOf(source, picture, "lesson"), [source, picture]);
  const frame = useMemo(() => overlay(atMs), [overlay, atMs]);
  const tones = findCurrentTake(computed.lesson)?.tones;
  const palette = useMemo(() => overlayPalette(tones), [tones]);
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
          src={address ?? `/media/${video.file}`}
          className={styles.video}
          preload="auto"
          playsInline
          onClick={onPress}
          onError={onBroken}
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
      {children}
    </div>
  );
}
