import { Radio } from "@mantine/core";
import { chooseIn, chosenIn, SCHOOLS } from "#core/ground/plan";
import { useLesson } from "../../lesson/lesson-context.ts";
import styles from "./Plan.module.css";

/** The choices of school, each with what it changes. */
export function Schools() {
  const { lesson, commit } = useLesson();
  return (
    <section>
      <h1>How you do it</h1>
      {SCHOOLS.map(({ field, title, choices }) => (
        <Radio.Group
          key={field}
          label={title}
          value={chosenIn(lesson.plan, field)}
          onChange={(value) => commit([chooseIn(field, value)])}
          className={styles.choice ?? ""}
          classNames={{ label: styles.choiceTitle ?? "" }}
        >
          <div className={styles.options}>
            {choices.map(({ value, label, effect }) => (
              <Radio key={value} value={value} label={label} description={effect} />
            ))}
          </div>
        </Radio.Group>
      ))}
    </section>
  );
}
