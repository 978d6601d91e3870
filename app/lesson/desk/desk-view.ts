import { useCallback, useEffect, useRef, useState } from "react";

/** A stretch of the desk in paper mm, as an SVG view box. */
export interface DeskBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const MOST_ZOOM = 24;
const LEAST_ZOOM = 0.25;

/** A screen says it has 96 pixels an inch (CSS Values 4, 5.2); what it really has is measured once with a card. */
const USUAL_PX_PER_MM = 96 / 25.4;
const CALIBRATION = "regulanda-px-per-mm";

/** CSS pixels a millimetre on this screen, as measured before, or as screens say. */
export function screenPxPerMm(): { pxPerMm: number; measured: boolean } {
  const kept = Number(globalThis.localStorage?.getItem(CALIBRATION));
  return kept > 1 && kept < 40
    ? { pxPerMm: kept, measured: true }
    : { pxPerMm: USUAL_PX_PER_MM, measured: false };
}

/** Remembers how many pixels a millimetre has on this screen. */
export function keepScreenPxPerMm(pxPerMm: number): void {
  globalThis.localStorage?.setItem(CALIBRATION, String(pxPerMm));
}

export interface DeskView {
  /** What is seen: all of the desk until one zooms. */
  readonly box: DeskBox;
  /** Paper mm that one CSS pixel shows; null until the page knows its size. */
  readonly mmPerPx: number | null;
  /** 1 when the whole desk just fits. */
  readonly zoom: number;
  /** Takes the element whose size decides what fits. */
  readonly measure: (element: Element | null) => void;
  /** Zooms by a factor, keeping a place of the paper where it is on the screen. */
  zoomBy(factor: number, around?: { xMm: number; yMm: number }): void;
  /** Moves the desk under the window by so many paper mm. */
  panBy(dxMm: number, dyMm: number): void;
  fit(): void;
  /** Shows a millimetre as a millimetre. */
  trueSize(): void;
}

/** How near one looks, and at what; all of it when there is no middle. */
interface Look {
  readonly zoom: number;
  readonly middle: { readonly x: number; readonly y: number } | null;
}
const ALL: Look = { zoom: 1, middle: null };

/** What of the desk is seen. `whole` is the desk that fits; zoom and place are kept when it changes a little. */
export function useDeskView(whole: DeskBox): DeskView {
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  const [look, setLook] = useState<Look>(ALL);
  const observer = useRef<ResizeObserver | null>(null);

  const measure = useCallback((element: Element | null) => {
    observer.current?.disconnect();
    if (!element) return;
    observer.current = new ResizeObserver(([entry]) => {
      const box = entry?.contentRect;
      if (box && box.width > 0 && box.height > 0) setSize({ width: box.width, height: box.height });
    });
    observer.current.observe(element);
  }, []);
  useEffect(() => () => observer.current?.disconnect(), []);

  const fitMmPerPx = size ? Math.max(whole.width / size.width, whole.height / size.height) : null;
  const { zoom } = look;
  const wholeMiddle = { x: whole.x + whole.width / 2, y: whole.y + whole.height / 2 };
  const centre = look.middle ?? wholeMiddle;
  const box = look.middle
    ? {
        x: centre.x - whole.width / zoom / 2,
        y: centre.y - whole.height / zoom / 2,
        width: whole.width / zoom,
        height: whole.height / zoom,
      }
    : whole;

  // Two fingers may move twice before the page is drawn again: each goes on from where the other left it.
  const zoomTo = (next: (now: number) => number, around?: { xMm: number; yMm: number }) =>
    setLook((now) => {
      const bounded = Math.min(MOST_ZOOM, Math.max(LEAST_ZOOM, next(now.zoom)));
      const from = now.middle ?? wholeMiddle;
      const { xMm, yMm } = around ?? { xMm: from.x, yMm: from.y };
      // The place under the pointer stays there.
      const middle = {
        x: xMm + ((from.x - xMm) * now.zoom) / bounded,
        y: yMm + ((from.y - yMm) * now.zoom) / bounded,
      };
      return { zoom: bounded, middle };
    });
  return {
    box,
    mmPerPx: fitMmPerPx === null ? null : fitMmPerPx / zoom,
    zoom,
    measure,
    zoomBy: (factor, around) => zoomTo((now) => now * factor, around),
    panBy: (dxMm, dyMm) =>
      setLook((now) => {
        const from = now.middle ?? wholeMiddle;
        return { ...now, middle: { x: from.x + dxMm, y: from.y + dyMm } };
      }),
    fit: () => setLook(ALL),
    trueSize: () => {
      if (fitMmPerPx !== null) zoomTo(() => fitMmPerPx * screenPxPerMm().pxPerMm);
    },
  };
}
