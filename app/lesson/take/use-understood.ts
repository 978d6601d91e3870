import { useEffect, useMemo, useRef, useState } from "react";
import { type Cue, type Heard, understand } from "#core/time/narration";
import { startUnderstanding } from "../../workers/page-workers.ts";

/** So many letters, some ten minutes of talk, are understood faster than a worker starts. */
const FEW_LETTERS = 9000;
const NOTHING_YET: readonly Heard[] = [];

/**
 * What long narrations do in the lesson, worked out beside the page: nothing until it is there. Null for short ones, which
 * are understood with the rest of the lesson.
 */
export function useUnderstood(cues: readonly Cue[] | null): readonly Heard[] | null {
  // A save brings the same words as another list.
  const same = useRef(cues);
  if (!sameWords(same.current, cues)) same.current = cues;
  const words = same.current;
  const long = useMemo(() => (words && lettersOf(words) > FEW_LETTERS ? words : null), [words]);
  const [known, setKnown] = useState<{ cues: readonly Cue[]; heard: readonly Heard[] } | null>(null);
  useEffect(() => {
    if (!long) return;
    let gone = false;
    const worker = startUnderstanding();
    void worker
      .call((api) => api.understand(long))
      // The page could not fetch what understands it beside the page: it holds for a moment instead.
      .catch(() => (gone ? NOTHING_YET : understand(long)))
      .then((heard) => {
        if (!gone) setKnown({ cues: long, heard });
        worker.end();
      });
    return () => {
      gone = true;
      worker.end();
    };
  }, [long]);
  if (!long) return null;
  return known?.cues === long ? known.heard : NOTHING_YET;
}

function lettersOf(cues: readonly Cue[]): number {
  return cues.reduce((sum, c) => sum + c.text.length, 0);
}

function sameWords(a: readonly Cue[] | null, b: readonly Cue[] | null): boolean {
  if (a === b) return true;
  if (!a || !b || a.length !== b.length) return false;
  return a.every((cue, i) => {
    const other = b[i];
    return (
      cue.id === other?.id &&
      cue.text === other.text &&
      cue.startMs === other.startMs &&
      cue.endMs === other.endMs
    );
  });
}
