import type { Lesson } from "#core/lesson";
import styles from "./Build.module.css";

/** The things on the sheet, in drawing order. */
export function ThingsList({
  objects,
  chosenId,
  onChoose,
}: {
  objects: Lesson["objects"];
  chosenId: string | null;
  onChoose: (id: string) => void;
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
              aria-pressed={object.id === chosenId}
              onClick={() => onChoose(object.id)}
            >
              {i + 1}. {object.label}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
