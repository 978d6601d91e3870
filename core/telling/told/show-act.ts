import { formatLength } from "../../ground/base/index.ts";
import { distanceMm, type PaperPoint } from "../../ground/geometry/index.ts";
import { sayName, sayReading } from "./say-names.ts";
import type { MeasureSign, Sign } from "./signs.ts";
import type { Act, Name, Reading, Ruled, Where } from "./told.ts";
import {
  alongOf,
  edgeEnd,
  edgeStart,
  endsOf,
  onEdge,
  past,
  ruledEnds,
  SAME_MM,
  type Shown,
  STRETCH_MM,
  WAY,
} from "./told-on-paper.ts";

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
  return [
    { k: "ruler", from: ends[0], to: ends[1], pivot, ...(shown.manner.leftHand ? { onLeft: true } : {}) },
  ];
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
