import { startTransition, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useRevalidator } from "react-router";
import { applyChanges } from "#core/document/changes";
import { findCurrentTake, type Lesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson, type DrawnLesson, drawLesson } from "#core/document/pipeline";
import { type Change, type Finding, shareStructure } from "#core/ground/base";
import { useUnderstood } from "../take/use-understood.ts";
import type { Op, Trouble } from "./save-line.ts";
import { useOtherWindows } from "./use-other-windows.ts";
import { useSaveLine } from "./use-save-line.ts";

type SaveState = "saved" | "saving" | "failed";

export interface LessonEditor {
  readonly lessonId: string;
  /** The revision that is shown, edits on their way left out. */
  readonly revision: number;
  /** The document with every edit so far and the gesture under way. */
  readonly lesson: Lesson;
  readonly computed: ComputedLesson;
  /** The sheet as it is drawn at this moment, the gesture under way in it; words and times follow when it ends. */
  readonly drawn: DrawnLesson;
  readonly saveState: SaveState;
  /** Why edits are not saved just now, and how many wait; null when nothing is in the way. */
  readonly trouble: (Trouble & { readonly waiting: number; readonly kept: boolean }) | null;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** Whether the last revision shown came from another window. */
  readonly changedElsewhere: boolean;
  /** Why the last edit was not taken; empty when it was. */
  readonly refusals: readonly Finding[];
  /**
   * Makes an edit: seen at once, saved in order. What depends on where things are just now is given as a function: keys
   * may come faster than the page is drawn.
   */
  commit(edit: Edit): void;
  /** Shows an edit while a gesture lasts; null ends it. */
  preview(changes: readonly Change[] | null): void;
  undo(): void;
  redo(): void;
  retry(): void;
  dismissRefusals(): void;
  /** Says why something could not be done. */
  say(message: string): void;
}

/** What the server could not be asked for is asked for again after this. */
const ASK_AGAIN_MS = 3000;

/** Changes, or what they are for the lesson as it is at that moment. */
type Edit = readonly Change[] | ((lesson: Lesson) => readonly Change[]);

/**
 * The lesson as the teacher edits it. Edits go to the server one after another, each based on the revision the one before
 * made; until the page shows what was made of them they are laid over what it last got.
 */
export function useLessonEditor(
  lessonId: string,
  stored: {
    lesson: Lesson;
    createdAt: Date;
    revision: number;
    canUndo: boolean;
    canRedo: boolean;
    /** The server could not be asked: this is what it said before. */
    unreachable?: boolean;
  },
): LessonEditor {
  const { revalidate, state: asking } = useRevalidator();
  const [line, { unsaved, landed, trouble, revision, kept }] = useSaveLine(
    lessonId,
    stored.createdAt,
    stored.revision,
  );
  const [gesture, setGesture] = useState<readonly Change[] | null>(null);
  const [refusals, setRefusals] = useState<readonly Finding[]>([]);
  const [elsewhere, setElsewhere] = useState<number | null>(null);

  const unreachable = stored.unreachable === true;
  /** Askings that have ended, with or without an answer: one cut off in the moment it began is never seen as under way. */
  const [ended, setEnded] = useState(0);
  // Going elsewhere cuts an asking off; what is shown then is asked for by itself.
  const askAgain = useCallback(() => {
    const end = () => startTransition(() => setEnded((n) => n + 1));
    void revalidate().then(end, end);
  }, [revalidate]);
  useEffect(() => {
    line.hear({
      onRefused: setRefusals,
      onConflict: (message) => {
        setRefusals([{ code: "conflict", severity: "fault", about: lessonId, message, numbers: {} }]);
        askAgain();
      },
      onMerged: setElsewhere,
    });
  }, [line, lessonId, askAgain]);

  useEffect(() => line.shows(stored.revision), [line, stored.revision]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: an asking that ended without an answer is repeated
  useEffect(() => {
    // Choosing a step while a save comes home cuts off the asking that belongs to it: asked again.
    if (revision <= stored.revision || asking !== "idle") return;
    if (!unreachable) return askAgain();
    const later = setTimeout(askAgain, ASK_AGAIN_MS);
    return () => clearTimeout(later);
  }, [revision, stored.revision, asking, ended, unreachable, askAgain]);

  const retry = () => {
    line.retry();
    if (unreachable) askAgain();
  };
  // While an edit of this window is under way, its answer brings whatever else was saved.
  useOtherWindows(lessonId, (heard) => {
    // The line is there again: what waited goes on by itself.
    if (trouble || unreachable) return retry();
    if (heard <= stored.revision || unsaved.length > 0 || landed.length > 0 || asking !== "idle") return;
    setElsewhere(heard);
    askAgain();
  });
  useWarnBeforeLeaving(unsaved.length > 0 && !kept);

  const over = useMemo(
    () => [...landed.flatMap((l) => (l.revision > stored.revision ? [l.op] : [])), ...unsaved],
    [stored.revision, landed, unsaved],
  );
  const settled = useLaidOver(stored.lesson, over);
  const lesson = useMemo(() => (gesture ? applied(settled, gesture) : settled), [settled, gesture]);

  const { computed, drawn } = useDerived(settled, lesson);

  const latest = useRef(settled);
  latest.current = settled;
  const commit = useCallback(
    (edit: Edit) => {
      setGesture(null);
      const changes = typeof edit === "function" ? edit(latest.current) : edit;
      if (changes.length === 0) return;
      const tried = applyChanges(latest.current, changes);
      setRefusals(tried.ok ? [] : tried.findings);
      if (!tried.ok) return;
      latest.current = tried.value.lesson;
      line.add({ intent: "changes", changes });
    },
    [line],
  );

  return {
    lessonId,
    revision: stored.revision,
    lesson,
    computed,
    drawn,
    saveState: trouble
      ? "failed"
      : unsaved.length > 0 || (revision > stored.revision && !unreachable)
        ? "saving"
        : "saved",
    trouble: trouble && { ...trouble, waiting: unsaved.length, kept },
    canUndo: stored.canUndo,
    canRedo: stored.canRedo,
    changedElsewhere: elsewhere !== null && elsewhere === stored.revision,
    refusals,
    commit,
    preview: setGesture,
    undo: () => line.add({ intent: "undo", changes: [] }),
    redo: () => line.add({ intent: "redo", changes: [] }),
    retry,
    dismissRefusals: () => setRefusals([]),
    say: (message) =>
      setRefusals([{ code: "not-done", severity: "fault", about: lessonId, message, numbers: {} }]),
  };
}

/** What follows from the document: all of it from what has settled, the drawing from the gesture under way. */
function useDerived(settled: Lesson, lesson: Lesson): { computed: ComputedLesson; drawn: DrawnLesson } {
  const understood = useUnderstood(findCurrentTake(settled)?.narration?.cues ?? null);
  const before = useRef<ComputedLesson | null>(null);
  const computed = useMemo(() => {
    before.current = computeLesson(settled, before.current, understood);
    return before.current;
  }, [settled, understood]);
  // A drag is drawn at once; what stands beside the sheet would hold it up, and follows when it is let go.
  const moving = useRef<DrawnLesson | null>(null);
  const drawn = useMemo(() => {
    moving.current = lesson === settled ? null : drawLesson(lesson, moving.current ?? computed);
    return moving.current ?? computed;
  }, [lesson, settled, computed]);
  return { computed, drawn };
}

/** What the browser cannot keep would go with the window: it asks before it closes. */
function useWarnBeforeLeaving(unsafe: boolean): void {
  useEffect(() => {
    if (!unsafe) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [unsafe]);
}

/**
 * A document with edits laid over it. While they only grow in number, each is laid over once: a long outage stays quick. What
 * comes back from the server as it was laid is the same as before, so that nothing is worked out or drawn again.
 */
function useLaidOver(document: Lesson, edits: readonly Op[]): Lesson {
  const before = useRef<{ document: Lesson; edits: readonly Op[]; laid: Lesson } | null>(null);
  return useMemo(() => {
    const was = before.current;
    const goesOn = was?.document === document && was.edits.every((edit, i) => edit === edits[i]);
    const start = goesOn ? was.laid : shareStructure(was?.laid, document);
    const laid = edits
      .slice(goesOn ? was.edits.length : 0)
      .reduce((over, edit) => applied(over, edit.changes), start);
    before.current = { document, edits, laid };
    return laid;
  }, [document, edits]);
}

/** A document after changes; as it was when they cannot be made. */
function applied(document: Lesson, changes: readonly Change[]): Lesson {
  const changed = applyChanges(document, changes);
  return changed.ok ? changed.value.lesson : document;
}
