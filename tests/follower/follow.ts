import type { Act, Anew, End, LineRef, Name, Reading, Ring, Ruled, Toward, Where } from "#core/telling/told";
import { CORNERS, deskWith, EDGES, type SheetOfPaper } from "./desk.ts";
import { insideOf, outside, under } from "./inside.ts";
import {
  apart,
  cross,
  dot,
  type Laid,
  minus,
  offSegment,
  type Pt,
  plus,
  type Segment,
  size,
  unit,
} from "./plane.ts";

// A child with only the card, a ruler and a sheet: draws from what is told and from nothing else. It knows letters, plain
// names, readings, ways and ends; no recipe, no id, no camera.

/** What a pupil is told, stripped of the program's own book-keeping. */
export interface Heard {
  readonly act: Act;
  readonly anew: readonly Anew[];
  /** The thing at hand: the title on the card. */
  readonly thing: string;
}

interface Ink extends Segment {
  readonly press: "light" | "firm" | "dotted";
  readonly thing: string;
  readonly stays?: boolean;
}

export interface Followed {
  readonly names: ReadonlyMap<string, Pt>;
  /** Every place in the order it was found, under its name then. */
  readonly found: readonly { readonly name: string; readonly at: Pt; readonly act: number }[];
  readonly ink: readonly Ink[];
  readonly curves: readonly {
    readonly through: readonly Pt[];
    readonly press: string;
    readonly thing: string;
  }[];
  readonly fills: readonly { readonly ring: readonly Pt[]; readonly tone: number }[];
  /** What could not be done, by act. */
  readonly stuck: readonly { readonly act: number; readonly why: string }[];
  /** Acts that are followed by place and count only. */
  readonly onlyCounted: readonly string[];
}

export type { SheetOfPaper };

/** Draws what is told. With `exact`, the true length behind each reading is taken instead of the ruler's mark. */
export function follow(told: readonly Heard[], sheet: SheetOfPaper, exact: boolean): Followed {
  const names = new Map<string, Pt>();
  const byThing = new Map<string, Pt>();
  const found: { name: string; at: Pt; act: number }[] = [];
  let ink: Ink[] = [];
  const curves: { through: Pt[]; press: string; thing: string }[] = [];
  const fills: { ring: Pt[]; tone: number }[] = [];
  const stuck: { act: number; why: string }[] = [];
  const onlyCounted: string[] = [];
  let horizon: Laid | null = null;
  let quarters = 0;
  const length = (r: Reading): number => (exact ? r.exactMm : r.marks * sheet.markMm);
  const { dirOf, edgeOf, edgeLine, onEdge, beside } = deskWith(sheet, () => quarters, length);
  let now = 0;
  let thing = "";

  for (const [name, x, y] of [
    ["corner top-left", 0, 0],
    ["corner top-right", 1, 0],
    ["corner bottom-right", 1, 1],
    ["corner bottom-left", 0, 1],
  ] as const)
    names.set(name, { x: x * sheet.wide, y: y * sheet.high });

  function key(name: Name): string {
    if (name.k === "letter") return `${name.letter}${name.nth ?? ""}`;
    if (name.k === "corner") return `corner ${CORNERS[(CORNERS.indexOf(name.of) - quarters + 8) % 4]}`;
    return name.is;
  }

  function at(name: Name): Pt {
    const p = names.get(key(name));
    if (!p) throw new Error(`nobody has said where ${key(name)} is`);
    return p;
  }

  function give(name: Name, p: Pt): void {
    if (!Number.isFinite(p.x) || !Number.isFinite(p.y)) throw new Error(`${key(name)} would lie nowhere`);
    names.set(key(name), p);
    byThing.set(`${thing} ${key(name)}`, p);
    found.push({ name: key(name), at: p, act: now });
  }

  function ray(from: Pt, toward: Toward<Name>): Pt {
    switch (toward.k) {
      case "point":
        return unit(minus(at(toward.at), from));
      case "away":
        return unit(minus(from, at(toward.from)));
      case "way":
        return dirOf(toward.way);
      case "parallel":
        return lineOf(toward.to).dir;
      case "slope": {
        const d = plus({ x: 0, y: 0 }, dirOf(toward.acrossWay), length(toward.across));
        return unit(plus(d, dirOf(toward.upWay), length(toward.up)));
      }
      case "edge-mark":
        return unit(minus(onEdge(toward.mark), from));
    }
  }

  function lineOf(line: LineRef<Name>): Laid {
    switch (line.k) {
      case "ends": {
        const a = at(line.a);
        return { at: a, dir: unit(minus(at(line.b), a)) };
      }
      case "from": {
        const a = at(line.at);
        return { at: a, dir: ray(a, line.toward) };
      }
      case "horizon":
        if (!horizon) throw new Error("there is no horizon yet");
        return horizon;
      case "edge":
        return edgeLine(edgeOf(line.edge));
      case "crease": {
        const upright = (line.across === "width") === (quarters % 2 === 0);
        const middle = { x: sheet.wide / 2, y: sheet.high / 2 };
        return { at: middle, dir: upright ? { x: 0, y: 1 } : { x: 1, y: 0 } };
      }
    }
  }

  /** Whether something is drawn along a line, so that a pupil can find it. */
  function isThere(laid: Laid, also: readonly Laid[]): boolean {
    const along = (p: Pt) => Math.abs((p.x - laid.at.x) * laid.dir.y - (p.y - laid.at.y) * laid.dir.x) < 0.3;
    return (
      ink.some((s) => along(s.a) && along(s.b)) ||
      also.some((l) => along(l.at) && along(plus(l.at, l.dir, 20))) ||
      laid === horizon ||
      [..."tbrl"].length === 0
    );
  }

  function where(w: Where<Name>): Pt {
    switch (w.k) {
      case "edges":
        return cross(beside(w.across), beside(w.down));
      case "on-edge":
        return onEdge(w.mark);
      case "along": {
        const from = at(w.from);
        const line = lineOf(w.line);
        if (Math.abs((from.x - line.at.x) * line.dir.y - (from.y - line.at.y) * line.dir.x) > 0.3)
          throw new Error("it is measured from a place that is not on the line");
        const d = ray(from, w.toward);
        const sign = dot(d, line.dir);
        if (Math.abs(sign) < 1e-6) throw new Error("the line does not run that way");
        return plus(from, line.dir, Math.sign(sign) * length(w.reading));
      }
      case "line-edge":
        return cross(lineOf(w.line), beside(w.from));
      case "crossing":
        return cross(lineOf(w.lines[0]), lineOf(w.lines[1]));
      case "share": {
        const a = at(w.a);
        return plus(a, minus(at(w.b), a), w.num / w.den);
      }
    }
  }

  function endOf(end: End<Name>, from: Pt, dir: Pt, also: readonly Laid[]): Pt {
    switch (end.k) {
      case "at": {
        const p = at(end.at);
        const d = minus(p, from);
        if (size(d) > 0.01 && Math.abs(d.x * dir.y - d.y * dir.x) > 0.3)
          throw new Error("the line does not pass where it is to end");
        return p;
      }
      case "length":
        return plus(from, dir, length(end.reading));
      case "on": {
        const line = lineOf(end.line);
        if (!isThere(line, also)) throw new Error("the line it is to end on is not drawn yet");
        return cross({ at: from, dir }, line);
      }
      case "sheet-edge":
      case "as-needed":
        return plus(from, dir, 2 * (sheet.wide + sheet.high));
    }
  }

  function solidInk(of: string): Segment[] {
    const drawn: Segment[] = ink.filter((s) => s.thing === of && s.press !== "light");
    for (const c of curves)
      if (c.thing === of && c.press !== "light")
        for (let i = 0; i + 1 < c.through.length; i++) {
          const [a, b] = [c.through[i], c.through[i + 1]];
          if (a && b) drawn.push({ a, b });
        }
    return drawn;
  }

  function lay(
    segment: Segment,
    press: Ink["press"],
    over: readonly string[] = [],
    stays = false,
    below: Extract<Act, { do: "rule" }>["below"] = undefined,
  ): void {
    let pieces: Segment[] = below ? under(segment, onEdge(below).y) : [segment];
    for (const of of over) {
      const lines = solidInk(of);
      const inside = insideOf(lines, sheet);
      pieces = pieces.flatMap((p) => outside(p, lines, inside));
    }
    for (const p of pieces) ink.push({ ...p, press, thing, stays });
  }

  function ruled(line: Ruled<Name>, act: Extract<Act, { do: "rule" }>): void {
    const from = at(line.from);
    const dir = ray(from, line.toward);
    const also = act.lines.map((l) => ({ at: at(l.from), dir: ray(at(l.from), l.toward) }));
    const begin = line.begin ? endOf(line.begin, from, dir, also) : from;
    const end = endOf(line.end, from, dir, also);
    if (!line.begin && size(minus(end, from)) > 0.02 && dot(minus(end, from), dir) < 0)
      throw new Error("the line would run the other way");
    if (line.givesBegin) give(line.givesBegin, begin);
    for (const f of line.finds ?? []) give(f.gives, cross({ at: from, dir }, lineOf(f.line)));
    if (line.gives) give(line.gives, end);
    lay({ a: begin, b: end }, act.press, act.over, act.as === "horizon", act.below);
    if (act.as === "horizon") horizon = { at: from, dir };
  }

  function corners(ring: Ring<Name>): Pt[] {
    if (ring.k === "drawn") return [];
    if (ring.k === "corners") return ring.at.map(at);
    if (ring.k === "dash") return [at(ring.a), at(ring.b)];
    return ring.lines.map((l, i) => {
      const before = ring.lines[(i + ring.lines.length - 1) % ring.lines.length] ?? l;
      return cross(lineOf(before), lineOf(l));
    });
  }

  function goOver(a: Pt, b: Pt, over: readonly string[] | undefined, press: Ink["press"]): void {
    const middle = plus(a, minus(b, a), 0.5);
    const under = ink.some((s) => offSegment(a, s) < 0.3 && offSegment(middle, s) < 0.3);
    const cut = (over ?? []).length > 0;
    const onEdge = EDGES.some((e) => {
      const l = edgeLine(e);
      return [a, b].every((p) => Math.abs((p.x - l.at.x) * l.dir.y - (p.y - l.at.y) * l.dir.x) < 0.3);
    });
    if (!under && !cut && !onEdge) throw new Error("there is no line to go over");
    lay({ a, b }, press, over);
  }

  function done(act: Act): void {
    switch (act.do) {
      case "mark":
        for (const m of act.at) give(m.gives, where(m.where));
        return;
      case "rule":
        for (const line of act.lines) ruled(line, act);
        return;
      case "inset": {
        const [a, b, c, d] = act.tile.map(at) as [Pt, Pt, Pt, Pt];
        const [up, across] = act.margins.map(length) as [number, number];
        const mark = (from: Pt, to: Pt, mm: number) => plus(from, unit(minus(to, from)), mm);
        // Marks in pairs across the tile, joined.
        const joined = [
          [mark(a, d, across), mark(b, c, across)],
          [mark(d, a, across), mark(c, b, across)],
          [mark(b, a, up), mark(c, d, up)],
          [mark(a, b, up), mark(d, c, up)],
        ] as const;
        for (const [from, to] of joined) lay({ a: from, b: to }, "light");
        const [left, right, upper, lower] = joined.map(([from, to]) => ({
          at: from,
          dir: unit(minus(to, from)),
        })) as [Laid, Laid, Laid, Laid];
        const box = [cross(lower, left), cross(upper, left), cross(upper, right), cross(lower, right)];
        for (const [i, p] of box.entries()) if (act.gives[i]) give(act.gives[i], p);
        for (const [i, [from]] of joined.entries()) if (act.marks[i]) give(act.marks[i], from);
        return;
      }
      case "slide": {
        const [l, m] = act.between.map(lineOf) as [Laid, Laid];
        const o = cross(l, m);
        const along = act.way === "upright" ? dirOf("up") : dirOf("right");
        const step = dirOf(act.side);
        const one = { at: plus(o, step), dir: along };
        const piece = apart(cross(one, l), cross(one, m));
        const slid = { at: plus(o, step, length(act.reading) / piece), dir: along };
        const [a, b] = [cross(slid, l), cross(slid, m)];
        give(act.gives[0], a);
        give(act.gives[1], b);
        lay({ a, b }, "firm");
        return;
      }
      case "template":
        for (const { corner, gives } of act.at) {
          const a = at(corner);
          const [b, d] = [plus(a, dirOf("up"), length(act.high)), plus(a, dirOf("right"), length(act.wide))];
          const c = plus(b, dirOf("right"), length(act.wide));
          for (const [i, p] of [b, c, d].entries()) {
            const name = gives[i];
            if (name) give(name, p);
          }
          for (const [p, q] of [
            [a, b],
            [b, c],
            [c, d],
            [d, a],
          ] as const)
            lay({ a: p, b: q }, act.press);
        }
        return;
      case "curve":
        for (const c of act.curves) curves.push({ through: c.through.map(at), press: act.press, thing });
        return;
      case "fill":
        for (const piece of act.pieces)
          for (const ring of [piece.outer, ...piece.openings]) {
            fills.push({ ring: corners(ring), tone: act.tone });
            // A narrow dash is drawn along its middle.
            if (ring.k === "dash") goOver(at(ring.a), at(ring.b), undefined, "firm");
          }
        return;
      case "go-over":
        for (const s of act.lines) {
          if (s.k === "ends") goOver(at(s.a), at(s.b), act.over, act.press);
          else if (s.k === "to-edge")
            goOver(at(s.a), cross(lineOf(s.line), edgeLine(edgeOf(s.edge))), act.over, act.press);
          else if (s.k === "until")
            goOver(at(s.a), cross(lineOf(s.line), lineOf(s.until)), act.over, act.press);
          else {
            const line = lineOf(s.line);
            goOver(cross(line, lineOf(s.lines[0])), cross(line, lineOf(s.lines[1])), act.over, act.press);
          }
        }
        return;
      case "erase":
        if (act.what === "behind") {
          const lines = solidInk(act.of);
          const inside = insideOf(lines, sheet);
          ink = ink.flatMap((s) =>
            act.lines.includes(s.stays ? "horizon" : s.thing)
              ? outside(s, lines, inside).map((p) => ({ ...s, ...p }))
              : [s],
          );
        } else ink = ink.filter((s) => (act.what === "horizon" ? !s.stays : s.press !== "light" || s.stays));
        return;
      case "fold":
        if (act.gives) give(act.gives, { x: sheet.wide / 2, y: sheet.high / 2 });
        return;
      case "turn":
        quarters = (quarters + act.quarters) % 4;
        return;
      case "freehand":
        onlyCounted.push("freehand");
        return;
      case "repeat":
        for (const a of act.acts) done(a);
        return;
      case "leave":
      case "circle":
        for (const n of act.at) at(n);
        return;
    }
  }

  for (const [i, heard] of told.entries()) {
    now = i;
    thing = heard.thing;
    try {
      const moved = heard.anew.map(({ now: n, was, of }) => {
        const p =
          of === null ? names.get(key(was)) : (byThing.get(`${of} ${key(was)}`) ?? names.get(key(was)));
        if (!p) throw new Error(`nobody has said where ${key(was)} is`);
        return [n, p] as const;
      });
      for (const [n, p] of moved) {
        names.set(key(n), p);
        byThing.set(`${thing} ${key(n)}`, p);
      }
      done(heard.act);
    } catch (error) {
      stuck.push({ act: i, why: error instanceof Error ? error.message : String(error) });
    }
  }
  return { names, found, ink, curves, fills, stuck, onlyCounted };
}
