import { useRef, useState } from "react";
import type { Handle } from "#core/document/handles";
import { type Change, sentenceCase } from "#core/ground/base";
import type { PaperPoint } from "#core/ground/geometry";
import { useHeld } from "../../ui/use-held.ts";
import { useDeskBox, useMmPerPx } from "./desk-scale.ts";
import styles from "./SheetDesk.module.css";

const NUDGE: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Sizes on the screen, in px: a finger needs 24 (WCAG 2.2, 2.5.8). */
const HIT_PX = 14;
const GRIP_PX = 5;
/** Shift makes a nudge this many steps long. */
const STRIDE = 8;

/** What dragging a handle to a place comes to, and what that place lies on, if anything. */
export interface Dragged {
  readonly changes: readonly Change[];
  readonly on?: string | null;
}

/**
 * A handle on the sheet: dragged by pointer, or moved by arrow keys a step at a time. What a move means is
 * asked of `drag`; while it lasts the change is previewed, at its end it is committed.
 */
export function SheetHandle({
  handle,
  stepMm,
  drag,
  preview,
  commit,
}: {
  handle: Handle;
  stepMm: number;
  /** `reachMm`: how near another thing's line or corner takes hold; 0 for keys, which go step by step. */
  drag: (to: PaperPoint, reachMm: number) => Dragged;
  preview: (changes: readonly Change[] | null) => void;
  commit: (changes: readonly Change[]) => void;
}) {
  const px = useMmPerPx();
  const [held, setHeld] = useState(false);
  const [focused, setFocused] = useState(false);
  const [pointed, setPointed] = useState(false);
  const [on, setOn] = useState<string | null>(null);
  const last = useRef<readonly Change[] | null>(null);
  const toPaper = (g: SVGGElement, x: number, y: number): PaperPoint => {
    const p = new DOMPoint(x, y).matrixTransform(g.ownerSVGElement?.getScreenCTM()?.inverse());
    return { xMm: p.x, yMm: p.y };
  };
  const { xMm: x, yMm: y } = handle.at;
  const grip = useRef<SVGGElement>(null);
  const letGo = () => {
    setHeld(false);
    setOn(null);
    last.current = null;
  };
  const hold = useHeld({
    onTake: () => {
      last.current = null;
      setHeld(true);
    },
    onMove: ({ clientX, clientY, altKey }) => {
      if (!grip.current) return;
      // With Alt held, nothing takes hold: the handle goes by plain steps.
      const dragged = drag(toPaper(grip.current, clientX, clientY), altKey ? 0 : 8 * px);
      last.current = dragged.changes;
      setOn(dragged.on ?? null);
      preview(last.current);
    },
    onLetGo: () => {
      if (last.current) commit(last.current);
      letGo();
    },
    onCancel: () => {
      letGo();
      preview(null);
    },
  });
  return (
    <g
      className={styles.handle}
      data-handle={handle.id}
      role="slider"
      tabIndex={0}
      aria-label={handle.called}
      aria-valuetext={handle.reading}
      aria-valuenow={Math.round(handle.way === "up-and-down" ? y : x)}
      onFocus={() => setFocused(true)}
      onBlur={() => setFocused(false)}
      onPointerEnter={() => setPointed(true)}
      onPointerLeave={() => setPointed(false)}
      {...hold()}
      ref={grip}
      onKeyDown={(e) => {
        const by = NUDGE[e.key];
        if (!by || e.altKey || e.ctrlKey || e.metaKey) return;
        e.preventDefault();
        e.stopPropagation();
        // A hair more than a step, so that rounding to the next one never stays where it is.
        const far = stepMm * (e.shiftKey ? STRIDE : 1.01);
        commit(drag({ xMm: x + by[0] * far, yMm: y + by[1] * far }, 0).changes);
      }}
    >
      <circle className={styles.hit} cx={x} cy={y} r={HIT_PX * px} />
      <circle className={styles.ring} cx={x} cy={y} r={12 * px} strokeWidth={2.5 * px} />
      <Grip handle={handle} size={GRIP_PX * px} />
      <HandleName handle={handle} open={held || focused || pointed} on={on} />
    </g>
  );
}

/** What a handle is, and its measure as soon as one points at it; a short name where it always has one. */
function HandleName({ handle, open, on }: { handle: Handle; open: boolean; on: string | null }) {
  const px = useMmPerPx();
  const box = useDeskBox();
  const { xMm: x, yMm: y } = handle.at;
  const lines = open
    ? [sentenceCase(handle.called), handle.reading + (on ? ` · on a ${on}` : "")]
    : [handle.short ?? ""];
  if (lines[0] === "") return null;
  // Words stay on the desk: near its right edge they end at the handle.
  const atEnd = x > box.x + box.width * 0.72;
  return (
    <text
      className={open ? styles.reading : styles.name}
      textAnchor={atEnd ? "end" : "start"}
      fontSize={15 * px}
      strokeWidth={5 * px}
    >
      {lines.map((line, i) => (
        <tspan key={line} x={x + (atEnd ? -14 : 14) * px} y={y + (i - lines.length + 1) * 17 * px - 12 * px}>
          {line}
        </tspan>
      ))}
    </text>
  );
}

/** A square moves freely, a bar moves across its length, a diamond slides along a guide. `size` is half of it, in mm. */
function Grip({ handle, size: s }: { handle: Handle; size: number }) {
  const { xMm: x, yMm: y } = handle.at;
  const line = { strokeWidth: s * 0.4 };
  switch (handle.way) {
    case "freely":
      return (
        <rect
          className={styles.grip}
          x={x - s}
          y={y - s}
          width={2 * s}
          height={2 * s}
          rx={s * 0.3}
          {...line}
        />
      );
    case "across":
      return (
        <rect
          className={styles.grip}
          x={x - s * 0.7}
          y={y - s * 1.6}
          width={s * 1.4}
          height={s * 3.2}
          rx={s * 0.7}
          {...line}
        />
      );
    case "up-and-down":
      return (
        <rect
          className={styles.grip}
          x={x - s * 1.6}
          y={y - s * 0.7}
          width={s * 3.2}
          height={s * 1.4}
          rx={s * 0.7}
          {...line}
        />
      );
    case "along-guide":
      return (
        <path
          className={styles.grip}
          d={`M${x} ${y - 1.35 * s}L${x + 1.35 * s} ${y}L${x} ${y + 1.35 * s}L${x - 1.35 * s} ${y}Z`}
          {...line}
        />
      );
  }
}
