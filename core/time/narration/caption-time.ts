/** A thousand hours: a time past this is a slip, and sums of it would no longer be exact. */
export const LATEST_MS = 1000 * 3_600_000;

const CAPTION_TIME = /^(?:(\d+):)?(\d{1,2}):(\d{2})[.,](\d{1,3})$/;

/** Reads "1:02:03.500", "02:03,5" or "123:00:00.000" as whole ms; null when it is no caption time, or not before LATEST_MS. */
export function parseCaptionTime(text: string): number | null {
  const match = CAPTION_TIME.exec(text.trim());
  if (!match) return null;
  const [, h = "0", m = "0", s = "0", fraction = "0"] = match;
  if (Number(m) > 59 || Number(s) > 59) return null;
  const ms = (Number(h) * 3600 + Number(m) * 60 + Number(s)) * 1000 + Number(fraction.padEnd(3, "0"));
  return ms < LATEST_MS ? ms : null;
}

/** "00:01:05.250" (WebVTT) or "00:01:05,250" (SubRip); hours grow past 99 when they must. */
export function formatCaptionTime(ms: number, decimalMark: "." | ","): string {
  const two = (n: number) => String(n).padStart(2, "0");
  const seconds = Math.floor(ms / 1000);
  return `${two(Math.floor(seconds / 3600))}:${two(Math.floor(seconds / 60) % 60)}:${two(seconds % 60)}${decimalMark}${String(ms % 1000).padStart(3, "0")}`;
}
