import { invariant } from "../base/index.ts";
import type { PaperPoint } from "../geometry/index.ts";
import type { Aim, FromEdge, LineRule, Move, PointMade, PointRule, StrokePlan, StrokeRole } from "./move.ts";

interface Named {
  readonly name: string;
  readonly called: string;
}

/**
 * Records what a hand does for one object, move by move. Recipes talk to it in the trade's words; nothing else
 * produces strokes. Names become ids as `object/name`, so they never depend on order or count.
 */
export class Drafter {
  readonly #objectId: string;
  readonly #moves: Move[] = [];
  #phase = "";

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
  mark(point: Named & { rule: PointRule; at: PaperPoint; role?: StrokeRole; rubbedOut?: boolean }): string {
    const made = this.#pointMade(point, point.rule);
    const role = point.role ?? "tick";
    this.#record(`mark-${point.name}`, "mark", {
      points: [made],
      stroke: { plane: "dot", role, at: point.at, rubbedOut: point.rubbedOut ?? true },
    });
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
    },
  ): string {
    return this.mark({ ...point, rule: { kind: "from-edges", across: point.across, down: point.down } });
  }

  /** Rules a line and finds the points where it meets what is there. Returns the line's id. */
  rule(
    line: Named & { rule: LineRule; stroke: StrokePlan; finds?: readonly (Named & { rule: PointRule })[] },
  ): string {
    const id = this.#id(line.name);
    this.#record(line.name, "rule", {
      lines: [{ id, called: line.called, rule: line.rule }],
      points: (line.finds ?? []).map((p) => this.#pointMade(p, p.rule)),
      stroke: line.stroke,
    });
    return id;
  }

  /** Folds the sheet; the crease stays. Returns the crease's id. */
  fold(
    line: Named & { rule: LineRule; stroke: StrokePlan; finds?: readonly (Named & { rule: PointRule })[] },
  ): string {
    const id = this.#id(line.name);
    this.#record(line.name, "fold", {
      lines: [{ id, called: line.called, rule: line.rule }],
      points: (line.finds ?? []).map((p) => this.#pointMade(p, p.rule)),
      stroke: line.stroke,
    });
    return id;
  }

  /** Rubs out the tails of these objects and every line they cover. */
  erase(objectIds: readonly string[]): void {
    this.#record("erase", "erase", { erases: objectIds });
  }

  #id(name: string): string {
    return `${this.#objectId}/${name}`;
  }

  #pointMade(point: Named, rule: PointRule): PointMade {
    return { id: this.#id(point.name), called: point.called, rule };
  }

  #record(name: string, hand: Move["hand"], what: Partial<Move>): void {
    const id = this.#id(name);
    invariant(!this.#moves.some((m) => m.id === id), `move "${id}" is recorded twice`);
    this.#moves.push({
      id,
      objectId: this.#objectId,
      phase: this.#phase,
      hand,
      points: [],
      lines: [],
      stroke: null,
      erases: [],
      ...what,
    });
  }
}

/** Aims along an axis of a frame. */
export function along(frame: string, axis: "width" | "height" | "depth"): Aim {
  return { kind: "axis", frame, axis };
}
