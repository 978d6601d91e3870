import { Radio } from "@mantine/core";
import {
  CENTRE_SCHOOL,
  ERASE_SCHOOL,
  GUIDES_SCHOOL,
  HAND_SCHOOL,
  HELP_SCHOOL,
  PLAN_DEFAULTS,
  type Plan,
  READING_SCHOOL,
  RULER_SCHOOL,
  type School,
} from "#core/plan";
import { useLesson } from "../../lesson/lesson-context.ts";
import styles from "./Plan.module.css";

type SchoolField = "centre" | "guides" | "erase" | "reading" | "help" | "ruler" | "hand";

/** The choices of school, each with what it changes. */
export function Schools() {
  const { lesson, commit } = useLesson();
  const { plan } = lesson;
  const set = (field: SchoolField) => (value: string | undefined) =>
    value !== undefined && commit([{ id: "plan", field, value }]);
  return (
    <section>
      <h1>How you do it</h1>
      <Choice school={CENTRE_SCHOOL} value={plan.centre} onChange={set("centre")} />
      <Choice school={GUIDES_SCHOOL} value={plan.guides} onChange={set("guides")} />
      <Choice school={ERASE_SCHOOL} value={plan.erase} onChange={set("erase")} />
      <Choice
        school={READING_SCHOOL}
        value={plan.reading ?? PLAN_DEFAULTS.reading}
        onChange={set("reading")}
      />
      <Choice school={HELP_SCHOOL} value={plan.help ?? PLAN_DEFAULTS.help} onChange={set("help")} />
      <Choice school={RULER_SCHOOL} value={plan.ruler ?? PLAN_DEFAULTS.ruler} onChange={set("ruler")} />
      <Choice school={HAND_SCHOOL} value={plan.hand ?? PLAN_DEFAULTS.hand} onChange={set("hand")} />
    </section>
  );
}

function Choice<F extends SchoolField>({
  school,
  value,
  onChange,
}: {
  school: School<F>;
  value: NonNullable<Plan[F]>;
  onChange: (value: Plan[F]) => void;
}) {
  return (
    <Radio.Group
      label={school.title}
      value={value}
      onChange={(v) => onChange(v as Plan[F])}
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
