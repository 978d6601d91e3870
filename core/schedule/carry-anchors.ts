import { alignWords, type Word } from "../narration/index.ts";
import type { Anchors } from "./anchor.ts";

/** What became of an anchor in a new take; `id` names the step or the move that it places. */
export type Carried =
  /** Its very word is said again. */
  | { readonly id: string; readonly kind: "kept"; readonly wordId: string; readonly confidence: number }
  /** Its word is said otherwise; the place is told by the words around it. */
  | { readonly id: string; readonly kind: "moved"; readonly wordId: string; readonly confidence: number }
  /** Its words are gone. */
  | { readonly id: string; readonly kind: "lost" };

/** How far beside a lost word the words around it may still tell its place. */
const REACH = 6;

/** Words as they are compared: without case or punctuation. */
export function comparable(words: readonly Word[]): string[] {
  return words.map((w) => w.text.toLowerCase().replace(/[^\p{L}\p{N}/]+/gu, ""));
}

/** Carries anchors from one take's words to another's by aligning the words. Offsets stay. */
export function carryAnchors(old: readonly Word[], next: readonly Word[], anchors: Anchors): Carried[] {
  const matches = alignWords(comparable(old), comparable(next));
  const to = new Map(matches.map(([a, b]) => [a, b]));
  const index = new Map(old.map((w, i) => [w.id, i]));
  return Object.entries(anchors).map(([id, anchor]): Carried => {
    const at = index.get(anchor.wordId);
    if (at === undefined) return { id, kind: "lost" };
    const same = to.get(at);
    const wordAt = (i: number | undefined) => (i === undefined ? undefined : next[i]);
    const kept = wordAt(same);
    if (kept) {
      // A word alone may be the same by chance; with its neighbours it is not.
      const around = [-2, -1, 1, 2].filter((d) => to.get(at + d) === (same ?? 0) + d).length;
      return { id, kind: "kept", wordId: kept.id, confidence: 0.6 + 0.1 * around };
    }
    for (let d = 1; d <= REACH; d++) {
      const after = to.get(at + d);
      const before = to.get(at - d);
      // The nearest word that is said again tells where the missing one would have stood.
      const near =
        after !== undefined
          ? Math.max(before !== undefined ? before + 1 : 0, after - d)
          : before !== undefined
            ? before + d
            : undefined;
      const word = wordAt(near);
      if (word) return { id, kind: "moved", wordId: word.id, confidence: Math.max(0.2, 0.75 - 0.1 * d) };
    }
    return { id, kind: "lost" };
  });
}
