import { type PointerEvent, type ReactNode, useRef } from "react";
import type { Drawing } from "#core/display";
import type { PaperPoint } from "#core/geometry";
import { MarkLayer } from "../ui/DrawingView.tsx";
import styles from "./SheetDesk.module.css";

export interface DeskPointer {
  readonly at: PaperPoint;
  readonly event: PointerEvent<SVGSVGElement>;
}

/**
 * The sheet on its desk, as large as the place allows. `beyondMm` is how much desk shows round the sheet, so
 * that things off the sheet can be reached. Children are drawn over the sheet in paper mm.
 */
export function SheetDesk({
  drawing,
  beyondMm,
  children,
  onPress,
  onDrag,
  onRelease,
  label,
  cursor,
}: {
  drawing: Drawing;
  beyondMm: { left: number; right: number; top: number; bottom: number };
  children?: ReactNode;
  onPress?: (p: DeskPointer) => void;
  onDrag?: (p: DeskPointer) => void;
  onRelease?: (p: DeskPointer) => void;
  label: string;
  cursor?: string;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const at = (event: PointerEvent<SVGSVGElement>): PaperPoint => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return { xMm: p.x, yMm: p.y };
  };
  const { x, y, width, height } = drawing.box;
  const box = [
    x - beyondMm.left,
    y - beyondMm.top,
    width + beyondMm.left + beyondMm.right,
    height + beyondMm.top + beyondMm.bottom,
  ];
  return (
    <svg
      ref={svg}
      className={styles.desk}
      viewBox={box.join(" ")}
      role="group"
      aria-label={label}
      style={cursor ? { cursor } : undefined}
      onPointerDown={(event) => onPress?.({ at: at(event), event })}
      onPointerMove={(event) => onDrag?.({ at: at(event), event })}
      onPointerUp={(event) => onRelease?.({ at: at(event), event })}
      onPointerCancel={(event) => onRelease?.({ at: at(event), event })}
    >
      <g className={styles.paper}>
        <MarkLayer drawing={drawing} />
      </g>
      {children}
    </svg>
  );
}
