import { ActionIcon } from "@mantine/core";
import type { Move } from "#core/drawing/drafter";
import type { Step } from "#core/telling/steps";
import styles from "./Build.module.css";

/** Goes through the drawing move by move: a range to drag, a button either way, and what the move at hand is told by. */
export function MoveScrubber({
  moves,
  steps,
  shown,
  onScrub,
}: {
  moves: readonly Move[];
  steps: readonly Step[];
  shown: number;
  onScrub: (move: number) => void;
}) {
  const at = steps.find((s) => s.firstMove <= shown && shown <= s.lastMove);
  const act = at?.acts.find(({ told }) => told.moves.includes(shown));
  const said = act?.sentences.join(" ") ?? at?.title ?? "";
  const go = (to: number) => onScrub(Math.min(moves.length - 1, Math.max(-1, to)));
  return (
    <div className={styles.scrubber}>
      <ActionIcon
        variant="default"
        size="lg"
        aria-label="One move back"
        disabled={shown < 0}
        onClick={() => go(shown - 1)}
      >
        ‹
      </ActionIcon>
      <input
        type="range"
        className={styles.range}
        min={-1}
        max={moves.length - 1}
        step={1}
        value={shown}
        aria-label="Move by move"
        aria-valuetext={shown < 0 ? "the empty sheet" : `move ${shown + 1} of ${moves.length}`}
        onChange={(e) => go(Number(e.currentTarget.value))}
      />
      <ActionIcon
        variant="default"
        size="lg"
        aria-label="One move on"
        disabled={shown >= moves.length - 1}
        onClick={() => go(shown + 1)}
      >
        ›
      </ActionIcon>
      <p className={styles.moveName}>
        {shown < 0 ? (
          "The empty sheet"
        ) : (
          <>
            <strong>
              Move {shown + 1} of {moves.length}
            </strong>{" "}
            {said}
          </>
        )}
      </p>
    </div>
  );
}
