import type { Drafter, LineRule, PointRule } from "../drafter/index.ts";
import { callLine } from "./call-point.ts";
import type { Knowledge } from "./knowledge.ts";
import { measuredEnd, type RuleOptions, strokePlan } from "./ruled-line.ts";

/** Rules a line, which finds by itself every named point in which it crosses a line that is there. */
export function ruleFinding(
  d: Drafter,
  known: Knowledge,
  name: string,
  from: string,
  to: string,
  rule: LineRule,
  options: RuleOptions,
): void {
  const line = known.spaceLine(name, from, to);
  const finds: { name: string; called: string; rule: PointRule }[] = [];
  for (const { name: point, at } of known.places) {
    if (known.found.points.has(point) || !known.isOfPart(point) || !known.liesAt(at, line)) continue;
    const crossing = known.squarestCrossing(point, line.onPaper);
    const rule = crossing
      ? ({ kind: "crossing", lines: [line.id, crossing.line.id] } as const)
      : point === to && options.measured
        ? measuredEnd(known, from, to, line.id)
        : null;
    if (!rule) continue;
    finds.push({ name: point, called: known.call(point), rule });
    for (const same of known.namesakes(point))
      finds.push({ ...same, rule: { kind: "same", as: known.id(point) } });
    known.find(point);
  }
  known.keepLine(line);
  const [start, end] = options.between ?? [from, to];
  const drawn = {
    name,
    called: options.called ?? `edge ${callLine(name)}`,
    rule,
    stroke: strokePlan(known, from, to, rule, options),
    finds,
    ends: [known.id(start), known.id(end)] as const,
  };
  if (options.template) d.template(drawn);
  else d.rule(drawn);
}
