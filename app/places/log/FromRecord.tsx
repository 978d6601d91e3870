import { Button } from "@mantine/core";
import { useMemo, useState } from "react";
import type { LearntPace } from "#core/class/pacing";
import type { ClassKept } from "#core/class/record";
import { proposeFromRecord, takeAllWaits } from "#core/document/proposals";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import styles from "./Record.module.css";

/** What the classes speak for: each with its evidence, taken as an edit that can be undone, or left. */
export function FromRecord({
  classes,
  learnt,
}: {
  classes: readonly ClassKept[];
  learnt: LearntPace | null;
}) {
  const { lesson, computed, commit, chooseStep } = useLesson();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const proposals = useMemo(
    () =>
      proposeFromRecord(
        computed,
        classes.map((c) => c.taught),
        learnt,
      ),
    [computed, classes, learnt],
  );
  const shown = proposals.filter((p) => !left.has(`${p.id} ${p.label}`));
  const waits = shown.filter((p) => p.kind === "wait");
  return (
    <section aria-label="What the classes speak for" className={styles.proposals}>
      <header className={styles.head}>
        <h2>What they speak for</h2>
        {waits.length > 1 ? (
          <Button size="compact-sm" variant="default" onClick={() => commit(takeAllWaits(computed, waits))}>
            Take all {waits.length} waits
          </Button>
        ) : null}
      </header>
      {learnt ? (
        <p className={place.quiet}>
          All classes of this age, this lesson's and others': a line in {(learnt.lineMs / 1000).toFixed(1)} s
          for the middle pupil, where {(learnt.guessMs / 1000).toFixed(1)} s is the guess. Teach reckons with
          it
          {lesson.plan.classPace?.lineMs === undefined ? "" : ", unless you say otherwise, as here"}.
        </p>
      ) : null}
      {shown.length === 0 ? (
        <p className={place.quiet}>Nothing stands out: the lesson holds what it promises.</p>
      ) : null}
      <ul>
        {shown.map((p) => (
          <li key={p.id}>
            <p>{p.says}</p>
            <details>
              <summary>On what ground</summary>
              <ul>
                {p.evidence.map((e) => (
                  <li key={e}>{e}</li>
                ))}
              </ul>
            </details>
            <span className={styles.take}>
              <Button
                size="compact-sm"
                onClick={() => {
                  if (p.stepId) chooseStep(p.stepId);
                  commit(p.changes);
                }}
              >
                {p.label}
              </Button>
              <Button
                size="compact-sm"
                variant="subtle"
                color="gray"
                onClick={() => setLeft(new Set([...left, `${p.id} ${p.label}`]))}
              >
                Leave it
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
