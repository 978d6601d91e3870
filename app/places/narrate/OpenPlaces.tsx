import { Button } from "@mantine/core";
import { type ReactNode, useEffect, useRef } from "react";
import type { Step } from "#core/telling/steps";
import type { PlacedStep } from "#core/time/placing";
import styles from "./Narrate.module.css";
import type { PlacingSteps } from "./use-placing-steps.ts";

/** So many of each are listed at once. */
const MOST = 6;

/**
 * What is open once the steps are placed: which to pin next, places that want a look, the most doubtful first, and steps of
 * which nothing seems to be said. Enter takes one and goes on to the next.
 */
export function OpenPlaces({
  placing: { doubtful, unsaid, next, nextAt, said, pin, leave },
  steps,
  wordOf,
  onLook,
}: {
  placing: PlacingSteps;
  steps: readonly Step[];
  wordOf: (wordId: string) => string;
  onLook: (place: PlacedStep) => void;
}) {
  const list = useRef<HTMLUListElement>(null);
  const first = doubtful[0]?.stepId;
  const taking = useRef(false);
  const justPlaced = said !== null;
  useEffect(() => {
    // On from one that was taken to the next, or to the first once all were placed. A hand that taps, or is at the words,
    // stays where it is.
    if (first && (taking.current || justPlaced))
      list.current?.querySelector<HTMLButtonElement>("button")?.focus({ preventScroll: true });
    taking.current = false;
  }, [first, justPlaced]);
  const row = (place: PlacedStep, at: ReactNode, takes: string) => {
    const step = steps.find((s) => s.id === place.stepId);
    return (
      <li key={place.stepId}>
        <span>
          <b>{step?.number}</b> {step?.title} {at}
        </span>
        <span className={styles.choices}>
          <Button
            size="compact-sm"
            onFocus={() => onLook(place)}
            onClick={() => {
              taking.current = true;
              pin(place.stepId, place);
            }}
          >
            {takes}
          </Button>
          <Button
            size="compact-sm"
            variant="subtle"
            onClick={() => {
              taking.current = true;
              leave(place.stepId);
            }}
          >
            Leave it
          </Button>
        </span>
      </li>
    );
  };
  return (
    <>
      {next && nextAt && doubtful.length + unsaid.length > 1 ? (
        <section className={styles.doubtful}>
          <h2>Pin this one first</h2>
          <p>
            Step <b>{next.number}</b> {next.title}: where it begins settles the most of the others.
          </p>
          <Button size="compact-sm" variant="default" onClick={() => onLook(nextAt)}>
            Look at it
          </Button>
        </section>
      ) : null}
      {doubtful.length > 0 ? (
        <section className={styles.doubtful}>
          <h2>To look at, the most doubtful first</h2>
          <ul ref={list}>
            {doubtful
              .slice(0, MOST)
              .map((place) =>
                row(
                  place,
                  `at “${wordOf(place.wordId)}”, ${Math.round(place.confidence * 100)} % sure`,
                  "It begins there",
                ),
              )}
          </ul>
          <More count={doubtful.length - MOST} />
        </section>
      ) : null}
      {unsaid.length > 0 ? (
        <section className={styles.doubtful}>
          <h2>Nothing seems to be said of</h2>
          <ul>
            {unsaid
              .slice(0, MOST)
              .map((place) =>
                row(place, `: it would go before “${wordOf(place.wordId)}”`, "Its lines go there"),
              )}
          </ul>
          <More count={unsaid.length - MOST} />
        </section>
      ) : null}
    </>
  );
}

function More({ count }: { count: number }) {
  return count > 0 ? <p className={styles.more}>and {count} more, once these are settled</p> : null;
}
