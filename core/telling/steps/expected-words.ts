import type { Move } from "../../drawing/drafter/index.ts";
import type { View } from "../../drawing/view/index.ts";
import { callAimed } from "../told/index.ts";
import { DOING } from "./call-move.ts";

/**
 * What a teacher would say while these moves are made, whatever the card says: the names of corners and lines, the verbs,
 * the vanishing points. For finding a step in speech; no pupil reads it.
 */
export function expectedWords(moves: readonly Move[], view: View): string {
  const said = new Set<string>();
  for (const move of moves) {
    said.add(DOING[move.hand]);
    for (const { called } of [...move.points, ...move.lines]) said.add(called);
    for (const { rule } of move.lines) {
      if (rule.kind === "join") said.add("join");
      if (rule.kind === "parallel") said.add("parallel");
      if (rule.kind !== "toward") continue;
      const aimed = callAimed(rule.aim, view);
      if (aimed) said.add(`to the ${aimed}`);
      else if (rule.aim.kind === "upright" || (rule.aim.kind === "axis" && rule.aim.axis === "height"))
        said.add("straight up and down upright");
      else said.add("level across");
    }
    for (const { rule } of move.points) {
      if (rule.kind === "share") said.add(Math.abs(rule.share - 0.5) < 0.004 ? "halfway" : "part of the way");
      if (rule.kind === "part-way-to-vp") said.add("along the line");
    }
  }
  return [...said].join(" ");
}
