import { Button, Textarea } from "@mantine/core";
import { useState } from "react";
import { sayOfStep } from "#core/document/changes";
import { formatClock } from "#core/ground/base";
import type { Step } from "#core/telling/steps";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import styles from "./Narrate.module.css";

/** What to say before it is recorded: every step's words with its estimate, to change where they stand and to print. */
export function Script() {
  const { computed, commit, chooseStep, step: chosen } = useLesson();
  const { steps, schedule } = computed;
  return (
    <div className={styles.script}>
      <div className={styles.scriptHead}>
        <h2>The script, {formatClock(schedule.totalMs)} by estimate</h2>
        <Button variant="default" size="compact-md" onClick={() => window.print()}>
          Print it
        </Button>
      </div>
      <p className={place.quiet}>
        Read it aloud while you record, or let the prompter under Rehearse run it. Then bring in the captions.
      </p>
      <ol>
        {steps.map((step) => {
          const span = schedule.windows.find((w) => w.stepId === step.id);
          return (
            <li key={step.id} data-chosen={step.id === chosen?.id}>
              <span className={styles.clock}>{formatClock(span?.startMs ?? 0)}</span>
              <div>
                <button type="button" className={styles.scriptTitle} onClick={() => chooseStep(step.id)}>
                  {step.number}. {step.title}
                </button>
                <ScriptWords
                  step={step}
                  onChange={(words) => commit(sayOfStep(step, "instruction", words || null))}
                />
                {step.notes.map((note) => (
                  <p key={note}>{note}</p>
                ))}
                {step.why ? <p className={place.quiet}>{step.why}</p> : null}
              </div>
            </li>
          );
        })}
      </ol>
    </div>
  );
}

function ScriptWords({ step, onChange }: { step: Step; onChange: (words: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const words = step.instruction.join(" ");
  return (
    <Textarea
      aria-label={`Words of step ${step.number}`}
      autosize
      variant="unstyled"
      value={typed ?? words}
      maxLength={600}
      onChange={(e) => setTyped(e.currentTarget.value)}
      onBlur={() => {
        if (typed !== null && typed.trim() !== words) onChange(typed.trim());
        setTyped(null);
      }}
    />
  );
}
