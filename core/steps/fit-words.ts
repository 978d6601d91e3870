import type { Move } from "../drafter/index.ts";
import { PLAN_DEFAULTS, type Plan } from "../plan/index.ts";
import type { StepWords } from "./step.ts";

/** How the class is spoken to: all of a plan that the words know. */
export type Telling = Pick<Plan, "reading" | "help" | "ruler">;

/** Plain words for young readers; longer ones first, since the shorter may be part of them. */
const PLAIN: readonly (readonly [RegExp, string])[] = [
  [/\bupright through the crossing\b/g, "straight-up line through the crossing"],
  [/\buprights\b/g, "straight-up lines"],
  [/\ban upright\b/g, "a straight-up line"],
  [/\bupright\b/g, "straight-up line"],
  [/\bparallel\b/g, "side by side"],
  [/\bdiagonals\b/g, "corner-to-corner lines"],
  [/\bdiagonal\b/g, "corner-to-corner line"],
  [/\blightly\b/g, "very softly"],
];

/**
 * Fits the words to the class: reasons are said in full wording only, and only the first time; the second time the
 * reason goes, from the third on the slip goes too and only what must be known is left. Readings always stay.
 */
export function fitWords(
  words: StepWords,
  telling: Telling,
  timesBefore: number,
  moves: readonly Move[],
): StepWords {
  const reading = telling.reading ?? PLAN_DEFAULTS.reading;
  const fades = (telling.help ?? PLAN_DEFAULTS.help) === "fades";
  const before = fades ? timesBefore : 0;
  const why = reading === "full" && before === 0 && words.why !== "" ? [words.why] : [];
  const told =
    before >= 2 && words.instruction.length > 2 ? [words.instruction[0] ?? "", AS_BEFORE] : words.instruction;
  const instruction = [...told, ...why, ...withoutRuler(telling, moves, before)];
  return {
    ...words,
    instruction: reading === "plain" ? instruction.map(inPlainWords) : instruction,
    check: reading === "plain" ? inPlainWords(words.check) : words.check,
    slip: before >= 2 ? "" : words.slip,
  };
}

const AS_BEFORE = "Go on as before, with these measures.";

function inPlainWords(text: string): string {
  return PLAIN.reduce((said, [long, short]) => said.replace(long, short), text);
}

/** What replaces a ruler's marks when the class has only straight edges. */
function withoutRuler(telling: Telling, moves: readonly Move[], before: number): string[] {
  if ((telling.ruler ?? PLAN_DEFAULTS.ruler) !== "straight-edge" || before > 0) return [];
  const measures = moves.some((m) =>
    m.points.some((p) => ["from-edges", "measured", "along", "on-line-from-edge"].includes(p.rule.kind)),
  );
  const rules = moves.some((m) => m.hand === "rule");
  if (measures)
    return [
      "No ruler: tick the length once on the edge of a paper strip and carry it over; two fingers make about 1 1⁄4 in.",
    ];
  return rules
    ? ["No ruler: the edge of a folded scrap or a card strip will do; shift it along for long lines."]
    : [];
}
