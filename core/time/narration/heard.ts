import type { SpokenUnit } from "../../ground/lexicon/index.ts";
import type { Token } from "./stream.ts";

/** What a stretch of speech does in a lesson. */
const HEARD_KINDS = [
  "act-now",
  "pause",
  "rewind",
  "come-back",
  "watch-only",
  "speeded",
  "part-break",
  "recap",
  "measurement",
  "side",
  "vanishing-point",
  "verb",
  "material",
  "materials",
  "caution",
  "erase",
  "to-vp",
  "parallel",
  "misheard",
] as const;
export type HeardKind = (typeof HEARD_KINDS)[number];

/** A spoken amount. */
export interface Amount {
  /** One value, or the two ends of a range. */
  readonly value: number | readonly [number, number];
  /** `share`: a part of the sheet or of a thing; `count`: things to draw. */
  readonly unit: SpokenUnit | "share" | "count";
  /** "about", "roughly", "or so". */
  readonly about: boolean;
  /** What it is an amount of, where that is said: "boxes", "page". */
  readonly of: string | null;
}

/** Something understood, with where in which cue it was said. */
export interface Heard {
  readonly kind: HeardKind;
  /** Every cue it runs through, each with its stretch of text, [from, to). */
  readonly ranges: readonly { readonly cueId: string; readonly from: number; readonly to: number }[];
  readonly wordIds: readonly string[];
  readonly text: string;
  readonly startMs: number;
  readonly endMs: number;
  /** 0 to 1: how sure it is. */
  readonly confidence: number;
  readonly amount?: Amount;
  /** A side, a vanishing point's name, a material, a verb's plain form, or a corrected word. */
  readonly name?: string;
}

/** A finding over a run of tokens. */
export function heard(
  kind: HeardKind,
  tokens: readonly Token[],
  confidence: number,
  more: Pick<Heard, "amount" | "name"> = {},
): Heard {
  const ranges: { cueId: string; from: number; to: number }[] = [];
  for (const t of tokens) {
    const last = ranges[ranges.length - 1];
    if (last?.cueId === t.cueId) last.to = t.to;
    else ranges.push({ cueId: t.cueId, from: t.from, to: t.to });
  }
  return {
    kind,
    ranges,
    wordIds: tokens.map((t) => t.wordId),
    text: tokens.map((t) => t.text).join(" "),
    startMs: tokens[0]?.startMs ?? 0,
    endMs: tokens[tokens.length - 1]?.endMs ?? 0,
    confidence,
    ...more,
  };
}
