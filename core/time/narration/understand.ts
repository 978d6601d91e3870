import { actionsIn } from "./actions.ts";
import type { Cue } from "./cue.ts";
import type { Heard } from "./heard.ts";
import { type LengthContext, measurementsIn } from "./measurements.ts";
import { misheardIn } from "./misheard.ts";
import { ordersIn } from "./orders.ts";
import { sentencesOf, tokensOf } from "./stream.ts";

/** For so many sentences "the same on the other side" still means the line just spoken of. */
const LATELY = 4;

/**
 * What a narration says that matters to a lesson, in the order of speech: orders to the class, marks of the video's own
 * course, amounts, and what is done on the paper. Rules and a lexicon of our own; nothing is changed in the captions.
 */
export function understand(cues: readonly Cue[]): Heard[] {
  const found: Heard[] = [];
  let context: LengthContext = { unit: null, age: 0 };
  let sincePoint = Number.POSITIVE_INFINITY;
  for (const sentence of sentencesOf(tokensOf(cues))) {
    const measured = measurementsIn(sentence, context);
    context = measured.context;
    const actions = actionsIn(sentence, sincePoint <= LATELY);
    sincePoint = actions.some((a) => a.kind === "to-vp") ? 0 : sincePoint + 1;
    found.push(...ordersIn(sentence), ...actions, ...measured.heard, ...misheardIn(sentence));
  }
  return found.sort((a, b) => a.startMs - b.startMs || a.endMs - b.endMs);
}
