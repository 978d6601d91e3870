import type { PaperPoint } from "../geometry/index.ts";
import type { Step } from "../steps/index.ts";
import type { Sheet } from "../view/index.ts";
import type { Medium } from "./ink.ts";
import type { Mark, Spot } from "./mark.ts";
import { drawWith, type Pen } from "./pen.ts";

/** Height of a letter as a part of the sheet's width: on a card of four to a page about 9 pt. */
const LETTER_SHARE: Readonly<Record<Medium, number>> = { card: 0.036, bench: 0.02, overlay: 0.026 };
/** How far from its place a letter stands, in letters. */
const NEAR = 0.85;
const FAR = 1.5;
const WAYS = 12;
/** A drawn letter is about so wide and high, in its size. */
const HALF_WIDE = 0.36;
const HALF_HIGH = 0.38;

interface Segment {
  readonly a: Spot;
  readonly b: Spot;
}

/**
 * The letters of a step's words beside the places they stand for, each where it covers least of the lines and of the other
 * letters; and rings about the places that the words only count. The same picture always gets the same places.
 */
export function letterMarks(step: Step, sheet: Sheet, marks: readonly Mark[], medium: Medium): Mark[] {
  if (step.letters.length === 0 && step.ringed.length === 0) return [];
  const size = Math.max(sheet.widthMm, sheet.heightMm) * LETTER_SHARE[medium];
  const lines = marks.filter((m) => m.id !== "sheet").flatMap((m) => drawWith(SEGMENTS, m));
  const placed: Spot[] = [];
  const points = step.letters.map((l) => spotOf(l.at));
  const letters = step.letters.map(({ says, at }): Mark => {
    const point = spotOf(at);
    const centre = bestPlace(point, size, says.length, { lines, placed, points, sheet });
    placed.push(centre);
    return {
      kind: "text",
      id: `${step.id}#letter-${says}`,
      at: { x: centre.x, y: centre.y + size * HALF_HIGH },
      lines: [says],
      size,
      lineHeight: size,
      colour: "ink",
      weight: "bold",
      anchor: "middle",
    };
  });
  const rings = step.ringed.map((at, i): Mark => ring(`${step.id}#ring-${i}`, spotOf(at), size * 0.4));
  return [...rings, ...letters];
}

interface Round {
  readonly lines: readonly Segment[];
  readonly placed: readonly Spot[];
  readonly points: readonly Spot[];
  readonly sheet: Sheet;
}

function bestPlace(point: Spot, size: number, letters: number, round: Round): Spot {
  let best = point;
  let least = Number.POSITIVE_INFINITY;
  for (const reach of [NEAR, FAR])
    for (let i = 0; i < WAYS; i++) {
      const angle = ((i + 0.5) / WAYS) * 2 * Math.PI;
      const at = { x: point.x + Math.cos(angle) * reach * size, y: point.y + Math.sin(angle) * reach * size };
      const cost = costOf(at, size, letters, round) + (reach === FAR ? 1.5 : 0);
      if (cost < least - 1e-9) {
        least = cost;
        best = at;
      }
    }
  return best;
}

/** How much a letter at a spot would cover. */
function costOf(at: Spot, size: number, letters: number, { lines, placed, points, sheet }: Round): number {
  const [wide, high] = [HALF_WIDE * size * letters, HALF_HIGH * size];
  let cost = 0;
  for (const { a, b } of lines) {
    const d = distanceTo(at, a, b);
    if (d < high) cost += 1 + (high - d) / high;
  }
  for (const p of placed) if (Math.abs(p.x - at.x) < 2 * wide && Math.abs(p.y - at.y) < 2 * high) cost += 20;
  for (const p of points) if (Math.abs(p.x - at.x) < wide && Math.abs(p.y - at.y) < high) cost += 8;
  const off = at.x < wide || at.y < high || at.x > sheet.widthMm - wide || at.y > sheet.heightMm - high;
  return cost + (off ? 30 : 0);
}

function distanceTo(p: Spot, a: Spot, b: Spot): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const size2 = dx * dx + dy * dy;
  const t = size2 === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / size2));
  return Math.hypot(a.x + dx * t - p.x, a.y + dy * t - p.y);
}

const RING_SIDES = 20;

function ring(id: string, at: Spot, radius: number): Mark {
  const points = Array.from({ length: RING_SIDES }, (_, i) => {
    const angle = (i / RING_SIDES) * 2 * Math.PI;
    return { x: at.x + Math.cos(angle) * radius, y: at.y + Math.sin(angle) * radius };
  });
  return {
    kind: "path",
    id,
    points,
    closed: true,
    ink: { colour: "new", width: 0.35, dash: [] },
    fill: null,
  };
}

const SEGMENTS: Pen<readonly Segment[]> = {
  path: ({ points, closed }) => {
    const all = closed && points[0] ? [...points, points[0]] : points;
    return all.slice(1).flatMap((b, i) => {
      const a = all[i];
      return a ? [{ a, b }] : [];
    });
  },
  area: () => [],
  dot: ({ at }) => [{ a: at, b: at }],
  text: () => [],
};

function spotOf({ xMm, yMm }: PaperPoint): Spot {
  return { x: xMm, y: yMm };
}
