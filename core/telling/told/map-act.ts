import { assertNever } from "../../ground/base/index.ts";
import type { Act, CurveTold, End, LineRef, Piece, Ring, Ruled, Stretch, Toward, Where } from "./told.ts";

/** How the places of an act become others: those it speaks of, and those it gives, which may stay without a name. */
export interface Naming<A, B> {
  readonly says: (place: A) => B;
  readonly gives: (place: A) => B | null;
}

/** The act with every place in it named otherwise. Places are visited in the order they are spoken of. */
export function mapAct<A, B>(act: Act<A>, to: Naming<A, B>): Act<B> {
  switch (act.do) {
    case "mark":
      return {
        ...act,
        at: act.at.map(({ gives, where }) => {
          const named = mapWhere(where, to);
          return { gives: to.gives(gives) ?? to.says(gives), where: named };
        }),
      };
    case "rule":
      return { ...act, lines: act.lines.map((line) => mapRuled(line, to)) };
    case "template":
      return {
        ...act,
        at: act.at.map(({ corner, gives }) => ({
          corner: to.says(corner),
          gives: gives.map((g) => (g === null ? null : to.gives(g))),
        })),
      };
    case "inset":
      return {
        ...act,
        tile: act.tile.map(to.says) as [B, B, B, B],
        gives: act.gives.map((g) => (g === null ? null : to.gives(g))),
        marks: act.marks.map((g) => (g === null ? null : to.gives(g))),
      };
    case "slide": {
      const between = act.between.map((l) => mapLine(l, to)) as [LineRef<B>, LineRef<B>];
      const gives = act.gives.map((g) => to.gives(g) ?? to.says(g)) as [B, B];
      return { ...act, between, gives };
    }
    case "curve":
      return {
        ...act,
        curves: act.curves.map((c): CurveTold<B> => ({ ...c, through: c.through.map(to.says) })),
      };
    case "fill":
      return { ...act, pieces: act.pieces.map((piece) => mapPiece(piece, to)) };
    case "go-over":
      return { ...act, lines: act.lines.map((l) => mapStretch(l, to)) };
    case "fold": {
      const { gives, ...rest } = act;
      const named = gives === undefined ? null : to.gives(gives);
      return named === null ? rest : { ...rest, gives: named };
    }
    case "circle":
    case "leave":
      return { ...act, at: act.at.map(to.says) };
    case "repeat":
      return { ...act, acts: act.acts.map((a) => mapAct(a, to)) };
    case "freehand":
    case "erase":
    case "turn":
      return act;
    default:
      return assertNever(act);
  }
}

function mapRuled<A, B>(line: Ruled<A>, to: Naming<A, B>): Ruled<B> {
  const from = to.says(line.from);
  const toward = mapToward(line.toward, to);
  const begin = line.begin && mapEnd(line.begin, to);
  const givesBegin = line.givesBegin === undefined ? null : to.gives(line.givesBegin);
  const finds = (line.finds ?? []).flatMap((f) => {
    const gives = to.gives(f.gives);
    return gives === null ? [] : [{ gives, line: mapLine(f.line, to) }];
  });
  const end = mapEnd(line.end, to);
  const gives = line.gives === undefined ? null : to.gives(line.gives);
  return {
    from,
    toward,
    end,
    ...(begin ? { begin } : {}),
    ...(givesBegin === null ? {} : { givesBegin }),
    ...(gives === null ? {} : { gives }),
    ...(finds.length > 0 ? { finds } : {}),
  };
}

function mapToward<A, B>(toward: Toward<A>, to: Naming<A, B>): Toward<B> {
  switch (toward.k) {
    case "point":
      return { k: "point", at: to.says(toward.at) };
    case "away":
      return { k: "away", from: to.says(toward.from) };
    case "parallel":
      return { k: "parallel", to: mapLine(toward.to, to) };
    default:
      return toward;
  }
}

function mapEnd<A, B>(end: End<A>, to: Naming<A, B>): End<B> {
  switch (end.k) {
    case "at":
      return { k: "at", at: to.says(end.at) };
    case "on":
      return { k: "on", line: mapLine(end.line, to) };
    default:
      return end;
  }
}

function mapLine<A, B>(line: LineRef<A>, to: Naming<A, B>): LineRef<B> {
  switch (line.k) {
    case "ends":
      return { k: "ends", a: to.says(line.a), b: to.says(line.b) };
    case "from":
      return { k: "from", at: to.says(line.at), toward: mapToward(line.toward, to) };
    default:
      return line;
  }
}

function mapPiece<A, B>({ outer, openings }: Piece<A>, to: Naming<A, B>): Piece<B> {
  const ring = (r: Ring<A>): Ring<B> =>
    r.k === "corners"
      ? { ...r, at: r.at.map(to.says) }
      : r.k === "drawn"
        ? r
        : r.k === "dash"
          ? { ...r, a: to.says(r.a), b: to.says(r.b) }
          : { k: "lines", lines: r.lines.map((l) => mapLine(l, to)) };
  return { outer: ring(outer), openings: openings.map(ring) };
}

function mapStretch<A, B>(stretch: Stretch<A>, to: Naming<A, B>): Stretch<B> {
  switch (stretch.k) {
    case "ends":
      return { k: "ends", a: to.says(stretch.a), b: to.says(stretch.b) };
    case "to-edge":
      return { ...stretch, a: to.says(stretch.a), line: mapLine(stretch.line, to) };
    case "until":
      return {
        k: "until",
        a: to.says(stretch.a),
        line: mapLine(stretch.line, to),
        until: mapLine(stretch.until, to),
      };
    case "between":
      return {
        k: "between",
        line: mapLine(stretch.line, to),
        lines: [mapLine(stretch.lines[0], to), mapLine(stretch.lines[1], to)],
      };
  }
}

function mapWhere<A, B>(where: Where<A>, to: Naming<A, B>): Where<B> {
  switch (where.k) {
    case "along":
      return {
        ...where,
        line: mapLine(where.line, to),
        from: to.says(where.from),
        toward: mapToward(where.toward, to),
      };
    case "line-edge":
      return { ...where, line: mapLine(where.line, to) };
    case "crossing":
      return { ...where, lines: [mapLine(where.lines[0], to), mapLine(where.lines[1], to)] };
    case "share":
      return { ...where, a: to.says(where.a), b: to.says(where.b) };
    default:
      return where;
  }
}

interface PlacesIn<A> {
  readonly says: readonly A[];
  readonly gives: readonly A[];
}

/** Acts never change, and most of a lesson's stay the same while one thing is dragged: each is gone through once. */
const gone = new WeakMap<object, PlacesIn<unknown>>();

/** The places an act speaks of, and those it gives, in order. */
export function placesIn<A>(act: Act<A>): PlacesIn<A> {
  const had = gone.get(act);
  if (had) return had as PlacesIn<A>;
  const says: A[] = [];
  const gives: A[] = [];
  mapAct<A, A>(act, {
    says: (p) => {
      says.push(p);
      return p;
    },
    gives: (p) => {
      gives.push(p);
      return p;
    },
  });
  gone.set(act, { says, gives });
  return { says, gives };
}
