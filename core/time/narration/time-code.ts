/** Frame rates in use, as exact fractions: frames in so many seconds. Drop-frame counting only for the 30/1.001 family. */
export const FRAME_RATES = {
  "23.976": { frames: 24_000, per: 1001, nominal: 24, drop: 0 },
  "24": { frames: 24, per: 1, nominal: 24, drop: 0 },
  "25": { frames: 25, per: 1, nominal: 25, drop: 0 },
  "29.97": { frames: 30_000, per: 1001, nominal: 30, drop: 0 },
  "29.97df": { frames: 30_000, per: 1001, nominal: 30, drop: 2 },
  "30": { frames: 30, per: 1, nominal: 30, drop: 0 },
  "50": { frames: 50, per: 1, nominal: 50, drop: 0 },
  "59.94": { frames: 60_000, per: 1001, nominal: 60, drop: 0 },
  "59.94df": { frames: 60_000, per: 1001, nominal: 60, drop: 4 },
  "60": { frames: 60, per: 1, nominal: 60, drop: 0 },
} as const;
export type FrameRate = keyof typeof FRAME_RATES;

/** The frame shown at a time: the one that began last. Frame n begins at n·per/frames seconds. */
export function frameAtMs(ms: number, rate: FrameRate): number {
  const { frames, per } = FRAME_RATES[rate];
  // A time that is a frame's start, rounded to whole ms, is that frame's.
  return Math.floor((ms * frames) / (1000 * per) + (frames / (1000 * per)) * 0.5 + 1e-9);
}

/** When a frame begins, in whole ms. */
export function msOfFrame(frame: number, rate: FrameRate): number {
  const { frames, per } = FRAME_RATES[rate];
  return Math.round((frame * 1000 * per) / frames);
}

/**
 * A frame number as SMPTE time code. Drop-frame skips the numbers 00 and 01 (00 to 03 at 59.94) at every minute but each
 * tenth, so that the code keeps with the clock; it is written with a semicolon (SMPTE ST 12-1).
 */
export function formatTimeCode(frame: number, rate: FrameRate): string {
  const { nominal, drop } = FRAME_RATES[rate];
  let n = frame;
  if (drop > 0) {
    const perTen = nominal * 600 - 9 * drop;
    const perMinute = nominal * 60 - drop;
    const tens = Math.floor(n / perTen);
    const rest = n % perTen;
    const minutes = rest < nominal * 60 ? 0 : 1 + Math.floor((rest - nominal * 60) / perMinute);
    n += drop * (9 * tens + minutes);
  }
  const two = (x: number) => String(x).padStart(2, "0");
  const seconds = Math.floor(n / nominal);
  return `${two(Math.floor(seconds / 3600))}:${two(Math.floor(seconds / 60) % 60)}:${two(seconds % 60)}${drop > 0 ? ";" : ":"}${two(n % nominal)}`;
}

/** The frame number of a time code, or null: no code, or a number that drop-frame skips. */
export function parseTimeCode(text: string, rate: FrameRate): number | null {
  const match = /^(\d{1,3}):([0-5]\d):([0-5]\d)[:;.,](\d{2})$/.exec(text.trim());
  if (!match) return null;
  const [h, m, s, f] = match.slice(1).map(Number) as [number, number, number, number];
  const { nominal, drop } = FRAME_RATES[rate];
  if (f >= nominal || (drop > 0 && s === 0 && m % 10 !== 0 && f < drop)) return null;
  const minutes = h * 60 + m;
  return (minutes * 60 + s) * nominal + f - drop * (minutes - Math.floor(minutes / 10));
}
