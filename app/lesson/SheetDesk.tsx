import { createContext, type PointerEvent, type ReactNode, useContext, useEffect, useRef } from "react";
import type { Drawing } from "#core/display";
import type { PaperPoint } from "#core/geometry";
import { MarkLayer } from "../ui/DrawingView.tsx";
import { useKeys } from "../ui/use-keys.ts";
import { DeskControls } from "./DeskControls.tsx";
import { useDeskView } from "./desk-view.ts";
import styles from "./SheetDesk.module.css";

export interface DeskPointer {
  readonly at: PaperPoint;
  readonly event: PointerEvent<SVGSVGElement>;
  /** Paper mm that one CSS pixel shows. */
  readonly mmPerPx: number;
}

/** Before the page knows its size, about what a sheet on a laptop comes to. */
const GUESSED_MM_PER_PX = 0.4;
const DeskScale = createContext(GUESSED_MM_PER_PX);

/** Paper mm that one CSS pixel shows on the desk: what is held keeps its size on the screen. */
export function useMmPerPx(): number {
  return useContext(DeskScale);
}

/** Zoom of one notch of a wheel or one press of a key. */
const NOTCH = 1.2;

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
  /** A press that means nothing on the sheet answers false: it then moves the desk. */
  onPress?: (p: DeskPointer) => boolean;
  onDrag?: (p: DeskPointer) => void;
  onRelease?: (p: DeskPointer) => void;
  onCancel?: () => void;
  label: string;
  cursor?: string | undefined;
  controls?: ReactNode;
}) {
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
  const at = (event: PointerEvent<SVGSVGElement>) => ({
    at: toPaper(event.clientX, event.clientY),
    event,
    mmPerPx,
  });

  // React hears wheels passively; a zoom must keep the page from scrolling.
  const wheel = useRef<(e: WheelEvent) => void>(() => {});
  wheel.current = (e) => {
    e.preventDefault();
    if (e.shiftKey) return view.panBy((e.deltaX || e.deltaY) * mmPerPx, 0);
    // A pinch on a touchpad comes as a wheel with Ctrl and small steps.
    view.zoomBy(NOTCH ** (-e.deltaY / (e.ctrlKey ? 25 : 100)), toPaper(e.clientX, e.clientY));
  };
  useEffect(() => {
    const element = svg.current;
    const listen = (e: WheelEvent) => wheel.current(e);
    element?.addEventListener("wheel", listen, { passive: false });
    view.measure(element);
    return () => element?.removeEventListener("wheel", listen);
  }, [view.measure]);

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

  /** Fingers on the desk, and the last place of the pointer that pans. */
  const fingers = useRef(new Map<number, { x: number; y: number }>());
  const panning = useRef<{ x: number; y: number } | null>(null);
  const moveFingers = (event: PointerEvent<SVGSVGElement>): boolean => {
    const last = fingers.current.get(event.pointerId);
    if (!last || fingers.current.size < 2) return false;
    const other = [...fingers.current].find(([id]) => id !== event.pointerId)?.[1] ?? last;
    const now = { x: event.clientX, y: event.clientY };
    const spread = (p: { x: number; y: number }) => Math.hypot(p.x - other.x, p.y - other.y);
    const between = toPaper((now.x + other.x) / 2, (now.y + other.y) / 2);
    if (spread(last) > 10) view.zoomBy(spread(now) / spread(last), between);
    fingers.current.set(event.pointerId, now);
    return true;
  };
  return (
    <DeskScale.Provider value={mmPerPx}>
      <div className={styles.place}>
        <svg
          ref={svg}
          className={styles.desk}
          viewBox={[view.box.x, view.box.y, view.box.width, view.box.height].join(" ")}
          role="group"
          aria-label={label}
          style={cursor ? { cursor } : undefined}
          onPointerDown={(event) => {
            fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
            if (fingers.current.size === 2) {
              onCancel?.();
              return;
            }
            const isTaken = event.button === 0 && onPress?.(at(event));
            if (event.button > 1) return;
            event.preventDefault();
            event.currentTarget.setPointerCapture(event.pointerId);
            if (!isTaken) panning.current = { x: event.clientX, y: event.clientY };
          }}
          onPointerMove={(event) => {
            if (moveFingers(event)) return;
            const from = panning.current;
            if (from) {
              view.panBy((from.x - event.clientX) * mmPerPx, (from.y - event.clientY) * mmPerPx);
              panning.current = { x: event.clientX, y: event.clientY };
              return;
            }
            onDrag?.(at(event));
          }}
          onPointerUp={(event) => {
            const pinched = fingers.current.size > 1;
            fingers.current.delete(event.pointerId);
            panning.current = null;
            if (!pinched && event.button === 0) onRelease?.(at(event));
          }}
          onPointerCancel={(event) => {
            fingers.current.delete(event.pointerId);
            panning.current = null;
            onCancel?.();
          }}
        >
          {/* The sheet alone throws a shadow: under all its lines it would be worked out anew for every frame. */}
          <rect className={styles.paper} x={x} y={y} width={width} height={height} />
          {under}
          <MarkLayer drawing={under ? { ...drawing, marks: drawing.marks.slice(1) } : drawing} />
          {children}
        </svg>
        <DeskControls view={view}>{controls}</DeskControls>
      </div>
    </DeskScale.Provider>
  );
}
