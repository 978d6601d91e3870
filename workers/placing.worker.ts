import { type Cue, type Heard, tokensOf } from "#core/time/narration";
import { makePlacer, type PlacedStep, type Placer, type TellableStep } from "#core/time/placing";

/** What is told and what is said; then, again and again, the words at which steps are pinned. */
export type PlacingRequest =
  | {
      readonly kind: "speech";
      readonly steps: readonly TellableStep[];
      readonly cues: readonly Cue[];
      readonly heard: readonly Heard[];
    }
  | {
      readonly kind: "place";
      readonly asked: number;
      readonly pinned: ReadonlyMap<string, string>;
      /** Whether to say, too, which step to pin next: a pin does not wait for that. */
      readonly next: boolean;
    };
/** Where steps begin, and which to pin next. */
export interface Placed {
  readonly places: readonly PlacedStep[];
  readonly settles: string | null;
}
export type PlacingAnswer = Placed & { readonly asked: number };

let placer: Placer | null = null;
self.onmessage = ({ data }: MessageEvent<PlacingRequest>) => {
  if (data.kind === "speech") placer = makePlacer(data.steps, tokensOf(data.cues), data.heard);
  else if (placer) {
    const { places, settles } = placer(data.pinned);
    self.postMessage({
      asked: data.asked,
      places,
      settles: data.next ? settles() : null,
    } satisfies PlacingAnswer);
  }
};
