import type { Finding, Parsed } from "#core/base";
import { type Captions, readCaptions } from "#core/narration";

/** An hour of captions is about 0.1 MB, with every word's time ten times that; anything past this is no caption file. */
const LARGEST_BYTES = 8 * 1024 * 1024;

/** Reads captions from a file the teacher chose. One that is far too large is not even opened. */
export async function readCaptionFile(file: File): Promise<Parsed<Captions>> {
  if (file.size <= LARGEST_BYTES) return readCaptions(await file.text());
  const size = (file.size / 1024 ** 2).toFixed(1);
  const message = `"${file.name}" is ${size} MB; captions have at most ${LARGEST_BYTES / 1024 ** 2} MB. Nothing was changed.`;
  return { ok: false, findings: [notBroughtIn(message)] };
}

/** Why a file was not brought in. */
export function notBroughtIn(message: string): Finding {
  return { code: "not-brought-in", severity: "fault", about: "take", message, numbers: {} };
}
