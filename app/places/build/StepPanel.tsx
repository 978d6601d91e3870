import { Menu, NumberInput, Select } from "@mantine/core";
import { useState } from "react";
import { cutStep, joinStep, sayOfStep } from "#core/document/changes";
import { reorderStep } from "#core/document/proposals";
import { paceOf } from "#core/ground/plan";
import { STEP_KINDS, type Step, setStep } from "#core/telling/steps";
import { waitMs } from "#core/time/schedule";
import { STEP_SIGNS } from "../../lesson/frame/StepSign.tsx";
import { StepNotes } from "../../lesson/frame/StepWords.tsx";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { More } from "../../ui/More.tsx";
import styles from "./Build.module.css";
import { StepOrder } from "./StepOrder.tsx";
import { WordsInPlace } from "./WordsInPlace.tsx";

// An empty field goes back to the usual words.
const anything = () => null;

const KINDS = STEP_KINDS.map((value) => ({ value, label: STEP_SIGNS[value].says }));

/** A step as it is told: its words to change where they stand, what it is, how long it is waited for, where it goes. */
export function StepPanel({ step, shown }: { step: Step; shown: number }) {
  const { lesson, computed, commit, chooseStep } = useLesson();
  const [refused, setRefused] = useState<string | null>(null);
  const own = lesson.steps[step.id];
  const index = computed.steps.indexOf(step);
  const before = joinStep(lesson, computed.steps, computed.moves, step);
  const cut = cutStep(lesson, computed.moves, step, shown + 1);
  const move = (to: number) => {
    const { changes, refused } = reorderStep(computed, step.id, to);
    setRefused(refused);
    if (changes) commit(changes);
  };
  const pace = paceOf(lesson.plan);
  return (
    <section className={styles.panel} aria-label={`Step ${step.number}`}>
      <WordsInPlace
        number={step.number}
        of="step"
        title={step.title}
        words={step.instruction.join(" ")}
        actions={step.actions}
        fault={anything}
        onTitle={(text) => commit(sayOfStep(step, "title", text || null))}
        onWords={(text) => commit(sayOfStep(step, "instruction", text || null))}
      />
      <div className={styles.notes}>
        <StepNotes step={step} />
      </div>
      <div className={place.pairs}>
        <Select
          label="The class"
          size="sm"
          allowDeselect={false}
          value={step.kind}
          data={KINDS}
          onChange={(kind) => kind && commit(sayOfStep(step, "kind", kind))}
        />
        <NumberInput
          label="Wait after it, s"
          size="sm"
          min={0}
          max={3600}
          allowDecimal={false}
          value={step.holdMs === null ? "" : step.holdMs / 1000}
          placeholder={`${Math.round(waitMs(step, pace) / 1000)}, by age`}
          onChange={(seconds) => {
            const holdMs = typeof seconds === "number" ? seconds * 1000 : null;
            if (holdMs !== step.holdMs) commit(sayOfStep(step, "holdMs", holdMs));
          }}
        />
      </div>
      <div className={styles.actions}>
        <StepOrder index={index} count={computed.steps.length} onMove={move} />
        <More label="More to do with this step">
          <Menu.Item
            disabled={!before}
            onClick={() => {
              if (!before) return;
              const previous = computed.steps[index - 1];
              commit(before);
              chooseStep(previous?.id ?? null);
            }}
          >
            Tell with the step before
          </Menu.Item>
          <Menu.Item disabled={!cut} onClick={() => cut && commit(cut)}>
            {cut
              ? `Part after move ${shown - step.firstMove + 1}`
              : "Part it here: go to a move inside it first"}
          </Menu.Item>
          <Menu.Item
            disabled={!own?.title && !own?.instruction}
            onClick={() =>
              commit([...sayOfStep(step, "title", null), ...sayOfStep(step, "instruction", null)])
            }
          >
            Back to the usual words
          </Menu.Item>
          {step.usualSlip ? (
            <Menu.Item onClick={() => commit([setStep(step.id, "warn", own?.warn ? null : true)])}>
              {own?.warn ? "Warn of its slip no more" : "Warn of its slip"}
            </Menu.Item>
          ) : null}
        </More>
      </div>
      {refused ? <p role="status">{refused}</p> : null}
    </section>
  );
}
