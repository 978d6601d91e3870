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

/** What of the desk is seen. `whole` is the desk that fits; zoom and place are kept when it changes a little. */
export function useDeskView(whole: DeskBox): DeskView {
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  const [zoom, setZoom] = useState(1);
  const [middle, setMiddle] = useState<{ x: number; y: number } | null>(null);
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
  const centre = middle ?? { x: whole.x + whole.width / 2, y: whole.y + whole.height / 2 };
  const box = middle
    ? {
        x: centre.x - whole.width / zoom / 2,
        y: centre.y - whole.height / zoom / 2,
        width: whole.width / zoom,
        height: whole.height / zoom,
      }
    : whole;

  const zoomTo = (next: number, around: { xMm: number; yMm: number }) => {
    const bounded = Math.min(MOST_ZOOM, Math.max(LEAST_ZOOM, next));
    // The place under the pointer stays there.
    setMiddle({
      x: around.xMm + ((centre.x - around.xMm) * zoom) / bounded,
      y: around.yMm + ((centre.y - around.yMm) * zoom) / bounded,
    });
    setZoom(bounded);
  };
  return {
    box,
    mmPerPx: fitMmPerPx === null ? null : fitMmPerPx / zoom,
    zoom,
    measure,
    zoomBy: (factor, around = { xMm: centre.x, yMm: centre.y }) => zoomTo(zoom * factor, around),
    panBy: (dxMm, dyMm) => setMiddle({ x: centre.x + dxMm, y: centre.y + dyMm }),
    fit: () => {
      setZoom(1);
      setMiddle(null);
    },
    trueSize: () => {
      if (fitMmPerPx !== null) zoomTo(fitMmPerPx * screenPxPerMm().pxPerMm, { xMm: centre.x, yMm: centre.y });
    },
  };
}
