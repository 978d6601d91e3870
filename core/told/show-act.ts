import { formatLength } from "../base/index.ts";
import type { SheetEdge } from "../drafter/index.ts";
import { distanceMm, type PaperPoint } from "../geometry/index.ts";
import type { Sheet } from "../view/index.ts";
import { type Manner, sayName, sayReading } from "./say-names.ts";
import type { MeasureSign, Sign } from "./signs.ts";
import type { Act, EdgeMark, FromEdgeRead, LineRef, Name, Reading, Ruled, Toward, Where } from "./told.ts";

/** What showing an act looks at: where its names lie on the paper, and how lengths are said. */
export interface Shown {
  readonly at: (name: Name) => PaperPoint | null;
  readonly manner: Manner;
}

/** The signs of an act. What lies nowhere on the paper shows none. */
export function showAct(act: Act, shown: Shown): Sign[] {
  switch (act.do) {
    case "mark":
      return [...showTapes(act.at, shown), ...showMarks(act.at, shown)];
    case "rule":
      return [
        ...showRuler(act.lines, shown),
        ...showLengths(act.lines, shown),
        ...showAims(act.lines, shown),
      ];
    case "template":
      return showTile(act, shown);
    case "inset":
      return showInset(act, shown);
    case "slide": {
      const [a, b] = act.gives.map(shown.at);
      return a && b ? [measure(a, b, act.reading, shown, false)] : [];
    }
    case "leave":
      return act.at.flatMap((name): Sign[] => {
        const at = shown.at(name);
        return at ? [{ k: "left", at }] : [];
      });
    default:
      return [];
  }
}

/**
 * The place of an act in a picture, where its number stands: its first line from where it begins, a mark, a stretch to
 * shade. Empty for what is done to the whole sheet.
 */
export function placeOfAct(act: Act, shown: Shown): readonly PaperPoint[] {
  const found = (names: readonly (Name | null | undefined)[]) =>
    names.flatMap((n) => (n && shown.at(n)) || []);
  switch (act.do) {
    case "mark":
      return found(act.at.slice(0, 1).map((m) => m.gives));
    case "rule":
      for (const line of act.lines) {
        const ends = ruledEnds(line, shown);
        if (ends) return ends;
      }
      return [];
    case "go-over":
      for (const stretch of act.lines) {
        if (stretch.k === "ends") return found([stretch.a, stretch.b]);
        const ends = endsOf(stretch.line, shown);
        if (ends) return ends;
      }
      return [];
    case "curve":
      return found(act.curves[0]?.through ?? []);
    case "fill": {
      const ring = act.pieces[0]?.outer;
      if (ring?.k === "corners") return [...middleOf(found(ring.at))];
      return ring?.k === "dash" ? found([ring.a, ring.b]) : [];
    }
    case "template":
      return found([act.at[0]?.corner, act.at[0]?.gives[0]]);
    case "inset":
      return found(act.tile.slice(0, 2));
    case "slide":
      return found(act.gives);
    case "circle":
    case "leave":
      return found(act.at.slice(0, 1));
    case "repeat":
      for (const one of act.acts) {
        const place = placeOfAct(one, shown);
        if (place.length > 0) return place;
      }
      return [];
    case "fold": {
      const { widthMm: w, heightMm: h } = shown.manner.sheet;
      return act.across === "width"
        ? [
            { xMm: w / 2, yMm: 0 },
            { xMm: w / 2, yMm: h },
          ]
        : [
            { xMm: 0, yMm: h / 2 },
            { xMm: w, yMm: h / 2 },
          ];
    }
    default:
      return [];
  }
}

function middleOf(points: readonly PaperPoint[]): readonly PaperPoint[] {
  if (points.length === 0) return [];
  const sum = points.reduce((s, p) => ({ xMm: s.xMm + p.xMm, yMm: s.yMm + p.yMm }), { xMm: 0, yMm: 0 });
  return [{ xMm: sum.xMm / points.length, yMm: sum.yMm / points.length }];
}

/** Where a ruled line begins and ends, as far as it is told. */
function ruledEnds(line: Ruled<Name>, shown: Shown): readonly [PaperPoint, PaperPoint] | null {
  const from = (line.givesBegin && shown.at(line.givesBegin)) || shown.at(line.from);
  const along = from && alongOf(line.toward, from, shown);
  if (!from || !along) return null;
  const { end } = line;
  const to = line.gives ? shown.at(line.gives) : end.k === "at" ? shown.at(end.at) : null;
  if (to) return [from, to];
  return [from, past(from, along, end.k === "length" ? end.reading.exactMm : STRETCH_MM)];
}

function measure(
  from: PaperPoint,
  to: PaperPoint,
  reading: Reading,
  { manner }: Shown,
  beside: boolean,
): MeasureSign {
  const byEye = reading.kind === "by-eye";
  const says = sayReading(byEye ? { ...reading, about: true } : reading, manner);
  return { k: "measure", from, to, says, byEye, beside };
}

function showMarks(at: readonly { gives: Name; where: Where<Name> }[], shown: Shown): Sign[] {
  const row = at.length > 1 ? showRow(at, shown) : null;
  return row ?? at.flatMap(({ gives, where }) => showWhere(gives, where, shown));
}

/** Strips of paper for marks beyond the sheet, each with what is marked on it. */
function showTapes(at: readonly { gives: Name; where: Where<Name> }[], shown: Shown): Sign[] {
  return at.flatMap(({ gives, where }): Sign[] => {
    const place = shown.at(gives);
    const reads =
      where.k === "edges" ? [where.across, where.down] : where.k === "line-edge" ? [where.from] : [];
    const out = reads.find((r) => r.out);
    const called = gives.k === "plain" ? sayName(gives).replace(/^the /, "") : "";
    return place && out ? [{ k: "taped", at: place, edge: out.edge, called }] : [];
  });
}

/** Several marks measured from one place are one row with a reading at each; a pace repeated is told once. */
function showRow(at: readonly { gives: Name; where: Where<Name> }[], shown: Shown): Sign[] | null {
  const measured = at.flatMap(({ gives, where }) => {
    const place = shown.at(gives);
    const start = startOf(where, place, shown);
    const reading = readingIn(where);
    return place && start && reading ? [{ at: place, start, reading }] : [];
  });
  const [first] = measured;
  if (!first || measured.length < at.length) return null;
  if (measured.some((m) => distanceMm(m.start, first.start) > SAME_MM)) return null;
  const byEye = measured.every((m) => m.reading.kind === "by-eye");
  const pace = measured.every(
    (m, i) => m.reading.marks === first.reading.marks * (i + 1) && !m.reading.about,
  );
  if (pace && measured.length >= 3) {
    const one = measure(first.start, first.at, first.reading, shown, true);
    return [{ ...one, says: `every ${one.says}` }];
  }
  const marks = measured.map((m) => ({
    at: m.at,
    says: sayReading(byEye ? { ...m.reading, about: true } : m.reading, shown.manner),
  }));
  return [{ k: "row", from: first.start, marks, byEye }];
}

/** Two starts nearer than this are one, in mm. */
const SAME_MM = 0.02;

function readingIn(where: Where<Name>): Reading | null {
  switch (where.k) {
    case "along":
      return where.reading;
    case "on-edge":
      return where.mark.reading;
    case "line-edge":
      return where.from.reading;
    default:
      return null;
  }
}

/** From where a mark is measured. */
function startOf(where: Where<Name>, at: PaperPoint | null, { at: find, manner }: Shown): PaperPoint | null {
  switch (where.k) {
    case "along":
      return find(where.from);
    case "on-edge":
      return edgeStart(where.mark, manner.sheet);
    case "line-edge":
      return at && onEdge(where.from, at, manner.sheet);
    default:
      return null;
  }
}

function showWhere(gives: Name, where: Where<Name>, shown: Shown): Sign[] {
  const at = shown.at(gives);
  if (!at) return [];
  const { sheet } = shown.manner;
  if (where.k === "edges")
    return [where.across, where.down].map((read) =>
      measure(onEdge(read, at, sheet), at, read.reading, shown, false),
    );
  const start = startOf(where, at, shown);
  const reading = readingIn(where);
  // Along the line itself the length would cover it.
  const beside = where.k !== "line-edge" || where.line.k === "horizon";
  return start && reading ? [measure(start, at, reading, shown, beside)] : [];
}

/** The place on an edge from which a distance to a point is taken. */
function onEdge({ edge }: FromEdgeRead, at: PaperPoint, { widthMm: w, heightMm: h }: Sheet): PaperPoint {
  switch (edge) {
    case "left":
      return { ...at, xMm: 0 };
    case "right":
      return { ...at, xMm: w };
    case "top":
      return { ...at, yMm: 0 };
    case "bottom":
      return { ...at, yMm: h };
  }
}

function cornerAt(across: SheetEdge, down: SheetEdge, { widthMm: w, heightMm: h }: Sheet): PaperPoint {
  return { xMm: across === "left" ? 0 : w, yMm: down === "top" ? 0 : h };
}

function edgeStart({ edge, from }: EdgeMark, sheet: Sheet): PaperPoint {
  return edge === "left" || edge === "right" ? cornerAt(edge, from, sheet) : cornerAt(from, edge, sheet);
}

function edgeEnd(mark: EdgeMark, sheet: Sheet): PaperPoint {
  const start = edgeStart(mark, sheet);
  const mm = mark.reading.exactMm;
  switch (mark.from) {
    case "left":
      return { ...start, xMm: start.xMm + mm };
    case "right":
      return { ...start, xMm: start.xMm - mm };
    case "top":
      return { ...start, yMm: start.yMm + mm };
    case "bottom":
      return { ...start, yMm: start.yMm - mm };
  }
}

const WAY = { up: [0, -1], down: [0, 1], left: [-1, 0], right: [1, 0] } as const;

/** Where the ruler lies from a place, as a step of 1 mm along it. */
function alongOf(toward: Toward<Name>, from: PaperPoint, shown: Shown): readonly [number, number] | null {
  const unit = (a: PaperPoint, b: PaperPoint): readonly [number, number] | null => {
    const mm = distanceMm(a, b);
    return mm > SAME_MM ? [(b.xMm - a.xMm) / mm, (b.yMm - a.yMm) / mm] : null;
  };
  switch (toward.k) {
    case "way":
      return WAY[toward.way];
    case "point": {
      const at = shown.at(toward.at);
      return at && unit(from, at);
    }
    case "away": {
      const at = shown.at(toward.from);
      return at && unit(at, from);
    }
    case "parallel": {
      const ends = endsOf(toward.to, shown);
      return ends && unit(...ends);
    }
    case "slope": {
      const [x, y] = [WAY[toward.acrossWay][0], WAY[toward.upWay][1]];
      const [dx, dy] = [x * toward.across.exactMm, y * toward.up.exactMm];
      const mm = Math.hypot(dx, dy);
      return [dx / mm, dy / mm];
    }
    case "edge-mark":
      return unit(from, edgeEnd(toward.mark, shown.manner.sheet));
  }
}

/** How long a stretch stands for a line that is only known by where it starts and goes, mm. */
const STRETCH_MM = 40;

function endsOf(line: LineRef<Name>, shown: Shown): readonly [PaperPoint, PaperPoint] | null {
  if (line.k === "ends") {
    const [a, b] = [shown.at(line.a), shown.at(line.b)];
    return a && b ? [a, b] : null;
  }
  if (line.k !== "from") return null;
  const from = shown.at(line.at);
  const along = from && alongOf(line.toward, from, shown);
  return from && along ? [from, past(from, along, STRETCH_MM)] : null;
}

function past(from: PaperPoint, [x, y]: readonly [number, number], mm: number): PaperPoint {
  return { xMm: from.xMm + x * mm, yMm: from.yMm + y * mm };
}

/** Lengths of ruled lines, and what is laid off to aim them; alike lengths of a family are told once. */
function showLengths(lines: readonly Ruled<Name>[], shown: Shown): Sign[] {
  const signs: Sign[] = [];
  const said = new Set<string>();
  const once = (sign: MeasureSign) => {
    if (lines.length > 1 && said.has(sign.says)) return;
    said.add(sign.says);
    signs.push(sign);
  };
  const { sheet } = shown.manner;
  for (const { from, toward, begin, end } of lines) {
    const start = shown.at(from);
    const along = start && alongOf(toward, start, shown);
    if (!start || !along) continue;
    for (const stop of [begin, end])
      if (stop?.k === "length")
        once(measure(start, past(start, along, stop.reading.exactMm), stop.reading, shown, true));
    if (toward.k === "edge-mark") {
      const { mark } = toward;
      signs.push(measure(edgeStart(mark, sheet), edgeEnd(mark, sheet), mark.reading, shown, true));
    }
    if (toward.k === "slope") {
      const { across, acrossWay, up, upWay } = toward;
      const corner = past(start, WAY[acrossWay], across.exactMm);
      once(measure(start, corner, across, shown, false));
      once(measure(corner, past(corner, WAY[upWay], up.exactMm), up, shown, false));
    }
  }
  return signs;
}

/** An arrowhead on every line that runs towards a point there is only one of; signs on lines kept side by side. */
function showAims(lines: readonly Ruled<Name>[], shown: Shown): Sign[] {
  const aims = lines.flatMap(({ from, toward }): Sign[] => {
    const name = toward.k === "point" ? toward.at : toward.k === "away" ? toward.from : null;
    if (name?.k !== "plain" || !name.is.includes("vanishing point")) return [];
    const [start, to] = [shown.at(from), shown.at(name)];
    const called = sayName(name).replace(/^the /, "");
    return start && to ? [{ k: "aim", from: start, to, called, off: sayOff(to, shown) }] : [];
  });
  const alike = lines.flatMap(({ from, toward, end }) => {
    if (toward.k !== "parallel") return [];
    const start = shown.at(from);
    const along = start && alongOf(toward, start, shown);
    const to = end.k === "at" ? shown.at(end.at) : start && along && past(start, along, STRETCH_MM);
    const other = endsOf(toward.to, shown);
    return start && to && other ? [other, [start, to] as const] : [];
  });
  const once = alike.filter(
    ([a, b], i) =>
      alike.findIndex(([c, d]) => distanceMm(a, c) < SAME_MM && distanceMm(b, d) < SAME_MM) === i,
  );
  return once.length > 0 ? [...aims, { k: "alike", lines: once }] : aims;
}

/** "70 mm off" for a point beyond the sheet's edge. */
function sayOff({ xMm: x, yMm: y }: PaperPoint, { manner }: Shown): string {
  const { widthMm: w, heightMm: h } = manner.sheet;
  const mm = Math.max(-x, x - w, -y, y - h);
  return mm <= 0.5 || manner.noNumbers ? "" : `${formatLength(mm, manner.sheet)} off the sheet`;
}

function showRuler(lines: readonly Ruled<Name>[], shown: Shown): Sign[] {
  const [first, second] = lines;
  if (!first || !second) return [];
  const ends = ruledEnds(first, shown);
  if (!ends) return [];
  const aims = [first, second].map((l) => (l.toward.k === "point" ? l.toward.at : null));
  const [a, b] = aims;
  const pivot = a?.k === "plain" && b?.k === "plain" && a.is === b.is ? shown.at(a) : null;
  return [{ k: "ruler", from: ends[0], to: ends[1], pivot }];
}

/** A tile's sides, measured at the first one traced. */
function showTile({ wide, high, at }: Extract<Act, { do: "template" }>, shown: Shown): Sign[] {
  const [first] = at;
  const corner = first && shown.at(first.corner);
  if (!corner) return [];
  const [up, , right] = first.gives.map((g) => (g === null ? null : shown.at(g)));
  return [
    measure(corner, right ?? past(corner, WAY.right, wide.exactMm), wide, shown, true),
    measure(corner, up ?? past(corner, WAY.up, high.exactMm), high, shown, true),
  ];
}

/** How far a box lies inside its tile, measured at the tile's first corner. */
function showInset({ tile, margins }: Extract<Act, { do: "inset" }>, shown: Shown): Sign[] {
  const [a, b, , d] = tile.map(shown.at);
  if (!a || !b || !d) return [];
  return [b, d].flatMap((side, i): Sign[] => {
    const margin = margins[i];
    const mm = distanceMm(a, side);
    if (!margin || mm < SAME_MM) return [];
    const along = [(side.xMm - a.xMm) / mm, (side.yMm - a.yMm) / mm] as const;
    return [measure(a, past(a, along, margin.exactMm), margin, shown, true)];
  });
}
