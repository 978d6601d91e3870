import { useEffect, useState } from "react";
import { CALLED, HAND_OUTS, type HandOutKind } from "#core/output/handout";
import styles from "./HandOut.module.css";

const PAGES_FIRST_MS = 700;

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
  // As it was when the place was opened: a picture to choose by need not follow every change.
  const [opened] = useState(revision);
  // One after another: together they would hold every line to the server, and a change could not be saved.
  const [asked, setAsked] = useState(0);
  const askNext = () => setAsked((n) => n + 1);
  // The pages themselves come first.
  useEffect(() => {
    const later = setTimeout(() => setAsked(1), PAGES_FIRST_MS);
    return () => clearTimeout(later);
  }, []);
  return (
    <nav className={styles.rail} aria-label="What to hand out">
      {HAND_OUTS.map((what, i) => (
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
            <img
              {...(i < asked ? { src: `/lessons/${lessonId}/hand-out/${what}.png?r=${opened}` } : {})}
              alt=""
              onLoad={askNext}
              onError={askNext}
            />
          )}
          <span>{CALLED[what].name}</span>
        </button>
      ))}
    </nav>
  );
}
