import { Button, MultiSelect, NumberInput, Select } from "@mantine/core";
import { setTask, takeTaskAway } from "#core/document/changes";
import { reorderStep } from "#core/document/proposals";
import { KIT, type KitName } from "#core/ground/plan";
import type { Step } from "#core/telling/steps";
import type { Concern, Task } from "#core/telling/tasks";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import styles from "./Build.module.css";
import { StepOrder } from "./StepOrder.tsx";
import { WordsInPlace } from "./WordsInPlace.tsx";

const KIT_CHOICES = (Object.keys(KIT) as KitName[]).map((value) => ({ value, label: KIT[value].short }));
const needsWords = (text: string) => (text.trim() === "" ? "A task needs words." : null);

/** A step without a line: its words to change where they stand, how long it takes, what it needs and what it is about. */
export function TaskPanel({ step, task }: { step: Step; task: Task }) {
  const { lesson, computed, commit, chooseStep } = useLesson();
  const index = computed.steps.indexOf(step);
  const move = (to: number) => commit(reorderStep(computed, step.id, to).changes ?? []);
  return (
    <section className={styles.panel} aria-label={`Step ${step.number}`}>
      <WordsInPlace
        number={step.number}
        of="task"
        title={task.title}
        words={task.words}
        fault={needsWords}
        onTitle={(text) => commit(setTask(task, "title", text))}
        onWords={(text) => commit(setTask(task, "words", text))}
      />
      <div className={styles.notes}>
        {step.notes.map((note) => (
          <p key={note}>{note}</p>
        ))}
      </div>
      <div className={place.pairs}>
        <Minutes
          label="It takes, min"
          most={240}
          value={task.minutes}
          onTake={(n) => commit(setTask(task, "minutes", n))}
        />
        <Minutes
          label="Then it dries, min"
          most={10_080}
          value={task.dryMinutes ?? 0}
          onTake={(n) => commit(setTask(task, "dryMinutes", n > 0 ? n : null))}
        />
      </div>
      <MultiSelect
        label="It needs"
        size="sm"
        data={KIT_CHOICES}
        value={task.kit ?? []}
        onChange={(kit) => commit(setTask(task, "kit", kit.length > 0 ? (kit as KitName[]) : null))}
      />
      <About task={task} things={lesson.objects} onChange={(c) => commit(setTask(task, "concerns", c))} />
      <div className={styles.actions}>
        <StepOrder index={index} count={computed.steps.length} onMove={move} />
        <Button
          size="compact-sm"
          variant="default"
          onClick={() => {
            commit(takeTaskAway(task));
            chooseStep((computed.steps[index + 1] ?? computed.steps[index - 1])?.id ?? null);
          }}
        >
          Take it away
        </Button>
      </div>
    </section>
  );
}

function Minutes({
  label,
  most,
  value,
  onTake,
}: {
  label: string;
  most: number;
  value: number;
  onTake: (minutes: number) => void;
}) {
  return (
    <NumberInput
      label={label}
      size="sm"
      min={0}
      max={most}
      clampBehavior="strict"
      value={value}
      onChange={(n) => typeof n === "number" && n !== value && onTake(n)}
    />
  );
}

/** The things a task is about, and whether all of them is meant or every other piece. */
function About({
  task,
  things,
  onChange,
}: {
  task: Task;
  things: readonly { readonly id: string; readonly label: string }[];
  onChange: (concerns: Concern[] | null) => void;
}) {
  if (things.length === 0) return null;
  const concerns = task.concerns ?? [];
  const named = things.map((t) => ({ value: t.id, label: t.label }));
  const gone = concerns.filter((c) => !things.some((t) => t.id === c.thing));
  const everyOther = concerns.some((c) => c.pieces !== undefined);
  return (
    <div className={place.pairs}>
      <MultiSelect
        label="It is about"
        size="sm"
        searchable
        data={[...named, ...gone.map((c) => ({ value: c.thing, label: `${c.thing}, gone` }))]}
        value={concerns.map((c) => c.thing)}
        onChange={(ids) =>
          onChange(
            ids.length === 0
              ? null
              : ids.map(
                  (thing) =>
                    concerns.find((c) => c.thing === thing) ?? {
                      thing,
                      ...(everyOther ? { pieces: "every-other" as const } : {}),
                    },
                ),
          )
        }
      />
      {concerns.length > 0 ? (
        <Select
          label="Of that"
          size="sm"
          allowDeselect={false}
          value={everyOther ? "every-other" : "all"}
          data={[
            { value: "all", label: "all of it" },
            { value: "every-other", label: "every other piece" },
          ]}
          onChange={(which) =>
            onChange(
              concerns.map(({ pieces: _, ...c }) =>
                which === "every-other" ? { ...c, pieces: "every-other" as const } : c,
              ),
            )
          }
        />
      ) : null}
    </div>
  );
}
