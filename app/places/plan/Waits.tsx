import { Checkbox, NumberInput, Select } from "@mantine/core";
import { GATES, type GateName, setPlan, USUAL_KIT } from "#core/ground/plan";
import { useLesson } from "../../lesson/lesson-context.ts";
import styles from "./Plan.module.css";

/** What must be done or dry before the next thing may begin, as far as the kit asks for it. */
export function Waits() {
  const { lesson, computed, commit } = useLesson();
  const kit: readonly string[] = lesson.plan.kit ?? USUAL_KIT;
  const gates = lesson.plan.gates ?? [];
  const offered = (Object.keys(GATES) as GateName[]).filter(
    (name) => GATES[name].with.some((item) => kit.includes(item)) || gates.some((g) => g.gate === name),
  );
  const set = (next: typeof gates) =>
    commit([setPlan("gates", next.length > 0 ? next.map((g) => ({ ...g })) : null)]);
  const last = computed.steps.at(-1);
  if (offered.length === 0 || !last) return null;
  return (
    <section>
      <h2>What must wait</h2>
      <ul className={styles.waits}>
        {offered.map((name) => {
          const gate = gates.find((g) => g.gate === name);
          const change = (part: Partial<(typeof gates)[number]>) =>
            set(gates.map((g) => (g.gate === name ? { ...g, ...part } : g)));
          return (
            <li key={name}>
              <Checkbox
                label={GATES[name].label}
                description={GATES[name].says}
                checked={gate !== undefined}
                onChange={(e) =>
                  set(
                    e.currentTarget.checked
                      ? [...gates, { gate: name, after: last.id, waitMinutes: GATES[name].waitMinutes }]
                      : gates.filter((g) => g.gate !== name),
                  )
                }
              />
              {gate ? (
                <div className={styles.row}>
                  <Select
                    label="After step"
                    size="sm"
                    allowDeselect={false}
                    searchable
                    value={gate.after}
                    data={computed.steps.map((s) => ({ value: s.id, label: `${s.number}. ${s.title}` }))}
                    onChange={(after) => after && change({ after })}
                  />
                  <NumberInput
                    label="Wait, minutes"
                    size="sm"
                    min={0}
                    max={10_080}
                    clampBehavior="strict"
                    value={gate.waitMinutes}
                    onChange={(n) =>
                      typeof n === "number" && n !== gate.waitMinutes && change({ waitMinutes: n })
                    }
                  />
                </div>
              ) : null}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
