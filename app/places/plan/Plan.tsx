import { NumberInput, Select } from "@mantine/core";
import { memo } from "react";
import { Link } from "react-router";
import { formatClock } from "#core/ground/base";
import { AGE_BANDS, type AgeBand, setPlan } from "#core/ground/plan";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { FindingList } from "../../ui/FindingList.tsx";
import { Goals } from "./Goals.tsx";
import { HandIn } from "./HandIn.tsx";
import { Kit } from "./Kit.tsx";
import { Parts } from "./Parts.tsx";
import styles from "./Plan.module.css";
import { Schools } from "./Schools.tsx";
import { Waits } from "./Waits.tsx";

/** What the educator chooses before drawing: whom it is for, what is handed in, what is ready, and how things are done. */
export const Plan = memo(function Plan() {
  const { lesson, computed, commit } = useLesson();
  const { plan } = lesson;
  return (
    <div className={place.page}>
      <div className={styles.columns}>
        <div className={styles.side}>
          <section>
            <h1>For whom</h1>
            <div className={styles.row}>
              <Select
                label="Age"
                allowDeselect={false}
                value={plan.ageBand}
                data={Object.entries(AGE_BANDS).map(([value, { label }]) => ({ value, label }))}
                onChange={(value) => value && commit([setPlan("ageBand", value as AgeBand)])}
              />
              <NumberInput
                label="Minutes a session"
                min={5}
                max={240}
                clampBehavior="blur"
                value={plan.sessionMinutes}
                onChange={(value) =>
                  typeof value === "number" &&
                  value >= 5 &&
                  value <= 240 &&
                  commit([setPlan("sessionMinutes", value)])
                }
              />
            </div>
            <p className={styles.estimate}>
              The lesson takes {formatClock(computed.schedule.totalMs)} for {computed.steps.length} steps
              {lesson.currentTake
                ? ", as narrated."
                : ", estimated from words, lines and the pace of this age."}
            </p>
            {lesson.beginsOn ? (
              <p className={styles.estimate}>
                It begins on the finished sheet of{" "}
                <Link to={`/lessons/${lesson.beginsOn.lessonId}`}>{lesson.beginsOn.title}</Link>, as it was at
                revision {lesson.beginsOn.revision}: what stands there is not told again.
              </p>
            ) : null}
            <Parts />
            <FindingList
              findings={computed.findings.filter((f) => f.about === "plan" || f.severity === "fault")}
              onFix={commit}
            />
          </section>
          <Goals />
          <HandIn />
        </div>
        <div className={styles.side}>
          <Kit />
          <Waits />
          <Schools />
        </div>
      </div>
    </div>
  );
});
