import { useGesture } from "@use-gesture/react";
import { createContext, type ReactNode, useContext, useEffect, useRef } from "react";
import type { PaperPoint } from "#core/ground/geometry";
import type { Drawing } from "#core/showing/display";
import { MarkLayer } from "../../ui/DrawingView.tsx";
import { useKeys } from "../../ui/use-keys.ts";
import { DeskControls } from "./DeskControls.tsx";
import { type DeskBox, useDeskView } from "./desk-view.ts";
import styles from "./SheetDesk.module.css";

export interface DeskPointer {
  readonly at: PaperPoint;
  readonly shiftKey: boolean;
  /** Paper mm that one CSS pixel shows. */
  readonly mmPerPx: number;
}

/** Before the page knows its size, about what a sheet on a laptop comes to. */
const GUESSED_MM_PER_PX = 0.4;
const DeskScale = createContext<{ readonly mmPerPx: number; readonly box: DeskBox }>({
  mmPerPx: GUESSED_MM_PER_PX,
  box: { x: 0, y: 0, width: 1, height: 1 },
});

/** Paper mm that one CSS pixel shows on the desk: what is held keeps its size on the screen. */
export function useMmPerPx(): number {
  return useContext(DeskScale).mmPerPx;
}

/** What of the desk is seen, in paper mm. */
export function useDeskBox(): DeskBox {
  return useContext(DeskScale).box;
}

/**
 * Something of the page itself on the sheet, its middle at a place of the paper, such as a field to type in. The desk's
 * drawing keeps its proportions and lies in the middle of its element.
 */
export function OnPaper({ at, children }: { at: { x: number; y: number }; children: ReactNode }) {
  const { mmPerPx, box } = useContext(DeskScale);
  const dx = (at.x - (box.x + box.width / 2)) / mmPerPx;
  const dy = (at.y - (box.y + box.height / 2)) / mmPerPx;
  return (
    <div className={styles.onPaper} style={{ left: `calc(50% + ${dx}px)`, top: `calc(50% + ${dy}px)` }}>
      {children}
    </div>
  );
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

  const gestures = useGesture(
    {
      onDrag: ({ first, last, canceled, pinching, cancel, xy: [x, y], delta: [dx, dy], event, memo }) => {
        const pointer = { at: toPaper(x, y), shiftKey: event.shiftKey, mmPerPx };
        if (pinching) {
          cancel();
          return memo;
        }
        if (first) return (event as PointerEvent).button === 0 && onPress?.(pointer) ? "taken" : "panning";
        if (last) {
          if (canceled || event.type === "pointercancel") onCancel?.();
          else onRelease?.(pointer);
        } else if (memo === "taken") onDrag?.(pointer);
        else view.panBy(-dx * mmPerPx, -dy * mmPerPx);
        return memo;
      },
      onPinch: ({ first, origin: [x, y], movement: [scale], memo }) => {
        if (first) onCancel?.();
        const before = first || typeof memo !== "number" ? 1 : memo;
        view.zoomBy(scale / before, toPaper(x, y));
        return scale;
      },
    },
    {
      // The middle button pans, too.
      drag: { pointer: { buttons: [1, 4], keys: false } },
      pinch: { pinchOnWheel: false },
    },
  );
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
