import type { Pictured } from "../steps/index.ts";
import { clipMarks } from "./clip-marks.ts";
import { labelMarks, linesOf } from "./label-marks.ts";
import { type Box, placeLabels, type Segment } from "./label-places.ts";
import type { Mark, Spot } from "./mark.ts";
import type { SheetInPicture } from "./sheet-in-picture.ts";
import { widthOfText } from "./text-width.ts";
import { signInk } from "./written-signs.ts";

/** Letters whose points lie nearer than this, in text sizes, cannot be told apart without a glass. */
const TOO_NEAR = 1.5;
/** How far apart the glass holds them, and how much it may magnify. */
const APART = 3.2;
const MOST = 8;
const PAD = 1.9;
/** More than so many tiny places are left as they are: a picture full of glasses shows nothing. */
const MOST_INSETS = 2;

/** What a picture magnifies: the marks of the glasses, where they lie, and what is left to be labelled in the picture itself. */
export interface Insets {
  readonly marks: readonly Mark[];
  readonly boxes: readonly Box[];
  readonly rest: Pictured;
}

/**
 * Magnified insets for letters that lie too near each other: a piece of the picture once more, larger, in a free corner,
 * with its letters and lengths.
 */
export function magnify(
  pictured: Pictured,
  view: SheetInPicture,
  marks: readonly Mark[],
  /** The same picture drawn at this many times its scale, each spot carried on. */
  redraw: (times: number, carry: (spot: Spot) => Spot) => readonly Mark[],
  id: string,
): Insets {
  const size = view.textSize;
  const spots = pictured.letters.map((l) => view.to(l.at));
  const clusters = clustersOf(spots, TOO_NEAR * size).filter((c) => c.length > 1);
  if (clusters.length === 0 || clusters.length > MOST_INSETS) return { marks: [], boxes: [], rest: pictured };
  const lines = linesOf(marks);
  const taken: Box[] = [];
  const out: Mark[] = [];
  let rest = pictured;
  for (const [k, cluster] of clusters.entries()) {
    const points = cluster.flatMap((i) => spots[i] ?? []);
    const bounds = around(points, 0);
    const apart = nearest(points);
    const scale = Math.min(MOST, (APART * size) / Math.max(apart, size * 0.05));
    const near = around(points, (PAD * size) / scale);
    const says = new Set(cluster.flatMap((i) => pictured.letters[i]?.says ?? []));
    const mine: Pictured = {
      letters: pictured.letters.filter((l) => says.has(l.says)),
      signs: pictured.signs.filter(({ sign }) => sign.k === "measure" && isIn(sign, view, near)),
      numbers: [],
      hides: [],
      light: [],
    };
    // Its readings must have room beside the points.
    const widest = Math.max(
      0,
      ...mine.signs.map(({ sign }) => (sign.k === "measure" ? widthOfText(sign.says) * size : 0)),
    );
    const wide = Math.max(bounds.width * scale + 2 * PAD * size, 2 * widest + 3 * size);
    const [width, height] = [wide, bounds.height * scale + 2 * PAD * size];
    const source = {
      x: bounds.x + bounds.width / 2 - width / scale / 2,
      y: near.y,
      width: width / scale,
      height: height / scale,
    };
    const box = freeCorner(width, height, view, lines, spots, [...taken, around(points, PAD * size * 0.5)]);
    if (!box) continue;
    taken.push(box);
    const to = ({ x, y }: Spot): Spot => ({
      x: box.x + (x - source.x) * scale,
      y: box.y + (y - source.y) * scale,
    });
    const inside = clipMarks(redraw(scale, to), box).map((m) => ({ ...m, id: `${id}#inset-${k}/${m.id}` }));
    rest = {
      ...rest,
      letters: rest.letters.filter((l) => !says.has(l.says)),
      signs: rest.signs.filter((s) => !mine.signs.includes(s)),
    };
    const glass = { ...view, to: (p: Parameters<typeof view.to>[0]) => to(view.to(p)), area: box };
    const frame = (part: string, b: Box, fill: "sheet" | null): Mark => ({
      kind: "path",
      id: `${id}#inset-${k}-${part}`,
      points: cornersOf(b),
      closed: true,
      ink: { ...signInk(size, "quiet"), dash: fill ? [] : [size * 0.2, size * 0.15] },
      fill,
    });
    out.push(
      frame("source", source, null),
      ...ties(`${id}#inset-${k}-tie`, source, box, size),
      frame("box", box, "sheet"),
      ...inside,
      ...labelMarks(mine, glass, inside, { id: `${id}#inset-${k}` }),
    );
  }
  return { marks: out, boxes: taken, rest };
}

function isIn(
  sign: { from: Parameters<SheetInPicture["to"]>[0]; to: Parameters<SheetInPicture["to"]>[0] },
  view: SheetInPicture,
  box: Box,
): boolean {
  return [sign.from, sign.to].every((p) => {
    const { x, y } = view.to(p);
    return x >= box.x && y >= box.y && x <= box.x + box.width && y <= box.y + box.height;
  });
}

/** Indices of spots in groups: a spot nearer to one of a group than `near` belongs to it. */
function clustersOf(spots: readonly Spot[], near: number): number[][] {
  const groups: number[][] = [];
  for (const [i, p] of spots.entries()) {
    const close = groups.filter((g) =>
      g.some((j) => {
        const q = spots[j];
        return q !== undefined && Math.hypot(p.x - q.x, p.y - q.y) < near;
      }),
    );
    const joined = [i, ...close.flat()];
    for (const g of close) groups.splice(groups.indexOf(g), 1);
    groups.push(joined.sort((a, b) => a - b));
  }
  return groups;
}

function nearest(points: readonly Spot[]): number {
  let least = Number.POSITIVE_INFINITY;
  for (const [i, p] of points.entries())
    for (const q of points.slice(i + 1)) {
      const d = Math.hypot(p.x - q.x, p.y - q.y);
      if (d > 1e-6) least = Math.min(least, d);
    }
  return least;
}

function around(points: readonly Spot[], pad: number): Box {
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const [x0, y0] = [Math.min(...xs) - pad, Math.min(...ys) - pad];
  return { x: x0, y: y0, width: Math.max(...xs) + pad - x0, height: Math.max(...ys) + pad - y0 };
}

function cornersOf({ x, y, width, height }: Box): Spot[] {
  return [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ];
}

const GRID = 9;
/** A glass that would cover more than this, in what labels pay for it, is left out. */
const MOST_COVERED = 60;

/** Where a box of this size covers least of what the picture is about; null where it would cover too much of it. */
function freeCorner(
  width: number,
  height: number,
  { area }: SheetInPicture,
  lines: readonly Segment[],
  points: readonly Spot[],
  taken: readonly Box[],
): Box | null {
  if (width > area.width * 0.45 || height > area.height * 0.55) return null;
  const last = taken[taken.length - 1];
  const anchor = last
    ? { x: last.x + last.width / 2, y: last.y + last.height / 2 }
    : { x: area.x, y: area.y };
  const spots = Array.from({ length: GRID * GRID }, (_, k) => {
    const [i, j] = [k % GRID, Math.floor(k / GRID)];
    const off = Math.min(i, GRID - 1 - i) + Math.min(j, GRID - 1 - j);
    const at = {
      x: area.x + width / 2 + ((area.width - width) * i) / (GRID - 1),
      y: area.y + height / 2 + ((area.height - height) * j) / (GRID - 1),
    };
    // Corners first, and rather near what is magnified.
    return { at, cost: off * 0.5 + (8 * Math.hypot(at.x - anchor.x, at.y - anchor.y)) / area.width };
  });
  const [placed] = placeLabels([{ width, height, anchor, spots }], { lines, points, area, taken, air: 0 });
  return placed && placed.cost < MOST_COVERED ? placed.box : null;
}

/** A thin line from the place to its glass. */
function ties(id: string, source: Box, box: Box, size: number): Mark[] {
  const a = { x: source.x + source.width / 2, y: source.y + source.height / 2 };
  const b = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const from = {
    x: Math.min(Math.max(b.x, source.x), source.x + source.width),
    y: Math.min(Math.max(b.y, source.y), source.y + source.height),
  };
  const to = {
    x: Math.min(Math.max(a.x, box.x), box.x + box.width),
    y: Math.min(Math.max(a.y, box.y), box.y + box.height),
  };
  return [{ kind: "path", id, points: [from, to], closed: false, ink: signInk(size, "quiet"), fill: null }];
}
