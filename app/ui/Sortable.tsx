import { closestCenter, DndContext, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import {
  horizontalListSortingStrategy,
  rectSortingStrategy,
  SortableContext,
  useSortable,
} from "@dnd-kit/sortable";
import { type ComponentProps, type ReactNode, useEffect, useRef } from "react";

/** A press that hardly moved is a press: only beyond this many px is something dragged. */
const DRAG_PX = 6;

/** The press that follows a drag comes within this. */
const LET_GO_MS = 80;

/** A list whose items can be put in another order by dragging them. Keys for it are the list's own. */
export function Sortable({
  ids,
  way,
  onMove,
  children,
}: {
  ids: readonly string[];
  /** One row, or rows that wrap. */
  way: "across" | "wrapped";
  /** An item was let go at the place of another. */
  onMove: (id: string, toIndex: number) => void;
  children: ReactNode;
}) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: DRAG_PX } }));
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{ restoreFocus: false, screenReaderInstructions: { draggable: "" } }}
      onDragEnd={({ active, over }) => {
        const to = ids.indexOf(String(over?.id ?? ""));
        if (to >= 0 && over?.id !== active.id) onMove(String(active.id), to);
      }}
    >
      <SortableContext
        items={[...ids]}
        strategy={way === "across" ? horizontalListSortingStrategy : rectSortingStrategy}
      >
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** An item of a sortable list, taken hold of anywhere on it. */
export function SortableItem({ id, style, ...rest }: { id: string } & ComponentProps<"li">) {
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({ id });
  // Where it is let go the browser presses what lies in it, a link for instance: that was no press.
  const wasDragged = useRef(false);
  useEffect(() => {
    if (isDragging) wasDragged.current = true;
    const over = setTimeout(() => {
      if (!isDragging) wasDragged.current = false;
    }, LET_GO_MS);
    return () => clearTimeout(over);
  }, [isDragging]);
  const moved = transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined;
  return (
    <li
      {...rest}
      {...listeners}
      ref={setNodeRef}
      onClickCapture={(e) => {
        if (!wasDragged.current) return;
        e.preventDefault();
        e.stopPropagation();
      }}
      data-dragging={isDragging || undefined}
      style={{ ...style, transform: moved, transition, ...(isDragging ? { zIndex: 2 } : {}) }}
    />
  );
}
