import { useSyncExternalStore } from "react";
import { newKey } from "./new-key.ts";
import { type LineState, openSaveLine, type SaveLine } from "./save-line.ts";
import { sendEdit } from "./send-edit.ts";
import { browserStore } from "./unsaved-store.ts";

/** Lines outlive the pages that opened them: what a page left is still sent. */
const lines = new Map<string, SaveLine>();

/** The line on which this lesson's edits are saved, and how it stands. */
export function useSaveLine(
  lessonId: string,
  createdAt: Date,
  revision: number,
): readonly [SaveLine, LineState] {
  const line = lines.get(lessonId) ?? opened(lessonId, createdAt, revision);
  return [line, useSyncExternalStore(line.subscribe, line.state)];
}

/** Whether a lesson has edits that are not saved yet: its page must stay, whatever the server says. */
export function hasUnsaved(lessonId: string | undefined): boolean {
  const line = lines.get(lessonId ?? "");
  return line !== undefined && line.state().unsaved.length > 0;
}

function opened(lessonId: string, createdAt: Date, revision: number): SaveLine {
  const line = openSaveLine(revision, {
    send: (base, op) => sendEdit(lessonId, base, op),
    // Another folder's lesson may stand at the same address: what was made on this one is not for that.
    store: browserStore(`${lessonId}/${createdAt.getTime()}`),
    newKey,
    later: (ms, what) => void setTimeout(what, ms),
  });
  lines.set(lessonId, line);
  return line;
}
