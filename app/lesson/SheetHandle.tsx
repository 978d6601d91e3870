import { useRef, useState } from "react";
import type { Change } from "#core/base";
import type { PaperPoint } from "#core/geometry";
import type { Handle } from "#core/handles";
import styles from "./SheetDesk.module.css";

const NUDGE: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

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
  drag: (to: PaperPoint) => Change[];
  preview: (changes: readonly Change[] | null) => void;
  commit: (changes: readonly Change[]) => void;
}) {
  const [held, setHeld] = useState(false);
  const [focused, setFocused] = useState(false);
  const last = useRef<readonly Change[] | null>(null);
  const toPaper = (g: SVGGElement, x: number, y: number): PaperPoint => {
    const p = new DOMPoint(x, y).matrixTransform(g.ownerSVGElement?.getScreenCTM()?.inverse());
    return { xMm: p.x, yMm: p.y };
  };
  const { xMm: x, yMm: y } = handle.at;
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
      onPointerDown={(e) => {
        e.stopPropagation();
        e.currentTarget.setPointerCapture(e.pointerId);
        last.current = null;
        setHeld(true);
      }}
      onPointerMove={(e) => {
        if (!held) return;
        last.current = drag(toPaper(e.currentTarget, e.clientX, e.clientY));
        preview(last.current);
      }}
      onPointerUp={() => {
        setHeld(false);
        if (last.current) commit(last.current);
        last.current = null;
      }}
      onPointerCancel={() => {
        setHeld(false);
        last.current = null;
        preview(null);
      }}
      onKeyDown={(e) => {
        const by = NUDGE[e.key];
        if (e.key === "Escape" && held) preview(null);
        if (!by) return;
        e.preventDefault();
        e.stopPropagation();
        commit(drag({ xMm: x + by[0] * stepMm * 1.01, yMm: y + by[1] * stepMm * 1.01 }));
      }}
    >
      <circle className={styles.hit} cx={x} cy={y} r={6.5} />
      <circle className={styles.ring} cx={x} cy={y} r={4.6} />
      <Grip handle={handle} />
      {held || focused ? (
        <text className={styles.reading} x={x + 5} y={y - 5}>
          {handle.reading}
        </text>
      ) : null}
    </g>
  );
}

/** A square moves freely, a bar moves across its length, a diamond slides along a guide. */
function Grip({ handle }: { handle: Handle }) {
  const { xMm: x, yMm: y } = handle.at;
  switch (handle.way) {
    case "freely":
      return <rect className={styles.grip} x={x - 1.6} y={y - 1.6} width={3.2} height={3.2} rx={0.5} />;
    case "across":
      return <rect className={styles.grip} x={x - 1.1} y={y - 2.6} width={2.2} height={5.2} rx={1.1} />;
    case "up-and-down":
      return <rect className={styles.grip} x={x - 2.6} y={y - 1.1} width={5.2} height={2.2} rx={1.1} />;
    case "along-guide":
      return (
        <path
          className={styles.grip}
          d={`M${x} ${y - 2.1}L${x + 2.1} ${y}L${x} ${y + 2.1}L${x - 2.1} ${y}Z`}
        />
      );
  }
}
