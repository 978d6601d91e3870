import { CALLED, HAND_OUTS, type HandOutKind } from "#core/handout";
import styles from "./HandOut.module.css";

/** What can be handed out, each by the picture of its first page. */
export function KindRail({
  lessonId,
  revision,
  chosen,
  onChoose,
}: {
  lessonId: string;
  revision: number;
  chosen: HandOutKind;
  onChoose: (what: HandOutKind) => void;
}) {
  return (
    <nav className={styles.rail} aria-label="What to hand out">
      {HAND_OUTS.map((what) => (
        <button
          key={what}
          type="button"
          className={styles.kind}
          aria-pressed={what === chosen}
          title={CALLED[what].is}
          onClick={() => onChoose(what)}
        >
          {what === "take-home" ? (
            <span className={styles.phone} aria-hidden="true" />
          ) : (
            <img src={`/lessons/${lessonId}/hand-out/${what}.svg?r=${revision}`} alt="" loading="lazy" />
          )}
          <span>{CALLED[what].name}</span>
        </button>
      ))}
    </nav>
  );
}
