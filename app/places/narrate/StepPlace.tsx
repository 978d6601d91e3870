import { Button } from "@mantine/core";
import { formatClock } from "#core/base";
import { drawStep } from "#core/display";
import { placeStep } from "#core/handles";
import { findCurrentTake } from "#core/lesson";
import type { Step } from "#core/steps";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { StepWords } from "../../lesson/StepWords.tsx";
import { DrawingView } from "../../ui/DrawingView.tsx";
import styles from "./Narrate.module.css";

/** The chosen step: its picture, where it begins, and its words to compare with what is said. */
export function StepPlace({ step, sourceMs }: { step: Step; sourceMs: number | null }) {
  const { lesson, computed, commit } = useLesson();
  const window = computed.schedule.windows.find((w) => w.stepId === step.id);
  return (
    <>
      <DrawingView
        drawing={drawStep(computed.paper, computed.sheet, step, "overlay")}
        className={styles.picture}
      />
      <p className={styles.when}>
        {window ? sayStart(window.startMs, sourceMs, window.wordId !== null) : ""}{" "}
        {window?.wordId ? (
          <Button
            size="compact-sm"
            variant="default"
            onClick={() => commit(placeStep(lesson, step.id, null))}
          >
            Free it from the word
          </Button>
        ) : null}
      </p>
      {findCurrentTake(lesson)?.narration ? (
        <p className={place.quiet}>Press the word at which this step begins.</p>
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
