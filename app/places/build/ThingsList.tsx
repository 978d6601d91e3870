import { memo } from "react";
import type { Lesson } from "#core/document/lesson";
import { Sortable, SortableItem } from "../../ui/Sortable.tsx";
import styles from "./Build.module.css";
import type { Chosen } from "./use-chosen.ts";

interface ListProps {
  readonly objects: Lesson["objects"];
  readonly chosen: Chosen;
  readonly onChoose: () => void;
  /** A thing is drawn at another place in the order. */
  readonly onMove: (id: string, toIndex: number) => void;
}

/** The things on the sheet, in drawing order: dragged into another, or moved by keys. Shift adds one to those chosen. */
export const ThingsList = memo(function ThingsList({ objects, chosen, onChoose, onMove }: ListProps) {
  return (
    <section>
      <h2>On the sheet, in drawing order</h2>
      {objects.length === 0 ? <p>Nothing yet but the horizon and its point.</p> : null}
      <Sortable ids={objects.map((o) => o.id)} way="wrapped" onMove={onMove}>
        <ul className={styles.things}>
          {objects.map((object, i) => (
            <SortableItem key={object.id} id={object.id}>
              <button
                type="button"
                className={styles.thing}
                data-hidden={object.hidden ?? false}
                aria-pressed={chosen.ids.includes(object.id)}
                title={
                  object.hidden ? "Left out of the drawing" : object.locked ? "Held where it is" : undefined
                }
                onClick={(e) => {
                  if (e.shiftKey || e.ctrlKey || e.metaKey) chosen.toggle(object.id);
                  else chosen.choose(chosen.only?.id === object.id ? null : object.id);
                  onChoose();
                }}
              >
                {i + 1}. {object.label || "no name yet"}
                {object.hidden ? <span className={styles.state}> left out</span> : null}
                {object.locked ? <span className={styles.state}> held</span> : null}
              </button>
            </SortableItem>
          ))}
        </ul>
      </Sortable>
    </section>
  );
}, sameList);

/** Names and places in the order are all that is shown: a drag changes neither. */
function sameList(a: ListProps, b: ListProps): boolean {
  return (
    a.chosen === b.chosen &&
    a.objects.length === b.objects.length &&
    a.objects.every((o, i) => {
      const p = b.objects[i];
      return o.id === p?.id && o.label === p.label && o.hidden === p.hidden && o.locked === p.locked;
    })
  );
}
