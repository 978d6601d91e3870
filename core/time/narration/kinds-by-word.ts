import type { Cue } from "./cue.ts";
import { wordsOf } from "./cue.ts";
import type { Heard } from "./heard.ts";

/** What was understood over each word, by the word's id; words that do nothing are left out. */
export function kindsByWord(cues: readonly Cue[], heard: readonly Heard[]): Map<string, Heard[]> {
  const byCue = new Map<string, { from: number; to: number; heard: Heard }[]>();
  for (const h of heard)
    for (const r of h.ranges) byCue.set(r.cueId, [...(byCue.get(r.cueId) ?? []), { ...r, heard: h }]);
  const found = new Map<string, Heard[]>();
  for (const cue of cues) {
    const spans = byCue.get(cue.id);
    if (!spans) continue;
    const words = wordsOf(cue);
    for (const [i, match] of [...cue.text.matchAll(/\S+/g)].entries()) {
      const [at, end] = [match.index, match.index + match[0].length];
      const here = spans.filter((s) => s.from < end && at < s.to).map((s) => s.heard);
      const id = words[i]?.id;
      if (id && here.length > 0) found.set(id, here);
    }
  }
  return found;
}
