import { GLYPH_SIGNS, NAMED_BY } from "../../ground/lexicon/index.ts";
import type { Amount } from "./heard.ts";
import type { Sentence } from "./stream.ts";

/** A word of a sentence with the token it is part of. */
export interface Spoken {
  readonly word: string;
  readonly token: number;
  readonly comma: boolean;
}

export interface Read {
  readonly amounts: readonly {
    readonly from: number;
    readonly to: number;
    readonly amount: Omit<Amount, "about">;
    readonly confidence: number;
  }[];
  readonly end: number;
}

export function one(from: number, to: number, amount: Omit<Amount, "about">, confidence: number): Read {
  return { amounts: [{ from, to, amount, confidence }], end: to };
}

/** The words of a sentence, with "2-3", "9x12", `2"`, "5cm" and "half-inch" taken apart. */
export function spokenWords({ tokens }: Sentence): Spoken[] {
  return tokens.flatMap((token, index) => {
    const comma = token.plain.endsWith(",");
    const parts = token.plain.replace(/,$/, "").split(" ").flatMap(partsOf);
    return parts.map((word, k) => ({ word, token: index, comma: comma && k === parts.length - 1 }));
  });
}

const NUMBER = `\\d[\\d./⁄${GLYPH_SIGNS}]*`;
const RANGE = new RegExp(`^(${NUMBER})-(${NUMBER})(.*)$`);
const BY = new RegExp(`^(${NUMBER})[x×](${NUMBER})(.*)$`);
const WITH_UNIT = new RegExp(`^(${NUMBER})(["″]|''|in|inch|inches|cm|mm|ft)$`);

function partsOf(word: string): string[] {
  const mixed = /^(\d+)-(\d+[/⁄]\d+)(.*)$/.exec(word);
  if (mixed) return [mixed[1] ?? "", mixed[2] ?? "", ...partsOf(mixed[3] ?? "")].filter(Boolean);
  const range = RANGE.exec(word);
  if (range) return [range[1] ?? "", "to", range[2] ?? "", ...partsOf(range[3] ?? "")].filter(Boolean);
  const by = BY.exec(word);
  if (by) return [by[1] ?? "", "by", by[2] ?? "", ...partsOf(by[3] ?? "")].filter(Boolean);
  const unit = WITH_UNIT.exec(word);
  if (unit) return [unit[1] ?? "", unit[2] ?? ""];
  return word === "" ? [] : [word.replace(/'s$/, "'s")];
}

/** "Step 2", "number two"; a comma between them parts them. */
export function isNamed(words: readonly string[], at: number): boolean {
  return NAMED_BY.test(words[at - 1] ?? "");
}
