import { ABOUT, GLYPH_SIGNS, LENGTHS, NAMED_BY } from "../../ground/lexicon/index.ts";
import { spokenWords } from "./amount-words.ts";
import { bareAt } from "./bare-length-at.ts";
import { countAt } from "./count-at.ts";
import { type Amount, type Heard, heard } from "./heard.ts";
import { fingerAt, lengthAt, unitOf } from "./length-at.ts";
import { shareAt } from "./share-at.ts";
import { numberAt } from "./spoken-number.ts";
import type { Sentence, Token } from "./stream.ts";

/** What earlier sentences leave behind: the unit lengths were last given in. */
export interface LengthContext {
  readonly unit: Amount["unit"] | null;
  /** Sentences since a length was said. */
  readonly age: number;
}

/** A word without which no amount is spoken. */
const AMOUNT = new RegExp(
  `[\\d${GLYPH_SIGNS}]|\\b(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|\\w+teen|twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety|hundred|half|halv\\w+|pinkie\\w*|pinky\\w*|width|breadth|sixteenths?|quarters?|thirds?|fifths?|eighths?|couple|dozen|halfway|midway|finger\\w*|thumb\\w*|inch\\w*|foot|feet|cm|centimet\\w+|millimet\\w+|met(?:er|re)s?|minutes?|hours?|days?)\\b`,
);

/** Amounts spoken in a sentence: lengths, shares, waits and counts, in order. */
export function measurementsIn(
  sentence: Sentence,
  context: LengthContext,
): { heard: Heard[]; context: LengthContext } {
  if (!AMOUNT.test(sentence.plain))
    return { heard: [], context: { unit: context.unit, age: context.age + 1 } };
  const spoken = spokenWords(sentence);
  // A comma after a word keeps it from naming the number that follows.
  const words = spoken.map((s) => (s.comma && NAMED_BY.test(s.word) ? `${s.word},` : s.word));
  const saidHere = unitOf(words);
  const unitHere = saidHere ?? (context.age <= 12 ? context.unit : null);
  const found: Heard[] = [];
  const take = (from: number, to: number, amount: Omit<Amount, "about">, confidence: number) => {
    const first = from > 0 && ABOUT.test(words[from - 1] ?? "") ? from - 1 : from;
    const orSo = words[to] === "or" && words[to + 1] === "so";
    const about =
      first < from ||
      orSo ||
      ABOUT.test(words[from - 2] ?? "") ||
      words[to] === "ish" ||
      words[to] === "maybe";
    const tokens = sentence.tokens.slice(spoken[from]?.token ?? 0, (spoken[to - 1]?.token ?? 0) + 1);
    found.push(heard("measurement", tokens as Token[], confidence, { amount: { ...amount, about } }));
  };
  for (let i = 0; i < words.length; ) {
    const read =
      fingerAt(words, i) ??
      lengthAt(words, i, sentence.plain) ??
      shareAt(words, i, unitHere) ??
      countAt(words, i) ??
      bareAt(words, spoken, i, {
        unit: saidHere ?? context.unit,
        saidHere: saidHere !== null,
        age: context.age,
      });
    if (!read) {
      // A number that means nothing here is passed over whole: its parts are no numbers either.
      const number = numberAt(words, i);
      i = number && !number.article ? Math.max(i + 1, number.end) : i + 1;
      continue;
    }
    for (const { from, to, amount, confidence } of read.amounts) take(from, to, amount, confidence);
    i = Math.max(i + 1, read.end);
  }
  const lengths = found.filter((f) => f.amount && LENGTHS.has(f.amount.unit) && f.amount.unit !== "finger");
  const last = lengths[lengths.length - 1]?.amount?.unit ?? null;
  return {
    heard: found,
    context: last ? { unit: last, age: 0 } : { unit: context.unit, age: context.age + 1 },
  };
}
