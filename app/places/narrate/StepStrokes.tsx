import { Button } from "@mantine/core";
import { cutStep, joinStep, tieStroke } from "#core/document/changes";
import { formatClock } from "#core/ground/base";
import { callMove, type Step } from "#core/telling/steps";
import type { Word } from "#core/time/narration";
import { type StrokeInRecording, strokesOf } from "#core/time/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";
import styles from "./Narrate.module.css";

/** The lines of a step one by one: which word each begins at, and where the step may be parted. */
export function StepStrokes({
  step,
  strokes,
  words,
  chosen,
  onChoose,
}: {
  step: Step;
  strokes: readonly StrokeInRecording[];
  words: readonly Word[];
  chosen: string | null;
  onChoose: (moveId: string | null) => void;
}) {
  const { lesson, computed, commit, chooseStep } = useLesson();
  const { moves, steps } = computed;
  const own = strokesOf(step, strokes);
  const before = steps[steps.indexOf(step) - 1];
  const joined = joinStep(lesson, steps, moves, step);
  return (
    <section aria-label="Its lines, one by one" className={styles.lines}>
      <ol>
        {own.map((stroke) => {
          const move = moves[stroke.moveIndex];
          if (!move) return null;
          const word = words.find((w) => w.id === stroke.wordId);
          const isChosen = stroke.moveId === chosen;
          const parted = cutStep(lesson, moves, step, stroke.moveIndex);
          return (
            <li key={stroke.moveId} data-chosen={isChosen}>
              <button
                type="button"
                className={styles.line}
                aria-pressed={isChosen}
                onClick={() => onChoose(isChosen ? null : stroke.moveId)}
              >
                <span>{callMove(move)}</span>
                <span className={styles.lineTime}>
                  {word ? `“${word.text}” ` : ""}
                  {formatClock(stroke.fromMs)}
                </span>
              </button>
              {isChosen ? (
                <span className={styles.choices}>
                  {word ? (
                    <Button
                      size="compact-sm"
                      variant="default"
                      onClick={() => commit(tieStroke(lesson, stroke.moveId, null))}
                    >
                      Free it from the word
                    </Button>
                  ) : null}
                  <Button
                    size="compact-sm"
                    variant="default"
                    disabled={!parted}
                    onClick={() => parted && commit(parted)}
                  >
                    Part the step here
                  </Button>
                </span>
              ) : null}
            </li>
          );
        })}
      </ol>
      <Button
        size="compact-sm"
        variant="default"
        disabled={!joined}
        onClick={() => {
          if (!joined) return;
          commit(joined);
          chooseStep(before?.id ?? null);
        }}
      >
        Tell with the step before
      </Button>
    </section>
  );
}
