import type { View } from "../../drawing/view/index.ts";
import { type Finding, formatLength, type QuickFix, smallestStepMm } from "../../ground/base/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import { firstWordFrom, type Word } from "../../time/narration/index.ts";
import { type Measure, objectMeasures, paperMeasures, setMeasure } from "../handles/index.ts";
import type { Lesson } from "../lesson/index.ts";

/** More ways than this to change the drawing are a guess, and none is offered. */
const MOST_WAYS = 3;
/** How many words before and after a length tell what it is the length of. */
const WORDS_AROUND = [3, 7] as const;
/** Words that speak of a measure, by the field it is kept in. */
const SPEAKS_OF: readonly (readonly [field: RegExp, words: RegExp])[] = [
  [/width/, /\b(?:wide|width|across|broad|long)\b/i],
  [/height\.mm|heightMm/, /\b(?:tall|high|height)\b/i],
  [/depth/, /\b(?:deep|depth|back)\b/i],
  [/fromLeft/, /\b(?:left|in from|over from|side)\b/i],
  [/fromBottom/, /\b(?:bottom|up from)\b/i],
  [/fromTop/, /\b(?:horizon|top|down)\b/i],
];

/**
 * Findings about lengths that are said otherwise than drawn, each with the ways to change the drawing beside that of
 * changing the caption: the measures of the step's own thing, or of the sheet, that read just what is drawn.
 */
export function withDrawingFixes(
  findings: readonly Finding[],
  lesson: Lesson,
  steps: readonly Step[],
  words: readonly Word[],
  view: View,
): Finding[] {
  return findings.map((finding) => {
    const { saidMm, drawnMm, atMs } = finding.numbers;
    if (finding.code !== "said-otherwise" || saidMm === undefined || drawnMm === undefined) return finding;
    const objectId = steps.find((s) => s.id === finding.about)?.objectId;
    const object = lesson.objects.find((o) => o.id === objectId);
    const measures = object ? objectMeasures(object, view) : paperMeasures(lesson);
    const rounding = smallestStepMm(lesson.sheet) / 2 + 0.01;
    const fitting = measures.filter(
      (m) => m.kind === "length" && m.value !== null && Math.abs(Math.abs(m.value) - drawnMm) <= rounding,
    );
    const around = wordsAround(words, atMs ?? Number.NaN);
    const meant = fitting.filter((m) =>
      SPEAKS_OF.some(([field, speaks]) => field.test(m.address.field) && speaks.test(around)),
    );
    const ways = (meant.length > 0 ? meant : fitting).map((measure): QuickFix => {
      // A point taped beside the sheet has a negative place; what is read is how far out it is.
      const sign = Math.sign(measure.value ?? 1) || 1;
      return drawnAs(lesson, measure, sign * saidMm);
    });
    return ways.length > 0 && ways.length <= MOST_WAYS ? { ...finding, otherFixes: ways } : finding;
  });
}

function wordsAround(words: readonly Word[], atMs: number): string {
  const at = firstWordFrom(words, atMs - 1);
  const [before, after] = WORDS_AROUND;
  const cueId = words[at]?.cueId;
  return words
    .slice(Math.max(0, at - before), at + after)
    .filter((w) => w.cueId === cueId)
    .map((w) => w.text)
    .join(" ");
}

function drawnAs(lesson: Lesson, measure: Measure, mm: number): QuickFix {
  const called = measure.label.charAt(0).toLowerCase() + measure.label.slice(1);
  return {
    label: `Draw it so: ${called} ${formatLength(Math.abs(mm), lesson.sheet)}`,
    changes: setMeasure(lesson, measure, mm),
  };
}
