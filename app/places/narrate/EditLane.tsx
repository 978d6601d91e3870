import { type KeyboardEvent, useState } from "react";
import type { Edit } from "#core/time/schedule";
import { type Holding, useHeld } from "../../ui/use-held.ts";
import { type EditPart, EditShape, moved } from "./EditShape.tsx";
import styles from "./Lanes.module.css";
import type { Axis } from "./use-axis.ts";

/** A drag goes by hundredths of a second, a key by tenths. */
const DRAG_MS = 10;
const KEY_MS = 100;

/** What the player does: cuts, speeded stretches and holds, each moved whole or by an end, by pointer or keys. */
export function EditLane({
  edits,
  axis,
  durationMs,
  chosen,
  onChoose,
  onEdits,
}: {
  edits: readonly Edit[];
  axis: Axis;
  durationMs: number;
  chosen: number | null;
  onChoose: (index: number | null) => void;
  onEdits: (edits: readonly Edit[]) => void;
}) {
  return edits.map((edit, index) => (
    <HeldEdit
      // biome-ignore lint/suspicious/noArrayIndexKey: edits have no names; their place in the list is theirs
      key={index}
      edit={edit}
      axis={axis}
      durationMs={durationMs}
      chosen={index === chosen}
      onChoose={() => onChoose(index)}
      onEdit={(next) => onEdits(edits.flatMap((e, k) => (k !== index ? [e] : next ? [next] : [])))}
    />
  ));
}

function HeldEdit({
  edit,
  axis,
  durationMs,
  chosen,
  onChoose,
  onEdit,
}: {
  edit: Edit;
  axis: Axis;
  durationMs: number;
  chosen: boolean;
  onChoose: () => void;
  /** Null takes it away. */
  onEdit: (edit: Edit | null) => void;
}) {
  /** The edit while it is being dragged. */
  const [dragged, setDragged] = useState<Edit | null>(null);
  const onKeyDown = (e: KeyboardEvent) => {
    if (e.key === "Delete" || e.key === "Backspace") {
      e.preventDefault();
      return onEdit(null);
    }
    const by = { ArrowLeft: -KEY_MS, ArrowRight: KEY_MS }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    e.stopPropagation();
    onEdit(moved(edit, by, e.shiftKey ? "end" : e.altKey ? "start" : "all", durationMs));
  };
  const msOf = (dx: number) => Math.round((axis.toMs(dx) - axis.toMs(0)) / DRAG_MS) * DRAG_MS;
  const moving = (part: EditPart): Holding => ({
    onTake: onChoose,
    onMove: ({ dx }) => setDragged(moved(edit, msOf(dx), part, durationMs)),
    onLetGo: ({ dx }) => {
      setDragged(null);
      if (msOf(dx) !== 0) onEdit(moved(edit, msOf(dx), part, durationMs));
    },
    onCancel: () => setDragged(null),
  });
  const held = { all: useHeld(moving("all")), start: useHeld(moving("start")), end: useHeld(moving("end")) };
  return (
    <EditShape
      className={styles.edit}
      edit={dragged ?? edit}
      toX={axis.toX}
      chosen={chosen}
      onKeyDown={onKeyDown}
      onFocus={onChoose}
      held={(part) => held[part]()}
    />
  );
}
