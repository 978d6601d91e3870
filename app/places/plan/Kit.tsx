import { sentenceCase } from "#core/ground/base";
import { cautionsOf, KIT, type KitName, setPlan, USUAL_KIT } from "#core/ground/plan";
import { useLesson } from "../../lesson/lesson-context.ts";
import styles from "./Plan.module.css";

/** What must lie ready, what does instead, and what to mind: pressed in or out of the bag. */
export function Kit() {
  const { lesson, commit } = useLesson();
  const kit = lesson.plan.kit ?? USUAL_KIT;
  const names = Object.keys(KIT) as KitName[];
  const toggle = (name: KitName) => {
    const next = names.filter((n) => (n === name ? !kit.includes(n) : kit.includes(n)));
    const usual = next.length === USUAL_KIT.length && next.every((n) => USUAL_KIT.includes(n));
    commit([setPlan("kit", usual ? null : next)]);
  };
  return (
    <section>
      <h1>Have ready</h1>
      <ul className={styles.kit}>
        {names.map((name) => (
          <li key={name}>
            <button
              type="button"
              className={styles.item}
              aria-pressed={kit.includes(name)}
              onClick={() => toggle(name)}
            >
              {KIT[name].label}
            </button>
          </li>
        ))}
      </ul>
      <p className={styles.instead}>
        {kit
          .filter((name) => KIT[name].instead.length > 0)
          .map((name) => (
            <span key={name}>
              No {KIT[name].short}? {sentenceCase(KIT[name].instead.join(", or "))}.{" "}
            </span>
          ))}
      </p>
      <ul className={styles.cautions} aria-label="Cautions">
        {cautionsOf(kit).map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
    </section>
  );
}
