import type { Change } from "../../ground/base/index.ts";
import { type Cue, wordsOf } from "../../time/narration/index.ts";
import { isSure, type PlacedStep } from "../../time/placing/index.ts";
import {
  type Anchor,
  anchorAt,
  type Edit,
  type VideoAddress,
  wordCarrier,
} from "../../time/schedule/index.ts";
import { findCurrentTake, type Lesson, setLesson, setTake, type Take } from "../lesson/index.ts";
import { putTake } from "./change-of.ts";

/**
 * Gives the current take these captions, or begins a take with them. What stood at a word goes along with it; an anchor
 * whose words are gone is reported, or is taken away where another word now bears its word's id.
 */
export function setNarration(lesson: Lesson, fileName: string, cues: readonly Cue[]): Change[] {
  const narration = { fileName, cues: [...cues] };
  const take = findCurrentTake(lesson);
  if (!take) return beginTake(lesson, fileName, { narration });
  return [setTake(take.id, "narration", narration), ...(take.narration ? carriedAlong(take, cues) : [])];
}

/** What stands at words of a take, moved to where these words are in other cues. */
function carriedAlong(take: Take, cues: readonly Cue[]): Change[] {
  const next = cues.flatMap(wordsOf);
  const carry = wordCarrier((take.narration?.cues ?? []).flatMap(wordsOf), next);
  const known = new Set(next.map((w) => w.id));
  /** Where an anchor stands now; itself when nothing changes. */
  const moved = (anchor: Anchor): Anchor | null => {
    const to = carry(anchor.wordId);
    if (!to) return known.has(anchor.wordId) ? null : anchor;
    return to.wordId === anchor.wordId ? anchor : anchorAt(to, anchor);
  };
  const steps = Object.entries(take.anchors).flatMap(([stepId, anchor]) => {
    const to = moved(anchor);
    return to === anchor ? [] : [setAnchor(take.id, stepId, to)];
  });
  const strokes = Object.entries(take.strokeAnchors ?? {}).flatMap(([moveId, anchor]) => {
    const to = moved(anchor);
    return to ? [[moveId, to] as const] : [];
  });
  const corrections = (take.corrections ?? []).flatMap((c) => {
    const to = c.wordIds.map(carry);
    return to.every((w) => w?.kind === "kept") ? [{ ...c, wordIds: to.map((w) => w?.wordId ?? "") }] : [];
  });
  return [
    ...steps,
    ...(take.strokeAnchors
      ? [setTake(take.id, "strokeAnchors", strokes.length > 0 ? Object.fromEntries(strokes) : null)]
      : []),
    ...(take.corrections
      ? [setTake(take.id, "corrections", corrections.length > 0 ? corrections : null)]
      : []),
  ];
}

/** Gives the current take this recording, or begins a take with it. The sheet's corners must be placed anew. */
export function setVideo(lesson: Lesson, fileName: string, video: NonNullable<Take["video"]>): Change[] {
  const take = findCurrentTake(lesson);
  if (!take) return beginTake(lesson, fileName, { video });
  return [
    setTake(take.id, "video", video),
    setTake(take.id, "corners", null),
    ...(take.sheetMoves ? [setTake(take.id, "sheetMoves", null)] : []),
    ...(take.tones ? [setTake(take.id, "tones", null)] : []),
  ];
}

/** Ties a step's start to a word, or frees it for null. */
export function tieStep(lesson: Lesson, stepId: string, wordId: string | null): Change[] {
  const take = findCurrentTake(lesson);
  return take ? [setAnchor(take.id, stepId, wordId === null ? null : { wordId, offsetMs: 0 })] : [];
}

/**
 * Puts the steps that nobody pinned where they are found for sure, and frees those that no longer are. Steps that were
 * pinned, by a press, a tap or a move, stay.
 */
export function followPlaces(lesson: Lesson, places: readonly PlacedStep[]): Change[] {
  const take = findCurrentTake(lesson);
  if (!take) return [];
  const sure = new Map(places.flatMap((p) => (p.said && isSure(p) ? [[p.stepId, p.wordId] as const] : [])));
  const freed = Object.entries(take.anchors).flatMap(([stepId, { found }]) =>
    found && !sure.has(stepId) ? [setAnchor(take.id, stepId, null)] : [],
  );
  const placed = [...sure].flatMap(([stepId, wordId]) => {
    const now = take.anchors[stepId];
    if (now && (!now.found || now.wordId === wordId)) return [];
    return [setAnchor(take.id, stepId, { wordId, offsetMs: 0, found: true })];
  });
  return [...freed, ...placed];
}

/** The words at which steps are pinned, by the step's id; what was only found is none. */
export function pinnedWords(take: Pick<Take, "anchors">): ReadonlyMap<string, string> {
  return new Map(
    Object.entries(take.anchors).flatMap(([id, { wordId, found }]) => (found ? [] : [[id, wordId] as const])),
  );
}

/** Anchors are set one by one: two windows may tie two steps at once. */
function setAnchor(takeId: string, stepId: string, at: Anchor | null): Change {
  return setTake(takeId, `anchors.${stepId}`, at);
}

/** Ties the pencil's start in a single move to a word, or lets the move follow the one before it for null. */
export function tieStroke(
  lesson: Lesson,
  moveId: string,
  at: { readonly wordId: string; readonly offsetMs: number } | null,
): Change[] {
  const take = findCurrentTake(lesson);
  if (!take) return [];
  const { [moveId]: _, ...others } = take.strokeAnchors ?? {};
  const next = at ? { ...others, [moveId]: at } : others;
  return [setTake(take.id, "strokeAnchors", Object.keys(next).length > 0 ? next : null)];
}

function beginTake(lesson: Lesson, label: string, has: Partial<Pick<Take, "narration" | "video">>): Change[] {
  const id = freeTakeId(lesson);
  return addTake({ id, label, video: null, narration: null, corners: null, anchors: {}, ...has });
}

/** The edits of the current take, set whole; an empty list leaves the recording as it is. */
export function setEdits(lesson: Lesson, edits: readonly Edit[]): Change[] {
  const take = findCurrentTake(lesson);
  return take ? [setTake(take.id, "edits", edits.length > 0 ? [...edits] : null)] : [];
}

/** Ties steps to words, several at once; steps not named stay where they are. */
export function tieSteps(
  lesson: Lesson,
  places: readonly { stepId: string; wordId: string; offsetMs?: number }[],
): Change[] {
  const take = findCurrentTake(lesson);
  if (!take) return [];
  return places.map(({ stepId, wordId, offsetMs = 0 }) => setAnchor(take.id, stepId, { wordId, offsetMs }));
}

/** States where the current take's video can be watched; null: nowhere that is known. */
export function setAddress(lesson: Lesson, address: VideoAddress | null): Change[] {
  const take = findCurrentTake(lesson);
  return take ? [setTake(take.id, "address", address)] : [];
}

/** Makes another take the current one. */
export function goToTake(takeId: string): Change[] {
  return [setLesson("currentTake", takeId)];
}

/** A take begun from captions alone, not yet in the lesson; called as its file is. */
export function takeFromCaptions(lesson: Lesson, fileName: string, cues: readonly Cue[]): Take {
  return {
    id: freeTakeId(lesson),
    label: fileName.replace(/\.\w+$/, "").slice(0, 120) || "New take",
    video: null,
    narration: { fileName, cues: [...cues] },
    corners: null,
    anchors: {},
  };
}

/** Puts a take beside the others and makes it the current one. */
export function addTake(take: Take): Change[] {
  return [putTake(take), ...goToTake(take.id)];
}

/** The first take id that is free. */
function freeTakeId(lesson: Lesson): string {
  const taken = new Set(lesson.takes.map((t) => t.id));
  let n = 1;
  while (taken.has(`take-${n}`)) n++;
  return `take-${n}`;
}
