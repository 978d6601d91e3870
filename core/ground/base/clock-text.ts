/** Lesson time as people read it: "1:05", "1:02:05" past an hour. Whole seconds, rounded down. */
export function formatClock(ms: number): string {
  const seconds = Math.max(0, Math.floor(ms / 1000));
  const two = (n: number) => String(n).padStart(2, "0");
  const h = Math.floor(seconds / 3600);
  const m = Math.floor(seconds / 60) % 60;
  return h > 0 ? `${h}:${two(m)}:${two(seconds % 60)}` : `${m}:${two(seconds % 60)}`;
}

/** Ms of a time as people type it: "1:05" or "1:02:05", or minutes, "1.5" or "1,5"; null where it is none. */
export function parseClock(text: string): number | null {
  const parts = /^(?:(\d+):)?(\d+):([0-5]\d)$/.exec(text.trim());
  if (parts) return ((Number(parts[1] ?? 0) * 60 + Number(parts[2])) * 60 + Number(parts[3])) * 1000;
  const minutes = /^\d+(?:[.,]\d+)?$/.test(text.trim()) ? Number(text.trim().replace(",", ".")) : Number.NaN;
  return Number.isNaN(minutes) ? null : Math.round(minutes * 60_000);
}
