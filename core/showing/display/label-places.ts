import Flatbush from "flatbush";
import { type Box, nearestIn, overlap, spanInside } from "./box.ts";
import type { Spot } from "./mark.ts";

/** Something to be written near a place, with the places it may stand at, best first. */
export interface Label {
  readonly width: number;
  readonly height: number;
  /** How far it reaches up and down out of its box: nothing else is written there. */
  readonly over?: readonly [up: number, down: number];
  /** What it belongs to: a leader goes there when it stands too far off. */
  readonly anchor: Spot;
  /** Middles of its box. */
  readonly spots: readonly { readonly at: Spot; readonly cost: number }[];
}

export interface PlacedLabel {
  readonly box: Box;
  /** What it pays for standing there. */
  readonly cost: number;
  /** From the anchor to the label, where the label could not stand near it. */
  readonly leader: readonly [Spot, Spot] | null;
}

export interface Segment {
  readonly a: Spot;
  readonly b: Spot;
  /** What it costs to write across it. */
  readonly weight: number;
}

/** What labels keep off. */
export interface Obstacles {
  readonly lines: readonly Segment[];
  /** Places that must stay in sight. */
  readonly points: readonly Spot[];
  /** Where labels may stand. */
  readonly area: Box;
  /** Boxes in it where none may. */
  readonly taken?: readonly Box[];
  /** Free space around a label, in the drawing's unit. */
  readonly air: number;
}

const OVER_LABEL = 1000;
const OVER_POINT = 400;
const OUTSIDE = 300;
const PER_LEADER = 40;
/** Rings of places further out, in label heights, for what finds no place near. */
const FAR_REACHES = [3.4, 4.5, 6, 8, 10.5] as const;
const FAR_WAYS = 16;
const FARTHEST = PER_LEADER + FAR_REACHES.length;
/** How often labels look for a better place once all stand. */
const SECOND_LOOKS = 2;

/**
 * Places for labels, each where it covers least: never another label or a point where that can be helped, lines as few as
 * can be. Labels are placed in the given order and then look again; at last one with no place near may take another's. The
 * same input always gets the same places.
 * Lines are looked up in a packed R-tree (Hilbert-sorted; Kamel and Faloutsos, "On packing R-trees", 1993).
 */
export function placeLabels(labels: readonly Label[], obstacles: Obstacles): PlacedLabel[] {
  const costs = costsOf(obstacles);
  const placed: Choice[] = [];
  const others = (...but: readonly number[]) => [
    ...(obstacles.taken ?? []),
    ...placed.flatMap((p, i) => (but.includes(i) ? [] : [wholeOf(p.box, labels[i])])),
  ];
  for (const [k, label] of labels.entries()) placed[k] = best(label, others(k), costs);
  for (let look = 0; look < SECOND_LOOKS; look++)
    for (const [k, label] of labels.entries()) {
      const now = placed[k];
      if (now && now.cost > 0) placed[k] = best(label, others(k), costs);
    }

  /** A label with no place near takes that of another, where this one loses less than the first gains. */
  const takePlace = (k: number, label: Label, far: Choice): void => {
    for (const { at, cost } of label.spots) {
      const box = boxAround(at, label);
      const whole = wholeOf(box, label);
      const inIt = placed.flatMap((p, i) =>
        i !== k && overlap(wholeOf(p.box, labels[i]), whole) ? [i] : [],
      );
      const [j = k] = inIt;
      const [other, there] = [labels[j], placed[j]];
      if (inIt.length !== 1 || !other || !there) continue;
      if ((obstacles.taken ?? []).some((b) => overlap(b, whole))) continue;
      const near = cost + costs.of(box);
      const moved = best(other, [...others(j, k), whole], costs);
      if (near + moved.cost >= far.cost + there.cost - 1e-9) continue;
      placed[k] = { box, cost: near, isFar: false };
      placed[j] = moved;
      return;
    }
  };
  for (const [k, label] of labels.entries()) {
    const now = placed[k];
    if (now && now.cost >= PER_LEADER) takePlace(k, label, now);
  }
  return placed.map(({ box, cost, isFar }, k) => {
    const anchor = labels[k]?.anchor;
    return { box, cost, leader: isFar && anchor ? [anchor, nearestIn(box, anchor)] : null };
  });
}

interface Costs {
  /** What it costs to write in a box, whoever else has been placed; no further than to `most`, which is too much. */
  readonly of: (box: Box, most?: number) => number;
  readonly area: Box;
}

function costsOf({ lines, points, area, air }: Obstacles): Costs {
  const onLines = indexOf(lines.length, (i) => {
    const { a, b } = lines[i] as Segment;
    return [Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y)];
  });
  const onPoints = indexOf(points.length, (i) => {
    const { x, y } = points[i] as Spot;
    return [x, y, x, y];
  });
  return {
    area,
    of: (box, most = Number.POSITIVE_INFINITY) => {
      const airy = {
        x: box.x - air,
        y: box.y - air,
        width: box.width + 2 * air,
        height: box.height + 2 * air,
      };
      const [x0, y0, x1, y1] = [airy.x, airy.y, airy.x + airy.width, airy.y + airy.height] as const;
      let cost = 0;
      if (x0 < area.x || y0 < area.y || x1 > area.x + area.width || y1 > area.y + area.height)
        cost += OUTSIDE;
      for (const i of onPoints?.search(x0, y0, x1, y1) ?? []) if (points[i]) cost += OVER_POINT;
      for (const i of onLines?.search(x0, y0, x1, y1) ?? []) {
        const line = lines[i];
        if (line && spanInside(line.a, line.b, airy)) cost += line.weight;
        if (cost >= most) return cost;
      }
      return cost;
    },
  };
}

function indexOf(
  count: number,
  boxOf: (i: number) => readonly [number, number, number, number],
): Flatbush | null {
  if (count === 0) return null;
  const index = new Flatbush(count);
  for (let i = 0; i < count; i++) index.add(...boxOf(i));
  index.finish();
  return index;
}

interface Choice {
  readonly box: Box;
  readonly cost: number;
  /** Further off than where it would stand by itself. */
  readonly isFar: boolean;
}

function best(label: Label, others: readonly Box[], costs: Costs): Choice {
  const none = boxAround(label.anchor, label);
  let chosen: Choice = { box: none, cost: Number.POSITIVE_INFINITY, isFar: false };
  const consider = (at: Spot, extra: number, isFar: boolean) => {
    if (extra >= chosen.cost) return;
    const box = boxAround(at, label);
    let cost = extra;
    const whole = wholeOf(box, label);
    for (const other of others) if (overlap(whole, other)) cost += OVER_LABEL;
    if (cost < chosen.cost) cost += costs.of(box, chosen.cost - cost);
    if (cost < chosen.cost - 1e-9) chosen = { box, cost, isFar };
  };
  for (const { at, cost } of label.spots) consider(at, cost, false);
  if (chosen.cost < PER_LEADER) return chosen;
  // No good place near: one further off, with a leader, is better than one on top of something.
  for (const [ring, reach] of FAR_REACHES.entries())
    for (let i = 0; i < FAR_WAYS; i++) {
      const angle = ((i + 0.25) / FAR_WAYS) * 2 * Math.PI;
      const out = reach * label.height + (label.width - label.height) * 0.5 * Math.abs(Math.cos(angle));
      const at = {
        x: label.anchor.x + Math.cos(angle) * out,
        y: label.anchor.y + Math.sin(angle) * out,
      };
      consider(at, PER_LEADER + ring, true);
    }
  // In a crowd by the picture's edge anywhere in it is better than half outside.
  if (chosen.cost >= OUTSIDE) for (const at of allOver(costs.area, label)) consider(at, FARTHEST, true);
  return chosen;
}

/** Middles of places over the whole area, a label's height and half its width apart, the nearest to the anchor first. */
function allOver(area: Box, { width, height, anchor }: Label): Spot[] {
  const spots: Spot[] = [];
  for (let y = area.y + height; y <= area.y + area.height - height; y += height)
    for (let x = area.x + 0.75 * width; x <= area.x + area.width - 0.75 * width; x += width / 2)
      spots.push({ x, y });
  const far = ({ x, y }: Spot) => Math.hypot(x - anchor.x, y - anchor.y);
  return spots.sort((a, b) => far(a) - far(b));
}

/** A label's box with what reaches out of it. */
function wholeOf(box: Box, label: Label | undefined): Box {
  if (!label?.over) return box;
  const [up, down] = label.over;
  return { x: box.x, y: box.y - up, width: box.width, height: box.height + up + down };
}

function boxAround({ x, y }: Spot, { width, height }: Label): Box {
  return { x: x - width / 2, y: y - height / 2, width, height };
}
