import { formatClock } from "#core/ground/base";
import styles from "./Class.module.css";

const R = 44;
const ROUND = 2 * Math.PI * R;

/** The wait as a ring that runs down; past its end it tells how long it has lasted beyond. */
export function WaitRing({ spentMs, waitMs }: { spentMs: number; waitMs: number }) {
  const leftMs = waitMs - spentMs;
  const share = waitMs > 0 ? Math.max(0, Math.min(1, leftMs / waitMs)) : 0;
  const over = leftMs < 0;
  return (
    <svg
      className={styles.ring}
      viewBox="0 0 100 100"
      role="timer"
      aria-label={over ? "Past the wait" : "Time left to draw"}
      data-over={over || undefined}
    >
      <circle cx="50" cy="50" r={R} className={styles.ringBack} />
      <circle
        cx="50"
        cy="50"
        r={R}
        className={styles.ringLeft}
        strokeDasharray={`${share * ROUND} ${ROUND}`}
        transform="rotate(-90 50 50)"
      />
      <text x="50" y="50" className={styles.ringTime}>
        {over ? `+${formatClock(-leftMs)}` : formatClock(leftMs + 999)}
      </text>
      <text x="50" y="70" className={styles.ringWord}>
        {over ? "over" : "to draw"}
      </text>
    </svg>
  );
}
