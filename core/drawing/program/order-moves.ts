import type { Finding } from "../../ground/base/index.ts";
import { type Move, needsOf } from "../drafter/index.ts";

/**
 * The moves with whole phases ("object/phase") in the order asked for; phases it does not name keep their place
 * behind the one they followed. An order in which a move would need what is not there yet is refused by name, and
 * the usual order kept.
 */
export function orderMoves(
  moves: readonly Move[],
  order: readonly string[],
): { moves: readonly Move[]; findings: readonly Finding[] } {
  if (order.length === 0) return { moves, findings: [] };
  const ordered = arranged(moves, order);
  const broken = firstUnmetNeed(ordered);
  if (!broken) return { moves: ordered, findings: [] };
  const { move, called, madeBy } = broken;
  const maker = moves.find((m) => m.id === madeBy) ?? move;
  return {
    moves,
    findings: [
      {
        code: "illegal-order",
        severity: "fault",
        about: phaseOf(move),
        message: `This order cannot be drawn: ${partOf(move)} needs the ${called}, which ${partOf(maker)} makes only later. The usual order is kept.`,
        numbers: {},
      },
    ],
  };
}

/** What the first move lacks that could not be drawn in this order of phases; null when every one finds what it needs. */
export function unmetNeed(moves: readonly Move[], order: readonly string[]): UnmetNeed | null {
  return firstUnmetNeed(arranged(moves, order));
}

/** The stretch of the construction a move belongs to: what an order of steps is made of. */
export function phaseOf(move: Move): string {
  return `${move.objectId}/${move.phase}`;
}

/** "box-1" (close guides): the part a move belongs to, in words. */
function partOf({ objectId, phase }: Move): string {
  return `"${objectId}" (${phase.replaceAll("-", " ")})`;
}

/** A move that needs a point or line which only a later move makes. */
export interface UnmetNeed {
  readonly move: Move;
  readonly needs: string;
  /** What the point or line is called: "lower left corner". */
  readonly called: string;
  readonly madeBy: string;
}

function arranged(moves: readonly Move[], order: readonly string[]): readonly Move[] {
  const blocks = new Map<string, Move[]>();
  for (const move of moves) {
    const key = phaseOf(move);
    blocks.set(key, [...(blocks.get(key) ?? []), move]);
  }
  const wanted = order.filter((key) => blocks.has(key));
  // A phase that is not named goes with the named one it follows.
  const groups = new Map<string, string[]>([["", []]]);
  let group = "";
  for (const key of blocks.keys()) {
    if (wanted.includes(key)) group = key;
    groups.set(group, [...(groups.get(group) ?? []), key]);
  }
  return ["", ...wanted].flatMap((g) => groups.get(g) ?? []).flatMap((key) => blocks.get(key) ?? []);
}

function firstUnmetNeed(moves: readonly Move[]): UnmetNeed | null {
  const makers = new Map(
    moves.flatMap((m) =>
      [...m.points, ...m.lines].map((made) => [made.id, { madeBy: m.id, called: made.called }] as const),
    ),
  );
  const there = new Set<string>();
  for (const move of moves) {
    for (const made of move.lines) there.add(made.id);
    // Points of one move may lie on its own line, and share names with each other.
    const own = new Set(move.points.map((p) => p.id));
    for (const { rule } of [...move.lines, ...move.points])
      for (const need of needsOf(rule)) {
        const maker = makers.get(need);
        if (maker && !there.has(need) && !own.has(need)) return { move, needs: need, ...maker };
      }
    for (const id of own) there.add(id);
  }
  return null;
}
