import { Button } from "@mantine/core";
import { useEffect, useRef } from "react";
import type { PlacedStep } from "#core/schedule";
import type { Step } from "#core/steps";
import styles from "./Narrate.module.css";

/** Above this a place is taken without a look. */
export const SURE = 0.75;

/** Proposed places that want a look, the most doubtful first. Enter takes one and goes on to the next. */
export function DoubtfulPlaces({
  places,
  steps,
  wordOf,
  onLook,
  onTake,
  onLeave,
}: {
  places: readonly PlacedStep[];
  steps: readonly Step[];
  wordOf: (wordId: string) => string;
  onLook: (place: PlacedStep) => void;
  onTake: (place: PlacedStep) => void;
  onLeave: (place: PlacedStep) => void;
}) {
  const list = useRef<HTMLUListElement>(null);
  const first = places[0]?.stepId;
  useEffect(() => {
    if (first) list.current?.querySelector<HTMLButtonElement>("button")?.focus({ preventScroll: true });
  }, [first]);
  if (places.length === 0) return null;
  return (
    <section className={styles.doubtful}>
      <h2>To look at, the most doubtful first</h2>
      <ul ref={list}>
        {places.slice(0, 6).map((place) => {
          const step = steps.find((s) => s.id === place.stepId);
          return (
            <li key={place.stepId}>
              <span>
                <b>{step?.number}</b> {step?.title} at “{wordOf(place.wordId)}”,{" "}
                {Math.round(place.confidence * 100)} % sure
              </span>
              <span className={styles.choices}>
                <Button size="compact-sm" onFocus={() => onLook(place)} onClick={() => onTake(place)}>
                  It begins there
                </Button>
                <Button size="compact-sm" variant="subtle" onClick={() => onLeave(place)}>
                  Leave it
                </Button>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
