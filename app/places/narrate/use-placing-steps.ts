import { useEffect, useMemo, useRef, useState } from "react";
import { followPlaces, pinnedWords, tieSteps } from "#core/document/changes";
import { findCurrentTake } from "#core/document/lesson";
import type { Step } from "#core/telling/steps";
import type { Cue } from "#core/time/narration";
import { isSure, type PlacedStep } from "#core/time/placing";
import type { Placed } from "../../../workers/placing.worker.ts";
import { useLesson } from "../../lesson/lesson-context.ts";
import { usePlacer } from "./use-placer.ts";

/** A word, and how long after its beginning. */
export interface PinAt {
  readonly wordId: string;
  readonly offsetMs?: number;
}

export interface PlacingSteps {
  /** Places found that are not sure enough to be taken unasked, the least sure first. */
  readonly doubtful: readonly PlacedStep[];
  /** Steps of which nothing seems to be said, in order, each with the word where its lines would go. */
  readonly unsaid: readonly PlacedStep[];
  /** The step to pin next: it would settle the most of the others. Null when nothing is open, or nothing was placed yet. */
  readonly next: Step | null;
  /** Where it seems to begin. */
  readonly nextAt: PlacedStep | null;
  /** What placing all came to, in words; null before. */
  readonly said: string | null;
  /** Takes the sure places at once and lists the others; places pinned stay. */
  placeAll(): void;
  /** Pins a step, and puts all that are not pinned where they then belong. */
  pin(stepId: string, at: PinAt): void;
  /** Leaves a step without a place. */
  leave(stepId: string): void;
}

const NO_CUES: readonly Cue[] = [];
const NONE: Placed = { places: [], settles: null };

/** Puts steps on words: all by what is said, one by one, and all others after each that is pinned. */
export function usePlacingSteps(): PlacingSteps {
  const { lesson, computed, commit } = useLesson();
  const { steps, heard } = computed;
  const take = findCurrentTake(lesson);
  const cues = take?.narration?.cues ?? NO_CUES;
  const ask = usePlacer({ steps, cues, heard });
  const [placing, setPlacing] = useState<Placed>(NONE);
  const [said, setSaid] = useState<string | null>(null);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const anchors = take?.anchors;
  const anchored = anchors !== undefined && Object.keys(anchors).length > 0;
  const following = cues.length > 0 && (anchored || said !== null);

  // What is open is shown from the start, and after every change of words, steps or pins, whoever made it.
  const pins = useMemo(() => (anchors ? pinnedWords({ anchors }) : new Map<string, string>()), [anchors]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: other words or steps are asked about anew
  useEffect(() => {
    if (!following) return setPlacing(NONE);
    let current = true;
    void ask(pins, true).then((found) => {
      if (current && found) setPlacing(found);
    });
    return () => {
      current = false;
    };
  }, [ask, pins, following, steps, cues, heard]);

  /** One answer after another, so that quick taps are kept in their order. */
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const inTurn = (what: () => Promise<void>) => {
    queue.current = queue.current.then(what, what);
  };
  const latest = useRef(pins);
  latest.current = pins;

  const open = placing.places.filter((p) => !anchors?.[p.stepId] && !left.has(p.stepId));
  const next = following ? (steps.find((s) => s.id === placing.settles) ?? null) : null;
  return {
    doubtful: open.filter((p) => p.said && !isSure(p)).sort((a, b) => a.confidence - b.confidence),
    unsaid: open.filter((p) => !p.said),
    next,
    nextAt: placing.places.find((p) => p.stepId === next?.id) ?? null,
    said,
    placeAll: () =>
      inTurn(async () => {
        const found = await ask(latest.current, false);
        if (!found) return setSaid("The steps could not be placed. Nothing was changed; try again.");
        setLeft(new Set());
        commit((now) => followPlaces(now, found.places));
        setSaid(sayPlaced(found.places, latest.current.size, steps.length));
      }),
    pin: (stepId, { wordId, offsetMs = 0 }) =>
      inTurn(async () => {
        const pinned = new Map(latest.current).set(stepId, wordId);
        latest.current = pinned;
        const found = await ask(pinned, false);
        // What placing them came to is another now.
        setSaid(null);
        commit((now) => [
          ...tieSteps(now, [{ stepId, wordId, offsetMs }]),
          ...(found ? followPlaces(now, found.places).filter((c) => c.field !== `anchors.${stepId}`) : []),
        ]);
      }),
    leave: (stepId) => setLeft((all) => new Set(all).add(stepId)),
  };
}

function sayPlaced(places: readonly PlacedStep[], pinned: number, steps: number): string {
  const sure = places.filter((p) => p.said && isSure(p)).length - pinned;
  const doubtful = places.filter((p) => p.said && !isSure(p)).length;
  const unsaid = steps - pinned - sure - doubtful;
  return [
    `${sure} steps placed by their words`,
    `${doubtful} to look at`,
    ...(unsaid > 0 ? [`${unsaid} not said`] : []),
  ]
    .join(", ")
    .concat(".");
}
