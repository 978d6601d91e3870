import { formatClock } from "#core/ground/base";
import type { Stray } from "#core/time/placing";
import styles from "./Narrate.module.css";

/** More than these are told by their number: a take of another lesson would list itself whole. */
const SHOWN = 5;

/** Sentences that tell of drawing which no step does; pressing one goes there. */
export function StrayWords({ stray, onLook }: { stray: readonly Stray[]; onLook: (ms: number) => void }) {
  if (stray.length === 0) return null;
  return (
    <section className={styles.doubtful}>
      <h2>Told, but in no step</h2>
      <ul>
        {stray.slice(0, SHOWN).map((s) => (
          <li key={s.startMs}>
            <button type="button" className={styles.strayLine} onClick={() => onLook(s.startMs)}>
              <span className={styles.lineTime}>{formatClock(s.startMs)}</span> {s.text}
            </button>
          </li>
        ))}
      </ul>
      {stray.length > SHOWN ? <p>… and {stray.length - SHOWN} more, paler in the text.</p> : null}
    </section>
  );
}
