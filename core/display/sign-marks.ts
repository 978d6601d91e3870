import { distanceMm, type PaperPoint } from "../geometry/index.ts";
import type { MeasureSign, Sign } from "../told/index.ts";
import { holds, spanInside } from "./box.ts";
import { longestDrawn } from "./drawn-stretch.ts";
import type { Segment } from "./label-places.ts";
import type { Mark, Spot } from "./mark.ts";
import type { SheetInPicture } from "./sheet-in-picture.ts";
import { CAP_HEIGHT, widthOfText } from "./text-width.ts";
import { addLine, ring, type Signs, signInk, spotsAlong, spotsAround, writtenText } from "./written-signs.ts";

/** What the signs of one picture share. */
export interface SignPlace {
  readonly view: SheetInPicture;
  readonly signs: Signs;
  /** The new lines of the picture, in its unit. */
  readonly newLines: readonly Segment[];
  /** The middle of what the picture is about: lengths are set off away from it. */
  readonly middle: Spot;
  /** Lengths set off so far: the next along the same line goes further out. */
  readonly setOff: SetOff[];
  /** Vanishing points named so far. */
  readonly named: Set<string>;
  /** Whether it is drawn for the first time: the ruler is shown, and how far off the sheet a point lies. */
  readonly isFirst: boolean;
}

interface SetOff {
  readonly a: Spot;
  readonly b: Spot;
}

/** Adds a sign to those of a picture. */
export function addSign(id: string, sign: Sign, place: SignPlace): void {
  const { view, signs } = place;
  const size = view.textSize;
  switch (sign.k) {
    case "measure":
      addMeasure(id, sign, place);
      return;
    case "row":
      addRow(id, sign, place);
      return;
    case "aim":
      addAim(id, sign, place);
      return;
    case "taped":
      addTape(id, sign, place);
      return;
    case "left": {
      // A ring struck through: marks are crosses, too.
      const at = view.to(sign.at);
      const r = size * 0.3;
      const ink = { colour: "ink", width: size * 0.085, dash: [] } as const;
      signs.marks.push(ring(`${id}#left`, at, r, ink, "sheet"));
      const [from, to] = [
        { x: at.x - r * 0.7, y: at.y + r * 0.7 },
        { x: at.x + r * 0.7, y: at.y - r * 0.7 },
      ];
      addLine(signs, `${id}#left-stroke`, [from, to], ink);
      return;
    }
    case "ring":
      signs.marks.push(
        ring(`${id}#ring`, view.to(sign.at), size * 0.38, {
          colour: "ink",
          width: size * 0.08,
          dash: [],
        }),
      );
      return;
    case "alike":
      for (const [i, [a, b]] of sign.lines.entries()) addChevrons(`${id}#alike-${i}`, a, b, place);
      return;
    case "ruler":
      addRuler(id, sign, place);
      return;
  }
}

/** How far beside its line a length is set off, and how much further the next, in text sizes. */
const SET_OFF = 0.85;
const NEXT_OFF = 1.05;
const TICK = 0.28;

function addMeasure(id: string, sign: MeasureSign, place: SignPlace): void {
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
  const [w, h] = [(widthOfText(says) * size) / 2, (CAP_HEIGHT * size) / 2];
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
      const beyond = ends.some((e) => !holds(view.area, e)) ? 6 : 0;
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

function addRow(id: string, sign: Extract<Sign, { k: "row" }>, place: SignPlace): void {
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
    const [w, h] = [(widthOfText(says) * size) / 2, (CAP_HEIGHT * size) / 2];
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

/** Width of a strip of paper taped on, and how far it reaches past its mark, in text sizes. */
const STRIP = 2.2;
const STRIP_PAST = 1.2;

/** A strip of paper beyond the sheet's edge, with the place marked on it and its name. */
function addTape(id: string, sign: Extract<Sign, { k: "taped" }>, { view, signs, named }: SignPlace): void {
  const size = view.textSize;
  const { widthMm: w, heightMm: h } = view.sheet;
  const { xMm: x, yMm: y } = sign.at;
  const edge = {
    left: { xMm: 0, yMm: y },
    right: { xMm: w, yMm: y },
    top: { xMm: x, yMm: 0 },
    bottom: { xMm: x, yMm: h },
  }[sign.edge];
  const [a, b] = [view.to(edge), view.to(sign.at)];
  const long = Math.hypot(b.x - a.x, b.y - a.y);
  if (long === 0) return;
  const [ux, uy] = [(b.x - a.x) / long, (b.y - a.y) / long];
  const at = (along: number, off: number): Spot => ({
    x: a.x + ux * along - uy * off,
    y: a.y + uy * along + ux * off,
  });
  const [half, end] = [(STRIP / 2) * size, long + STRIP_PAST * size];
  signs.marks.push(
    {
      kind: "path",
      id: `${id}#tape`,
      points: [at(0, -half), at(end, -half), at(end, half), at(0, half)],
      closed: true,
      ink: signInk(size, "quiet"),
      fill: "tone-1",
    },
    { kind: "dot", id: `${id}#taped`, at: b, radius: size * 0.24, fill: "new" },
  );
  signs.points.push(b);
  if (sign.called === "" || named.has(sign.called)) return;
  named.add(sign.called);
  const name = size;
  const [wide, high] = [(widthOfText(sign.called) * name) / 2, (CAP_HEIGHT * name) / 2];
  const reaches = [
    [half + size * 0.2, 0],
    [half + size * 0.8, 1],
  ] as const;
  signs.written.push(writtenText(`${id}#name`, sign.called, name, b, spotsAround(b, reaches, wide, high)));
}

/** Where along the part of a line that is seen its arrowhead sits. */
const HEAD_AT = 0.6;

/** An arrowhead on the line, and once what the point it goes to is called: there, or where the line leaves the picture. */
function addAim(id: string, sign: Extract<Sign, { k: "aim" }>, place: SignPlace): void {
  const { view, signs, newLines, named } = place;
  const size = view.textSize;
  const [a, b] = [view.to(sign.from), view.to(sign.to)];
  const seen = longestDrawn(a, b, newLines, view);
  if (!seen) return;
  const [start, end] = seen;
  const to = Math.hypot(end.x - start.x, end.y - start.y);
  const [ux, uy] = [(end.x - start.x) / to, (end.y - start.y) / to];
  const at = (along: number) => ({ x: start.x + ux * along, y: start.y + uy * along });
  if (to > size * 0.8) signs.marks.push(head(`${id}#head`, at(to * HEAD_AT), ux, uy, size));
  if (named.has(sign.called)) return;
  named.add(sign.called);
  const inside = holds(view.area, b);
  const text = inside ? sign.called : `${sign.called}${place.isFirst && sign.off ? `, ${sign.off}` : ""}`;
  const [w, h] = [(widthOfText(text) * size) / 2, (CAP_HEIGHT * size) / 2];
  if (inside) {
    const spots = spotsAround(
      b,
      [
        [size * 0.5, 0],
        [size * 0.9, 1],
      ],
      w,
      h,
    );
    signs.written.push(writtenText(`${id}#name`, text, size, b, spots));
    return;
  }
  const exit = at(to);
  // Only where the line itself leaves the picture, or the sheet, does the head stand at its end.
  if (leaves(exit, view)) signs.marks.push(head(`${id}#exit`, exit, ux, uy, size));
  const back = at(Math.max(0, to - 6 * size));
  signs.written.push(
    writtenText(`${id}#name`, text, size, exit, [
      ...spotsAlong(exit, back, size * 0.35, w, h, 6),
      ...spotsAlong(exit, back, size * 1.3, w, h, 9).map((s) => ({ ...s, cost: s.cost + 2 })),
      ...spotsAround(exit, [[size * 0.4, 2] as const, [size * 1.4, 5] as const], w, h),
    ]),
  );
}

function leaves(p: Spot, { area, sheet, to }: SheetInPicture): boolean {
  const corners = [to({ xMm: 0, yMm: 0 }), to({ xMm: sheet.widthMm, yMm: sheet.heightMm })];
  const near = (v: number, edges: readonly number[]) => edges.some((e) => Math.abs(v - e) < 0.02);
  return (
    near(p.x, [area.x, area.x + area.width, ...corners.map((c) => c.x)]) ||
    near(p.y, [area.y, area.y + area.height, ...corners.map((c) => c.y)])
  );
}

/** An arrowhead, filled. */
function head(id: string, at: Spot, ux: number, uy: number, size: number): Mark {
  const [long, half] = [size * 0.62, size * 0.24];
  const foot = { x: at.x - ux * long, y: at.y - uy * long };
  return {
    kind: "path",
    id,
    points: [
      at,
      { x: foot.x - uy * half, y: foot.y + ux * half },
      { x: foot.x + uy * half, y: foot.y - ux * half },
    ],
    closed: true,
    ink: null,
    fill: "new",
  };
}

/** Two open hooks one after the other on each of the lines kept side by side. */
function addChevrons(id: string, from: PaperPoint, to: PaperPoint, { view, signs }: SignPlace): void {
  const size = view.textSize;
  let [a, b] = [view.to(from), view.to(to)];
  // Both ways along a line are one: all hooks point the same way.
  if (b.x < a.x - 1e-9 || (Math.abs(b.x - a.x) <= 1e-9 && b.y > a.y)) [a, b] = [b, a];
  const span = spanInside(a, b, view.area);
  const long = Math.hypot(b.x - a.x, b.y - a.y);
  if (!span || long === 0) return;
  const [ux, uy] = [(b.x - a.x) / long, (b.y - a.y) / long];
  const t = (span[0] + (span[1] - span[0]) * 0.45) * long;
  for (const k of [0, 1]) {
    const tip = { x: a.x + ux * (t + k * size * 0.28), y: a.y + uy * (t + k * size * 0.28) };
    const arm = size * 0.26;
    signs.marks.push({
      kind: "path",
      id: `${id}-${k}`,
      points: [
        { x: tip.x - (ux + uy) * arm, y: tip.y - (uy - ux) * arm },
        tip,
        { x: tip.x - (ux - uy) * arm, y: tip.y - (uy + ux) * arm },
      ],
      closed: false,
      ink: { colour: "new", width: size * 0.08, dash: [] },
      fill: null,
    });
  }
}

const RULER_WIDE = 1.7;
const RULER_OVER = 0.8;

/** The ruler, faint, along the first line of a family that turns about a point, and a ring about that point. */
function addRuler(id: string, sign: Extract<Sign, { k: "ruler" }>, place: SignPlace): void {
  if (!place.isFirst || !sign.pivot) return;
  const { view, signs, middle } = place;
  const size = view.textSize;
  const [a, b] = [view.to(sign.from), view.to(sign.to)];
  const long = Math.hypot(b.x - a.x, b.y - a.y);
  if (long === 0) return;
  const [ux, uy] = [(b.x - a.x) / long, (b.y - a.y) / long];
  const side = (middle.x - a.x) * -uy + (middle.y - a.y) * ux > 0 ? -1 : 1;
  const at = (along: number, off: number): Spot => ({
    x: a.x + ux * along - uy * off * side,
    y: a.y + uy * along + ux * off * side,
  });
  const [s, e, w] = [-RULER_OVER * size, long + RULER_OVER * size, RULER_WIDE * size];
  signs.marks.unshift({
    kind: "path",
    id: `${id}#ruler`,
    points: [at(s, size * 0.1), at(e, size * 0.1), at(e, w), at(s, w)],
    closed: true,
    ink: { colour: "quiet", width: size * 0.045, dash: [] },
    fill: null,
  });
  const pivot = sign.pivot && view.to(sign.pivot);
  if (pivot && holds(view.area, pivot))
    signs.marks.push(
      ring(`${id}#pivot`, pivot, size * 0.42, { ...signInk(size), dash: [size * 0.16, size * 0.12] }),
    );
}
