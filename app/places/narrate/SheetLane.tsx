import { type KeyboardEvent, useState } from "react";
import { formatClock } from "#core/ground/base";
import { type Registered, type SheetMove, sheetRests } from "#core/showing/overlay";
import { type Holding, useHeld } from "../../ui/use-held.ts";
import styles from "./Lanes.module.css";
import { LANE } from "./lane.ts";
import type { Axis } from "./use-axis.ts";

/** A drag goes by hundredths of a second, a key by tenths. */
const DRAG_MS = 10;
const KEY_MS = 100;
type Part = "start" | "end" | "all";

/** Where the sheet lies still along the recording, and when it is moved; movements are dragged whole or by an end. */
export function SheetLane({
  take,
  axis,
  durationMs,
  onMoves,
}: {
  take: Registered;
  axis: Axis;
  durationMs: number;
  onMoves: (moves: readonly SheetMove[]) => void;
}) {
  const [top, height] = LANE.sheet;
  const moves = take.sheetMoves ?? [];
  return (
    <>
      {sheetRests(take).map((rest) => (
        <line
          key={rest.index}
          x1={axis.toX(rest.fromMs)}
          x2={axis.toX(Math.min(rest.toMs, durationMs))}
          y1={top + height / 2}
          y2={top + height / 2}
          className={styles.rest}
        >
          <title>The sheet lies still</title>
        </line>
      ))}
      {moves.map((move, i) => (
        <HeldMove
          // biome-ignore lint/suspicious/noArrayIndexKey: movements have no names; their place in the list is theirs
          key={i}
          move={move}
          axis={axis}
          durationMs={durationMs}
          onMove={(next) => onMoves(moves.flatMap((m, k) => (k !== i ? [m] : next ? [next] : [])))}
        />
      ))}
    </>
  );
}

function HeldMove({
  move,
  axis,
  durationMs,
  onMove,
}: {
  move: SheetMove;
  axis: Axis;
  durationMs: number;
  /** Null takes it away. */
  onMove: (move: SheetMove | null) => void;
}) {
  const [dragged, setDragged] = useState<SheetMove | null>(null);
  const { fromMs, toMs, corners } = dragged ?? move;
  const msOf = (dx: number) => Math.round((axis.toMs(dx) - axis.toMs(0)) / DRAG_MS) * DRAG_MS;
  const holding = (part: Part): Holding => ({
    onMove: ({ dx }) => setDragged(shifted(move, msOf(dx), part, durationMs)),
    onLetGo: ({ dx }) => {
      setDragged(null);
      if (msOf(dx) !== 0) onMove(shifted(move, msOf(dx), part, durationMs));
    },
    onCancel: () => setDragged(null),
  });
  const held = {
    all: useHeld(holding("all")),
    start: useHeld(holding("start")),
    end: useHeld(holding("end")),
  };
  const onKeyDown = (e: KeyboardEvent) => {
    if (e.key === "Delete" || e.key === "Backspace") {
      e.preventDefault();
      return onMove(null);
    }
    const by = { ArrowLeft: -KEY_MS, ArrowRight: KEY_MS }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    e.stopPropagation();
    onMove(shifted(move, by, e.shiftKey ? "end" : e.altKey ? "start" : "all", durationMs));
  };
  const [top, height] = LANE.sheet;
  const x = axis.toX(fromMs);
  const width = Math.max(6, axis.toX(toMs) - x);
  const said = `${corners ? "The sheet is moved" : "The sheet is taken away"}, ${formatClock(fromMs)} to ${formatClock(toMs)}`;
  return (
    <g
      role="slider"
      tabIndex={0}
      className={styles.sheetMove}
      data-sheet-move=""
      aria-label={said}
      aria-valuenow={Math.round(fromMs / 1000)}
      aria-valuetext={said}
      onKeyDown={onKeyDown}
    >
      <title>{said}</title>
      <rect x={x} y={top} width={width} height={height} rx={2} {...held.all()} />
      <rect x={x - 4} y={top} width={8} height={height} className={styles.end} {...held.start()} />
      <rect x={x + width - 4} y={top} width={8} height={height} className={styles.end} {...held.end()} />
    </g>
  );
}

/** A movement shifted by so many ms, whole or by one end, inside the recording. */
function shifted(move: SheetMove, by: number, part: Part, durationMs: number): SheetMove {
  const within = (ms: number) => Math.round(Math.min(durationMs, Math.max(0, ms)));
  const fromMs = part === "end" ? move.fromMs : within(move.fromMs + by);
  const toMs = part === "start" ? move.toMs : within(move.toMs + by);
  return toMs < fromMs ? move : { ...move, fromMs, toMs };
}
