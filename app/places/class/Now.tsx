import { nextStep, shownMs } from "#core/class/teaching";
import type { Step } from "#core/telling/steps";
import styles from "./Class.module.css";
import type { ClassInHand } from "./use-class-in-hand.ts";
import { WaitRing } from "./WaitRing.tsx";

/** What to do now, how far it has come, and small what comes next. */
export function Now({ inHand, step }: { inHand: ClassInHand; step: Step | undefined }) {
  const { plan, state } = inHand;
  const waiting = plan.stations[state.station]?.kind === "wait";
  const after = nextStep(plan, state);
  return (
    <section className={styles.now} aria-label="Now">
      {waiting ? <WaitRing spentMs={state.spentMs} waitMs={state.waitMs} /> : <Going inHand={inHand} />}
      <div className={styles.words} aria-live="polite">
        <h1>
          <span>{step?.number}</span> {step?.title}
        </h1>
        <ol data-one={step?.actions.length === 1 || undefined}>
          {step?.actions.map((action) => (
            <li key={action}>{action}</li>
          ))}
        </ol>
        {waiting && step?.check ? <p className={styles.check}>Check: {step.check}</p> : null}
      </div>
      <div className={styles.next}>
        {after === null ? "The last step" : `Next: ${after + 1}. ${plan.steps[after]?.title}`}
      </div>
    </section>
  );
}

/** How far what is shown has come. */
function Going({ inHand: { plan, state } }: { inHand: ClassInHand }) {
  const here = plan.stations[state.station];
  const length = Math.max(1, (here?.toMs ?? 0) - (here?.fromMs ?? 0));
  const share = Math.min(1, Math.max(0, (shownMs(plan, state) - (here?.fromMs ?? 0)) / length));
  return (
    <div className={styles.going} data-resting={state.resting || undefined}>
      <b>{state.resting ? "Standing still" : share >= 1 ? "Shown" : state.rate < 1 ? "Slowly" : "Watch"}</b>
      <span className={styles.goingBar}>
        <span style={{ width: `${share * 100}%` }} />
      </span>
    </div>
  );
}
