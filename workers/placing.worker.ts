import { type Cue, type Heard, tokensOf } from "#core/narration";
import { makePlacer, type Placer, type Placing, type TellableStep } from "#core/placing";

/** What is told and what is said; then, again and again, the words at which steps are pinned. */
export type PlacingRequest =
  | {
      readonly kind: "speech";
      readonly steps: readonly TellableStep[];
      readonly cues: readonly Cue[];
      readonly heard: readonly Heard[];
    }
  | { readonly kind: "place"; readonly asked: number; readonly pinned: ReadonlyMap<string, string> };
export interface PlacingAnswer {
  readonly asked: number;
  readonly placing: Placing;
}

let placer: Placer | null = null;
self.onmessage = ({ data }: MessageEvent<PlacingRequest>) => {
  if (data.kind === "speech") placer = makePlacer(data.steps, tokensOf(data.cues), data.heard);
  else if (placer)
    self.postMessage({ asked: data.asked, placing: placer(data.pinned) } satisfies PlacingAnswer);
};
