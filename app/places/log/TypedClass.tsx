import { Button, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { type ClassTaught, LONGEST_STEP_MS } from "#core/class/record";
import { classPlanOf } from "#core/class/teaching";
import { formatClock, parseClock } from "#core/ground/base";
import { MOST_PUPILS } from "#core/ground/plan";
import { useLesson } from "../../lesson/lesson-context.ts";
import styles from "./Record.module.css";

/** A class written in afterwards: what the steps took, as far as it is remembered; the others count as planned. */
export function TypedClass({ onDone }: { onDone: (taught: ClassTaught) => Promise<void> }) {
  const { lesson, computed } = useLesson();
  const [fault, setFault] = useState("");
  const { steps } = classPlanOf(computed, lesson.plan);
  const take = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const said = (name: string) => String(form.get(name) ?? "").trim();
    const taught = steps.map((s, i) => {
      const text = said(`took-${i}`);
      const tookMs = text === "" ? s.plannedMs : text === "-" ? null : (parseClock(text) ?? Number.NaN);
      // What nobody looked at the clock for says nothing of a pace.
      const measured = text === "" || text === "-" ? { toldMs: null, handMs: null } : {};
      return { ...s, ...measured, tookMs, waitedMs: null, stuck: 0, slips: 0 };
    });
    const wrong = taught.findIndex(
      (s) => s.tookMs !== null && !(s.tookMs >= 0 && s.tookMs <= LONGEST_STEP_MS),
    );
    if (wrong >= 0)
      return setFault(
        `Step ${wrong + 1}: a time such as 1:30, up to 4 hours, got "${said(`took-${wrong}`)}".`,
      );
    const there = said("pupils") === "" ? null : Number(said("pupils"));
    if (there !== null && !(Number.isInteger(there) && there >= 1 && there <= MOST_PUPILS))
      return setFault(`A class has 1 to ${MOST_PUPILS} pupils, got "${said("pupils")}".`);
    setFault("");
    void onDone({
      day: said("day"),
      group: said("group"),
      ageBand: lesson.plan.ageBand,
      pupils: there,
      steps: taught,
      change: said("change"),
    });
  };
  return (
    <form onSubmit={take} className={styles.write}>
      <div className={styles.entry}>
        <TextInput type="date" name="day" label="Day" required />
        <TextInput name="group" label="Group" required maxLength={60} placeholder="Saturday 9–11s" />
        <TextInput name="pupils" label="Pupils" inputMode="numeric" maxLength={6} />
        <TextInput name="change" label="Change next time" maxLength={1000} className={styles.change ?? ""} />
      </div>
      <p>What each step really took, such as 1:30; left empty: as planned, a dash: left out.</p>
      <ol className={styles.typing}>
        {steps.map((s, i) => (
          <li key={s.stepId}>
            <label>
              <span>{s.title}</span>
              <input
                name={`took-${i}`}
                inputMode="decimal"
                maxLength={8}
                placeholder={formatClock(s.plannedMs)}
                className={styles.typed}
              />
            </label>
          </li>
        ))}
      </ol>
      {fault ? <p role="alert">{fault}</p> : null}
      <Button type="submit" size="compact-md">
        Into the record
      </Button>
    </form>
  );
}
