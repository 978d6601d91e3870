import { sentenceCase } from "../base/index.ts";
import { ERASE, type Phrases, type RecipeName, recipeNamed } from "../recipes/index.ts";
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

/** The phrases for a phase of a construction; a phase it says nothing of is named as it is. */
export function phrasesFor(recipe: RecipeName, phase: string): Phrases {
  if (phase === "erase") return ERASE;
  const { words } = recipeNamed(recipe);
  const family = Object.keys(words).find((key) => key.endsWith("*") && phase.startsWith(key.slice(0, -1)));
  return (
    words[phase] ??
    (family === undefined ? undefined : words[family]) ?? {
      title: `{it}: ${phase.replaceAll("-", " ")}`,
      check: "",
    }
  );
}
