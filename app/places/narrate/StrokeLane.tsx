import { type PointerEvent, useMemo, useState } from "react";
import { formatClock } from "#core/base";
import { nearestWord, type Word } from "#core/narration";
import type { StrokeInRecording } from "#core/schedule";
import type { Step } from "#core/steps";
import styles from "./Lanes.module.css";
import { LANE } from "./lane.ts";

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
  msAt: (e: PointerEvent) => number;
  onChoose: (moveId: string) => void;
  onPlace: (moveId: string, wordId: string) => void;
}) {
  const [top, height] = LANE.strokes;
  const [drag, setDrag] = useState<{ moveId: string; ms: number } | null>(null);
  const own = useMemo(
    () => (step ? strokes.filter((s) => s.moveIndex >= step.firstMove && s.moveIndex <= step.lastMove) : []),
    [strokes, step],
  );
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
      {own.map((stroke, k) => {
        const ms = drag?.moveId === stroke.moveId ? drag.ms : stroke.fromMs;
        const x = toX(ms);
        return (
          <g
            key={stroke.moveId}
            role="slider"
            tabIndex={0}
            className={styles.stroke}
            data-tied={stroke.wordId !== null}
            data-chosen={stroke.moveId === chosen}
            aria-label={`Start of line ${k + 1} of step ${step?.number}`}
            aria-valuenow={Math.round(ms / 1000)}
            aria-valuetext={formatClock(ms)}
            onFocus={() => onChoose(stroke.moveId)}
            onKeyDown={(e) => {
              const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
              if (by === undefined) return;
              e.preventDefault();
              e.stopPropagation();
              const now = words.findIndex((w) => w.id === stroke.wordId);
              const word = now < 0 ? nearestWord(words, ms) : words[now + by];
              if (word) onPlace(stroke.moveId, word.id);
            }}
            onPointerDown={(e) => {
              e.stopPropagation();
              e.currentTarget.setPointerCapture(e.pointerId);
              onChoose(stroke.moveId);
              setDrag({ moveId: stroke.moveId, ms: stroke.fromMs });
            }}
            onPointerMove={(e) => {
              if (drag?.moveId === stroke.moveId)
                setDrag({ ...drag, ms: nearestWord(words, msAt(e))?.startMs ?? msAt(e) });
            }}
            onPointerUp={() => {
              const word = drag && drag.ms !== stroke.fromMs ? nearestWord(words, drag.ms) : null;
              setDrag(null);
              if (word) onPlace(stroke.moveId, word.id);
            }}
          >
            <rect
              x={x}
              y={top}
              width={Math.max(4, toX(stroke.toMs) - toX(stroke.fromMs))}
              height={height}
              rx={1.5}
            />
          </g>
        );
      })}
    </>
  );
}
