import type { Pictured } from "../../telling/steps/index.ts";
import { type Box, boundsOf, cornersOf, holds, middleOf, nearestIn } from "./box.ts";
import { clipMarks } from "./clip-marks.ts";
import { labelMarks, linesOf } from "./label-marks.ts";
import { placeLabels, type Segment } from "./label-places.ts";
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
    const bounds = boundsOf(points);
    const apart = nearest(points);
    const scale = Math.min(MOST, (APART * size) / Math.max(apart, size * 0.05));
    const near = boundsOf(points, (PAD * size) / scale);
    const says = new Set(cluster.flatMap((i) => pictured.letters[i]?.says ?? []));
    const mine: Pictured = {
      letters: pictured.letters.filter((l) => says.has(l.says)),
      signs: pictured.signs.filter(
        ({ sign }) => sign.k === "measure" && [sign.from, sign.to].every((p) => holds(near, view.to(p))),
      ),
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
    const box = freeCorner({ width, height }, boundsOf(points, PAD * size * 0.5), view.area, {
      lines,
      points: spots,
      taken,
    });
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
      tie(`${id}#inset-${k}-tie`, source, box, size),
      frame("box", box, "sheet"),
      ...inside,
      ...labelMarks(mine, glass, inside, { id: `${id}#inset-${k}` }),
    );
  }
  return { marks: out, boxes: taken, rest };
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

const GRID = 9;
/** A glass that would cover more than this, in what labels pay for it, is left out. */
const MOST_COVERED = 60;

/** What a glass must not cover. */
interface InTheWay {
  readonly lines: readonly Segment[];
  readonly points: readonly Spot[];
  readonly taken: readonly Box[];
}

/**
 * Where a box of this size, rather near what it magnifies, covers least of what the picture is about; null where it would
 * cover too much of it.
 */
function freeCorner(
  { width, height }: Pick<Box, "width" | "height">,
  magnified: Box,
  area: Box,
  { lines, points, taken }: InTheWay,
): Box | null {
  if (width > area.width * 0.45 || height > area.height * 0.55) return null;
  const anchor = middleOf(magnified);
  const spots = Array.from({ length: GRID * GRID }, (_, k) => {
    const [i, j] = [k % GRID, Math.floor(k / GRID)];
    const off = Math.min(i, GRID - 1 - i) + Math.min(j, GRID - 1 - j);
    const at = {
      x: area.x + width / 2 + ((area.width - width) * i) / (GRID - 1),
      y: area.y + height / 2 + ((area.height - height) * j) / (GRID - 1),
    };
    // Corners first.
    return { at, cost: off * 0.5 + (8 * Math.hypot(at.x - anchor.x, at.y - anchor.y)) / area.width };
  });
  const [placed] = placeLabels([{ width, height, anchor, spots }], {
    lines,
    points,
    area,
    taken: [...taken, magnified],
    air: 0,
  });
  return placed && placed.cost < MOST_COVERED ? placed.box : null;
}

/** A thin line from the place to its glass. */
function tie(id: string, source: Box, box: Box, size: number): Mark {
  const points = [nearestIn(source, middleOf(box)), nearestIn(box, middleOf(source))];
  return { kind: "path", id, points, closed: false, ink: signInk(size, "quiet"), fill: null };
}
