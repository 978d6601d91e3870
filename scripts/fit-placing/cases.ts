import { findCurrentTake } from "#core/document/lesson";
import type { Step } from "#core/telling/steps";
import { type Heard, type Sentence, sentencesOf, tokensOf } from "#core/time/narration";
import { type Clause, clausesOf } from "../../core/time/placing/clauses.ts";
import { type ExpectedStep, expectedOf } from "../../core/time/placing/expected.ts";
import { allLabelled } from "../../tests/narrations/labelled.ts";
import { beginOf, inItsLesson } from "../../tests/narrations/placing.ts";

/** A narration with its lesson, and the clause with which each step truly begins; null where it is not said. */
export interface Case {
  readonly name: string;
  readonly steps: readonly ExpectedStep[];
  readonly clauses: readonly Clause[];
  readonly heard: readonly Heard[];
  readonly truth: ReadonlyMap<number, number | null>;
  readonly trueMs: readonly (number | null)[];
}

export function casesOf(half: "spoken/develop" | "spoken/held" | "spoken/places"): Case[] {
  return allLabelled(half).map((narration) => {
    const computed = inItsLesson(narration);
    const sentences = sentencesOf(tokensOf(findCurrentTake(computed.lesson)?.narration?.cues ?? []));
    const wordOf = (step: Step) => {
      const index = beginOf(narration, step, computed);
      return index === null ? null : (computed.words[index] ?? null);
    };
    const clauses = partedAt(
      sentences,
      computed.steps.flatMap((s) => wordOf(s)?.id ?? []),
    );
    const truth = new Map<number, number | null>();
    const taken = new Set<number>();
    const trueMs = computed.steps.map((step, i) => {
      const word = wordOf(step);
      if (!word) {
        truth.set(i, null);
        return null;
      }
      const nearest = nearestTo(word.startMs, clauses, taken);
      taken.add(nearest);
      truth.set(i, nearest);
      return word.startMs;
    });
    return {
      name: narration.name,
      steps: expectedOf(computed.steps),
      clauses,
      heard: computed.heard,
      truth,
      trueMs,
    };
  });
}

/** Clauses, cut where two steps would begin in one. */
function partedAt(sentences: readonly Sentence[], words: readonly string[]): Clause[] {
  const clauses = clausesOf(sentences);
  const clauseOf = (id: string) => clauses.findIndex((c) => c.tokens.some((t) => t.wordId === id));
  const met = new Set<number>();
  const cut = words.filter((id) => {
    const clause = clauseOf(id);
    const again = met.has(clause);
    met.add(clause);
    return again;
  });
  return cut.length > 0 ? clausesOf(sentences, new Set(cut)) : clauses;
}

function nearestTo(ms: number, clauses: readonly Clause[], taken: ReadonlySet<number>): number {
  let best = -1;
  const off = (j: number) => Math.abs((clauses[j]?.tokens[0]?.startMs ?? 0) - ms);
  for (const j of clauses.keys()) if (!taken.has(j) && (best < 0 || off(j) < off(best))) best = j;
  return best;
}
