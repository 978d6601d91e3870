import type { Step } from "#core/steps";
import styles from "./StepWords.module.css";

/** What is said of a step: instruction, notes, readings, check and slip. */
export function StepWords({ step }: { step: Step }) {
  return (
    <article className={styles.words} aria-live="polite">
      <h2>
        <span className={styles.number}>{step.number}</span> {step.title}
      </h2>
      {step.instruction.map((sentence) => (
        <p key={sentence}>{sentence}</p>
      ))}
      <StepNotes step={step} />
    </article>
  );
}

/** What goes with the instruction of a step: notes, readings, check and slip. */
export function StepNotes({ step }: { step: Step }) {
  return (
    <>
      {step.notes.map((note) => (
        <p key={note} className={styles.note}>
          {note}
        </p>
      ))}
      {step.readings.length > 0 ? (
        <ul className={styles.readings}>
          {step.readings.map((reading) => (
            <li key={reading}>{reading}</li>
          ))}
        </ul>
      ) : null}
      {step.check ? (
        <p>
          <b>Check</b> {step.check}
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
