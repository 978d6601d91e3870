import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { CEILINGS, FAMILY_LINES, type Step } from "#core/telling/steps";
import { countSaid, lettersSaid } from "#core/telling/told";

/** What is wrong with how a step is told; each names the step and what of it. */
interface Flaw {
  readonly kind: FlawKind;
  readonly step: string;
  readonly text: string;
}

export const FLAWS = {
  "too-many-words": "steps with more words than the class's ceiling",
  "too-many-lines": "steps with more new lines than the ceiling, other than one family",
  "long-sentence": "steps with a sentence over the class's ceiling",
  "long-aside": "steps with a reason, check or slip over 14 words",
  "unfindable-name": "steps that name something no child can find",
  "dropped-measure": "steps with a move that nothing tells",
  "off-the-sheet": "steps that tell a negative length or none at all",
} as const;
export type FlawKind = keyof typeof FLAWS;

/** How a lesson is told: its steps, those only for rubbing out, and every flaw. */
export interface Audit {
  readonly steps: number;
  readonly sentences: number;
  readonly longest: number;
  readonly rubbingOut: number;
  readonly flaws: readonly Flaw[];
}

/** Names that only the program knows, or that no place in the picture bears. */
const NO_CHILD_FINDS =
  /\bcorner \d|\bfoot behind|\beave behind|to the next line|crossing \d+ of row|[a-z]+-\d+\/|\bstraight up and down\b|\bedge (?:front|back)\b|\bundefined\b|\bas the picture shows\b/;

/** Reads every step of a lesson as a pupil would, with the ceilings of its age band. */
export function auditLesson(lesson: Lesson): Audit {
  const { steps, findings } = computeLesson(lesson);
  const most = CEILINGS[lesson.plan.ageBand];
  const flaws: Flaw[] = [];
  let sentences = 0;
  let longest = 0;
  for (const step of steps) {
    const own = lesson.steps[step.id]?.instruction !== undefined;
    const flaw = (kind: FlawKind, text: string) =>
      flaws.push({ kind, step: `${step.number} ${step.title}`, text });
    const words = step.instruction.reduce((sum, s) => sum + countSaid(s), 0);
    longest = Math.max(longest, words);
    sentences += step.instruction.length;
    if (own) continue;
    if (words > most.words) flaw("too-many-words", `${words}: ${step.instruction.join(" ")}`);
    if (step.newLines > (isOneFamily(step) ? FAMILY_LINES : most.newLines))
      flaw("too-many-lines", `${step.newLines}`);
    for (const s of step.instruction)
      if (countSaid(s) > most.sentenceWords) flaw("long-sentence", `${countSaid(s)}: ${s}`);
    for (const s of [step.why, step.check, step.slip]) if (countSaid(s) > 14) flaw("long-aside", s);
    for (const s of [...step.instruction, step.check, step.title, step.slip, step.why])
      if (NO_CHILD_FINDS.test(s)) flaw("unfindable-name", s);
    const there = new Set(step.pictured.letters.map((l) => l.says));
    for (const letter of step.instruction.flatMap(lettersSaid))
      if (!there.has(letter)) flaw("unfindable-name", `${letter} in: ${step.instruction.join(" ")}`);
    for (const s of [...step.instruction, step.check])
      if (/[−-]\d|\b0\u00a0(?:mm|in)\b/.test(s)) flaw("off-the-sheet", s);
  }
  for (const f of findings)
    if (f.code === "cannot-be-told") flaws.push({ kind: "dropped-measure", step: f.about, text: f.message });
  return {
    steps: steps.length,
    sentences,
    longest,
    rubbingOut: steps.filter((s) => s.kind === "erase").length,
    flaws,
  };
}

function isOneFamily(step: Step): boolean {
  return step.acts.filter(({ told: { act } }) => act.do === "rule" || act.do === "curve").length <= 1;
}
