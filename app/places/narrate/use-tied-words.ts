import { useMemo } from "react";
import type { Step } from "#core/telling/steps";
import { useLesson } from "../../lesson/lesson-context.ts";
import type { TiedLine, TiedStep } from "./CueRow.tsx";
import type { Narration } from "./use-narration.ts";
import type { PlacingSteps } from "./use-placing-steps.ts";

/** By word: the steps and the single lines that are tied to it, and the steps that may be. */
export function useTiedWords(
  { starts, strokes }: Narration,
  { doubtful, unsaid }: Pick<PlacingSteps, "doubtful" | "unsaid">,
): {
  tiedSteps: ReadonlyMap<string, readonly TiedStep[]>;
  tiedLines: ReadonlyMap<string, readonly TiedLine[]>;
} {
  const { steps } = useLesson().computed;
  // Which they are may be the same list as before: rows are drawn again only when it is not.
  const offered = [...doubtful, ...unsaid].map((p) => `${p.stepId} ${p.wordId} ${p.said}`).join("\n");
  const tiedSteps = useMemo(() => {
    const byWord = new Map<string, TiedStep[]>();
    const add = (wordId: string, step: Step | undefined, how: TiedStep["how"]) => {
      if (step) byWord.set(wordId, [...(byWord.get(wordId) ?? []), { step, how }]);
    };
    for (const { step, wordId, found } of starts)
      if (wordId !== null) add(wordId, step, found ? "found" : "pinned");
    for (const line of offered.split("\n")) {
      const [stepId, wordId, said] = line.split(" ");
      if (wordId)
        add(
          wordId,
          steps.find((s) => s.id === stepId),
          said === "true" ? "doubtful" : "unsaid",
        );
    }
    return byWord;
  }, [starts, offered, steps]);
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
