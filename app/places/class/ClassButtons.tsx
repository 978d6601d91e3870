import type { TeachAct, TeachState } from "#core/class/teaching";
import type { Step } from "#core/telling/steps";
import styles from "./Class.module.css";
import { CLASS_KEYS } from "./use-class-keys.ts";

/** What the educator can do with one press, each with its key. */
export function ClassButtons({
  state,
  waiting,
  step,
  act,
}: {
  state: TeachState;
  waiting: boolean;
  step: Step | undefined;
  act: (act: TeachAct) => void;
}) {
  const button = (
    what: keyof typeof CLASS_KEYS,
    words: string,
    more: { title?: string; off?: boolean; count?: number } = {},
  ) => (
    <button
      type="button"
      className={styles.button}
      data-main={what === "on" || undefined}
      onClick={(e) => {
        act(what);
        // After a click the keys are the class's again: Space would press this button once more.
        if (e.detail > 0) e.currentTarget.blur();
      }}
      disabled={more.off}
      title={more.title}
    >
      {words}
      {more.count ? <b className={styles.count}>{more.count}</b> : null}
      <kbd>{CLASS_KEYS[what]}</kbd>
    </button>
  );
  return (
    <div className={styles.buttons}>
      {button("on", waiting ? "On: end the wait" : state.resting ? "Go on" : "On")}
      {button("longer", waiting ? "Wait longer" : state.resting ? "Go on here" : "Stand still here")}
      {button("back", "Back")}
      {button("again", "Again, slowly")}
      {button("stuck", "They are stuck", { count: state.stuck })}
      {button("slip", "Slip seen", {
        count: state.slips,
        off: !step?.usualSlip,
        title: step?.usualSlip || "No slip is known for this step",
      })}
    </div>
  );
}
