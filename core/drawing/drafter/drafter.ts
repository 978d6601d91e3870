import { invariant } from "../../ground/base/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";
import type { Aim, FromEdge, LineRule, Move, PointMade, PointRule, StrokePlan, StrokeRole } from "./move.ts";

interface Named {
  readonly name: string;
  readonly called: string;
}

/** A line to rule, with the points it finds where it meets what is there. */
export interface RuledLine extends Named {
  readonly rule: LineRule;
  readonly stroke: StrokePlan;
  readonly finds?: readonly (Named & { readonly rule: PointRule })[];
  /** Ids of the points the pencil is set down and lifted at. */
  readonly ends?: readonly [string, string];
}

/**
 * Records what a hand does for one object, move by move. Recipes talk to it in the trade's words; nothing else
 * produces strokes. Names become ids as `object/name`, so they never depend on order or count.
 */
export class Drafter {
  readonly #objectId: string;
  readonly #moves: Move[] = [];
  readonly #names = new Set<string>();
  #phase = "";
  #byEye: Move["byEye"] = null;

  constructor(objectId: string) {
    this.#objectId = objectId;
  }

  get moves(): readonly Move[] {
    return this.#moves;
  }

  /** Opens the next stretch of the instruction; by default each becomes one step. */
  phase(name: string): void {
    this.#phase = name;
  }

  /** Marks a point with a small tick, or with the strong dot of a vanishing point. Returns its id. */
  mark(
    point: Named & {
      rule: PointRule;
      at: PaperPoint;
      role?: StrokeRole;
      rubbedOut?: boolean;
      /** Other names of the same point. */
      also?: readonly Named[];
    },
  ): string {
    const made = this.#pointMade(point, point.rule);
    const role = point.role ?? "tick";
    const also = (point.also ?? []).map((p) => this.#pointMade(p, { kind: "same", as: made.id }));
    this.#record(`mark-${point.name}`, "mark", {
      points: [made, ...also],
      stroke: { plane: "dot", role, at: point.at, rubbedOut: point.rubbedOut ?? true },
    });
    return made.id;
  }

  /** Takes a point that is there already, such as a corner of the sheet: nothing is drawn. */
  take(point: Named & { rule: PointRule }): string {
    const made = this.#pointMade(point, point.rule);
    this.#record(`take-${point.name}`, "take", { points: [made] });
    return made.id;
  }

  /** Measures across from one edge and down or up from another. */
  measureFromEdges(
    point: Named & {
      across: FromEdge;
      down: FromEdge;
      at: PaperPoint;
      role?: StrokeRole;
      rubbedOut?: boolean;
      also?: readonly Named[];
    },
  ): string {
    return this.mark({ ...point, rule: { kind: "from-edges", across: point.across, down: point.down } });
  }

  /** Rules a line and finds the points where it meets what is there. Returns the line's id. */
  rule(line: RuledLine): string {
    return this.#line("rule", line);
  }

  /** Draws along the edge of a template laid on what is there. Returns the line's id. */
  template(line: RuledLine): string {
    return this.#line("template", line);
  }

  /** Folds the sheet; the crease stays. Returns the crease's id. */
  fold(line: RuledLine): string {
    return this.#line("fold", line);
  }

  /** Goes over a line already there, firmly. */
  trace(line: RuledLine): string {
    return this.#line("trace", line);
  }

  /** Draws a curve by hand through points already found. */
  curve(name: string, stroke: StrokePlan): void {
    this.#record(name, "curve", { stroke });
  }

  /** Draws freely inside a place set aside for it. */
  freehand(name: string, stroke: StrokePlan): void {
    this.#record(name, "freehand", { stroke });
  }

  fill(name: string, stroke: StrokePlan): void {
    this.#record(`fill-${name}`, "fill", { stroke });
  }

  /** Circles points already found, so that the class takes just these. */
  circle(name: string, points: readonly string[]): void {
    this.#record(`circle-${name}`, "circle", { uses: points });
  }

  /** What follows is one more of a row, set off by eye; null for what is measured or found again. */
  byEye(what: Move["byEye"]): void {
    this.#byEye = what;
  }

  /** Leaves corners alone that the lines ruled last might have started from too. */
  leave(points: readonly string[]): void {
    const last = this.#moves.pop();
    invariant(last, `nothing is drawn of "${this.#objectId}" yet`);
    this.#moves.push({ ...last, leaves: points });
  }

  /** Turns the sheet so that another side lies in front: a quarter turn clockwise for each count. */
  turn(name: string, quarters: number): void {
    this.#record(`turn-${name}`, "turn", { quarters });
  }

  /** Rubs out the tails of these objects and every line they cover; a single line by its own id, whole. */
  erase(ids: readonly string[], name = "erase"): void {
    this.#record(name, "erase", { erases: ids });
  }

  #line(hand: "rule" | "fold" | "trace" | "template", line: RuledLine): string {
    const id = this.#id(line.name);
    this.#record(line.name, hand, {
      lines: [{ id, called: line.called, rule: line.rule }],
      points: (line.finds ?? []).map((p) => this.#pointMade(p, p.rule)),
      stroke: line.stroke,
      ends: line.ends ?? null,
    });
    return id;
  }

  #id(name: string): string {
    return `${this.#objectId}/${name}`;
  }

  #pointMade(point: Named, rule: PointRule): PointMade {
    return { id: this.#id(point.name), called: point.called, rule };
  }

  #record(name: string, hand: Move["hand"], what: Partial<Move>): void {
    const id = this.#id(name);
    invariant(!this.#names.has(id), `move "${id}" is recorded twice`);
    this.#names.add(id);
    this.#moves.push({
      id,
      objectId: this.#objectId,
      phase: this.#phase,
      hand,
      points: what.points ?? NONE,
      lines: what.lines ?? NONE,
      stroke: what.stroke ?? null,
      ends: what.ends ?? null,
      erases: what.erases ?? NONE,
      uses: what.uses ?? NONE,
      quarters: what.quarters ?? 0,
      leaves: what.leaves ?? NONE,
      byEye: this.#byEye,
    });
  }
}

const NONE: readonly never[] = [];

/** Aims along an axis of a frame. */
export function along(frame: string, axis: "width" | "height" | "depth"): Aim {
  return { kind: "axis", frame, axis };
}
