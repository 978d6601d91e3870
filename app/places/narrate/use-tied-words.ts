import { useMemo } from "react";
import type { Step } from "#core/steps";
import { useLesson } from "../../lesson/lesson-context.ts";
import type { TiedLine } from "./CueRow.tsx";
import type { Narration } from "./use-narration.ts";

/** By word: the steps and the single lines that are tied to it. */
export function useTiedWords({ starts, strokes }: Narration): {
  tiedSteps: ReadonlyMap<string, readonly Step[]>;
  tiedLines: ReadonlyMap<string, readonly TiedLine[]>;
} {
  const { steps } = useLesson().computed;
  const tiedSteps = useMemo(() => {
    const byWord = new Map<string, Step[]>();
    for (const { step, wordId } of starts)
      if (wordId !== null) byWord.set(wordId, [...(byWord.get(wordId) ?? []), step]);
    return byWord;
  }, [starts]);
  const tiedLines = useMemo(() => {
    const byWord = new Map<string, TiedLine[]>();
    for (const { moveId, moveIndex, wordId } of strokes) {
      const step = wordId && steps.find((s) => s.firstMove <= moveIndex && moveIndex <= s.lastMove);
      if (!step) continue;
      const line = { step, moveId, line: moveIndex - step.firstMove + 1 };
      byWord.set(wordId, [...(byWord.get(wordId) ?? []), line]);
    }
    return byWord;
  }, [strokes, steps]);
  return { tiedSteps, tiedLines };
}
