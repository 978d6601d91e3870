import { closestCenter, DndContext, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import {
  horizontalListSortingStrategy,
  rectSortingStrategy,
  SortableContext,
  useSortable,
} from "@dnd-kit/sortable";
import type { ComponentProps, ReactNode } from "react";

/** A press that hardly moved is a press: only beyond this many px is something dragged. */
const DRAG_PX = 6;

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
  const moved = transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined;
  return (
    <li
      {...rest}
      {...listeners}
      ref={setNodeRef}
      data-dragging={isDragging || undefined}
      style={{ ...style, transform: moved, transition, ...(isDragging ? { zIndex: 2 } : {}) }}
    />
  );
}
