import { useRef } from "react";
import type { CornersPx } from "#core/ground/geometry";
import { useHeld } from "../../ui/use-held.ts";
import styles from "./Rehearse.module.css";

const CORNERS: readonly { key: keyof CornersPx; called: string }[] = [
  { key: "topLeft", called: "Top left corner of the sheet" },
  { key: "topRight", called: "Top right corner of the sheet" },
  { key: "bottomRight", called: "Bottom right corner of the sheet" },
  { key: "bottomLeft", called: "Bottom left corner of the sheet" },
];
const NUDGE: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The sheet's four corners over the picture, each dragged or nudged pixel by pixel (ten with Shift). */
export function CornerHandles({
  corners,
  widthPx,
  heightPx,
  onMove,
  onDone,
}: {
  corners: CornersPx;
  widthPx: number;
  heightPx: number;
  /** While one is held; null when it was let go without meaning it. */
  onMove: (c: CornersPx | null) => void;
  onDone: (c: CornersPx) => void;
}) {
  const grip = Math.max(widthPx, heightPx) / 90;
  return (
    <svg
      className={styles.corners}
      viewBox={`0 0 ${widthPx} ${heightPx}`}
      role="group"
      aria-label="Corners of the sheet"
    >
      <polygon
        className={styles.outline}
        points={CORNERS.map(({ key }) => `${corners[key].xPx},${corners[key].yPx}`).join(" ")}
        strokeWidth={grip / 6}
      />
      {CORNERS.map(({ key, called }) => (
        <Corner
          key={key}
          name={key}
          called={called}
          corners={corners}
          grip={grip}
          onMove={onMove}
          onDone={onDone}
        />
      ))}
    </svg>
  );
}

function Corner({
  name,
  called,
  corners,
  grip,
  onMove,
  onDone,
}: {
  name: keyof CornersPx;
  called: string;
  corners: CornersPx;
  grip: number;
  onMove: (c: CornersPx | null) => void;
  onDone: (c: CornersPx) => void;
}) {
  const element = useRef<SVGGElement>(null);
  const latest = useRef(corners);
  latest.current = corners;
  const moved = (xPx: number, yPx: number): CornersPx => {
    const tenth = (v: number) => Math.round(v * 10) / 10;
    return { ...latest.current, [name]: { xPx: tenth(xPx), yPx: tenth(yPx) } };
  };
  const hold = useHeld({
    onMove: ({ clientX, clientY }) => {
      const screen = element.current?.ownerSVGElement?.getScreenCTM();
      const p = new DOMPoint(clientX, clientY).matrixTransform(screen?.inverse());
      onMove(moved(p.x, p.y));
    },
    onLetGo: (_, hasMoved) => {
      if (hasMoved) onDone(latest.current);
    },
    onCancel: () => onMove(null),
  });
  const { xPx, yPx } = corners[name];
  return (
    <g
      {...hold()}
      ref={element}
      data-corner={name}
      role="slider"
      tabIndex={0}
      aria-label={called}
      aria-valuenow={Math.round(xPx)}
      aria-valuetext={`${Math.round(xPx)} across, ${Math.round(yPx)} down`}
      className={styles.corner}
      onKeyDown={(e) => {
        const by = NUDGE[e.key];
        if (!by) return;
        e.preventDefault();
        const far = e.shiftKey ? 10 : 1;
        onDone(moved(xPx + by[0] * far, yPx + by[1] * far));
      }}
    >
      <circle cx={xPx} cy={yPx} r={grip * 1.6} fill="transparent" />
      <path
        d={`M${xPx - grip} ${yPx}H${xPx + grip}M${xPx} ${yPx - grip}V${yPx + grip}`}
        strokeWidth={grip / 5}
      />
      <circle cx={xPx} cy={yPx} r={grip * 0.7} fill="none" strokeWidth={grip / 5} />
    </g>
  );
}
