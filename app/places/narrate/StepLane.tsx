import type { Step } from "#core/telling/steps";
import type { Word } from "#core/time/narration";
import styles from "./Lanes.module.css";
import { LANE } from "./lane.ts";
import { type Axis, isSeen } from "./use-axis.ts";
import type { StepStart } from "./use-narration.ts";
import { WordSlider } from "./WordSlider.tsx";

/** Where each step begins, as a flag that slides from word to word. */
export function StepLane({
  starts,
  words,
  axis,
  msAt,
  chosen,
  onChoose,
  onPlace,
}: {
  starts: readonly StepStart[];
  words: readonly Word[];
  axis: Axis;
  msAt: (clientX: number) => number;
  chosen: Step | null;
  onChoose: (stepId: string) => void;
  onPlace: (stepId: string, wordId: string) => void;
}) {
  return (
    <>
      {starts
        .filter((p) => isSeen(axis, p.sourceMs, p.sourceMs))
        .map((start) => (
          <WordSlider
            key={start.step.id}
            className={styles.step}
            data-sure={start.wordId !== null}
            data-found={start.found}
            data-chosen={start.step.id === chosen?.id}
            data-lane-step={start.step.id}
            label={`Start of step ${start.step.number}: ${start.step.title}`}
            startMs={start.sourceMs}
            wordId={start.wordId}
            words={words}
            msAt={msAt}
            onChoose={() => onChoose(start.step.id)}
            onPlace={(word) => onPlace(start.step.id, word)}
          >
            {(ms) => <StepFlag start={start} x={axis.toX(ms)} />}
          </WordSlider>
        ))}
    </>
  );
}

function StepFlag({ start: { step }, x }: { start: StepStart; x: number }) {
  const [top, height] = LANE.steps;
  return (
    <>
      <line x1={x} x2={x} y1={LANE.cues[0]} y2={top + height} />
      <rect x={x} y={top} width={24} height={height} rx={3} />
      <text x={x + 12} y={top + 17} textAnchor="middle">
        {step.number}
      </text>
    </>
  );
}
