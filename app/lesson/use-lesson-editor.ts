import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useFetcher, useRevalidator } from "react-router";
import type { Change, Finding } from "#core/base";
import { applyChanges } from "#core/changes";
import type { Lesson } from "#core/lesson";
import { type ComputedLesson, computeLesson, type DrawnLesson, drawLesson } from "#core/pipeline";
import type { SaveAnswer } from "../routes/save.ts";
import { useOtherWindows } from "./use-other-windows.ts";

export type SaveState = "saved" | "saving" | "failed";

export interface LessonEditor {
  readonly lessonId: string;
  /** The document with every edit so far and the gesture under way. */
  readonly lesson: Lesson;
  readonly computed: ComputedLesson;
  /** The sheet as it is drawn at this moment, the gesture under way in it; words and times follow when it ends. */
  readonly drawn: DrawnLesson;
  readonly saveState: SaveState;
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

/** Changes, or what they are for the lesson as it is at that moment. */
export type Edit = readonly Change[] | ((lesson: Lesson) => readonly Change[]);

type Op =
  /** `base`: made on that revision, before it was known that another window had saved over it. */
  | { readonly intent: "changes"; readonly changes: readonly Change[]; readonly base?: number }
  | { readonly intent: "undo" | "redo" };

/**
 * The lesson as the teacher edits it. Edits queue up and are sent one after another, each based on the revision
 * the one before made; until the server answers they are laid over what it last sent.
 */
export function useLessonEditor(
  lessonId: string,
  stored: {
    lesson: Lesson;
    revision: number;
    canUndo: boolean;
    canRedo: boolean;
    /** The server could not be asked: this is what it said before. */
    unreachable?: boolean;
  },
): LessonEditor {
  const fetcher = useFetcher<SaveAnswer>();
  const revalidator = useRevalidator();
  const [queue, setQueue] = useState<readonly Op[]>([]);
  /** The edit under way; `landed` once it is saved, until that revision is shown. */
  const [sent, setSent] = useState<{ base: number; op: Op; landed?: number } | null>(null);
  const [gesture, setGesture] = useState<readonly Change[] | null>(null);
  const [refusals, setRefusals] = useState<readonly Finding[]>([]);
  const [failed, setFailed] = useState(false);
  const [elsewhere, setElsewhere] = useState<number | null>(null);

  const unreachable = stored.unreachable === true;
  const { revalidate } = revalidator;
  // Going elsewhere cuts an asking off; what is shown then is asked for by itself.
  const askAgain = useCallback(() => revalidate().catch(() => {}), [revalidate]);
  const idle = fetcher.state === "idle" && revalidator.state === "idle";
  useEffect(() => {
    if (!idle || sent !== null || failed || unreachable) return;
    const [op] = queue;
    if (!op) return;
    // An edit may have come in since this was drawn: only the one sent leaves the queue.
    setQueue((q) => q.slice(1));
    setSent({ base: stored.revision, op });
    // An op that knows its own base keeps it.
    void fetcher.submit({ base: stored.revision, ...op } as never, {
      method: "post",
      action: `/lessons/${lessonId}/save`,
      encType: "application/json",
    });
  }, [idle, sent, failed, unreachable, queue, stored.revision, lessonId, fetcher]);

  const answered = useRef<SaveAnswer | undefined>(undefined);
  useEffect(() => {
    if (!idle || sent === null || fetcher.data === undefined || fetcher.data === answered.current) return;
    answered.current = fetcher.data;
    const answer = fetcher.data;
    if (answer.kind === "saved") {
      setElsewhere(answer.merged ? answer.revision : null);
      setSent({ ...sent, landed: answer.revision });
      return;
    }
    setSent(null);
    switch (answer.kind) {
      case "refused":
        setRefusals(answer.findings);
        return;
      case "conflict":
        // What was made on top of the refused edit is kept aside with it, or laid over what was saved, as it fits.
        setQueue((q) => q.flatMap((op) => (op.intent === "changes" ? [{ base: sent.base, ...op }] : [])));
        setRefusals([
          { code: "conflict", severity: "fault", about: lessonId, message: answer.message, numbers: {} },
        ]);
        void askAgain();
        return;
      case "unreachable":
        // Nothing is lost: the edit goes back to the head of the queue until it can be sent.
        setQueue((q) => [sent.op, ...q]);
        setFailed(true);
    }
  }, [idle, sent, fetcher.data, lessonId, askAgain]);

  useEffect(() => {
    if (sent?.landed === undefined) return;
    if (stored.revision >= sent.landed) setSent(null);
    // Choosing a step while a save comes home cuts off the asking that belongs to it: asked again.
    else if (idle && !unreachable) void askAgain();
  }, [sent, stored.revision, idle, unreachable, askAgain]);

  const retry = () => {
    setFailed(false);
    if (unreachable) void askAgain();
  };
  // While an edit of this window is under way, its answer brings whatever else was saved.
  useOtherWindows(lessonId, (revision) => {
    // The line is there again: what waited goes on by itself.
    if (failed || unreachable) return retry();
    if (revision <= stored.revision || sent !== null || queue.length > 0 || !idle) return;
    setElsewhere(revision);
    void askAgain();
  });

  const settled = useMemo(() => {
    const waiting = [...(sent && sent.base === stored.revision ? [sent.op] : []), ...queue].flatMap((op) =>
      op.intent === "changes" ? [op.changes] : [],
    );
    return waiting.reduce(applied, stored.lesson);
  }, [stored.lesson, stored.revision, sent, queue]);
  const lesson = useMemo(() => (gesture ? applied(settled, gesture) : settled), [settled, gesture]);

  const before = useRef<ComputedLesson | null>(null);
  const computed = useMemo(() => {
    before.current = computeLesson(settled, before.current);
    return before.current;
  }, [settled]);
  // A drag is drawn at once; what stands beside the sheet would hold it up, and follows when it is let go.
  const moving = useRef<DrawnLesson | null>(null);
  const drawn = useMemo(() => {
    moving.current = lesson === settled ? null : drawLesson(lesson, moving.current ?? computed);
    return moving.current ?? computed;
  }, [lesson, settled, computed]);

  const latest = useRef(settled);
  latest.current = settled;
  const commit = useCallback((edit: Edit) => {
    setGesture(null);
    const changes = typeof edit === "function" ? edit(latest.current) : edit;
    if (changes.length === 0) return;
    const tried = applyChanges(latest.current, changes);
    setRefusals(tried.ok ? [] : tried.findings);
    if (!tried.ok) return;
    latest.current = tried.value.lesson;
    setQueue((q) => [...q, { intent: "changes", changes }]);
  }, []);

  return {
    lessonId,
    lesson,
    computed,
    drawn,
    saveState: failed || unreachable ? "failed" : queue.length > 0 || sent !== null ? "saving" : "saved",
    canUndo: stored.canUndo,
    canRedo: stored.canRedo,
    changedElsewhere: elsewhere !== null && elsewhere === stored.revision,
    refusals,
    commit,
    preview: setGesture,
    undo: () => setQueue((q) => [...q, { intent: "undo" }]),
    redo: () => setQueue((q) => [...q, { intent: "redo" }]),
    retry,
    dismissRefusals: () => setRefusals([]),
    say: (message) =>
      setRefusals([{ code: "not-done", severity: "fault", about: lessonId, message, numbers: {} }]),
  };
}

/** A document after changes; as it was when they cannot be made. */
function applied(document: Lesson, changes: readonly Change[]): Lesson {
  const changed = applyChanges(document, changes);
  return changed.ok ? changed.value.lesson : document;
}
