import type { Step } from "#core/telling/steps";
import styles from "./StepWords.module.css";

/** What is said of a step: instruction, reason, check and slip. */
export function StepWords({ step }: { step: Step }) {
  return (
    <article className={styles.words} aria-live="polite">
      <h2>
        <span className={styles.number}>{step.number}</span> {step.title}
      </h2>
      {step.actions.length > 1 ? (
        <ol className={styles.actions}>
          {step.actions.map((action) => (
            <li key={action}>{action}</li>
          ))}
        </ol>
      ) : (
        <p>{step.actions[0]}</p>
      )}
      <StepNotes step={step} />
    </article>
  );
}

/** What goes with the instruction of a step: notes, reason, check and slip. */
export function StepNotes({ step }: { step: Step }) {
  return (
    <>
      {step.notes.map((note) => (
        <p key={note} className={styles.note}>
          {note}
        </p>
      ))}
      {step.why ? <p className={styles.why}>{step.why}</p> : null}
      {step.check ? (
        <p>
          <b>Check</b> {step.check}
        </p>
      ) : null}
      {step.answers.length > 0 ? (
        <p>
          <b>Answer</b> {step.answers.join(" ")}
        </p>
      ) : null}
      {step.slip ? (
        <p className={styles.slip}>
          <b>Likely slip</b> {step.slip}
        </p>
      ) : null}
    </>
  );
}
