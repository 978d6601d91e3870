import { useEffect, useRef } from "react";
import type { Step } from "#core/telling/steps";
import { type Schedule, windowAt } from "#core/time/schedule";
import type { Player } from "../../lesson/take/player.ts";
import { momentOf, usePlayed } from "../../lesson/take/use-player.ts";
import styles from "./Rehearse.module.css";

/** The words in large type, moving past at the schedule's own pace: what is due stands a third from the top. */
export function Prompter({
  steps,
  schedule,
  player,
}: {
  steps: readonly Step[];
  schedule: Schedule;
  player: Player;
}) {
  const atMs = usePlayed(player, momentOf);
  const page = useRef<HTMLDivElement>(null);
  const current = windowAt(schedule, atMs) ?? schedule.windows[0];
  useEffect(() => {
    const element = page.current;
    const block = element?.querySelector<HTMLElement>(`[data-due="true"]`);
    if (!element || !block || !current) return;
    const share = Math.min(
      1,
      (atMs - current.startMs) / Math.max(1, current.drawFromMs - current.startMs || 1),
    );
    // Only telling moves the words: while the class draws they stand.
    const still = matchMedia("(prefers-reduced-motion: reduce)").matches;
    const along = still ? 0 : block.offsetHeight * Math.max(0, share);
    element.scrollTop = block.offsetTop + along - element.clientHeight / 3;
  }, [atMs, current]);
  return (
    <div className={styles.prompter} ref={page} role="log" aria-label="Prompter" aria-live="off">
      {steps.map((step) => (
        <section key={step.id} data-due={step.id === current?.stepId}>
          <h2>
            {step.number}. {step.title}
          </h2>
          <p>{[...step.instruction, ...step.notes].join(" ")}</p>
        </section>
      ))}
    </div>
  );
}
