import type { Box } from "./box.ts";
import type { Label, Segment } from "./label-places.ts";
import type { Colour, Ink, Mark, Spot } from "./mark.ts";
import { CAP_HEIGHT, descentOf, widthOfText } from "./text-width.ts";

/** A label that looks for a place, and what is drawn where it finds one. */
export interface Written {
  readonly label: Label;
  readonly draw: (box: Box) => readonly Mark[];
}

/** The signs of a picture while they are gathered: what stands where it must, and what looks for its place round that. */
export interface Signs {
  readonly marks: Mark[];
  readonly written: Written[];
  /** Places that must stay in sight. */
  readonly points: Spot[];
  /** Lines of the signs themselves: labels keep off them, too. */
  readonly lines: Segment[];
}

/** What it costs a label to stand on a sign's line. */
const OVER_SIGN = 2.5;

/** Ink of the signs: thinner than any line that is drawn, at every size. */
export function signInk(size: number, colour: Colour = "ink"): Ink {
  return { colour, width: size * 0.055, dash: [] };
}

/** A line of a sign, which labels keep off. */
export function addLine(signs: Signs, id: string, points: readonly Spot[], ink: Ink): void {
  signs.marks.push({ kind: "path", id, points, closed: false, ink, fill: null });
  for (const [i, b] of points.entries()) {
    const a = points[i - 1];
    if (a) signs.lines.push({ a, b, weight: OVER_SIGN });
  }
}

/** A line of text with a halo, where its label lands. */
export function writtenText(
  id: string,
  text: string,
  size: number,
  anchor: Spot,
  spots: Label["spots"],
  colour: Colour = "ink",
): Written {
  const [width, height] = [widthOfText(text) * size, CAP_HEIGHT * size];
  return {
    label: { width, height, over: [0, descentOf(text) * size], anchor, spots },
    draw: (box) => [
      {
        kind: "text",
        id,
        at: { x: box.x + width / 2, y: box.y + height },
        lines: [text],
        size,
        lineHeight: size,
        colour,
        weight: "bold",
        anchor: "middle",
        halo: size * 0.14,
      },
    ],
  };
}

const RING_SIDES = 28;

/** A ring as a path. */
export function ring(
  id: string,
  at: Spot,
  radius: number,
  ink: Ink | null,
  fill: Colour | null = null,
): Mark {
  const points = Array.from({ length: RING_SIDES }, (_, i) => {
    const angle = (i / RING_SIDES) * 2 * Math.PI;
    return { x: at.x + Math.cos(angle) * radius, y: at.y + Math.sin(angle) * radius };
  });
  return { kind: "path", id, points, closed: true, ink, fill };
}

/** Places round a point, `reaches` as distances from it in the picture's unit with their cost. */
export function spotsAround(
  at: Spot,
  reaches: readonly (readonly [out: number, cost: number])[],
  halfWidth: number,
  halfHeight: number,
  ways = 16,
): Label["spots"] {
  return reaches.flatMap(([out, cost]) =>
    Array.from({ length: ways }, (_, i) => {
      // Beginning up and to the right, where letters of figures are usually set.
      const angle = -Math.PI / 4 - (i / ways) * 2 * Math.PI;
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      return {
        at: { x: at.x + cos * (out + halfWidth), y: at.y + sin * (out + halfHeight) },
        cost: cost + i * 1e-3,
      };
    }),
  );
}

/** Places along a stretch, on both sides of it and on it, for a box of half this width and height. */
export function spotsAlong(
  a: Spot,
  b: Spot,
  gap: number,
  halfWidth: number,
  halfHeight: number,
  onIt: number,
): Label["spots"] {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const long = Math.hypot(dx, dy);
  if (long === 0) return spotsAround(a, [[gap, 0]], halfWidth, halfHeight);
  const [nx, ny] = [-dy / long, dx / long];
  const off = gap + Math.abs(nx) * halfWidth + Math.abs(ny) * halfHeight;
  return SHARES.flatMap(([t, cost]) => {
    const at = { x: a.x + dx * t, y: a.y + dy * t };
    return [
      { at: { x: at.x + nx * off, y: at.y + ny * off }, cost },
      { at: { x: at.x - nx * off, y: at.y - ny * off }, cost: cost + 0.01 },
      { at, cost: cost + onIt },
    ];
  });
}

/** The middle of a stretch first, then further and further off it. */
const SHARES: readonly (readonly [share: number, cost: number])[] = [
  [0.5, 0],
  [0.4, 0.3],
  [0.6, 0.3],
  [0.3, 0.7],
  [0.7, 0.7],
  [0.2, 1.2],
  [0.8, 1.2],
  [0.1, 1.8],
  [0.9, 1.8],
];
