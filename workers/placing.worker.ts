import { expose } from "comlink";
import { type Cue, type Heard, tokensOf } from "#core/time/narration";
import { makePlacer, type PlacedStep, type Placer, type TellableStep } from "#core/time/placing";

/** Where steps begin, and which to pin next. */
export interface Placed {
  readonly places: readonly PlacedStep[];
  readonly settles: string | null;
}

let placer: Placer | null = null;

const api = {
  /** What is told in the lesson and what is said in its take: everything asked later is about these. */
  hear(steps: readonly TellableStep[], cues: readonly Cue[], heard: readonly Heard[]): void {
    placer = makePlacer(steps, tokensOf(cues), heard);
  },
  /**
   * Where steps begin, given the words at which some are pinned; null before anything was heard. Only with `next` it says,
   * too, which step to pin next: a pin does not wait for that.
   */
  place(pinned: ReadonlyMap<string, string>, next: boolean): Placed | null {
    if (!placer) return null;
    const { places, settles } = placer(pinned);
    return { places, settles: next ? settles() : null };
  },
};
export type PlacingApi = typeof api;

expose(api);
