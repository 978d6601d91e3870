import type { Need } from "../../drawing/recipes/index.ts";
import { nameKey, type Told } from "../told/index.ts";

/** What is in a step, so that nothing is said about it that is not so. */
export function factsOf(told: readonly Told[]): ReadonlySet<Need> {
  const facts = new Set<Need>();
  const points = new Set<string>();
  const marked = new Set<string>();
  const byPoint = new Map<string, number>();
  let [level, upright] = [false, false];
  for (const act of told.flatMap((t) => (t.act.do === "repeat" ? [...t.act.acts] : [t.act]))) {
    switch (act.do) {
      case "rule": {
        if (act.press === "dotted") facts.add("dotted");
        for (const line of act.lines) {
          const { toward, end } = line;
          const aim = toward.k === "point" && toward.at.k === "plain" ? nameKey(toward.at) : null;
          if (aim?.includes("vanishing point")) {
            facts.add("guide");
            points.add(aim);
            byPoint.set(aim, (byPoint.get(aim) ?? 0) + 1);
          }
          if (toward.k === "point" && toward.at.k === "letter" && end.k === "on") facts.add("through");
          if (end.k === "length") facts.add("measured");
          if (toward.k === "way") {
            const flat = toward.way === "left" || toward.way === "right";
            if (flat) level = true;
            else upright = true;
            if (end.k === "on" || end.k === "at") facts.add("copied");
          }
          if ((line.finds ?? []).length > 0 && act.press === "light") facts.add("diagonals");
        }
        if (act.meets) facts.add("lid");
        if (act.lines.length > 2) facts.add("several");
        break;
      }
      case "mark":
        if (act.at.some(({ where }) => where.k !== "crossing")) facts.add("measured");
        if (act.at.some(({ where }) => where.k === "crossing")) facts.add("diagonals");
        if (act.at.length > 2) facts.add("ticks");
        for (const { gives } of act.at)
          if (gives.k === "plain" && gives.is.includes("vanishing point")) marked.add(gives.is);
        break;
      case "inset":
        facts.add("measured");
        facts.add("upright");
        facts.add("level");
        break;
      case "template":
        level = true;
        upright = true;
        break;
      case "slide":
        facts.add("slid");
        facts.add("measured");
        break;
      case "curve":
        facts.add("curved");
        break;
      case "fill":
        facts.add("filled");
        break;
      case "erase":
        facts.add("rubbed");
        break;
    }
  }
  if (level) facts.add("level");
  if (upright) facts.add("upright");
  if (level && upright && !facts.has("guide")) facts.add("facing");
  if (marked.size > 1) facts.add("points");
  if (points.size > 1) facts.add("two-points");
  if ([...byPoint.values()].some((n) => n > 1)) facts.add("guides");
  if (facts.has("guide")) facts.add("running");
  return facts;
}
