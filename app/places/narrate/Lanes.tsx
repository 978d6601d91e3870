import { useEffect, useRef } from "react";
import { formatClock } from "#core/ground/base";
import type { Registered, SheetMove } from "#core/showing/overlay";
import type { Step } from "#core/telling/steps";
import type { Edit } from "#core/time/schedule";
import type { Player } from "../../lesson/take/player.ts";
import { momentOf, usePlayed } from "../../lesson/take/use-player.ts";
import { EditLane } from "./EditLane.tsx";
import styles from "./Lanes.module.css";
import { LANE, LANES_HEIGHT } from "./lane.ts";
import { PaceChart, SoundLane } from "./PaceCurves.tsx";
import { SheetLane } from "./SheetLane.tsx";
import { StepLane } from "./StepLane.tsx";
import { StrokeLane } from "./StrokeLane.tsx";
import { type Axis, isSeen, useAxis } from "./use-axis.ts";
import type { Narration } from "./use-narration.ts";
import type { Waveform } from "./use-waveform.ts";

/** One axis of the recording's time with the sound, the captions, where steps begin, and what the player does. */
export function Lanes({
  narration,
  player,
  waveform,
  chosenStep,
  chosenStroke,
  chosenEdit,
  onStep,
  onPlace,
  onStroke,
  onPlaceStroke,
  onChooseEdit,
  onEdits,
  sheet,
  onSheetMoves,
}: {
  narration: Narration;
  player: Player;
  waveform: Waveform;
  chosenStep: Step | null;
  chosenStroke: string | null;
  chosenEdit: number | null;
  onStep: (stepId: string) => void;
  onPlace: (stepId: string, wordId: string) => void;
  onStroke: (moveId: string) => void;
  onPlaceStroke: (moveId: string, wordId: string) => void;
  onChooseEdit: (index: number | null) => void;
  onEdits: (edits: readonly Edit[]) => void;
  /** Where the sheet lies; null before there is a picture. */
  sheet: Registered | null;
  onSheetMoves: (moves: readonly SheetMove[]) => void;
}) {
  const { durationMs, pace, cues, words, starts, strokes, edits } = narration;
  const svg = useRef<SVGSVGElement>(null);
  const axis = useAxis(svg, durationMs);
  const msAt = (clientX: number) => {
    const left = svg.current?.getBoundingClientRect().left ?? 0;
    return Math.min(durationMs, Math.max(0, axis.toMs(clientX - left)));
  };
  return (
    <div className={styles.along}>
      <svg
        ref={svg}
        className={styles.lanes}
        width="100%"
        height={LANES_HEIGHT}
        role="group"
        aria-label="The recording along its time"
        onPointerDown={(e) => {
          onChooseEdit(null);
          player.seek(msAt(e.clientX));
        }}
      >
        {axis.ticks.map((ms) => (
          <g key={ms}>
            <line x1={axis.toX(ms)} x2={axis.toX(ms)} y1={14} y2={LANES_HEIGHT} className={styles.tick} />
            <text x={axis.toX(ms) + 3} y={12} className={styles.time}>
              {formatClock(ms)}
            </text>
          </g>
        ))}
        <SoundLane waveform={waveform} axis={axis} durationMs={durationMs} />
        <CueLane cues={cues} axis={axis} />
        <EditLane
          edits={edits}
          axis={axis}
          durationMs={durationMs}
          chosen={chosenEdit}
          onChoose={onChooseEdit}
          onEdits={onEdits}
        />
        <StepLane
          starts={starts}
          words={words}
          axis={axis}
          msAt={msAt}
          chosen={chosenStep}
          onChoose={onStep}
          onPlace={onPlace}
        />
        <StrokeLane
          strokes={strokes}
          step={chosenStep}
          chosen={chosenStroke}
          words={words}
          width={axis.width}
          toX={axis.toX}
          msAt={msAt}
          onChoose={onStroke}
          onPlace={onPlaceStroke}
        />
        {sheet ? <SheetLane take={sheet} axis={axis} durationMs={durationMs} onMoves={onSheetMoves} /> : null}
        <PlayHead player={player} axis={axis} />
      </svg>
      <PaceChart pace={pace} axis={axis} />
    </div>
  );
}

/** The captions, each as long as it stands. */
function CueLane({ cues, axis }: { cues: Narration["cues"]; axis: Axis }) {
  return (
    <>
      {cues
        .filter((c) => isSeen(axis, c.startMs, c.endMs))
        .map((c) => (
          <rect
            key={c.id}
            x={axis.toX(c.startMs)}
            width={Math.max(1, axis.toX(c.endMs) - axis.toX(c.startMs) - 1)}
            y={LANE.cues[0]}
            height={LANE.cues[1]}
            className={styles.cue}
          >
            <title>{c.text}</title>
          </rect>
        ))}
    </>
  );
}

/** Where the recording stands: all of the lanes that is drawn anew while it runs. It never leaves the window. */
function PlayHead({ player, axis }: { player: Player; axis: Axis }) {
  const atMs = usePlayed(player, momentOf);
  const shown = useRef(atMs);
  useEffect(() => {
    if (shown.current !== atMs) axis.keepInView(atMs);
    shown.current = atMs;
  }, [atMs, axis]);
  return <line x1={axis.toX(atMs)} x2={axis.toX(atMs)} y1={0} y2={LANES_HEIGHT} className={styles.head} />;
}
