import { useState } from "react";
import { nudge } from "#core/document/changes";
import { type Bounds, thingsInside, thingUnder } from "#core/document/handles";
import type { Lesson } from "#core/document/lesson";
import { type Change, smallestStepMm } from "#core/ground/base";
import type { PaperPoint } from "#core/ground/geometry";
import { useLesson } from "../../lesson/lesson-context.ts";
import type { Chosen } from "./use-chosen.ts";

/** A pointer that moved less than this, in px, has pressed, not dragged. */
const STILL_PX = 4;

type Gesture =
  | {
      readonly kind: "move";
      readonly ids: readonly string[];
      readonly from: PaperPoint;
      readonly lesson: Lesson;
    }
  | { readonly kind: "frame"; readonly from: PaperPoint; readonly to: PaperPoint }
  | { readonly kind: "none"; readonly from: PaperPoint };

export interface Moving {
  /** The frame being drawn round things, in paper mm. */
  readonly frame: Bounds | null;
  /** Answers whether the press means something on the sheet; else the desk itself is moved. */
  press(at: PaperPoint, withShift: boolean, mmPerPx: number): boolean;
  drag(at: PaperPoint, mmPerPx: number): void;
  release(at: PaperPoint, mmPerPx: number): void;
  cancel(): void;
}

/** Chooses things by pressing on them or drawing a frame round them, and moves them over the sheet. */
export function useMoving(chosen: Chosen, onChoose: () => void): Moving {
  const { lesson, computed, commit, preview } = useLesson();
  const [gesture, setGesture] = useState<Gesture | null>(null);
  const [moved, setMoved] = useState<readonly Change[] | null>(null);
  const far = (a: PaperPoint, b: PaperPoint, mmPerPx: number) =>
    Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm) > STILL_PX * mmPerPx;
  return {
    frame: gesture?.kind === "frame" ? frameOf(gesture.from, gesture.to) : null,
    press: (at, withShift, mmPerPx) => {
      const { objects } = lesson;
      const id = thingUnder(objects, computed.program.scene, computed.paper, computed.view, at, 6 * mmPerPx);
      setMoved(null);
      if (id === null) {
        setGesture(withShift ? { kind: "frame", from: at, to: at } : { kind: "none", from: at });
        return withShift;
      }
      if (withShift) {
        chosen.toggle(id);
        setGesture(null);
        return true;
      }
      const ids = chosen.ids.includes(id) ? chosen.ids : [id];
      if (!chosen.ids.includes(id)) {
        chosen.choose(id);
        onChoose();
      }
      setGesture({ kind: "move", ids, from: at, lesson });
      return true;
    },
    drag: (at, mmPerPx) => {
      if (gesture?.kind === "frame") return setGesture({ ...gesture, to: at });
      if (gesture?.kind !== "move" || (moved === null && !far(gesture.from, at, mmPerPx))) return;
      const step = smallestStepMm(lesson.sheet);
      const [right, up] = [at.xMm - gesture.from.xMm, gesture.from.yMm - at.yMm].map((mm) =>
        Math.round(mm / step),
      );
      const changes = nudge(gesture.lesson, gesture.ids, right ?? 0, up ?? 0);
      setMoved(changes);
      preview(changes);
    },
    release: (at, mmPerPx) => {
      if (gesture?.kind === "frame" && far(gesture.from, gesture.to, mmPerPx)) {
        const { objects } = lesson;
        const frame = frameOf(gesture.from, gesture.to);
        chosen.chooseAll(thingsInside(frame, objects, computed.program.scene, computed.view));
      } else if (gesture?.kind === "move" && moved) commit(moved);
      else if (gesture?.kind === "none" && !far(gesture.from, at, mmPerPx)) chosen.choose(null);
      setGesture(null);
      setMoved(null);
    },
    cancel: () => {
      setGesture(null);
      setMoved(null);
      preview(null);
    },
  };
}

function frameOf(a: PaperPoint, b: PaperPoint): Bounds {
  return {
    leftMm: Math.min(a.xMm, b.xMm),
    rightMm: Math.max(a.xMm, b.xMm),
    topMm: Math.min(a.yMm, b.yMm),
    bottomMm: Math.max(a.yMm, b.yMm),
  };
}
