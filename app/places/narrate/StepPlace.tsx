import { Button } from "@mantine/core";
import { tieStep } from "#core/document/changes";
import { findCurrentTake } from "#core/document/lesson";
import { formatClock } from "#core/ground/base";
import { drawState, drawStep } from "#core/showing/display";
import type { Step } from "#core/telling/steps";
import type { Word } from "#core/time/narration";
import type { StrokeInRecording } from "#core/time/schedule";
import { StepWords } from "../../lesson/frame/StepWords.tsx";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { DrawingView } from "../../ui/DrawingView.tsx";
import styles from "./Narrate.module.css";
import { StepStrokes } from "./StepStrokes.tsx";

/** The chosen step: its picture, where it and its lines begin, and its words to compare with what is said. */
export function StepPlace({
  step,
  sourceMs,
  strokes,
  words,
  stroke,
  onStroke,
}: {
  step: Step;
  sourceMs: number | null;
  strokes: readonly StrokeInRecording[];
  words: readonly Word[];
  stroke: string | null;
  onStroke: (moveId: string | null) => void;
}) {
  const { lesson, computed, commit } = useLesson();
  const { paper, sheet } = computed;
  const window = computed.schedule.windows.find((w) => w.stepId === step.id);
  const moveIndex = strokes.find((s) => s.moveId === stroke)?.moveIndex;
  return (
    <>
      <DrawingView
        drawing={
          moveIndex === undefined
            ? drawStep(paper, sheet, step, "overlay")
            : drawState(paper, sheet, moveIndex, moveIndex, "overlay")
        }
        className={styles.picture}
      />
      <p className={styles.when}>
        {window ? sayStart(window.startMs, sourceMs, window.wordId !== null) : ""}{" "}
        {window?.wordId && !stroke ? (
          <Button size="compact-sm" variant="default" onClick={() => commit(tieStep(lesson, step.id, null))}>
            Free it from the word
          </Button>
        ) : null}
      </p>
      {findCurrentTake(lesson)?.narration ? (
        <>
          <p className={place.quiet}>
            Press the word at which {stroke ? "the pencil begins this line" : "this step begins"}.
          </p>
          <StepStrokes step={step} strokes={strokes} words={words} chosen={stroke} onChoose={onStroke} />
        </>
      ) : null}
      <StepWords step={step} />
    </>
  );
}

/** The lanes and the page run in the recording's time, the cards in the lesson's: with cuts and waits the two differ. */
function sayStart(lessonMs: number, sourceMs: number | null, atWord: boolean): string {
  const inLesson = formatClock(lessonMs);
  const inRecording = sourceMs === null ? inLesson : formatClock(sourceMs);
  const how = atWord ? "at a word" : "by estimate";
  return inRecording === inLesson
    ? `Starts at ${inLesson}, ${how}.`
    : `Starts at ${inRecording} in the recording, ${how}: ${inLesson} of the lesson.`;
}
