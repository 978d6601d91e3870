import { Button, SegmentedControl, Switch } from "@mantine/core";
import { useEffect, useMemo, useRef, useState } from "react";
import { formatClock } from "#core/base";
import { setCorners, startingCorners } from "#core/changes";
import { frameAt, toPicture } from "#core/display";
import { findPaperToPicture } from "#core/geometry";
import { findCurrentTake } from "#core/lesson";
import { captionsOf } from "#core/pipeline";
import { captionAt } from "#core/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { StepWords } from "../../lesson/StepWords.tsx";
import { MarkLayer } from "../../ui/DrawingView.tsx";
import { useKeys } from "../../ui/use-keys.ts";
import { CornerHandles } from "./CornerHandles.tsx";
import { Prompter } from "./Prompter.tsx";
import styles from "./Rehearse.module.css";
import { useDryClock, useVideoClock } from "./use-lesson-clock.ts";

/** The take with the overlay over it; or, without a take, the lesson drawn at its estimated pace. */
export function Rehearse({ missingFile }: { missingFile: string | null }) {
  const { lesson, computed, step, chooseStep, commit } = useLesson();
  const take = findCurrentTake(lesson);
  const video = take?.video && !missingFile ? take.video : null;
  const element = useRef<HTMLVideoElement>(null);
  const videoClock = useVideoClock(element, video !== null, take?.edits?.length ? computed.editMap : null);
  const dryClock = useDryClock(computed.schedule.totalMs);
  const clock = video ? videoClock : dryClock;
  const [overlayOn, setOverlayOn] = useState(true);
  const [loop, setLoop] = useState(false);
  const [placing, setPlacing] = useState(false);
  const [prompting, setPrompting] = useState(false);
  const [captionsOn, setCaptionsOn] = useState(true);
  const [dragged, setDragged] = useState<NonNullable<typeof take>["corners"]>(null);

  const captions = useMemo(() => captionsOf(computed) ?? [], [computed]);
  const caption = captionsOn ? captionAt(captions, clock.atMs) : null;

  const corners = dragged ?? take?.corners ?? null;
  const frame = useMemo(
    () =>
      frameAt({ ...computed, hand: computed.lesson.plan.hand }, clock.atMs, {
        medium: video ? "overlay" : "bench",
        tools: !video,
        withSheet: !video,
      }),
    [computed, clock.atMs, video],
  );
  const paperToPx = useMemo(
    () => (corners ? findPaperToPicture(lesson.sheet.widthMm, lesson.sheet.heightMm, corners) : null),
    [corners, lesson.sheet],
  );
  const overlay = video
    ? paperToPx
      ? toPicture(frame.drawing, paperToPx, video.widthPx, video.heightPx)
      : null
    : frame.drawing;
  const shown = computed.steps.find((s) => s.id === frame.stepId) ?? null;
  const windowOf = (id: string | undefined) => computed.schedule.windows.find((w) => w.stepId === id);

  // Choosing a step in the strip goes to its start; a small lead-in would show the step before.
  const { seek } = clock;
  const startMs = windowOf(step?.id)?.startMs;
  useEffect(() => {
    if (startMs !== undefined) seek(startMs);
  }, [startMs, seek]);

  const looped = loop ? windowOf(step?.id ?? shown?.id) : undefined;
  useEffect(() => {
    if (looped && clock.playing && (clock.atMs >= looped.endMs || clock.atMs < looped.startMs - 200))
      seek(looped.startMs);
  }, [looped, clock.playing, clock.atMs, seek]);

  // Three quick presses go three steps on, though the player has shown none of them yet.
  const bound = useRef<string | null>(null);
  useEffect(() => {
    if (bound.current === frame.stepId) bound.current = null;
  }, [frame.stepId]);
  const seekFreely = (ms: number) => {
    bound.current = null;
    seek(ms);
  };
  const toggle = () => (clock.playing ? clock.pause() : clock.play());
  const goStep = (by: number) => {
    const from = bound.current ?? shown?.id;
    const index = Math.max(
      0,
      computed.steps.findIndex((s) => s.id === from),
    );
    const next = computed.steps[Math.min(computed.steps.length - 1, Math.max(0, index + by))];
    const start = windowOf(next?.id)?.startMs;
    if (start === undefined || !next) return;
    bound.current = next.id;
    seek(start);
    chooseStep(next.id);
  };
  useKeys([
    ["Space", toggle],
    ["K", toggle],
    ["J", () => seekFreely(clock.atMs - 2000)],
    ["L", () => seekFreely(clock.atMs + 2000)],
    ["N", () => goStep(1)],
    ["P", () => goStep(-1)],
  ]);

  const width = video?.widthPx ?? lesson.sheet.widthMm;
  const height = video?.heightPx ?? lesson.sheet.heightMm;
  return (
    <div className={place.sides}>
      <div className={styles.stage}>
        {missingFile ? (
          <p className={styles.notice} role="alert">
            The recording {missingFile} is not in the store, so the lesson runs without it. Words, steps and
            corners are kept; bring the recording in again under Narrate.
          </p>
        ) : null}
        {prompting ? (
          <Prompter steps={computed.steps} schedule={computed.schedule} atMs={clock.atMs} />
        ) : null}
        <div className={prompting ? styles.small : styles.fit}>
          <div
            className={styles.screen}
            style={{ aspectRatio: `${width} / ${height}` }}
            data-at-ms={clock.atMs}
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
                onClick={toggle}
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
            {video && take && placing && corners ? (
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
        </div>
        {captions.length > 0 && captionsOn && !prompting ? (
          <p className={styles.caption} data-caption="">
            {caption}
          </p>
        ) : null}
        {corners && !paperToPx ? (
          <p className={styles.notice}>
            These corners do not go round a sheet in order, so no overlay can be laid on them. Drag them to
            the sheet's own corners.
          </p>
        ) : null}
        <div className={styles.controls}>
          <Button onClick={toggle} className={styles.play ?? ""}>
            {clock.playing ? "Pause" : "Play"}
          </Button>
          <Button variant="default" aria-label="Step before" onClick={() => goStep(-1)}>
            ‹
          </Button>
          <Button variant="default" aria-label="Next step" onClick={() => goStep(1)}>
            ›
          </Button>
          <span className={styles.clock}>
            {formatClock(clock.atMs)} / {formatClock(computed.schedule.totalMs)}
          </span>
          <input
            type="range"
            className={styles.range}
            aria-label="Lesson time"
            min={0}
            max={computed.schedule.totalMs}
            step={1}
            value={clock.atMs}
            aria-valuetext={formatClock(clock.atMs)}
            onChange={(e) => seekFreely(Number(e.currentTarget.value))}
          />
          <SegmentedControl
            size="sm"
            aria-label="Speed"
            value={String(clock.rate)}
            data={[
              { value: "0.5", label: "half" },
              { value: "1", label: "full speed" },
            ]}
            onChange={(value) => clock.setRate(Number(value))}
          />
        </div>
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
          {video ? (
            <Switch
              label="Overlay"
              checked={overlayOn}
              onChange={(e) => setOverlayOn(e.currentTarget.checked)}
            />
          ) : null}
          {video && take ? (
            <Button
              variant={take.corners ? "default" : "filled"}
              size="compact-md"
              aria-pressed={placing}
              onClick={() => {
                if (!take.corners) commit(setCorners(lesson, startingCorners(video)));
                setPlacing((p) => !p);
              }}
            >
              {placing ? "Corners are right" : "Place the sheet's corners"}
            </Button>
          ) : null}
          <span className={styles.keys}>Space plays · P and N step by step</span>
        </div>
      </div>
      <aside className={place.column} aria-label="The step now">
        {!video && !missingFile ? (
          <p className={place.quiet}>
            No recording yet: the lesson runs at its estimated pace. Read the words aloud while the lines draw
            themselves.
          </p>
        ) : null}
        {shown ? <StepWords step={shown} /> : <p className={place.quiet}>Before the first step.</p>}
      </aside>
    </div>
  );
}
