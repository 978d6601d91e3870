import type { Region } from "../../ground/geometry/index.ts";
import type { LineRule, PointRule, StrokePlan, StrokeRole } from "../drafter/index.ts";
import { add, minus, type SpacePoint, unit, type Vec3 } from "../view/index.ts";
import type { Knowledge } from "./knowledge.ts";

/** How a line is ruled, beside where. */
export interface RuleOptions {
  readonly role?: StrokeRole;
  readonly called?: string;
  /** Help only: rubbed out with the tails. */
  readonly light?: boolean;
  /** Draw the guide on beyond its end, toward its vanishing point. */
  readonly tail?: boolean;
  /** Where the far end is marked when no line crosses there: by measure along the line. */
  readonly measured?: boolean;
  /** Drawn along the edge of a template of true shape instead of the ruler. */
  readonly template?: boolean;
  /** Faces it is drawn on. */
  readonly on?: readonly string[];
  /** The pencil draws only between these two points of the line. */
  readonly between?: readonly [string, string];
  /** Draws nothing outside this stretch of the paper. */
  readonly within?: Region;
}

/** A measured end: so far right, left, up or down along the line. */
export function measuredEnd(known: Knowledge, from: string, to: string, line: string): PointRule {
  const [a, b] = [known.onPaper(from), known.onPaper(to)];
  const [dx, dy] = [b.xMm - a.xMm, b.yMm - a.yMm];
  const toward = Math.abs(dx) >= Math.abs(dy) ? (dx >= 0 ? "right" : "left") : dy <= 0 ? "up" : "down";
  return { kind: "along", line, from: known.id(from), toward, mm: Math.hypot(dx, dy) };
}

/** The stroke of a ruled line in space: between which points it is drawn, and how far it runs on. */
export function strokePlan(
  known: Knowledge,
  from: string,
  to: string,
  rule: LineRule | null,
  options: RuleOptions,
): StrokePlan {
  const [start, end] = options.between ?? [from, to];
  const [a, b] = [known.at(start), known.at(end)];
  const plain = {
    plane: "space",
    role: options.role ?? "outline",
    from: [a[0], a[1], a[2], 1],
    to: [b[0], b[1], b[2], 1],
    tailTo: options.tail && (rule?.kind === "toward" || rule?.kind === "angle") ? tailEnd(known, a, b) : null,
  } as const;
  if (!options.light && !options.on && !options.within) return plain;
  return {
    ...plain,
    ...(options.light ? { light: true } : {}),
    ...(options.on ? { on: options.on } : {}),
    ...(options.within ? { within: options.within } : {}),
  };
}

/** Where a guide that runs on ends: at its vanishing point, or half the way there. */
function tailEnd(known: Knowledge, from: Vec3, to: Vec3): SpacePoint | null {
  const dir = unit(minus(to, from));
  if (!(dir[2] > 1e-9)) return null;
  if (known.options.guides === "to-vp") return [dir[0], dir[1], dir[2], 0];
  // Half the paper way from the far end to the VP: with f = 1 − z/z', the depth there is z/(1 − f).
  const passed = 1 - from[2] / to[2];
  const reach = (passed + 1) / 2;
  return [...add(from, dir, (reach * from[2]) / ((1 - reach) * dir[2])), 1];
}
