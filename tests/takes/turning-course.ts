import { type CornersPx, type Matrix3, paperToPicture } from "#core/ground/geometry";

/** The second simulated take: size, rate and length. */
export const TURNING = { widthPx: 854, heightPx: 480, fps: 25, durationMs: 60_000 } as const;
/** The sheet that is filmed, mm. */
export const TURNING_SHEET = { widthMm: 297, heightMm: 210 } as const;

/** White for two frames, and a tone with it, every ten seconds. */
export const FLASHES_MS = [5000, 15_000, 25_000, 35_000, 45_000, 55_000] as const;
export const FLASH_MS = 80;

/** The table under the phone, mm to px: it looks a little from the side. */
const TABLE: Matrix3 = [1.46, 0.05, 427, -0.03, 1.5, 240, 0.00011, 0.00016, 1];

/** How the sheet lies on the table: its middle, mm, and by how much it is turned, degrees clockwise. */
interface Lying {
  readonly x: number;
  readonly y: number;
  readonly turned: number;
}

/** Turned by a quarter, shoved, and turned by a quarter once more; still between. */
const LYING: readonly { readonly untilMs: number; readonly at: Lying }[] = [
  { untilMs: 14_000, at: { x: -6, y: 3, turned: 2 } },
  { untilMs: 28_000, at: { x: 4, y: -2, turned: 93 } },
  { untilMs: 40_000, at: { x: 15, y: 1, turned: 91.5 } },
  { untilMs: 60_000, at: { x: -3, y: 2, turned: 181 } },
];
const MOVING_MS = [1800, 500, 2000] as const;

/** The movements of the sheet, [fromMs, toMs). */
export const TURNING_MOVES = MOVING_MS.map((ms, i) => {
  const fromMs = LYING[i]?.untilMs ?? 0;
  return { fromMs, toMs: fromMs + ms };
});

/** Paper mm to px of the picture at a moment of the take. */
export function turningPaperToPx(atMs: number): Matrix3 {
  const { x, y, turned } = lyingAt(atMs);
  const angle = (turned * Math.PI) / 180;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const { widthMm: w, heightMm: h } = TURNING_SHEET;
  const place: Matrix3 = [c, -s, x - (c * w - s * h) / 2, s, c, y - (s * w + c * h) / 2, 0, 0, 1];
  const m = TABLE;
  const row = (a: number, b: number, d: number): [number, number, number] => [
    a * place[0] + b * place[3],
    a * place[1] + b * place[4],
    a * place[2] + b * place[5] + d,
  ];
  return [...row(m[0], m[1], m[2]), ...row(m[3], m[4], m[5]), ...row(m[6], m[7], m[8])];
}

function lyingAt(atMs: number): Lying {
  const i = LYING.findIndex((l) => atMs < l.untilMs);
  const now = LYING[i < 0 ? LYING.length - 1 : i]?.at ?? { x: 0, y: 0, turned: 0 };
  const before = LYING[i - 1];
  const moving = MOVING_MS[i - 1];
  if (!before || !moving || atMs >= before.untilMs + moving) return now;
  const share = (1 - Math.cos((Math.PI * (atMs - before.untilMs)) / moving)) / 2;
  const mix = (a: number, b: number) => a + (b - a) * share;
  return {
    x: mix(before.at.x, now.x),
    y: mix(before.at.y, now.y),
    turned: mix(before.at.turned, now.turned),
  };
}

/** Where the sheet's corners lie in the picture at a moment. */
export function turningCorners(atMs: number): CornersPx {
  const m = turningPaperToPx(atMs);
  const { widthMm: w, heightMm: h } = TURNING_SHEET;
  return {
    topLeft: paperToPicture(m, { xMm: 0, yMm: 0 }),
    topRight: paperToPicture(m, { xMm: w, yMm: 0 }),
    bottomRight: paperToPicture(m, { xMm: w, yMm: h }),
    bottomLeft: paperToPicture(m, { xMm: 0, yMm: h }),
  };
}

/** The forearm that comes in over the lower edge of the picture, px; null while it is away. It lies over a corner, then over a side. */
export function armAt(atMs: number): readonly (readonly [x: number, y: number])[] | null {
  const visit = [
    { fromMs: 18_000, toMs: 24_000, x: 590, y: 380 },
    { fromMs: 46_000, toMs: 53_000, x: 300, y: 340 },
  ].find((v) => v.fromMs <= atMs && atMs < v.toMs);
  if (!visit) return null;
  const in_ = Math.min(1, (atMs - visit.fromMs) / 700, (visit.toMs - atMs) / 700);
  const sway = 8 * Math.sin(atMs / 400);
  const [tipX, tipY] = [visit.x + sway, visit.y + (1 - in_) * 220 + sway / 2];
  return [
    [tipX - 22, tipY],
    [tipX + 20, tipY - 10],
    [tipX + 62, tipY + 40],
    [tipX + 170, 520],
    [tipX + 20, 520],
  ];
}
