import { formatCaptionTime } from "./caption-time.ts";
import type { Cue } from "./cue.ts";

/** The cues as a WebVTT file (W3C), words escaped, stated word times kept as timestamp tags. */
export function writeWebVtt(cues: readonly Omit<Cue, "id">[]): string {
  const blocks = cues.map(
    (cue) =>
      `${formatCaptionTime(cue.startMs, ".")} --> ${formatCaptionTime(cue.endMs, ".")}\n${vttText(cue)}\n`,
  );
  return ["WEBVTT\n", ...blocks].join("\n");
}

/** The cues as a SubRip file, numbered from 1. */
export function writeSubRip(cues: readonly Omit<Cue, "id">[]): string {
  return cues
    .map(
      (cue, i) =>
        `${i + 1}\n${formatCaptionTime(cue.startMs, ",")} --> ${formatCaptionTime(cue.endMs, ",")}\n${cue.text}\n`,
    )
    .join("\n");
}

function vttText(cue: Omit<Cue, "id">): string {
  let written = "";
  let from = 0;
  for (const { char, ms } of cue.stamps ?? []) {
    written += `${escapeVtt(cue.text.slice(from, char))}<${formatCaptionTime(ms, ".")}>`;
    from = char;
  }
  return written + escapeVtt(cue.text.slice(from));
}

function escapeVtt(text: string): string {
  return text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;");
}
