import type { Evaluation, LineMade, Move, SheetCorner } from "../../drawing/drafter/index.ts";
import type { Sheet } from "../../drawing/view/index.ts";
import { distanceMm, findPaperPoint, type HLine, type PaperPoint } from "../../ground/geometry/index.ts";
import type { Name } from "./told.ts";

/** A place before it has a letter. */
export type Place = Name | { readonly k: "point"; readonly id: string };

/** Two marks nearer than this are one to the eye. */
const ONE_MARK_MM = 0.02;
/** Cells of the look-up, well above it. */
const CELL_MM = 0.5;

/** The line a move makes, with the places its ink runs between. */
interface KnownLine {
  readonly made: LineMade;
  readonly moveIndex: number;
  readonly move: Move;
  readonly ends: readonly [string, string] | null;
  /** The line it goes over, when it only does that. */
  readonly over: string | null;
}

/** Where everything a lesson's moves make lies on the paper, and which of its names mean one place. */
export interface Places {
  /** Where a point lies; null when it cannot be found. */
  readonly at: (id: string) => PaperPoint | null;
  /** The first made of all points that lie in one place. */
  readonly one: (id: string) => string;
  /** The index of the move after which a pupil can find the point; null for one that is only taken as known. */
  readonly since: (id: string) => number | null;
  readonly lineOf: (id: string) => KnownLine | null;
  /** The points made up to a move that lie in a place. */
  readonly found: (at: PaperPoint, upToMove: number) => string | null;
  readonly name: (id: string) => Place;
}

/** Looks up the places of a lesson: every point once, however many names it has. */
export function placesOf(moves: readonly Move[], evaluation: Evaluation, sheet: Sheet): Places {
  const positions = new Map<string, PaperPoint | null>();
  const first = new Map<string, string>();
  const since = new Map<string, number | null>();
  const plain = new Map<string, Name>();
  const lines = new Map<string, KnownLine>();
  const cells = new Map<string, { id: string; at: PaperPoint }[]>();
  const cell = (x: number, y: number) => `${x} ${y}`;

  function near(at: PaperPoint): { id: string; at: PaperPoint } | null {
    const [cx, cy] = [Math.round(at.xMm / CELL_MM), Math.round(at.yMm / CELL_MM)];
    for (let x = cx - 1; x <= cx + 1; x++)
      for (let y = cy - 1; y <= cy + 1; y++)
        for (const other of cells.get(cell(x, y)) ?? [])
          if (distanceMm(other.at, at) < ONE_MARK_MM) return other;
    return null;
  }

  for (const corner of CORNERS) {
    const [up, side] = corner.split("-");
    const at = { xMm: side === "left" ? 0 : sheet.widthMm, yMm: up === "top" ? 0 : sheet.heightMm };
    const id = `corner of the sheet/${corner}`;
    positions.set(id, at);
    since.set(id, -1);
    plain.set(id, { k: "corner", of: corner });
    cells.set(cell(Math.round(at.xMm / CELL_MM), Math.round(at.yMm / CELL_MM)), [{ id, at }]);
  }

  for (const [moveIndex, move] of moves.entries()) {
    for (const made of move.lines) {
      const over = move.hand === "trace" ? lineUnder(move, made.id) : null;
      lines.set(made.id, { made, moveIndex, move, ends: move.ends, over });
    }
    for (const { id, called, rule } of move.points) {
      const h = evaluation.points.get(id);
      const at = h ? findPaperPoint(h) : null;
      positions.set(id, at);
      const other = at && near(at);
      // What is only taken as known is on no paper: it stands for itself until it is marked.
      const taken = move.hand === "take" && rule.kind === "from-edges";
      const one =
        rule.kind === "same"
          ? (first.get(rule.as) ?? rule.as)
          : other
            ? (first.get(other.id) ?? other.id)
            : id;
      first.set(id, one);
      if (!since.has(one)) since.set(one, taken ? null : moveIndex);
      else if (since.get(one) === null && !taken) since.set(one, moveIndex);
      if (move.stroke?.role === "vanishing-point") plain.set(one, { k: "plain", is: called });
      if (id === "sheet/centre") plain.set(one, { k: "plain", is: "middle of the sheet" });
      if (at && !other) {
        const key = cell(Math.round(at.xMm / CELL_MM), Math.round(at.yMm / CELL_MM));
        cells.set(key, [...(cells.get(key) ?? []), { id: one, at }]);
      }
    }
  }

  /** The line of the same thing that another lies on. */
  function lineUnder(move: Move, lineId: string): string | null {
    const h = evaluation.lines.get(lineId);
    if (!h) return null;
    for (const [id, { moveIndex, over }] of lines) {
      const other = moves[moveIndex]?.objectId === move.objectId ? evaluation.lines.get(id) : undefined;
      if (other && over === null && isSame(h, other, sheet)) return id;
    }
    return null;
  }

  const one = (id: string) => first.get(id) ?? id;
  return {
    at: (id) => positions.get(id) ?? null,
    one,
    since: (id) => since.get(one(id)) ?? null,
    lineOf: (id) => lines.get(id) ?? null,
    found: (at, upToMove) => {
      const found = near(at);
      if (!found) return null;
      const made = since.get(one(found.id));
      return made !== undefined && made !== null && made <= upToMove ? one(found.id) : null;
    },
    name: (id) => plain.get(one(id)) ?? { k: "point", id: one(id) },
  };
}

/** Whether two lines run less than a pencil's width apart right across the sheet. */
function isSame(l: HLine, m: HLine, { widthMm: w, heightMm: h }: Sheet): boolean {
  const off = (x: number, y: number) => {
    const [a, b] = [l, m].map((n) => (n[0] * x + n[1] * y + n[2]) / Math.hypot(n[0], n[1])) as [
      number,
      number,
    ];
    return Math.min(Math.abs(a - b), Math.abs(a + b));
  };
  return [off(0, 0), off(w, 0), off(0, h), off(w, h)].every((d) => d < ONE_MARK_MM);
}

const CORNERS: readonly SheetCorner[] = ["top-left", "top-right", "bottom-right", "bottom-left"];
