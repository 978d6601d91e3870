import { nextStep, plannedBefore } from "#core/class/teaching";
import { formatClock } from "#core/ground/base";
import { StepWords } from "../../lesson/frame/StepWords.tsx";
import styles from "./Class.module.css";
import { ClassButtons } from "./ClassButtons.tsx";
import type { ClassOf } from "./ClassStage.tsx";
import { useClassInHand } from "./use-class-in-hand.ts";
import { useClassKeys } from "./use-class-keys.ts";
import { useKeptPage } from "./use-kept-page.ts";
import { WaitRing } from "./WaitRing.tsx";

/** The educator's own window beside the projector: the script, the clock, and the same keys. */
export function ClassDesk({ id, lesson }: ClassOf) {
  const inHand = useClassInHand(id, lesson, false);
  useClassKeys((what) => inHand?.act(what));
  useKeptPage(id);
  if (!inHand || inHand.state.ended)
    return (
      <main className={styles.over}>
        <h1>{inHand ? "The class is over" : "No class is under way"}</h1>
        <p>
          {inHand ? "Finish it in the other window." : "Begin it under Teach; this window follows by itself."}
        </p>
      </main>
    );
  const { computed, plan, state, now, act } = inHand;
  const here = plan.stations[state.station];
  const waiting = here?.kind === "wait";
  const planned = plan.steps[here?.step ?? 0];
  const step = computed.steps.find((s) => s.id === planned?.stepId);
  const after = nextStep(plan, state);
  const next = after === null ? undefined : computed.steps.find((s) => s.id === plan.steps[after]?.stepId);
  const behindMs = state.classMs - plannedBefore(plan, here?.step ?? 0);
  return (
    <div className={styles.desk}>
      <section className={styles.script} aria-label="Script">
        {step ? <StepWords step={step} /> : null}
        {next ? (
          <section className={styles.coming}>
            <h2>
              Next: {next.number}. {next.title}
            </h2>
            <p>{[...next.instruction, ...next.notes].join(" ")}</p>
          </section>
        ) : null}
      </section>
      <aside className={styles.clock} aria-label="Clock">
        <p className={styles.time}>
          {new Date(now).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" })}
        </p>
        {waiting ? <WaitRing spentMs={state.spentMs} waitMs={state.waitMs} /> : null}
        <dl>
          <dt>Class so far</dt>
          <dd>{formatClock(state.classMs)}</dd>
          <dt>Planned in all</dt>
          <dd>{formatClock(plannedBefore(plan, plan.steps.length))}</dd>
          <dt>Since this step was due</dt>
          <dd>{behindMs < 0 ? `${formatClock(-behindMs)} early` : formatClock(behindMs)}</dd>
          <dt>Step</dt>
          <dd>
            {step?.number} of {plan.steps.length}
          </dd>
        </dl>
        <ClassButtons state={state} waiting={waiting} step={step} act={act} />
      </aside>
    </div>
  );
}
