import { sentenceCase } from "../base/index.ts";
import type { RecipeName } from "../recipes/index.ts";
import { phrasesFor } from "./phrase-book.ts";
import { sayMoves } from "./say-moves.ts";
import type { StepWords } from "./step.ts";
import type { WordContext } from "./word-context.ts";

/** Words for a phase of any construction: its sentences come from the moves, its reasons from the phrase book. */
export function wordConstruction(recipe: RecipeName, phase: string, context: WordContext): StepWords {
  const phrases = phrasesFor(recipe, phase);
  const named = (text: string) =>
    text.replaceAll("{it}", context.label).replaceAll("{It}", sentenceCase(`the ${context.label}`));
  const said = sayMoves(context);
  return {
    title: sentenceCase(named(phrases.title)),
    why: phrases.why ? named(phrases.why) : "",
    instruction: phrases.instead ? [named(phrases.instead)] : said.sentences,
    readings: said.readings,
    check: named(phrases.check),
    slip: phrases.slip ? named(phrases.slip) : "",
    slipKind: phrases.slipKind ?? null,
  };
}
