import { formatClock } from "#core/ground/base";
import { type Heard, understand, wordsOf } from "#core/time/narration";
import { readCaptionsFile } from "../captions-file.ts";
import { asJson, type Command, sayFinding } from "../command.ts";

/** The cues of a caption file, and what is understood of them. */
export const narration: Command = (path, { json }) => {
  const { format, cues, findings } = readCaptionsFile(path);
  const understood = understoodByCue(understand(cues));
  const inCue = (id: string) => understood.get(id) ?? [];
  if (json)
    return asJson({
      format,
      cues: cues.map((c) => ({ ...c, words: wordsOf(c), understood: inCue(c.id) })),
      findings,
    });
  const lines = cues.map((c) => {
    const kinds = [...new Set(inCue(c.id).map((h) => h.kind))];
    return `${c.id}  ${formatClock(c.startMs)}–${formatClock(c.endMs)}  ${c.text}${kinds.length > 0 ? `  [${kinds.join(", ")}]` : ""}`;
  });
  return `${[`${path}: ${format}, ${cues.length} cues`, ...lines, ...findings.map(sayFinding)].join("\n")}\n`;
};

/** What was understood in each cue, each with its stretch of that cue's text. */
function understoodByCue(heard: readonly Heard[]) {
  const byCue = new Map<string, (Omit<Heard, "ranges"> & { from: number; to: number })[]>();
  for (const { ranges, ...h } of heard)
    for (const { cueId, from, to } of ranges) {
      const here = byCue.get(cueId);
      if (here) here.push({ ...h, from, to });
      else byCue.set(cueId, [{ ...h, from, to }]);
    }
  return byCue;
}
