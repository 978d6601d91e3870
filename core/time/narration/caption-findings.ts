import type { Finding } from "../../ground/base/index.ts";
import type { Cue } from "./cue.ts";

/** What a format's reader makes of a file: cues as they stand in it, and what was lost or mended, with its line. */
export interface CuesRead {
  readonly cues: readonly Omit<Cue, "id">[];
  readonly findings: readonly Finding[];
}

/** That a cue of a caption file was left out, where, and why. */
export function skippedCue(line: number, why: string, what = "Line"): Finding {
  return {
    code: "cue-skipped",
    severity: "warning",
    about: `line ${line}`,
    message: `${what} ${line}: a cue was skipped, because ${why}.`,
    numbers: { line },
  };
}

/** That a cue was read although the file is not quite as its format wants it. */
export function mendedCue(line: number, how: string): Finding {
  return {
    code: "cue-mended",
    severity: "note",
    about: `line ${line}`,
    message: `Line ${line}: ${how}.`,
    numbers: { line },
  };
}

/** As much of a line as a message can hold. */
export function shortened(text: string): string {
  return text.length > 40 ? `${text.slice(0, 40)}…` : text;
}
