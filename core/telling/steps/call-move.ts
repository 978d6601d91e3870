import type { Hand, Move } from "../../drawing/drafter/index.ts";
import { pressOf } from "../told/index.ts";

/** What the hand does, before the name of what it makes. */
export const DOING: Readonly<Record<Hand, string>> = {
  take: "Take",
  mark: "Mark",
  rule: "Rule",
  trace: "Go over",
  template: "Trace",
  fold: "Fold",
  curve: "Curve",
  freehand: "By hand",
  fill: "Fill",
  circle: "Circle",
  turn: "Turn the sheet",
  erase: "Rub out",
};

/** One movement of the hand in a few words, for a list of the lines of a step: "Rule lightly: edge front bottom". */
export function callMove(move: Move): string {
  const doing = move.hand === "rule" && pressOf(move) === "light" ? "Rule lightly" : DOING[move.hand];
  const made = move.lines[0]?.called ?? move.points[0]?.called;
  // Recipes say "edge front top"; read in a list, the edge comes last.
  return made ? `${doing}: ${made.replace(/^edge (.+)$/, "$1 edge")}` : doing;
}
