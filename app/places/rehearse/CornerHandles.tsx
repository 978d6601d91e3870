import { useRef } from "react";
import type { CornersPx } from "#core/geometry";
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
  onMove: (c: CornersPx) => void;
  onDone: (c: CornersPx) => void;
}) {
  const held = useRef<keyof CornersPx | null>(null);
  const latest = useRef(corners);
  latest.current = corners;
  const moved = (key: keyof CornersPx, xPx: number, yPx: number): CornersPx => {
    const tenth = (v: number) => Math.round(v * 10) / 10;
    return { ...latest.current, [key]: { xPx: tenth(xPx), yPx: tenth(yPx) } };
  };
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
      {CORNERS.map(({ key, called }) => {
        const { xPx, yPx } = corners[key];
        return (
          <g
            key={key}
            data-corner={key}
            role="slider"
            tabIndex={0}
            aria-label={called}
            aria-valuenow={Math.round(xPx)}
            aria-valuetext={`${Math.round(xPx)} across, ${Math.round(yPx)} down`}
            className={styles.corner}
            onPointerDown={(e) => {
              e.currentTarget.setPointerCapture(e.pointerId);
              held.current = key;
            }}
            onPointerMove={(e) => {
              if (held.current !== key) return;
              const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(
                e.currentTarget.ownerSVGElement?.getScreenCTM()?.inverse(),
              );
              onMove(moved(key, p.x, p.y));
            }}
            onPointerUp={() => {
              if (held.current === key) onDone(latest.current);
              held.current = null;
            }}
            onKeyDown={(e) => {
              const by = NUDGE[e.key];
              if (!by) return;
              e.preventDefault();
              const far = e.shiftKey ? 10 : 1;
              onDone(moved(key, xPx + by[0] * far, yPx + by[1] * far));
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
      })}
    </svg>
  );
}
