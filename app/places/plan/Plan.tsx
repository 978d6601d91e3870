import { NumberInput, Radio, Select } from "@mantine/core";
import { formatClock } from "#core/base";
import {
  AGE_BANDS,
  CENTRE_SCHOOL,
  ERASE_SCHOOL,
  GUIDES_SCHOOL,
  HELP_SCHOOL,
  PLAN_DEFAULTS,
  type Plan as PlanSlice,
  READING_SCHOOL,
  RULER_SCHOOL,
  type School,
} from "#core/plan";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { FindingList } from "../../ui/FindingList.tsx";
import styles from "./Plan.module.css";

/** What the educator chooses before drawing: whom it is for, and how things are done in this class. */
export function Plan() {
  const { lesson, computed, commit } = useLesson();
  const { plan } = lesson;
  const set = (field: keyof PlanSlice, value: string | number) => commit([{ id: "plan", field, value }]);
  const minutes = computed.schedule.totalMs / 60_000;
  return (
    <div className={place.page}>
      <div className={styles.columns}>
        <section>
          <h1>For whom</h1>
          <div className={styles.row}>
            <Select
              label="Age"
              allowDeselect={false}
              value={plan.ageBand}
              data={Object.entries(AGE_BANDS).map(([value, { label }]) => ({ value, label }))}
              onChange={(value) => value && set("ageBand", value)}
            />
            <NumberInput
              label="Minutes a session"
              min={5}
              max={240}
              clampBehavior="blur"
              value={plan.sessionMinutes}
              onChange={(value) =>
                typeof value === "number" && value >= 5 && value <= 240 && set("sessionMinutes", value)
              }
            />
          </div>
          <p className={styles.estimate} data-long={minutes > plan.sessionMinutes}>
            The lesson takes {formatClock(computed.schedule.totalMs)} for {computed.steps.length} steps
            {lesson.currentTake ? ", as narrated" : ", estimated from words, lines and the pace of this age"}
            {minutes > plan.sessionMinutes
              ? `: longer than the session of ${plan.sessionMinutes} minutes. Leave something out, or teach it in two parts.`
              : "."}
          </p>
          <h2>Have ready</h2>
          <p>
            A soft, sharp pencil, an eraser with a sharp edge, a ruler long enough for corner to corner (a
            folded scrap or a straight strip of card will do) and one sheet each.
          </p>
          <p className={place.quiet}>
            Fingers clear of the ruler's edge, the hand flat. Where blades, permanent pens or glue come in
            later, your school's own rules go first.
          </p>
          <FindingList
            findings={computed.findings.filter((f) => f.about === "sheet" || f.severity === "fault")}
            onMend={commit}
          />
        </section>
        <section>
          <h1>How you do it</h1>
          <Choice school={CENTRE_SCHOOL} value={plan.centre} onChange={(value) => set("centre", value)} />
          <Choice school={GUIDES_SCHOOL} value={plan.guides} onChange={(value) => set("guides", value)} />
          <Choice school={ERASE_SCHOOL} value={plan.erase} onChange={(value) => set("erase", value)} />
          <Choice
            school={READING_SCHOOL}
            value={plan.reading ?? PLAN_DEFAULTS.reading}
            onChange={(value) => value && set("reading", value)}
          />
          <Choice
            school={HELP_SCHOOL}
            value={plan.help ?? PLAN_DEFAULTS.help}
            onChange={(value) => value && set("help", value)}
          />
          <Choice
            school={RULER_SCHOOL}
            value={plan.ruler ?? PLAN_DEFAULTS.ruler}
            onChange={(value) => value && set("ruler", value)}
          />
        </section>
      </div>
    </div>
  );
}

function Choice<F extends "centre" | "guides" | "erase" | "reading" | "help" | "ruler">({
  school,
  value,
  onChange,
}: {
  school: School<F>;
  value: NonNullable<PlanSlice[F]>;
  onChange: (value: PlanSlice[F]) => void;
}) {
  return (
    <Radio.Group
      label={school.title}
      value={value}
      onChange={(v) => onChange(v as PlanSlice[F])}
      className={styles.choice ?? ""}
      classNames={{ label: styles.choiceTitle ?? "" }}
    >
      <div className={styles.options}>
        {school.choices.map((choice) => (
          <Radio key={choice.value} value={choice.value} label={choice.label} description={choice.effect} />
        ))}
      </div>
    </Radio.Group>
  );
}
