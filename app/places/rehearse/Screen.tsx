import { type RefObject, useMemo, useState } from "react";
import { setCorners } from "#core/document/changes";
import type { Take } from "#core/document/lesson";
import { overlaySourceOf } from "#core/document/pipeline";
import { sheetAt } from "#core/showing/overlay";
import { lessonToSource } from "#core/time/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";
import { LessonPicture } from "../../lesson/take/LessonPicture.tsx";
import type { Player } from "../../lesson/take/player.ts";
import { momentOf, usePlayed } from "../../lesson/take/use-player.ts";
import { CornerHandles } from "./CornerHandles.tsx";

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
  const sourceMs = computed.editMap ? lessonToSource(computed.editMap, atMs) : atMs;
  const lies = placing && source.rests ? sheetAt(source.rests, sourceMs) : null;
  return (
    <LessonPicture
      computed={computed}
      source={source}
      video={video}
      element={element}
      atMs={atMs}
      overlayOn={overlayOn}
      onPress={player.toggle}
    >
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
    </LessonPicture>
  );
}
