import { type Finding, listOf } from "../../ground/base/index.ts";
import { lettersSaid } from "../told/index.ts";
import { type Step, type StepOverride, setStep } from "./step.ts";

/** Own wordings that speak of letters which are not in the step's picture: nobody can find those places. */
export function judgeOwnLetters(
  steps: readonly Step[],
  overrides: Readonly<Record<string, StepOverride>>,
): Finding[] {
  return steps.flatMap((step): Finding[] => {
    const own = overrides[step.id]?.instruction ?? step.task?.words;
    if (own === undefined) return [];
    const pictured = new Set(step.pictured.letters.map((l) => l.says));
    const strange = [...new Set(lettersSaid(withoutArticles(own)))].filter((l) => !pictured.has(l));
    if (strange.length === 0) return [];
    return [
      {
        code: "letter-not-in-picture",
        severity: "note",
        about: step.id,
        message: `Your words for step ${step.number} "${step.title}" speak of ${listOf(strange)}, and its picture has no such ${strange.length === 1 ? "letter" : "letters"}.`,
        numbers: { letters: strange.length },
        ...(step.task
          ? {}
          : {
              fix: {
                label: "Back to the usual words",
                changes: [setStep(step.id, "instruction", null)],
              },
            }),
      },
    ];
  });
}

/** Without what only looks like a letter of the picture: "A line …", "T-square", "at U's end". */
function withoutArticles(text: string): string {
  return text
    .replace(/(?<![\p{L}\p{N}])A(?= \p{Ll})/gu, "a")
    .replace(/(?<![\p{L}\p{N}])\p{Lu}(?=[-'’]\p{L})/gu, "");
}
