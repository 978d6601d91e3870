import { useGesture } from "@use-gesture/react";
import { type RefObject, useEffect, useRef } from "react";
import type { PaperPoint } from "#core/ground/geometry";
import type { DeskView } from "./desk-view.ts";

interface DeskPointer {
  readonly at: PaperPoint;
  readonly shiftKey: boolean;
  /** Paper mm that one CSS pixel shows. */
  readonly mmPerPx: number;
}

/** What presses on the sheet mean to whoever shows it. */
export interface Presses {
  /** A press that means nothing on the sheet answers false: it then moves the desk. */
  readonly onPress?: ((p: DeskPointer) => boolean) | undefined;
  readonly onDrag?: ((p: DeskPointer) => void) | undefined;
  readonly onRelease?: ((p: DeskPointer) => void) | undefined;
  readonly onCancel?: (() => void) | undefined;
}

/** Zoom of one notch of a wheel or one press of a key. */
export const NOTCH = 1.2;

type ToPaper = (clientX: number, clientY: number) => PaperPoint;

/** The wheel zooms, with Shift it pans. */
export function useWheel(
  svg: RefObject<SVGSVGElement | null>,
  view: DeskView,
  mmPerPx: number,
  toPaper: ToPaper,
): void {
  // React hears wheels passively; a zoom must keep the page from scrolling.
  const wheel = useRef<(e: WheelEvent) => void>(() => {});
  wheel.current = (e) => {
    e.preventDefault();
    if (e.shiftKey) return view.panBy((e.deltaX || e.deltaY) * mmPerPx, 0);
    // A pinch on a touchpad comes as a wheel with Ctrl and small steps.
    view.zoomBy(NOTCH ** (-e.deltaY / (e.ctrlKey ? 25 : 100)), toPaper(e.clientX, e.clientY));
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: the ref of an element that stays
  useEffect(() => {
    const element = svg.current;
    const listen = (e: WheelEvent) => wheel.current(e);
    element?.addEventListener("wheel", listen, { passive: false });
    view.measure(element);
    return () => element?.removeEventListener("wheel", listen);
  }, [view.measure]);
}

/** A press goes to the sheet, or pans where it means nothing there; two fingers zoom. */
export function useDeskGestures(
  view: DeskView,
  mmPerPx: number,
  toPaper: ToPaper,
  { onPress, onDrag, onRelease, onCancel }: Presses,
) {
  return useGesture(
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
}
