import type { RevisionKind } from "../db/schema.ts";

/**
 * Which edit an undo would take back and a redo would do again, read off the revisions in order. A new edit
 * ends what could be redone; bringing back a revision starts afresh, since its changes are not known.
 */
export function undoRedoTargets(
  history: readonly { revision: number; kind: RevisionKind; target: number | null }[],
): { undo: number | null; redo: number | null } {
  let done: number[] = [];
  let undone: number[] = [];
  for (const { revision, kind, target } of history) {
    switch (kind) {
      case "create":
      case "restore":
        done = [];
        undone = [];
        break;
      case "edit":
        done.push(revision);
        undone = [];
        break;
      case "undo":
        done.pop();
        if (target !== null) undone.push(target);
        break;
      case "redo":
        undone.pop();
        if (target !== null) done.push(target);
        break;
    }
  }
  return { undo: done[done.length - 1] ?? null, redo: undone[undone.length - 1] ?? null };
}
