import type { Lesson } from "#core/lesson";
import styles from "./Build.module.css";
import type { Chosen } from "./use-chosen.ts";

/** The things on the sheet, in drawing order. Shift adds one to those chosen. */
export function ThingsList({
  objects,
  chosen,
  onChoose,
}: {
  objects: Lesson["objects"];
  chosen: Chosen;
  onChoose: () => void;
}) {
  return (
    <section>
      <h2>On the sheet, in drawing order</h2>
      {objects.length === 0 ? <p>Nothing yet but the horizon and its point.</p> : null}
      <ul className={styles.things}>
        {objects.map((object, i) => (
          <li key={object.id}>
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
              {i + 1}. {object.label}
              {object.hidden ? <span className={styles.state}> left out</span> : null}
              {object.locked ? <span className={styles.state}> held</span> : null}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
