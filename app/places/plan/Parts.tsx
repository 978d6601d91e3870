import { ActionIcon } from "@mantine/core";
import { formatClock } from "#core/ground/base";
import { setPlan } from "#core/ground/plan";
import { useLesson } from "../../lesson/lesson-context.ts";
import { PartsChart } from "./PartsChart.tsx";
import styles from "./Plan.module.css";

/** The parts of the lesson as bars against the session, with what is waited for between them. */
export function Parts() {
  const { lesson, computed, commit, chooseStep } = useLesson();
  const { parts, steps } = computed;
  if (parts.length === 0) return null;
  const session = lesson.plan.sessionMinutes * 60_000;
  const set = (n: number) => commit([setPlan("parts", n <= 1 ? null : n)]);
  return (
    <div className={styles.parts}>
      <div className={styles.partsHead}>
        <span>{parts.length === 1 ? "Taught in one part" : `Taught in ${parts.length} parts`}</span>
        <ActionIcon
          variant="default"
          aria-label="One part fewer"
          disabled={parts.length <= 1}
          onClick={() => set(parts.length - 1)}
        >
          −
        </ActionIcon>
        <ActionIcon
          variant="default"
          aria-label="One part more"
          disabled={parts.length >= 12}
          onClick={() => set(parts.length + 1)}
        >
          +
        </ActionIcon>
      </div>
      <PartsChart
        parts={parts}
        sessionMs={session}
        onPress={(i) => chooseStep(steps[parts[i]?.first ?? 0]?.id ?? null)}
      />
      <ol>
        {parts.map((part) => (
          <li key={part.number}>
            <button
              type="button"
              className={styles.part}
              onClick={() => chooseStep(steps[part.first]?.id ?? null)}
            >
              <span className={styles.partWords}>
                {part.number}. steps {part.first + 1}–{part.last + 1}, {formatClock(part.ms)} min
              </span>
            </button>
            {part.gate ? (
              <p className={styles.gate}>
                {part.gate.says}
                {part.gate.waitMinutes > 0 ? ` Wait ${sayMinutes(part.gate.waitMinutes)}.` : ""}
              </p>
            ) : null}
          </li>
        ))}
      </ol>
      <p className={styles.quiet}>The dashed line is the end of the session.</p>
    </div>
  );
}

function sayMinutes(minutes: number): string {
  if (minutes % 1440 === 0) return minutes === 1440 ? "a day" : `${minutes / 1440} days`;
  if (minutes % 60 === 0) return minutes === 60 ? "an hour" : `${minutes / 60} hours`;
  return `${minutes} minutes`;
}
