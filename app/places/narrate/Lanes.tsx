import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from "react";
import { formatClock } from "#core/base";
import type { Cue, Word } from "#core/narration";
import type { Edit, PacePoint, StrokeInRecording } from "#core/schedule";
import type { Step } from "#core/steps";
import { EditMark, moved } from "./EditMark.tsx";
import styles from "./Lanes.module.css";
import { LANE, LANES_HEIGHT } from "./lane.ts";
import { StrokeLane } from "./StrokeLane.tsx";
import { useAxis } from "./use-axis.ts";
import type { Waveform } from "./use-waveform.ts";
import { WordSlider } from "./WordSlider.tsx";

export interface PlacedStep {
  readonly step: Step;
  readonly sourceMs: number;
  readonly wordId: string | null;
}

/** What the two curves over the sound mean. */
export function PaceKey() {
  return (
    <span className={styles.paceKey} aria-hidden>
      <svg width="22" height="8" aria-hidden>
        <path d="M0 4H22" className={styles.wordPace} />
      </svg>
      words a minute
      <svg width="22" height="8" aria-hidden>
        <path d="M0 4H22" className={styles.linePace} />
      </svg>
      lines a minute
    </span>
  );
}

/** One axis of the recording's time with the sound, the captions, where steps begin, and what the player does. */
export function Lanes({
  durationMs,
  waveform,
  pace,
  cues,
  words,
  placed,
  strokes,
  edits,
  atMs,
  chosenStep,
  chosenStroke,
  chosenEdit,
  onSeek,
  onStep,
  onPlace,
  onStroke,
  onPlaceStroke,
  onChooseEdit,
  onEdits,
}: {
  durationMs: number;
  waveform: Waveform;
  pace: readonly PacePoint[];
  cues: readonly Cue[];
  words: readonly Word[];
  placed: readonly PlacedStep[];
  strokes: readonly StrokeInRecording[];
  edits: readonly Edit[];
  atMs: number;
  chosenStep: Step | null;
  chosenStroke: string | null;
  chosenEdit: number | null;
  onSeek: (ms: number) => void;
  onStep: (stepId: string) => void;
  onPlace: (stepId: string, wordId: string) => void;
  onStroke: (moveId: string) => void;
  onPlaceStroke: (moveId: string, wordId: string) => void;
  onChooseEdit: (index: number | null) => void;
  onEdits: (edits: readonly Edit[]) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const axis = useAxis(svg, durationMs);
  /** The edits while one of them is being dragged. */
  const [draggedEdits, setDraggedEdits] = useState<readonly Edit[] | null>(null);
  const shownEdits = draggedEdits ?? edits;
  const msAt = (e: PointerEvent) => {
    const left = svg.current?.getBoundingClientRect().left ?? 0;
    return Math.min(durationMs, Math.max(0, axis.toMs(e.clientX - left)));
  };
  const wave = useMemo(() => {
    if (!waveform.peaks) return "";
    const { peaks } = waveform;
    const [top, height] = LANE.sound;
    const middle = top + height / 2;
    let d = "";
    for (let x = 0; x < axis.width; x += 2) {
      const i = Math.floor((axis.toMs(x) / durationMs) * peaks.length);
      const j = Math.max(i + 1, Math.floor((axis.toMs(x + 2) / durationMs) * peaks.length));
      let peak = 0;
      for (let k = i; k < j; k++) peak = Math.max(peak, peaks[k] ?? 0);
      d += `M${x} ${middle - (peak * height) / 2}V${middle + (peak * height) / 2 + 0.5}`;
    }
    return d;
  }, [waveform, axis, durationMs]);
  const curve = (value: (p: PacePoint) => number, most: number) =>
    pace
      .map((p) => {
        const [top, height] = LANE.sound;
        return `${axis.toX(p.sourceMs).toFixed(1)},${(top + height - (Math.min(most, value(p)) / most) * height).toFixed(1)}`;
      })
      .join(" ");
  const visible = (from: number, to: number) => axis.toX(to) > -20 && axis.toX(from) < axis.width + 20;

  const editKeys = (index: number) => (e: KeyboardEvent) => {
    const edit = edits[index];
    if (!edit) return;
    if (e.key === "Delete" || e.key === "Backspace") {
      e.preventDefault();
      onEdits(edits.filter((_, k) => k !== index));
      return;
    }
    const by = { ArrowLeft: -100, ArrowRight: 100 }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    e.stopPropagation();
    onEdits(
      edits.map((x, k) =>
        k === index ? moved(x, by, e.shiftKey ? "end" : e.altKey ? "start" : "all", durationMs) : x,
      ),
    );
  };
  const dragEdit = (index: number, part: "start" | "end" | "all") => (down: PointerEvent) => {
    down.stopPropagation();
    onChooseEdit(index);
    const from = msAt(down);
    const target = down.currentTarget;
    target.setPointerCapture(down.pointerId);
    const move = (e: globalThis.PointerEvent) => {
      const left = svg.current?.getBoundingClientRect().left ?? 0;
      const by = Math.round((axis.toMs(e.clientX - left) - from) / 10) * 10;
      setDraggedEdits(edits.map((x, k) => (k === index ? moved(x, by, part, durationMs) : x)));
    };
    const up = (e: globalThis.PointerEvent) => {
      target.removeEventListener("pointermove", move as EventListener);
      const left = svg.current?.getBoundingClientRect().left ?? 0;
      const by = Math.round((axis.toMs(e.clientX - left) - from) / 10) * 10;
      setDraggedEdits(null);
      if (Math.abs(by) >= 10)
        onEdits(edits.map((x, k) => (k === index ? moved(x, by, part, durationMs) : x)));
    };
    target.addEventListener("pointermove", move as EventListener);
    target.addEventListener("pointerup", up as EventListener, { once: true });
  };

  const follow = useRef(atMs);
  useEffect(() => {
    // The playhead never leaves the window while it plays.
    if (follow.current !== atMs) axis.keepInView(atMs);
    follow.current = atMs;
  }, [atMs, axis]);

  return (
    <svg
      ref={svg}
      className={styles.lanes}
      width="100%"
      height={LANES_HEIGHT}
      role="group"
      aria-label="The recording along its time"
      onPointerDown={(e) => {
        onChooseEdit(null);
        onSeek(msAt(e));
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
      <path d={wave} className={styles.wave} />
      <polyline points={curve((p) => p.wordsPerMinute, 220)} className={styles.wordPace} />
      <polyline points={curve((p) => p.linesPerMinute, 20)} className={styles.linePace} />
      {waveform.progress !== null ? (
        <text x={8} y={LANE.sound[0] + 24} className={styles.time}>
          Listening… {Math.round(waveform.progress * 100)} %
        </text>
      ) : null}
      {cues
        .filter((c) => visible(c.startMs, c.endMs))
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
      {shownEdits.map((edit, index) => (
        <EditMark
          // biome-ignore lint/suspicious/noArrayIndexKey: edits have no names; their place in the list is theirs
          key={index}
          edit={edit}
          toX={axis.toX}
          chosen={index === chosenEdit}
          onKeyDown={editKeys(index)}
          onFocus={() => onChooseEdit(index)}
          onDrag={(part) => dragEdit(index, part)}
        />
      ))}
      {placed
        .filter((p) => visible(p.sourceMs, p.sourceMs))
        .map(({ step, sourceMs, wordId }) => (
          <WordSlider
            key={step.id}
            className={styles.step}
            data-sure={wordId !== null}
            data-chosen={step.id === chosenStep?.id}
            data-lane-step={step.id}
            label={`Start of step ${step.number}: ${step.title}`}
            startMs={sourceMs}
            wordId={wordId}
            words={words}
            msAt={msAt}
            onChoose={() => onStep(step.id)}
            onPlace={(word) => onPlace(step.id, word)}
          >
            {(ms) => {
              const x = axis.toX(ms);
              return (
                <>
                  <line x1={x} x2={x} y1={LANE.cues[0]} y2={LANE.steps[0] + LANE.steps[1]} />
                  <rect x={x} y={LANE.steps[0]} width={24} height={LANE.steps[1]} rx={3} />
                  <text x={x + 12} y={LANE.steps[0] + 17} textAnchor="middle">
                    {step.number}
                  </text>
                </>
              );
            }}
          </WordSlider>
        ))}
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
      <line x1={axis.toX(atMs)} x2={axis.toX(atMs)} y1={0} y2={LANES_HEIGHT} className={styles.head} />
    </svg>
  );
}
