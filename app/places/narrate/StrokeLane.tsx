import { useMemo } from "react";
import type { Step } from "#core/telling/steps";
import type { Word } from "#core/time/narration";
import { type StrokeInRecording, strokesOf } from "#core/time/schedule";
import styles from "./Lanes.module.css";
import { LANE } from "./lane.ts";
import { WordSlider } from "./WordSlider.tsx";

/** When the pencil is on the paper, stroke by stroke. Those of the chosen step can be taken hold of and put on another word. */
export function StrokeLane({
  strokes,
  step,
  chosen,
  words,
  width,
  toX,
  msAt,
  onChoose,
  onPlace,
}: {
  strokes: readonly StrokeInRecording[];
  step: Step | null;
  chosen: string | null;
  words: readonly Word[];
  width: number;
  toX: (ms: number) => number;
  msAt: (clientX: number) => number;
  onChoose: (moveId: string) => void;
  onPlace: (moveId: string, wordId: string) => void;
}) {
  const [top, height] = LANE.strokes;
  const own = useMemo(() => (step ? strokesOf(step, strokes) : []), [strokes, step]);
  const others = useMemo(
    () =>
      strokes
        .filter((s) => !own.includes(s) && toX(s.toMs) > 0 && toX(s.fromMs) < width)
        .map(
          (s) =>
            `M${toX(s.fromMs).toFixed(1)} ${top + height / 2}H${Math.max(toX(s.fromMs) + 1.5, toX(s.toMs)).toFixed(1)}`,
        )
        .join(""),
    [strokes, own, toX, width, top, height],
  );
  return (
    <>
      <path d={others} className={styles.strokes} />
      {own.map((stroke, k) => (
        <WordSlider
          key={stroke.moveId}
          className={styles.stroke}
          data-tied={stroke.wordId !== null}
          data-chosen={stroke.moveId === chosen}
          label={`Start of line ${k + 1} of step ${step?.number}`}
          startMs={stroke.fromMs}
          wordId={stroke.wordId}
          words={words}
          msAt={msAt}
          onChoose={() => onChoose(stroke.moveId)}
          onPlace={(wordId) => onPlace(stroke.moveId, wordId)}
        >
          {(ms) => (
            <rect
              x={toX(ms)}
              y={top}
              width={Math.max(4, toX(stroke.toMs) - toX(stroke.fromMs))}
              height={height}
              rx={1.5}
            />
          )}
        </WordSlider>
      ))}
    </>
  );
}
