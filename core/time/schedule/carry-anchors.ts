import { alignWords, type Word } from "../narration/index.ts";
import type { Anchor, Anchors } from "./anchor.ts";

/** Where a word is in another take. */
export interface CarriedWord {
  /** It is said again; or it is said otherwise, and the words around it tell the place. */
  readonly kind: "kept" | "moved";
  readonly wordId: string;
  readonly confidence: number;
}

/** What became of an anchor in a new take; `id` names the step or the move that it places. */
export type Carried =
  | ({ readonly id: string } & CarriedWord)
  /** Its words are gone. */
  | { readonly id: string; readonly kind: "lost" };

/** How far beside a lost word the words around it may still tell its place. */
const REACH = 6;

/** Words as they are compared: without case or punctuation. */
function comparable(words: readonly Word[]): string[] {
  return words.map((w) => w.text.toLowerCase().replace(/[^\p{L}\p{N}/]+/gu, ""));
}

/** Where a word of one take's is in another's, by aligning the words of both; null when it is gone, and all around it. */
export function wordCarrier(
  old: readonly Word[],
  next: readonly Word[],
): (wordId: string) => CarriedWord | null {
  const to = new Map(alignWords(comparable(old), comparable(next)));
  const index = new Map(old.map((w, i) => [w.id, i]));
  const wordAt = (i: number | undefined) => (i === undefined ? undefined : next[i]);
  return (wordId) => {
    const at = index.get(wordId);
    if (at === undefined) return null;
    const same = to.get(at);
    const kept = wordAt(same);
    if (kept) {
      // A word alone may be the same by chance; with its neighbours it is not.
      const around = [-2, -1, 1, 2].filter((d) => to.get(at + d) === (same ?? 0) + d).length;
      return { kind: "kept", wordId: kept.id, confidence: 0.6 + 0.1 * around };
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
      if (word) return { kind: "moved", wordId: word.id, confidence: Math.max(0.2, 0.75 - 0.1 * d) };
    }
    return null;
  };
}

/** Carries anchors from one take's words to another's. */
export function carryAnchors(old: readonly Word[], next: readonly Word[], anchors: Anchors): Carried[] {
  const carry = wordCarrier(old, next);
  return Object.entries(anchors).map(
    ([id, anchor]): Carried => ({ id, ...(carry(anchor.wordId) ?? { kind: "lost" }) }),
  );
}

/** An anchor at the word it was carried to. An offset belongs to its very word; beside another it would mean nothing. */
export function anchorAt({ kind, wordId }: CarriedWord, { offsetMs, found }: Anchor): Anchor {
  return { wordId, offsetMs: kind === "kept" ? offsetMs : 0, ...(found ? { found } : {}) };
}
