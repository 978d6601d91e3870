import type { Pictured } from "../../telling/steps/index.ts";
import type { Sign } from "../../telling/told/index.ts";
import { type Box, holds, middleOf, nearestIn, spanInside } from "./box.ts";
import { clipMarks } from "./clip-marks.ts";
import { isNew } from "./draw-state.ts";
import { longestDrawn } from "./drawn-stretch.ts";
import { placeLabels, type Segment } from "./label-places.ts";
import type { Mark, Spot } from "./mark.ts";
import { drawWith, type Pen } from "./pen.ts";
import type { SheetInPicture } from "./sheet-in-picture.ts";
import { addSign } from "./sign-marks.ts";
import { CAP_HEIGHT, halfOfText } from "./text-width.ts";
import {
  ring,
  type Signs,
  signInk,
  spotsAlong,
  spotsAround,
  type Written,
  writtenText,
} from "./written-signs.ts";

/** How the signs of a step are shown. */
export interface SignManner {
  /** Begins the ids of the marks. */
  readonly id: string;
  /** Whether it is drawn for the first time: the ruler is shown, and how far off the sheet a point lies. */
  readonly isFirst?: boolean;
  /** Boxes that nothing is written in. */
  readonly taken?: readonly Box[];
}

/** What a sign says: which place is which, how far, or where to. */
type SignKind = "letters" | "readings" | "aims";

/** The marks that belong to one act of a step. */
export interface ActSigns {
  readonly act: number;
  readonly says: SignKind;
  readonly marks: readonly Mark[];
}

/** What it costs to write across a line of the step, and across one that stood before. */
const OVER_NEW = 8;
const OVER_OLD = 1.5;

/** Letters, numbers, readings, aims and signs of a step, as marks over a picture of it. See `signsByAct`. */
export function labelMarks(
  pictured: Pictured,
  view: SheetInPicture,
  marks: readonly Mark[],
  manner: SignManner,
): Mark[] {
  const groups = signsByAct(pictured, view, marks, manner);
  // Words over lines, whatever act they belong to.
  return [false, true].flatMap((words) =>
    groups.flatMap((g) => g.marks.filter((m) => (m.kind === "text" || isRing(m)) === words)),
  );
}

const isRing = (mark: Mark) => mark.id.endsWith("-ring");

/**
 * The signs of a step by the act they belong to, placed all together, so that each stays in its place while acts appear one
 * after the other. `marks` is what is in the picture already, in its unit: labels keep off it, off what is new most of all.
 */
export function signsByAct(
  pictured: Pictured,
  view: SheetInPicture,
  marks: readonly Mark[],
  { id, isFirst = false, taken = [] }: SignManner,
): ActSigns[] {
  const size = view.textSize;
  const newLines = linesOf(marks.filter(isNew));
  const points = [
    ...marks.flatMap((mark) => (mark.kind === "dot" ? [mark.at] : [])),
    ...pictured.letters.map(({ at }) => view.to(at)),
  ];
  const lines: Segment[] = [];
  const groups: { act: number; says: SignKind; signs: Signs }[] = [];
  const group = (act: number, says: SignKind): Signs => {
    const signs: Signs = { marks: [], written: [], points, lines };
    groups.push({ act, says, signs });
    return signs;
  };

  if (pictured.numbers.length > 1)
    for (const { n, acts, along } of pictured.numbers) {
      const spots = along.map(view.to);
      const [a, b] = [spots[0], spots[spots.length - 1]];
      const seen =
        (spots.length === 2 && a && b && longestDrawn(a, b, newLines, view)) || seenOf(spots, view.area);
      if (seen.length > 0)
        group(acts[0] ?? 0, "letters").written.push(numberAt(`${id}#number-${n}`, n, seen, size));
    }
  for (const { act, says, at } of pictured.letters)
    group(act, "letters").written.push(
      letterAt(`${id}#letter-${says}`, says, nearestIn(view.area, view.to(at)), size),
    );
  const place = {
    view,
    newLines,
    middle: meanOf([...newLines.flatMap((s) => [s.a, s.b]), ...points], view),
    setOff: [],
    named: new Set<string>(),
    isFirst,
  };
  for (const [i, { act, sign }] of pictured.signs.entries())
    addSign(`${id}/${i}`, sign, { ...place, signs: group(act, SAYS[sign.k]) });

  const written = groups.flatMap(({ act, says, signs }) => signs.written.map((w) => ({ act, says, ...w })));
  const placed = placeLabels(
    written.map((w) => w.label),
    { lines: [...linesOf(marks), ...lines], points, area: view.area, taken, air: size * 0.1 },
  );
  return [
    ...groups.map(({ act, says, signs }) => ({ act, says, marks: clipMarks(signs.marks, view.area) })),
    ...placed.map(({ box, leader }, i): ActSigns => {
      const { act, says, draw } = written[i] ?? { act: 0, says: "letters", draw: () => [] };
      return {
        act,
        says,
        marks: [...(leader ? [leaderMark(`${id}#leader-${i}`, leader, size)] : []), ...draw(box)],
      };
    }),
  ];
}

const SAYS: Readonly<Record<Sign["k"], SignKind>> = {
  measure: "readings",
  row: "readings",
  taped: "readings",
  aim: "aims",
  alike: "aims",
  ruler: "aims",
  left: "letters",
  ring: "letters",
};

/** The ends of the part of a stretch that is seen; a place alone stands for itself. */
function seenOf(spots: readonly Spot[], area: Box): readonly Spot[] {
  const [a, b] = [spots[0], spots[spots.length - 1]];
  if (!a || !b) return [];
  if (spots.length === 1) return [nearestIn(area, a)];
  const span = spanInside(a, b, area);
  const at = (t: number) => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });
  return span ? span.map(at) : [nearestIn(area, a)];
}

function leaderMark(id: string, points: readonly [Spot, Spot], size: number): Mark {
  return { kind: "path", id, points, closed: false, ink: signInk(size, "quiet"), fill: null };
}

/** How far from its point a letter may stand, in its size, and what that costs. */
const LETTER_REACHES = [
  [0.3, 0],
  [0.5, 0.8],
  [0.85, 2.5],
  [1.2, 6],
  [1.6, 10],
] as const;

const LETTER_WAYS = 24;

function letterAt(id: string, says: string, at: Spot, size: number): Written {
  const [w, h] = halfOfText(says, size);
  const reaches = LETTER_REACHES.map(([out, cost]) => [out * size, cost] as const);
  return writtenText(id, says, size, at, spotsAround(at, reaches, w, h, LETTER_WAYS));
}

/** A number's ring, in text sizes. */
const RING = 0.74;
const DIGIT = 1;

/** The number of an action in a ring, at its first line. */
function numberAt(id: string, n: number, along: readonly Spot[], size: number): Written {
  const radius = RING * size;
  const [a, b] = [along[0] as Spot, along[along.length - 1] as Spot];
  const spots =
    along.length > 1
      ? [
          ...spotsAlong(a, b, size * 0.15, radius, radius, 2),
          ...spotsAlong(a, b, size * 0.9, radius, radius, 2).map((s) => ({ ...s, cost: s.cost + 2 })),
          ...[a, b].flatMap((end) =>
            spotsAround(end, [[size * 0.5, 4] as const, [size * 1.2, 7] as const], radius, radius),
          ),
        ]
      : spotsAround(
          a,
          [[0.5 * size, 0] as const, [1.1 * size, 1] as const, [1.7 * size, 5] as const],
          radius,
          radius,
          24,
        );
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  return {
    label: { width: 2 * radius, height: 2 * radius, anchor: middle, spots },
    draw: (box) => {
      const at = { x: box.x + radius, y: box.y + radius };
      return [
        ring(`${id}-ring`, at, radius * 0.96, { colour: "accent", width: size * 0.09, dash: [] }, "sheet"),
        {
          kind: "text",
          id,
          at: { x: at.x, y: at.y + (CAP_HEIGHT * DIGIT * size) / 2 },
          lines: [`${n}`],
          size: DIGIT * size,
          lineHeight: DIGIT * size,
          colour: "accent",
          weight: "bold",
          anchor: "middle",
        },
      ];
    },
  };
}

/** The mean of the places that are seen; with none, the middle of what is seen. */
function meanOf(spots: readonly Spot[], { area }: SheetInPicture): Spot {
  const inside = spots.filter((spot) => holds(area, spot));
  if (inside.length === 0) return middleOf(area);
  const sum = inside.reduce((s, p) => ({ x: s.x + p.x, y: s.y + p.y }), { x: 0, y: 0 });
  return { x: sum.x / inside.length, y: sum.y / inside.length };
}

/** The lines of a picture with what it costs to write across them. */
export function linesOf(marks: readonly Mark[]): Segment[] {
  return marks.flatMap((mark) => {
    if (mark.id === "sheet") return [];
    const weight = isNew(mark) ? OVER_NEW : OVER_OLD;
    return drawWith(SEGMENTS, mark).map((s) => ({ ...s, weight }));
  });
}

const SEGMENTS: Pen<readonly Segment[]> = {
  path: ({ points, closed }) => {
    const all = closed && points[0] ? [...points, points[0]] : points;
    return all.slice(1).flatMap((b, i) => {
      const a = all[i];
      return a ? [{ a, b, weight: 1 }] : [];
    });
  },
  area: () => [],
  dot: ({ at }) => [{ a: at, b: at, weight: 1 }],
  text: () => [],
};
