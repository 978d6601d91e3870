import type { PaperPoint } from "../../ground/geometry/index.ts";
import type { Act, Name, Ruled, Stretch, Told } from "./told.ts";

/** Where a name lies on the paper, and how the sheet lies: quarter turns clockwise. */
export interface LyingSheet {
  readonly at: (name: Name) => PaperPoint | null;
  readonly quarters: number;
}

/** Nearer to upright than this, mm, neither end is the right one. */
const UPRIGHT_MM = 1;

/**
 * An act as a left hand does it, so that it does not wipe over what it has drawn: families from the right to the left, lines
 * between two known places, and stretches gone over, begun at their right end. What is drawn is the same. Common practice, no
 * published source.
 */
export function forLeftHand(told: Told, sheet: LyingSheet): Told {
  const act = leftHanded(told.act, sheet);
  return act === told.act ? told : { ...told, act };
}

function leftHanded(act: Act, sheet: LyingSheet): Act {
  switch (act.do) {
    case "rule":
      return act.meets || act.as
        ? act
        : { ...act, lines: fromTheRight(act.lines, sheet).map((l) => begunRight(l, sheet)) };
    case "go-over":
      return { ...act, lines: goneOver(act.lines, sheet) };
    default:
      return act;
  }
}

/** How far to the right a place lies, as the sheet does. */
function rightness(name: Name, { at, quarters }: LyingSheet): number | null {
  const p = at(name);
  if (!p) return null;
  return [p.xMm, 0 - p.yMm, 0 - p.xMm, p.yMm][quarters % 4] ?? null;
}

/** The lines of a family, the rightmost first; as they are where one of them begins nowhere that is known. */
function fromTheRight(lines: readonly Ruled<Name>[], sheet: LyingSheet): Ruled<Name>[] {
  const placed = lines.map((line) => ({ line, x: rightness(line.from, sheet) }));
  if (placed.some(({ x }) => x === null)) return [...lines];
  return placed.sort((a, b) => (b.x ?? 0) - (a.x ?? 0)).map(({ line }) => line);
}

/** A line between two places begins at the right one; one that runs to a vanishing point stays aimed at it. */
function begunRight(line: Ruled<Name>, sheet: LyingSheet): Ruled<Name> {
  const { from, toward, end } = line;
  if (
    toward.k !== "point" ||
    toward.at.k === "plain" ||
    end.k !== "at" ||
    line.begin ||
    line.gives ||
    line.givesBegin ||
    line.finds
  )
    return line;
  if (JSON.stringify(toward.at) !== JSON.stringify(end.at)) return line;
  const [a, b] = [rightness(from, sheet), rightness(end.at, sheet)];
  if (a === null || b === null || b - a < UPRIGHT_MM) return line;
  return { ...line, from: end.at, toward: { k: "point", at: from }, end: { k: "at", at: from } };
}

/** Stretches in the order and the way they lie from the right; a chain stays a chain. */
function goneOver(lines: readonly Stretch<Name>[], sheet: LyingSheet): readonly Stretch<Name>[] {
  let right = 0;
  for (const line of lines) {
    if (line.k !== "ends") return lines;
    const [a, b] = [rightness(line.a, sheet), rightness(line.b, sheet)];
    if (a === null || b === null) return lines;
    right += b - a;
  }
  if (right < UPRIGHT_MM) return lines;
  return lines.map((line) => (line.k === "ends" ? { ...line, a: line.b, b: line.a } : line)).reverse();
}
