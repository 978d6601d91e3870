import type { Finding, Parsed } from "#core/ground/base";
import type { Captions } from "#core/time/narration";
import { startCaptions } from "../../workers/page-workers.ts";

/** An hour of captions is about 0.1 MB, with every word's time ten times that; anything past this is no caption file. */
const LARGEST_BYTES = 8 * 1024 * 1024;

/**
 * Reads captions from a file the teacher chose, beside the page, which stays as quick as ever. Progress runs from 0 to 1.
 * One that is far too large is not even opened.
 */
export async function readCaptionFile(
  file: File,
  onProgress: (share: number) => void = () => {},
): Promise<Parsed<Captions>> {
  if (file.size > LARGEST_BYTES) {
    const size = (file.size / 1024 ** 2).toFixed(1);
    return refuse(
      `"${file.name}" is ${size} MB; captions have at most ${LARGEST_BYTES / 1024 ** 2} MB. Nothing was changed.`,
    );
  }
  const worker = startCaptions();
  try {
    // The file may be gone since it was chosen, or the page could not fetch what reads it.
    const read = await worker.call((api, until) => api.read(file, until(onProgress))).catch(() => null);
    return read ?? refuse(`"${file.name}" could not be read. Nothing was changed; choose it again.`);
  } finally {
    worker.end();
  }
}

function refuse(message: string): Parsed<Captions> {
  return { ok: false, findings: [notBroughtIn(message)] };
}

/** Why a file was not brought in. */
export function notBroughtIn(message: string): Finding {
  return { code: "not-brought-in", severity: "fault", about: "take", message, numbers: {} };
}
