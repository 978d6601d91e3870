import type { Drafter, LineRule } from "../drafter/index.ts";
import { callLine } from "./call-point.ts";
import type { Knowledge } from "./knowledge.ts";
import { markingHand } from "./marking-hand.ts";
import { rayHand } from "./ray-hand.ts";
import { type RuleOptions, strokePlan } from "./ruled-line.ts";
import { rulingHand } from "./ruling-hand.ts";

export type Hand = ReturnType<typeof handOn>;

/** The hand at the page. Its verbs are what a hand can do; each records one move. */
export function handOn(d: Drafter, known: Knowledge) {
  function phase(name: string): void {
    d.phase(name);
  }

  /** Circles found points, so that the class takes just these. */
  function circle(name: string, points: readonly string[]): void {
    d.circle(
      name,
      points.map((p) => known.id(p)),
    );
  }

  /** What follows is one more of a row, set off by eye; null for what is measured or found again. */
  function byEye(what: "line" | "dash" | null): void {
    d.byEye(what);
  }

  /** Leaves found corners alone from which no line shows. */
  function leave(points: readonly string[]): void {
    d.leave(points.map((p) => known.id(p)));
  }

  /** Goes firmly over a stretch of line between two found points. */
  function trace(name: string, from: string, to: string, options: RuleOptions = {}): void {
    const rule: LineRule = { kind: "join", points: [known.id(from), known.id(to)] };
    d.trace({
      name,
      called: options.called ?? callLine(name),
      rule,
      stroke: strokePlan(known, from, to, null, options),
      ends: [known.id(from), known.id(to)],
    });
    known.keepLine(known.spaceLine(name, from, to));
  }

  return Object.assign(
    { phase, circle, byEye, leave, trace },
    markingHand(d, known),
    rulingHand(d, known),
    rayHand(d, known),
  );
}
