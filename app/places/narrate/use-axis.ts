import { type RefObject, useEffect, useMemo, useState } from "react";

export interface Axis {
  readonly width: number;
  readonly ticks: readonly number[];
  toX(ms: number): number;
  toMs(x: number): number;
  keepInView(ms: number): void;
}

const TICKS = [500, 1000, 2000, 5000, 10_000, 15_000, 30_000, 60_000, 120_000, 300_000, 600_000];
const LEAST_SHOWN_MS = 3000;

/** A time axis that is zoomed by the wheel at the pointer, and moved by Shift and the wheel. */
export function useAxis(element: RefObject<SVGSVGElement | null>, durationMs: number): Axis {
  const [width, setWidth] = useState(900);
  const [view, setView] = useState({ from: 0, shown: durationMs });
  useEffect(() => setView({ from: 0, shown: durationMs }), [durationMs]);
  useEffect(() => {
    const svg = element.current;
    if (!svg) return;
    const observer = new ResizeObserver(() => setWidth(svg.clientWidth || 900));
    observer.observe(svg);
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      const share = (e.clientX - svg.getBoundingClientRect().left) / (svg.clientWidth || 1);
      setView((v) => {
        if (e.shiftKey || Math.abs(e.deltaX) > Math.abs(e.deltaY))
          return bounded(
            v.from + ((e.deltaX || e.deltaY) / (svg.clientWidth || 1)) * v.shown,
            v.shown,
            durationMs,
          );
        const shown = Math.min(durationMs, Math.max(LEAST_SHOWN_MS, v.shown * 1.2 ** (e.deltaY / 100)));
        return bounded(v.from + share * (v.shown - shown), shown, durationMs);
      });
    };
    svg.addEventListener("wheel", wheel, { passive: false });
    return () => {
      observer.disconnect();
      svg.removeEventListener("wheel", wheel);
    };
  }, [element, durationMs]);
  return useMemo(() => {
    const perPx = view.shown / width;
    const gap = TICKS.find((t) => t / perPx > 64) ?? 1_200_000;
    const ticks: number[] = [];
    for (let ms = Math.ceil(view.from / gap) * gap; ms <= view.from + view.shown; ms += gap) ticks.push(ms);
    return {
      width,
      ticks,
      toX: (ms) => (ms - view.from) / perPx,
      toMs: (x) => view.from + x * perPx,
      keepInView: (ms) =>
        setView((v) =>
          ms >= v.from && ms <= v.from + v.shown * 0.98
            ? v
            : bounded(ms - v.shown * 0.1, v.shown, durationMs),
        ),
    };
  }, [view, width, durationMs]);
}

function bounded(from: number, shown: number, durationMs: number) {
  return { from: Math.min(Math.max(0, durationMs - shown), Math.max(0, from)), shown };
}

/** Whether a stretch of time, with what hangs on its ends, is in the window. */
export function isSeen(axis: Axis, fromMs: number, toMs: number): boolean {
  return axis.toX(toMs) > -20 && axis.toX(fromMs) < axis.width + 20;
}
