import { EventEmitter } from "node:events";

/** Where saved revisions are called out, so that other windows on the same lesson hear of them at once. */
const saved = new EventEmitter();
// One listener for every window that has a lesson open.
saved.setMaxListeners(0);
/** No lesson has this for its address. */
const ANY = "*";

/** Calls out that a lesson has a new revision. */
export function callSaved(lessonId: string, revision: number): void {
  saved.emit(lessonId, revision);
  saved.emit(ANY);
}

/** Hears of every new revision of a lesson until the returned function is called. */
export function hearSaved(lessonId: string, listener: (revision: number) => void): () => void {
  saved.on(lessonId, listener);
  return () => saved.off(lessonId, listener);
}

/** Hears that some lesson has a new revision. */
export function hearAnySaved(listener: () => void): () => void {
  saved.on(ANY, listener);
  return () => saved.off(ANY, listener);
}
