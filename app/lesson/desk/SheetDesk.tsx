import { type ReactNode, useRef } from "react";
import type { PaperPoint } from "#core/ground/geometry";
import type { Drawing } from "#core/showing/display";
import { MarkLayer } from "../../ui/DrawingView.tsx";
import { useKeys } from "../../ui/use-keys.ts";
import { DeskControls } from "./DeskControls.tsx";
import { DeskScale, GUESSED_MM_PER_PX } from "./desk-scale.ts";
import { useDeskView } from "./desk-view.ts";
import styles from "./SheetDesk.module.css";
import { NOTCH, type Presses, useDeskGestures, useWheel } from "./use-desk-gestures.ts";

/**
 * The sheet on its desk, as large as the place allows. `beyondMm` is how much desk shows round the sheet, so that things off
 * the sheet can be reached. Wheel and pinch zoom, two fingers or the middle button pan, so do keys. Children are drawn over
 * the sheet in paper mm, `under` below its lines.
 */
export function SheetDesk({
  drawing,
  beyondMm,
  children,
  under,
  over,
  onPress,
  onDrag,
  onRelease,
  onCancel,
  label,
  cursor,
  controls,
}: {
  drawing: Drawing;
  beyondMm: { left: number; right: number; top: number; bottom: number };
  children?: ReactNode;
  under?: ReactNode;
  /** What of the page itself lies over the sheet. */
  over?: ReactNode;
  label: string;
  cursor?: string | undefined;
  controls?: ReactNode;
} & Presses) {
  const svg = useRef<SVGSVGElement>(null);
  const { x, y, width, height } = drawing.box;
  const view = useDeskView({
    x: x - beyondMm.left,
    y: y - beyondMm.top,
    width: width + beyondMm.left + beyondMm.right,
    height: height + beyondMm.top + beyondMm.bottom,
  });
  const mmPerPx = view.mmPerPx ?? GUESSED_MM_PER_PX;
  const toPaper = (clientX: number, clientY: number): PaperPoint => {
    const p = new DOMPoint(clientX, clientY).matrixTransform(svg.current?.getScreenCTM()?.inverse());
    return { xMm: p.x, yMm: p.y };
  };
  useWheel(svg, view, mmPerPx, toPaper);
  useKeys([
    ["plus", () => view.zoomBy(NOTCH)],
    ["shift+plus", () => view.zoomBy(NOTCH)],
    ["=", () => view.zoomBy(NOTCH)],
    ["minus", () => view.zoomBy(1 / NOTCH)],
    ["0", view.fit],
    ["T", view.trueSize],
    ["alt+ArrowLeft", () => view.panBy(-60 * mmPerPx, 0)],
    ["alt+ArrowRight", () => view.panBy(60 * mmPerPx, 0)],
    ["alt+ArrowUp", () => view.panBy(0, -60 * mmPerPx)],
    ["alt+ArrowDown", () => view.panBy(0, 60 * mmPerPx)],
  ]);

  const gestures = useDeskGestures(view, mmPerPx, toPaper, { onPress, onDrag, onRelease, onCancel });
  return (
    <DeskScale.Provider value={{ mmPerPx, box: view.box }}>
      <div className={styles.place}>
        <div className={styles.sheet}>
          <svg
            ref={svg}
            className={styles.desk}
            viewBox={[view.box.x, view.box.y, view.box.width, view.box.height].join(" ")}
            role="group"
            aria-label={label}
            style={cursor ? { cursor } : undefined}
            {...gestures()}
          >
            {/* The sheet alone throws a shadow: under all its lines it would be worked out anew for every frame. */}
            <rect className={styles.paper} x={x} y={y} width={width} height={height} />
            {under}
            <MarkLayer drawing={under ? { ...drawing, marks: drawing.marks.slice(1) } : drawing} />
            {children}
          </svg>
          {over}
        </div>
        <DeskControls view={view}>{controls}</DeskControls>
      </div>
    </DeskScale.Provider>
  );
}
