import type { Change, Finding } from "../../ground/base/index.ts";
import { paceOf } from "../../ground/plan/index.ts";
import { tokensOf, type Word, wordsOf } from "../../time/narration/index.ts";
import { makePlacer, NOTHING_PLACED, type Placing } from "../../time/placing/index.ts";
import {
  type Anchors,
  anchorAt,
  type Carried,
  carryAnchors,
  type Edit,
  proposeHolds,
} from "../../time/schedule/index.ts";
import { findCurrentTake, setTake, type Take } from "../lesson/index.ts";
import { type ComputedLesson, computeLesson } from "../pipeline/index.ts";

/** Where every step seems to begin in the current take's words; steps in `keep` stay where they are. */
export function placeInWords(computed: ComputedLesson, keep: ReadonlySet<string> = new Set()): Placing {
  const take = findCurrentTake(computed.lesson);
  if (!take?.narration) return NOTHING_PLACED;
  const pinned = Object.entries(take.anchors).flatMap(([id, anchor]) =>
    keep.has(id) ? [[id, anchor.wordId] as const] : [],
  );
  return makePlacer(computed.steps, tokensOf(take.narration.cues), computed.heard)(new Map(pinned));
}

/** Holds for the steps that have none, as an edit of the current take. Null when every step has its wait. */
export function holdsToAdd(computed: ComputedLesson): Change[] | null {
  const take = findCurrentTake(computed.lesson);
  if (!take?.narration || !computed.editMap) return null;
  const holds = proposeHolds(
    computed.steps,
    computed.schedule,
    computed.editMap,
    tokensOf(take.narration.cues),
    computed.heard,
    paceOf(computed.lesson.plan),
  );
  if (holds.length === 0) return null;
  return [setTake(take.id, "edits", [...(take.edits ?? []), ...holds])];
}

/**
 * A new take with the anchors of another carried over by their words, and what became of each step's. Strokes whose words
 * are gone are left to follow the stroke before them.
 */
export function retake(old: Take, next: Take): { take: Take; carried: Carried[] } {
  const oldWords = (old.narration?.cues ?? []).flatMap(wordsOf);
  const nextWords = (next.narration?.cues ?? []).flatMap(wordsOf);
  const carried = carryAnchors(oldWords, nextWords, old.anchors);
  const strokes = anchorsOf(
    carryAnchors(oldWords, nextWords, old.strokeAnchors ?? {}),
    old.strokeAnchors ?? {},
  );
  const edits = carriedHolds(old, oldWords, nextWords);
  return {
    take: {
      ...next,
      anchors: anchorsOf(carried, old.anchors),
      ...(Object.keys(strokes).length > 0 ? { strokeAnchors: strokes } : {}),
      ...(edits.length > 0 ? { edits } : {}),
    },
    carried,
  };
}

/** What a new take says or shows otherwise than the drawing, told before it is taken. */
export function contradictionsIn(computed: ComputedLesson, take: Take): Finding[] {
  const lesson = { ...computed.lesson, takes: [...computed.lesson.takes, take], currentTake: take.id };
  return computeLesson(lesson, computed).findings.filter((f) => CONTRADICTS.has(f.code));
}
const CONTRADICTS: ReadonlySet<string> = new Set(["said-otherwise", "counted-otherwise", "other-side"]);

function anchorsOf(carried: readonly Carried[], old: Anchors): Anchors {
  return Object.fromEntries(
    carried.flatMap((c) => {
      const was = old[c.id];
      return c.kind === "lost" || !was ? [] : [[c.id, anchorAt(c, was)]];
    }),
  );
}

/** Holds stand at words: those whose word is said again go along. Cuts and speeds belong to one recording only. */
function carriedHolds(old: Take, oldWords: readonly Word[], nextWords: readonly Word[]): Edit[] {
  const holds = (old.edits ?? []).flatMap((e) => (e.kind === "hold" ? [e] : []));
  const at = holds.map((hold) => oldWords.findLast((w) => w.endMs <= hold.atMs + 50));
  const tied = Object.fromEntries(
    at.flatMap((w, i) => (w ? [[String(i), { wordId: w.id, offsetMs: 0 }]] : [])),
  );
  const placed = carryAnchors(oldWords, nextWords, tied);
  return placed.flatMap((c): Edit[] => {
    const hold = holds[Number(c.id)];
    const word = c.kind === "lost" ? undefined : nextWords.find((w) => w.id === c.wordId);
    return hold && word ? [{ ...hold, atMs: word.endMs }] : [];
  });
}
