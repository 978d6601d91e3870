import { parseLength } from "../base/index.ts";
import { MM_PER } from "../lexicon/index.ts";
import type { Heard, Token } from "../narration/index.ts";
import type { Step } from "../steps/index.ts";
import { saysNothing, stemOf } from "./stems.ts";

/** How strongly a spoken measure that a step also states ties it there, in words of evidence. */
const SAME_MEASURE = 2.5;

/** For every step and sentence, how well they suit each other. */
export function suits(
  steps: readonly Step[],
  sentences: readonly (readonly Token[])[],
  heard: readonly Heard[],
): number[][] {
  const terms = steps.map(termsOf);
  const inSteps = new Map<string, number>();
  for (const own of terms) for (const stem of own.keys()) inSteps.set(stem, (inSteps.get(stem) ?? 0) + 1);
  const rarity = (stem: string) => Math.log((steps.length + 1) / ((inSteps.get(stem) ?? 0) + 0.5));
  const readings = steps.map((step) => step.readings.flatMap(mmIn));
  const measures = new Map<string, number>();
  for (const h of heard) {
    const { amount } = h;
    const mm =
      amount && typeof amount.value === "number"
        ? amount.value * (MM_PER[amount.unit] ?? Number.NaN)
        : Number.NaN;
    const first = h.ranges[0];
    if (h.kind === "measurement" && first && Number.isFinite(mm))
      measures.set(`${first.cueId} ${first.from}`, mm);
  }
  const spoken = sentences.map((tokens) => ({
    stems: [...new Set(tokens.flatMap((t) => t.plain.replace(/,$/, "").split(" ").map(stemOf)))],
    mm: tokens.flatMap((t) => measures.get(`${t.cueId} ${t.from}`) ?? []),
  }));
  return steps.map((_, i) =>
    spoken.map(({ stems, mm }) => {
      let value = -0.15;
      for (const stem of stems) {
        const weight = terms[i]?.get(stem);
        if (weight !== undefined) value += weight * Math.max(0, rarity(stem)) * 0.5;
      }
      for (const said of mm) if (readings[i]?.some((r) => Math.abs(r - said) < 0.8)) value += SAME_MEASURE;
      return value;
    }),
  );
}

/** The stems a step would be told with; its title says most. */
export function termsOf(step: Step): Map<string, number> {
  const terms = new Map<string, number>();
  const add = (text: string, weight: number) => {
    for (const word of text.split(/[\s:,.;]+/)) {
      const stem = stemOf(word);
      if (stem.length < 2 || saysNothing(word) || /^\d+$/.test(stem)) continue;
      terms.set(stem, Math.max(terms.get(stem) ?? 0, weight));
    }
  };
  add(step.expected, 0.8);
  for (const sentence of step.instruction) add(sentence, 0.8);
  add(step.check, 0.4);
  for (const reading of step.readings) add(reading, 0.4);
  add(step.title, 1.6);
  if (step.kind === "erase") add("erase rub guide", 1.6);
  return terms;
}

/** Lengths written in a reading, in mm: "2 1⁄2 in from the left edge". */
export function mmIn(reading: string): number[] {
  const written = reading.replaceAll("\u00a0", " ").replaceAll("\u2044", "/");
  return [...written.matchAll(/(\d+(?:\.\d+)?(?: \d+\/\d+)?|\d+\/\d+) (in|mm|cm)\b/g)].flatMap(
    ([, number, unit]) => {
      const mm = parseLength(`${number} ${unit}`, { unit: "mm", smallestFraction: 16 }, 0);
      return mm === null ? [] : [mm];
    },
  );
}
