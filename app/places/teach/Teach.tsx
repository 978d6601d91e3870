import { Button } from "@mantine/core";
import { memo, useMemo } from "react";
import type { LearntPace } from "#core/class/pacing";
import { stepWorks } from "#core/class/pacing";
import { type AgeBand, classPaceOf, paceOf } from "#core/ground/plan";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { BeginClass } from "./BeginClass.tsx";
import { ClassWaits } from "./ClassWaits.tsx";
import { PaceChart } from "./PaceChart.tsx";
import { PaceGuesses } from "./PaceGuesses.tsx";
import styles from "./Teach.module.css";
import { RUNS, useClassRuns } from "./use-class-runs.ts";

/** Before the class: whether it can keep up, the waits it needs, and into class. */
export const Teach = memo(function Teach({
  learnt,
  groups,
}: {
  learnt: Readonly<Partial<Record<AgeBand, LearntPace | null>>>;
  groups: readonly string[];
}) {
  const { lesson, computed } = useLesson();
  const { plan } = lesson;
  const known = learnt[plan.ageBand] ?? null;
  const pace = useMemo(() => classPaceOf(plan, known?.lineMs ?? null), [plan, known]);
  const { steps, moves, paper, schedule, editMap } = computed;
  const works = useMemo(
    () => stepWorks({ steps, moves, paper, schedule, editMap }, paceOf(plan), pace),
    [steps, moves, paper, schedule, editMap, plan, pace],
  );
  const runs = useClassRuns(works, pace);
  if (steps.length === 0)
    return (
      <div className={place.page}>
        <p className={place.quiet}>Put something on the sheet under Build: then a class can be taught it.</p>
      </div>
    );
  return (
    <div className={place.sides}>
      <section className={styles.pace} aria-label="Can the class keep up?">
        <header className={styles.head}>
          <h1>Can the class keep up?</h1>
          <span role="status" className={place.quiet}>
            {runs.progress !== null ? (
              <>
                Running {RUNS.toLocaleString("en")} classes of {pace.pupils} …{" "}
                {Math.round(runs.progress * 100)} %{" "}
                <Button size="compact-sm" variant="subtle" onClick={runs.cancel}>
                  Stop
                </Button>
              </>
            ) : runs.cancelled ? (
              <>
                Stopped.{" "}
                <Button size="compact-sm" variant="subtle" onClick={runs.again}>
                  Run it again
                </Button>
              </>
            ) : (
              `${RUNS.toLocaleString("en")} made-up classes of ${pace.pupils}, the same each time`
            )}
          </span>
        </header>
        <PaceChart runs={runs} computed={computed} keep={pace.keep} />
      </section>
      <aside className={place.column} aria-label="The class">
        <BeginClass groups={groups} />
        <ClassWaits runs={runs} keep={pace.keep} />
        <PaceGuesses pace={pace} learnt={known} />
      </aside>
    </div>
  );
});
