import { distanceMm, type PaperPoint } from "../../ground/geometry/index.ts";
import type { MeasureSign, Sign } from "../../telling/told/index.ts";
import { holds, spanInside } from "./box.ts";
import type { Spot } from "./mark.ts";
import type { SheetInPicture } from "./sheet-in-picture.ts";
import type { SetOff, SignPlace } from "./sign-place.ts";
import { halfOfText } from "./text-width.ts";
import { addLine, signInk, spotsAlong, spotsAround, writtenText } from "./written-signs.ts";

/** How far beside its line a length is set off, and how much further the next, in text sizes. */
const SET_OFF = 0.85;
const NEXT_OFF = 1.05;
const TICK = 0.28;

/** A length with its reading: a dimension line beside its own line or on it. */
export function addMeasure(id: string, sign: MeasureSign, place: SignPlace): void {
  const { view } = place;
  const [a, b] = [view.to(sign.from), view.to(sign.to)];
  const [p, q] = sign.beside ? setOff(id, a, b, sign, place) : [a, b];
  drawDimension(id, p, q, sign, place);
}

/** A length as a line with a tick at each end, or loosely as a bow, with its reading. */
function drawDimension(
  id: string,
  p: Spot,
  q: Spot,
  { says, byEye }: { says: string; byEye: boolean },
  { view, signs }: SignPlace,
): void {
  const size = view.textSize;
  const long = Math.hypot(q.x - p.x, q.y - p.y);
  if (long > 0) {
    const [ux, uy] = [(q.x - p.x) / long, (q.y - p.y) / long];
    const ink = signInk(size);
    if (byEye) {
      const bow = Math.min(0.35 * size, long * 0.2);
      const points = Array.from({ length: 9 }, (_, i) => {
        const t = i / 8;
        const out = bow * 4 * t * (1 - t);
        return { x: p.x + ux * long * t - uy * out, y: p.y + uy * long * t + ux * out };
      });
      addLine(signs, `${id}#bow`, points, { ...ink, dash: [size * 0.18, size * 0.14] });
    } else {
      addLine(signs, `${id}#length`, [p, q], ink);
      for (const [i, e] of [p, q].entries())
        addLine(
          signs,
          `${id}#end-${i}`,
          [
            { x: e.x - uy * TICK * size, y: e.y + ux * TICK * size },
            { x: e.x + uy * TICK * size, y: e.y - ux * TICK * size },
          ],
          ink,
        );
    }
  }
  const span = long > 0 ? spanInside(p, q, view.area) : ([0, 0] as const);
  // A length that lies beyond what is seen has nowhere to be written.
  if (!span) return;
  const [a, b] = span.map((t) => ({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t })) as [Spot, Spot];
  const [w, h] = halfOfText(says, size);
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  const spots = [
    ...spotsAlong(a, b, size * 0.3, w, h, 0.4),
    ...spotsAlong(a, b, size * 1.1, w, h, 0.4).map((s) => ({ ...s, cost: s.cost + 1.5 })),
    ...spotsAlong(a, b, size * 2, w, h, 9).map((s) => ({ ...s, cost: s.cost + 5 })),
    ...[a, b].flatMap((end) => spotsAround(end, [[size * 0.5, 3] as const, [size * 1.4, 6] as const], w, h)),
  ];
  signs.written.push(writtenText(`${id}#reading`, says, size, middle, spots));
}

/** The length moved beside its line, with thin lines out to it: outside the sheet along its edge, else away from the drawing. */
function setOff(
  id: string,
  a: Spot,
  b: Spot,
  { from, to }: Pick<MeasureSign, "from" | "to">,
  { view, signs, middle, setOff: taken, newLines }: SignPlace,
): readonly [Spot, Spot] {
  const long = Math.hypot(b.x - a.x, b.y - a.y);
  if (long === 0) return [a, b];
  const [nx, ny] = [-(b.y - a.y) / long, (b.x - a.x) / long];
  const away = alongEdge(from, to, view) ?? middle;
  const side = (away.x - a.x) * nx + (away.y - a.y) * ny > 0 ? -1 : 1;
  const at = (out: number, sign: number): readonly [Spot, Spot] => [
    { x: a.x + nx * out * sign, y: a.y + ny * out * sign },
    { x: b.x + nx * out * sign, y: b.y + ny * out * sign },
  ];
  const tries = [0, 1, 2, 3].flatMap((k) =>
    [side, -side].map((sign, i) => {
      const out = (SET_OFF + k * NEXT_OFF) * view.textSize;
      const ends = at(out, sign);
      const busy = taken.filter((t) => near(t, ends, view.textSize * 0.8)).length * 10;
      const along = newLines.filter((s) => near(s, ends, view.textSize * 0.35)).length * 2;
      // A second row outside still needs room for its readings.
      const written = k === 0 ? ends : at(out + view.textSize, sign);
      const beyond = written.some((e) => !holds(view.area, e)) ? 6 : 0;
      return { ends, cost: busy + along + beyond + k + i * 1.5 };
    }),
  );
  const best = tries.reduce((one, other) => (other.cost < one.cost - 1e-9 ? other : one));
  taken.push({ a: best.ends[0], b: best.ends[1] });
  for (const [i, [from, to]] of [[a, best.ends[0]] as const, [b, best.ends[1]] as const].entries())
    addLine(signs, `${id}#out-${i}`, [from, to], signInk(view.textSize, "quiet"));
  return best.ends;
}

/** The middle of the sheet for a length along one of its edges. */
function alongEdge(from: PaperPoint, to: PaperPoint, { sheet, to: map }: SheetInPicture): Spot | null {
  const { widthMm: w, heightMm: h } = sheet;
  const on = (v: number, edge: number) => Math.abs(v - edge) < 0.05;
  const edge =
    [0, w].some((x) => on(from.xMm, x) && on(to.xMm, x)) ||
    [0, h].some((y) => on(from.yMm, y) && on(to.yMm, y));
  return edge ? map({ xMm: w / 2, yMm: h / 2 }) : null;
}

/** Whether two stretches run beside each other nearer than this. */
function near({ a, b }: SetOff, [p, q]: readonly [Spot, Spot], apart: number): boolean {
  const long = Math.hypot(q.x - p.x, q.y - p.y);
  if (long === 0) return false;
  const [ux, uy] = [(q.x - p.x) / long, (q.y - p.y) / long];
  const off = [a, b].map((s) => Math.abs((s.x - p.x) * uy - (s.y - p.y) * ux));
  if (Math.max(...off) > apart) return false;
  const [s, t] = [a, b].map((e) => (e.x - p.x) * ux + (e.y - p.y) * uy) as [number, number];
  return Math.max(s, t) > 0 && Math.min(s, t) < long;
}

/** Several lengths from one place: a tick and a reading at each. */
export function addRow(id: string, sign: Extract<Sign, { k: "row" }>, place: SignPlace): void {
  const { view, signs } = place;
  const size = view.textSize;
  const last = sign.marks.reduce((far, m) =>
    distanceMm(sign.from, m.at) > distanceMm(sign.from, far.at) ? m : far,
  );
  const [a, b] = [view.to(sign.from), view.to(last.at)];
  const [p, q] = setOff(id, a, b, { from: sign.from, to: last.at }, place);
  const [ox, oy] = [p.x - a.x, p.y - a.y];
  const out = Math.hypot(ox, oy) || 1;
  const ink = signInk(size);
  addLine(signs, `${id}#row`, [p, q], sign.byEye ? { ...ink, dash: [size * 0.18, size * 0.14] } : ink);
  for (const [i, { at, says }] of sign.marks.entries()) {
    const m = view.to(at);
    const foot = { x: m.x + ox, y: m.y + oy };
    const tick = TICK * size;
    addLine(
      signs,
      `${id}#tick-${i}`,
      [
        { x: foot.x - (ox / out) * tick, y: foot.y - (oy / out) * tick },
        { x: foot.x + (ox / out) * tick, y: foot.y + (oy / out) * tick },
      ],
      ink,
    );
    const [w, h] = halfOfText(says, size);
    const step = size * 0.35;
    const outward = {
      at: { x: foot.x + (ox / out) * (step + tick + w), y: foot.y + (oy / out) * (step + tick + h) },
      cost: 0,
    };
    const reaches = [[step, 0.4] as const, [2.2 * step, 1.5] as const, [4 * step, 5] as const];
    const spots = [outward, ...spotsAround(foot, reaches, w, h)];
    signs.written.push(writtenText(`${id}#reading-${i}`, says, size, foot, spots));
  }
}
