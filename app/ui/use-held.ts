import { useDrag } from "@use-gesture/react";
import { useEffect, useRef } from "react";

/** Where the pointer is while something is held. */
interface Hold {
  readonly clientX: number;
  readonly clientY: number;
  /** Screen px since it was taken hold of. */
  readonly dx: number;
  readonly dy: number;
  readonly altKey: boolean;
}

/** What becomes of something that can be taken hold of. */
export interface Holding {
  readonly onTake?: (hold: Hold) => void;
  readonly onMove: (hold: Hold) => void;
  /** Let go where it is. `moved`: whether it ever left its place. */
  readonly onLetGo: (hold: Hold, moved: boolean) => void;
  /** The system took the pointer away, or Escape was pressed: as if it had never been held. */
  readonly onCancel: () => void;
}

/**
 * Takes hold of an element with the pointer, until it is let go or cancelled. The press belongs to the element alone. Give
 * the returned function's value to the element as props.
 */
export function useHeld(holding: Holding): () => object {
  const latest = useRef(holding);
  latest.current = holding;
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "Escape" || !stop.current) return;
      event.stopPropagation();
      stop.current();
    };
    // Before the page's own keys: Escape lets go first, and only then chooses nothing.
    window.addEventListener("keydown", onKey, { capture: true });
    return () => window.removeEventListener("keydown", onKey, { capture: true });
  }, []);
  return useDrag(
    ({ first, last, canceled, cancel, xy: [clientX, clientY], movement: [dx, dy], event, altKey, memo }) => {
      const hold = { clientX, clientY, dx, dy, altKey };
      const { onTake, onMove, onLetGo, onCancel } = latest.current;
      const moved = (memo as boolean | undefined) === true || dx !== 0 || dy !== 0;
      if (first) {
        event.stopPropagation();
        stop.current = cancel;
        onTake?.(hold);
        return moved;
      }
      if (last) {
        stop.current = null;
        // A pointer that is lost ends like one let go, but says how.
        if (canceled || event.type === "pointercancel" || event.type === "lostpointercapture") onCancel();
        else onLetGo(hold, moved);
        return moved;
      }
      onMove(hold);
      return moved;
    },
    { pointer: { buttons: 1, keys: false } },
  );
}
