import type { Sheet } from "../../drawing/view/index.ts";
import { changesIn, type Finding, formatClock, formatLength } from "../../ground/base/index.ts";
import { MM_PER, MM_PER_INCH } from "../../ground/lexicon/index.ts";
import type { Pace } from "../../ground/plan/index.ts";
import { lengthsIn, type Step } from "../../telling/steps/index.ts";
import { type Correction, type Heard, type Word, wordsBetween } from "../narration/index.ts";
import { type EditMap, heldIn, holdsIn, sourceToLesson } from "./edit-map.ts";
import type { Edit } from "./edits.ts";
import { waitMs } from "./estimate.ts";
import type { Schedule, StepWindow } from "./schedule-steps.ts";

/** A hold shorter than this share of what the class needs is said to be short. */
const ENOUGH = 0.6;
/** A stretch with nothing to see or hear for so long is dead time. */
const LONG_NOTHING_MS = 45_000;
/** Captions and recording that end as near as this end together. */
const ENDS_TOGETHER_MS = 2000;
/** Words by which a speaker takes back what was just said. */
const CORRECTS = /\b(?:no|sorry|i mean|actually|rather|wait|oops|correction|make that|not that)\b/i;

export interface SyncInput {
  readonly steps: readonly Step[];
  readonly schedule: Schedule;
  readonly map: EditMap;
  readonly words: readonly Word[];
  readonly heard: readonly Heard[];
  readonly pace: Pace;
  readonly sheet: Sheet;
  /** The take whose edits a fix changes. */
  readonly take: {
    readonly id: string;
    readonly edits?: readonly Edit[] | undefined;
    readonly corrections?: readonly Correction[] | undefined;
  };
}

/** What does not go together: times that leave the class behind, and words that say otherwise than the drawing. */
export function judgeSync(input: SyncInput): Finding[] {
  return [...judgeTimes(input), ...judgeWords(input), ...judgeHearing(input)];
}

/** Words of the trade that were likely misheard, each with the correction to lay over them. */
function judgeHearing({ heard, take }: SyncInput): Finding[] {
  const corrected = new Set((take.corrections ?? []).flatMap((c) => c.wordIds));
  return heard.flatMap((h): Finding[] => {
    const { name } = h;
    if (h.kind !== "misheard" || !name || h.wordIds.some((id) => corrected.has(id))) return [];
    return [
      {
        code: "misheard",
        severity: "note",
        about: "take",
        message: `At ${formatClock(h.startMs)} of the recording the captions say "${h.text}": perhaps "${name}" was said.`,
        numbers: { atMs: h.startMs },
        fix: captionSays(take, h, name),
      },
    ];
  });
}

/** What of a take this room knows. */
const setTakeTimes = changesIn<Pick<SyncInput["take"], "corrections" | "edits">>("take");

/** The fix that lays other words over those of the captions. */
function captionSays(take: SyncInput["take"], h: Heard, text: string): NonNullable<Finding["fix"]> {
  const corrections = [...(take.corrections ?? []), { wordIds: [...h.wordIds], text }];
  return {
    label: `Caption: "${text}"`,
    changes: [setTakeTimes(take.id, "corrections", corrections)],
  };
}

function judgeTimes({ steps, schedule, map, words, pace, take }: SyncInput): Finding[] {
  const findings: Finding[] = [];
  for (const step of steps) {
    const span = schedule.windows.find((w) => w.stepId === step.id);
    if (!span) continue;
    const said = `Step ${step.number} "${step.title}"`;
    if (span.endMs - span.startMs < 500)
      findings.push(
        about(
          step,
          "steps-in-one-place",
          "warning",
          `${said} and the next begin at the same word: one of them has no time.`,
          {
            ms: span.endMs - span.startMs,
          },
        ),
      );
    const needed = waitMs(step, pace);
    const held = heldIn(map, span);
    if (held > 0 && held < needed * ENOUGH)
      findings.push(
        about(
          step,
          "short-hold",
          "warning",
          `${said} holds ${seconds(held)}; a class of this age needs about ${seconds(needed)} for its lines.`,
          { heldMs: held, neededMs: needed },
          longerHold(take, map, span, Math.round(needed)),
        ),
      );
  }
  const lastWord = words[words.length - 1];
  if (lastWord && lastWord.endMs > map.sourceMs + ENDS_TOGETHER_MS)
    findings.push({
      code: "words-after-recording",
      severity: "note",
      about: "take",
      message: `The captions go on to ${formatClock(lastWord.endMs)}, the recording ends at ${formatClock(map.sourceMs)}: what is said after that is neither heard nor shown. All of it is kept.`,
      numbers: { captionsMs: lastWord.endMs, recordingMs: map.sourceMs },
    });
  // Nothing said and nothing drawn.
  const busy = [
    ...spokenStretches(words, map),
    ...schedule.moves.filter((m) => m.endMs > m.startMs).map((m) => [m.startMs, m.endMs] as const),
    ...map.holds.map((h) => [h.lessonFrom, h.lessonFrom + h.ms] as const),
  ].sort((a, b) => a[0] - b[0]);
  let until = 0;
  for (const [from, to] of busy) {
    if (from - until > LONG_NOTHING_MS)
      findings.push({
        code: "long-nothing",
        severity: "note",
        about: "take",
        message: `For ${seconds(from - until)} nothing is said or drawn, from ${formatClock(until)} on: cut it, or play it faster.`,
        numbers: { fromMs: until, toMs: from },
      });
    until = Math.max(until, to);
  }
  return findings;
}

/** Stretches of lesson time without a longer silence in them: words and pieces of the recording both rise. */
function spokenStretches(words: readonly Word[], map: EditMap): (readonly [number, number])[] {
  const stretches: [number, number][] = [];
  let p = 0;
  for (const word of words) {
    while (p < map.played.length && (map.played[p]?.sourceTo ?? 0) <= word.startMs) p++;
    const piece = map.played[p];
    if (!piece || piece.sourceFrom > word.startMs) continue;
    const at = piece.lessonFrom + (word.startMs - piece.sourceFrom) / piece.factor;
    const last = stretches[stretches.length - 1];
    if (last && at - last[1] < 2000) last[1] = Math.max(last[1], at + 400);
    else stretches.push([at, at + 400]);
  }
  return stretches;
}

/** Lengths, counts and sides that are said otherwise than they are drawn. */
function judgeWords({ steps, schedule, map, words, heard, sheet, take }: SyncInput): Finding[] {
  const corrected = new Set((take.corrections ?? []).flatMap((c) => c.wordIds));
  const inStep = heardInSteps(schedule.windows, map, heard);
  return steps.flatMap((step): Finding[] => {
    const here = inStep.get(step.id) ?? [];
    if (here.length === 0) return [];
    const said = lastValues(
      here.filter((h) => h.kind === "measurement"),
      words,
    );
    const drawn = step.readings.flatMap(lengthsIn);
    const lengths = said.flatMap((h): Finding[] => {
      const mm = lengthOf(h);
      // What a correction lies over is said otherwise now.
      if (!mm || drawn.length === 0 || h.wordIds.some((id) => corrected.has(id))) return [];
      const about_ = h.amount?.about ?? false;
      const fits = drawn.some(
        (d) => d >= mm[0] - slack(mm[0], about_, sheet) && d <= mm[1] + slack(mm[1], about_, sheet),
      );
      if (fits) return [];
      // What is far from every reading speaks of something else.
      const nearest = drawn.reduce((a, b) => (Math.abs(b - mm[0]) < Math.abs(a - mm[0]) ? b : a));
      if (nearest / mm[1] > 1.6 || mm[0] / nearest > 1.6) return [];
      return [
        about(
          step,
          "said-otherwise",
          "warning",
          `Step ${step.number} "${step.title}" says "${h.text}"; drawn are ${formatLength(nearest, sheet)}.`,
          { saidMm: mm[0], drawnMm: nearest, atMs: h.startMs },
          captionSays(take, h, formatLength(nearest, sheet)),
        ),
      ];
    });
    const counts = said.flatMap((h): Finding[] => {
      const { amount } = h;
      if (
        amount?.unit !== "count" ||
        typeof amount.value !== "number" ||
        !/^(?:guide)?lines?$/.test(amount.of ?? "")
      )
        return [];
      if (step.kind === "erase" || step.newLines === 0 || amount.value === step.newLines) return [];
      return [
        about(
          step,
          "counted-otherwise",
          "note",
          `Step ${step.number} "${step.title}" says "${h.text}"; it draws ${step.newLines}.`,
          { said: amount.value, drawn: step.newLines },
        ),
      ];
    });
    return [...lengths, ...counts, ...sidesOtherwise(step, here)];
  });
}

/** Amounts and sides by the step in whose time they are said: found in one pass, both rising. */
function heardInSteps(
  windows: readonly StepWindow[],
  map: EditMap,
  heard: readonly Heard[],
): Map<string, Heard[]> {
  const found = new Map<string, Heard[]>();
  let w = 0;
  for (const h of heard) {
    if (h.kind !== "measurement" && h.kind !== "side") continue;
    const at = sourceToLesson(map, h.startMs)?.fromMs;
    if (at === undefined) continue;
    while (w + 1 < windows.length && (windows[w + 1]?.startMs ?? 0) <= at) w++;
    const span = windows[w];
    if (!span || at < span.startMs || at >= span.endMs) continue;
    const list = found.get(span.stepId) ?? [];
    list.push(h);
    found.set(span.stepId, list);
  }
  return found;
}

/** Of "two, no, two and a half inches" the last counts. */
function lastValues(measured: readonly Heard[], words: readonly Word[]): Heard[] {
  return measured.filter((h, i) => {
    const next = measured[i + 1];
    if (!next || next.startMs - h.endMs > 4000 || next.amount?.unit !== h.amount?.unit) return true;
    const between = wordsBetween(words, h.endMs - 1, next.startMs + 1);
    return !CORRECTS.test(between.map((w) => w.text).join(" "));
  });
}

function lengthOf(h: Heard): readonly [number, number] | null {
  const per = MM_PER[h.amount?.unit ?? ""];
  const value = h.amount?.value;
  if (per === undefined || value === undefined) return null;
  return typeof value === "number" ? [value * per, value * per] : [value[0] * per, value[1] * per];
}

/** How far a spoken length may be off: half the smallest fraction, or a seventh for "about". */
function slack(mm: number, isAbout: boolean, sheet: Sheet): number {
  const half = sheet.unit === "in" ? MM_PER_INCH / sheet.smallestFraction / 2 : 0.5;
  return half + 0.3 + (isAbout ? mm / 7 : 0);
}

/** "From the right edge" where the step measures only from the left, or the other way round. */
function sidesOtherwise(step: Step, here: readonly Heard[]): Finding[] {
  const readings = step.readings.join(" ");
  const edge = /from the (left|right) edge/.exec(readings)?.[1];
  const both = /from the left edge/.test(readings) && /from the right edge/.test(readings);
  if (!edge || both) return [];
  const wrong = here.find(
    (h) =>
      h.kind === "side" &&
      /\bfrom the (?:left|right)(?: hand)? (?:edge|side)\b/i.test(h.text) &&
      h.name !== edge,
  );
  if (!wrong) return [];
  return [
    about(
      step,
      "other-side",
      "warning",
      `Step ${step.number} "${step.title}" says "${wrong.text}"; it is measured from the ${edge} edge.`,
      {},
    ),
  ];
}

function about(
  step: Step,
  code: string,
  severity: Finding["severity"],
  message: string,
  numbers: Record<string, number>,
  fix?: Finding["fix"],
): Finding {
  return { code, severity, about: step.id, message, numbers, ...(fix ? { fix } : {}) };
}

/** The fix of a short hold: the holds of that step made into one that is long enough. */
function longerHold(
  take: SyncInput["take"],
  map: EditMap,
  span: StepWindow,
  ms: number,
): NonNullable<Finding["fix"]> {
  const inside = holdsIn(map, span);
  const places = new Set(inside.map((h) => h.sourceAt));
  const others = (take.edits ?? []).filter((e) => e.kind !== "hold" || !places.has(e.atMs));
  const atMs = Math.round(inside[inside.length - 1]?.sourceAt ?? 0);
  return {
    label: `Hold ${seconds(ms)}`,
    changes: [setTakeTimes(take.id, "edits", [...others, { kind: "hold", atMs, ms }])],
  };
}

function seconds(ms: number): string {
  return `${Math.round(ms / 1000)} s`;
}
