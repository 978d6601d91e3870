import { useState } from "react";
import { type Construction, findChoosable, type Put, putObject } from "#core/document/changes";
import type { ComputedLesson } from "#core/document/pipeline";
import type { PaperPoint } from "#core/ground/geometry";
import { useLesson } from "../../lesson/lesson-context.ts";

export interface Placing {
  /** The construction about to be put down; null when nothing is. */
  readonly what: Construction | null;
  /** The id it will have, while it is being drawn. */
  readonly drawingId: string | null;
  begin(what: Construction): void;
  stop(): void;
  press(at: PaperPoint): void;
  drag(at: PaperPoint): void;
  release(at: PaperPoint): void;
  putInMiddle(): void;
}

/** Puts constructions on the sheet: chosen in the tray, drawn by two corners, seen before they are let go. */
export function usePlacing(chosenId: string | null, onPut: (id: string) => void): Placing {
  const { lesson, computed, commit, preview } = useLesson();
  const [what, setWhat] = useState<Construction | null>(null);
  /** Where it was begun, and the lesson without it: previews start from there each time. */
  const [pressed, setPressed] = useState<{ at: PaperPoint; before: ComputedLesson } | null>(null);
  const [drawingId, setDrawingId] = useState<string | null>(null);

  const put = (base: ComputedLesson, from: PaperPoint, to: PaperPoint, construction = what): Put | null =>
    construction === null
      ? null
      : putObject(base.lesson, base.view, construction, from, to, chosenId, base.program.scene);
  const putDown = (placed: Put | null) => {
    setPressed(null);
    setDrawingId(null);
    if (!placed) return preview(null);
    commit(placed.changes);
    setWhat(null);
    onPut(placed.id);
  };
  const { widthMm, heightMm } = lesson.sheet;
  const middle = {
    xMm: widthMm * 0.4,
    yMm: Math.min(heightMm * 0.9, (heightMm + computed.view.horizonMm) / 2 + heightMm * 0.15),
  };
  return {
    what,
    drawingId,
    begin: (construction) => {
      setPressed(null);
      if (findChoosable(construction)?.by === "itself") putDown(put(computed, middle, middle, construction));
      else setWhat((now) => (now === construction ? null : construction));
    },
    stop: () => {
      setWhat(null);
      setPressed(null);
      setDrawingId(null);
      preview(null);
    },
    press: (at) => setPressed({ at, before: computed }),
    drag: (at) => {
      if (!pressed) return;
      const placed = put(pressed.before, pressed.at, at);
      setDrawingId(placed?.id ?? null);
      preview(placed?.changes ?? null);
    },
    release: (at) => {
      if (pressed) putDown(put(pressed.before, pressed.at, at));
    },
    putInMiddle: () => putDown(put(computed, middle, middle)),
  };
}
