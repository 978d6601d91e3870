import { Switch } from "@mantine/core";
import { memo, useMemo, useRef, useState } from "react";
import { findCurrentTake } from "#core/document/lesson";
import { captionsOf } from "#core/document/pipeline";
import { findPaperToPicture } from "#core/ground/geometry";
import { sheetRests } from "#core/showing/overlay";
import { editMap, timelineOf, timelineWithoutTake } from "#core/time/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { usePlayer } from "../../lesson/take/use-player.ts";
import { Choice } from "../../ui/Choice.tsx";
import { useKeys } from "../../ui/use-keys.ts";
import { PlayControls } from "./PlayControls.tsx";
import { Prompter } from "./Prompter.tsx";
import styles from "./Rehearse.module.css";
import { Screen } from "./Screen.tsx";
import { SheetPanel } from "./SheetPanel.tsx";
import { ShownCaption, ShownOverlay, ShownStep } from "./ShownWords.tsx";
import { TakeOut } from "./TakeOut.tsx";
import { useStepping } from "./use-stepping.ts";

/** How far the keys go back and on. */
const A_LITTLE_MS = 2000;

type Beside = "step" | "overlay" | "sheet" | "out";
const BESIDE: readonly { readonly value: Beside; readonly label: string }[] = [
  { value: "step", label: "Step" },
  { value: "overlay", label: "Overlay" },
  { value: "sheet", label: "Sheet" },
  { value: "out", label: "Take out" },
];

/** The take with the overlay over it; or, without a take, the lesson drawn at its estimated pace. */
export const Rehearse = memo(function Rehearse({ missingFile }: { missingFile: string | null }) {
  const { lesson, computed } = useLesson();
  const take = findCurrentTake(lesson);
  const video = take?.video && !missingFile ? take.video : null;
  const { totalMs } = computed.schedule;
  const recordedMs = video?.durationMs ?? null;
  const timeline = useMemo(
    () =>
      recordedMs === null
        ? timelineWithoutTake(totalMs)
        : timelineOf(computed.editMap ?? editMap([], recordedMs)),
    [recordedMs, totalMs, computed.editMap],
  );
  const element = useRef<HTMLVideoElement>(null);
  const player = usePlayer(timeline, element, video !== null);
  const [overlayOn, setOverlayOn] = useState(true);
  const [loop, setLoop] = useState(false);
  const [placing, setPlacing] = useState(false);
  const [beside, setBeside] = useState<Beside>("step");
  const [prompting, setPrompting] = useState(false);
  const [captionsOn, setCaptionsOn] = useState(true);
  const captions = useMemo(() => captionsOf(computed) ?? [], [computed]);
  const { widthMm, heightMm } = lesson.sheet;
  const rests = video && take ? sheetRests(take) : [];
  const misplaced = rests.some((r) => !findPaperToPicture(widthMm, heightMm, r.corners));
  const shown = beside === "sheet" && !video ? "step" : beside;
  const stepping = useStepping(player, loop);
  const goALittle = (by: number) => player.seek(player.get().lessonMs + by);
  useKeys([
    ["Space", player.toggle],
    [",", () => goALittle(-A_LITTLE_MS)],
    [".", () => goALittle(A_LITTLE_MS)],
    ["N", () => stepping.go(1)],
    ["P", () => stepping.go(-1)],
  ]);
  return (
    <div className={place.sides}>
      <div className={styles.stage}>
        {missingFile ? (
          <p className={styles.notice} role="alert">
            The recording {missingFile} is not in the store, so the lesson runs without it. Words, steps and
            corners are kept; bring the recording in again under Narrate.
          </p>
        ) : null}
        {prompting ? <Prompter steps={computed.steps} schedule={computed.schedule} player={player} /> : null}
        <div className={prompting ? styles.small : styles.fit}>
          <Screen
            player={player}
            element={element}
            video={video}
            overlayOn={overlayOn}
            placing={placing && beside === "sheet"}
          />
        </div>
        {captions.length > 0 && captionsOn && !prompting ? (
          <ShownCaption player={player} captions={captions} />
        ) : null}
        {misplaced ? (
          <p className={styles.notice}>
            These corners do not go round a sheet in order, so no overlay can be laid on them. Drag them to
            the sheet's own corners.
          </p>
        ) : null}
        <PlayControls player={player} stepping={stepping} totalMs={totalMs} />
        <div className={styles.controls}>
          <Switch
            label="Prompter"
            checked={prompting}
            onChange={(e) => setPrompting(e.currentTarget.checked)}
          />
          <Switch label="Loop this step" checked={loop} onChange={(e) => setLoop(e.currentTarget.checked)} />
          {captions.length > 0 ? (
            <Switch
              label="Captions"
              checked={captionsOn}
              onChange={(e) => setCaptionsOn(e.currentTarget.checked)}
            />
          ) : null}
          <span className={styles.keys} title="Space plays; P and N go step by step">
            Space · P · N
          </span>
        </div>
      </div>
      <aside className={place.column} aria-label="Beside the picture">
        <Choice
          label="Beside the picture"
          size="sm"
          value={shown}
          of={BESIDE.filter((b) => b.value !== "sheet" || video !== null)}
          onChoose={setBeside}
        />
        {shown === "step" ? (
          <>
            {!video && !missingFile ? (
              <p className={place.quiet}>
                No recording yet: the lesson runs at its estimated pace. Read the words aloud while the lines
                draw themselves.
              </p>
            ) : null}
            <ShownStep player={player} />
          </>
        ) : null}
        {shown === "overlay" ? (
          <ShownOverlay
            player={player}
            missing={missingFile !== null}
            overlayOn={overlayOn}
            onOverlay={setOverlayOn}
          />
        ) : null}
        {shown === "sheet" ? <SheetPanel player={player} placing={placing} onPlacing={setPlacing} /> : null}
        {shown === "out" ? <TakeOut missing={missingFile !== null} /> : null}
      </aside>
    </div>
  );
});
