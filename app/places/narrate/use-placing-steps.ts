import { useState } from "react";
import { tieStep, tieSteps } from "#core/changes";
import { placeInWords } from "#core/proposals";
import type { PlacedStep } from "#core/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";
import { SURE } from "./DoubtfulPlaces.tsx";

export interface PlacingSteps {
  /** Places found that are not sure enough to be taken unasked, the least sure first. */
  readonly doubtful: readonly PlacedStep[];
  /** What placing all came to, in words; null before. */
  readonly said: string | null;
  /** Takes the sure places at once and lists the others; places already set stay. */
  placeAll(): void;
  place(stepId: string, wordId: string): void;
  /** Takes a doubtful place as it was found. */
  take(place: PlacedStep): void;
  /** A step has its place now, or is left without. */
  settle(stepId: string): void;
}

/** Puts steps on words: all by what is said, and one by one. */
export function usePlacingSteps(): PlacingSteps {
  const { lesson, computed, commit } = useLesson();
  const { steps, schedule } = computed;
  const [doubtful, setDoubtful] = useState<readonly PlacedStep[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const settle = (stepId: string) => setDoubtful((all) => all.filter((x) => x.stepId !== stepId));
  return {
    doubtful,
    said,
    settle,
    placeAll: () => {
      const kept = new Set(schedule.windows.flatMap((w) => (w.wordId !== null ? [w.stepId] : [])));
      const proposed = placeInWords(computed, kept).filter((p) => !kept.has(p.stepId));
      const sure = proposed.filter((p) => p.confidence >= SURE);
      commit(tieSteps(lesson, sure));
      setDoubtful(proposed.filter((p) => p.confidence < SURE).sort((a, b) => a.confidence - b.confidence));
      const without = steps.length - kept.size - proposed.length;
      setSaid(
        `${sure.length} steps placed by their words, ${proposed.length - sure.length} to look at${without > 0 ? `, ${without} without words of their own` : ""}.`,
      );
    },
    place: (stepId, wordId) => {
      commit(tieStep(lesson, stepId, wordId));
      settle(stepId);
    },
    take: (place) => {
      commit(tieSteps(lesson, [place]));
      settle(place.stepId);
    },
  };
}
