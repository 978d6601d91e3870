import { setPlan } from "#core/ground/plan";
import { useLesson } from "../../lesson/lesson-context.ts";
import { LineInput } from "./LineInput.tsx";
import styles from "./Plan.module.css";

/** What the class shall be able to do afterwards, a line each; the empty line below adds one. */
export function Goals() {
  const { lesson, commit } = useLesson();
  const goals = lesson.plan.goals ?? [];
  const set = (next: readonly string[]) => commit([setPlan("goals", next.length > 0 ? [...next] : null)]);
  return (
    <section>
      <h2>Goals</h2>
      <ol className={styles.lines}>
        {goals.map((goal, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: goals have no names, and two may read the same
          <li key={`${i} ${goal}`}>
            <LineInput
              label={`Goal ${i + 1}`}
              value={goal}
              onChange={(text) =>
                set(text === "" ? goals.filter((_, k) => k !== i) : goals.map((g, k) => (k === i ? text : g)))
              }
            />
          </li>
        ))}
        {goals.length < 8 ? (
          <li>
            <LineInput
              key={goals.length}
              label="A further goal"
              value=""
              placeholder={goals.length === 0 ? "After this they can …" : "and …"}
              onChange={(text) => text !== "" && set([...goals, text])}
            />
          </li>
        ) : null}
      </ol>
    </section>
  );
}
