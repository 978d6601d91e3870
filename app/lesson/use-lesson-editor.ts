import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useFetcher, useRevalidator } from "react-router";
import type { Change, Finding } from "#core/base";
import { applyChanges, type Lesson } from "#core/lesson";
import { type ComputedLesson, computeLesson } from "#core/pipeline";
import type { SaveAnswer } from "../routes/save.ts";
import { useOtherWindows } from "./use-other-windows.ts";

export type SaveState = "saved" | "saving" | "failed";

export interface LessonEditor {
  readonly lessonId: string;
  /** The document with every edit so far and the gesture under way. */
  readonly lesson: Lesson;
  readonly computed: ComputedLesson;
  readonly saveState: SaveState;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** Whether the last revision shown came from another window. */
  readonly changedElsewhere: boolean;
  /** Why the last edit was not taken; empty when it was. */
  readonly refusals: readonly Finding[];
  /** Makes an edit: seen at once, saved in order. */
  commit(changes: readonly Change[]): void;
  /** Shows an edit while a gesture lasts; null ends it. */
  preview(changes: readonly Change[] | null): void;
  undo(): void;
  redo(): void;
  retry(): void;
  dismissRefusals(): void;
}

type Op =
  | { readonly intent: "changes"; readonly changes: readonly Change[] }
  | { readonly intent: "undo" | "redo" };

/**
 * The lesson as the teacher edits it. Edits queue up and are sent one after another, each based on the revision
 * the one before made; until the server answers they are laid over what it last sent.
 */
export function useLessonEditor(
  lessonId: string,
  stored: { lesson: Lesson; revision: number; canUndo: boolean; canRedo: boolean },
): LessonEditor {
  const fetcher = useFetcher<SaveAnswer>();
  const revalidator = useRevalidator();
  const [queue, setQueue] = useState<readonly Op[]>([]);
  const [sent, setSent] = useState<{ base: number; op: Op } | null>(null);
  const [gesture, setGesture] = useState<readonly Change[] | null>(null);
  const [refusals, setRefusals] = useState<readonly Finding[]>([]);
  const [failed, setFailed] = useState(false);
  const [elsewhere, setElsewhere] = useState<number | null>(null);

  const idle = fetcher.state === "idle" && revalidator.state === "idle";
  useEffect(() => {
    if (!idle || sent !== null || failed) return;
    const [op, ...rest] = queue;
    if (!op) return;
    setQueue(rest);
    setSent({ base: stored.revision, op });
    void fetcher.submit({ base: stored.revision, ...op } as never, {
      method: "post",
      action: `/lessons/${lessonId}/save`,
      encType: "application/json",
    });
  }, [idle, sent, failed, queue, stored.revision, lessonId, fetcher]);

  const answered = useRef<SaveAnswer | undefined>(undefined);
  useEffect(() => {
    if (!idle || sent === null || fetcher.data === undefined || fetcher.data === answered.current) return;
    answered.current = fetcher.data;
    const answer = fetcher.data;
    setSent(null);
    switch (answer.kind) {
      case "saved":
        setElsewhere(answer.merged ? answer.revision : null);
        return;
      case "refused":
        setRefusals(answer.findings);
        return;
      case "conflict":
        setQueue([]);
        setRefusals([
          { code: "conflict", severity: "fault", about: lessonId, message: answer.message, numbers: {} },
        ]);
        void revalidator.revalidate();
        return;
      case "unreachable":
        // Nothing is lost: the edit goes back to the head of the queue until it can be sent.
        setQueue((q) => [sent.op, ...q]);
        setFailed(true);
    }
  }, [idle, sent, fetcher.data, lessonId, revalidator]);

  // While an edit of this window is under way, its answer brings whatever else was saved.
  useOtherWindows(lessonId, (revision) => {
    if (revision <= stored.revision || sent !== null || queue.length > 0 || !idle) return;
    setElsewhere(revision);
    void revalidator.revalidate();
  });

  const lesson = useMemo(() => {
    const waiting = [...(sent && sent.base === stored.revision ? [sent.op] : []), ...queue].flatMap((op) =>
      op.intent === "changes" ? [op.changes] : [],
    );
    return [...waiting, ...(gesture ? [gesture] : [])].reduce((document, changes) => {
      const changed = applyChanges(document, changes);
      return changed.ok ? changed.value.lesson : document;
    }, stored.lesson);
  }, [stored.lesson, stored.revision, sent, queue, gesture]);

  const before = useRef<ComputedLesson | null>(null);
  const computed = useMemo(() => {
    before.current = computeLesson(lesson, before.current);
    return before.current;
  }, [lesson]);

  const latest = useRef(lesson);
  latest.current = lesson;
  const commit = useCallback((changes: readonly Change[]) => {
    setGesture(null);
    if (changes.length === 0) return;
    const tried = applyChanges(latest.current, changes);
    setRefusals(tried.ok ? [] : tried.findings);
    if (tried.ok) setQueue((q) => [...q, { intent: "changes", changes }]);
  }, []);

  return {
    lessonId,
    lesson,
    computed,
    saveState: failed ? "failed" : queue.length > 0 || sent !== null ? "saving" : "saved",
    canUndo: stored.canUndo,
    canRedo: stored.canRedo,
    changedElsewhere: elsewhere !== null && elsewhere === stored.revision,
    refusals,
    commit,
    preview: setGesture,
    undo: () => setQueue((q) => [...q, { intent: "undo" }]),
    redo: () => setQueue((q) => [...q, { intent: "redo" }]),
    retry: () => setFailed(false),
    dismissRefusals: () => setRefusals([]),
  };
}
