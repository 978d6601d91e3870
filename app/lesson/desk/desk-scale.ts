import { createContext, useContext } from "react";
import type { DeskBox } from "./desk-view.ts";

/** Before the page knows its size, about what a sheet on a laptop comes to. */
export const GUESSED_MM_PER_PX = 0.4;
export const DeskScale = createContext<{ readonly mmPerPx: number; readonly box: DeskBox }>({
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
