import { Button } from "@mantine/core";
import { useMemo } from "react";
import { LONGEST_WAIT_MS, proposeClassHolds, takeClassHolds } from "#core/document/proposals";
import { countOf, formatClock } from "#core/ground/base";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import styles from "./Teach.module.css";
import type { ClassRuns } from "./use-class-runs.ts";

/** The shortest waits that keep the class, against those the lesson has, taken in one go. */
export function ClassWaits({
  runs: { present, least, works, current },
  keep,
}: {
  runs: ClassRuns;
  keep: number;
}) {
  const { computed, commit, chooseStep } = useLesson();
  const proposals = useMemo(
    () => (least ? proposeClassHolds(computed, works, least) : []),
    [computed, works, least],
  );
  // Its place is kept from the start: what stands below never moves.
  if (!present || !least) return <section className={styles.waits} aria-busy="true" />;
  const sum = (of: (p: (typeof proposals)[number]) => number) => proposals.reduce((a, p) => a + of(p), 0);
  const now = sum((p) => p.nowMs);
  const asked = sum((p) => p.leastMs);
  const cuts = proposals.filter((p) => p.cut !== null);
  const long = proposals.filter((p) => p.leastMs > LONGEST_WAIT_MS && p.cut === null);
  const others = proposals.filter((p) => p.cut === null && p.leastMs !== p.nowMs);
  const share = Math.round(keep * 100);
  const last = present.steps[present.steps.length - 1];
  const numberOf = (id: string) => computed.steps.find((s) => s.id === id)?.number ?? 0;
  return (
    <section className={styles.waits} aria-label="Waits">
      <p>
        {others.length + cuts.length === 0
          ? `The waits keep ${share} % of the class.`
          : `At the end ${Math.round((last?.after.inStep ?? 0) * 100)} % have everything. To keep ${share} %, the waits have to last ${formatClock(asked)} together, not ${formatClock(now)}.`}
      </p>
      {others.length + cuts.length > 0 ? (
        <Button
          fullWidth
          variant="light"
          disabled={!current}
          onClick={() => commit(takeClassHolds(computed, proposals))}
        >
          {others.length > 0 ? `Take ${countOf(others.length, "wait")}` : "Cut them"}
          {cuts.length > 0 && others.length > 0 ? `, cut ${countOf(cuts.length, "step")}` : ""}
        </Button>
      ) : null}
      {cuts.length > 0 ? (
        <p className={place.quiet}>
          A wait over two minutes is too long: cut in two {cuts.length === 1 ? "is step" : "are steps"}{" "}
          {cuts.map((p, i) => (
            <span key={p.stepId}>
              {i > 0 ? ", " : ""}
              <button type="button" className={styles.back} onClick={() => chooseStep(p.stepId)}>
                {numberOf(p.stepId)} ({formatClock(p.leastMs)})
              </button>
            </span>
          ))}
          .
        </p>
      ) : null}
      {long.length > 0 ? (
        <p className={place.quiet}>
          Over two minutes, and not to be cut any further: step{" "}
          {long.map((p) => numberOf(p.stepId)).join(", ")}.
        </p>
      ) : null}
    </section>
  );
}
