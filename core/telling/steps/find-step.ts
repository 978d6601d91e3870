import type { Move } from "../../drawing/drafter/index.ts";
import { presentName } from "./former-names.ts";

/** A stretch of moves with the name it goes by. */
export interface Stretch {
  readonly id: string;
  readonly firstMove: number;
  readonly lastMove: number;
}

/**
 * The index of the move a step's id stands for: the first of its phase, or the one after "~"; a move's own id stands for
 * itself. Null when the lesson has no such move now. What a document keeps about steps is found again by it, however the
 * steps around it are cut.
 */
export function moveOfStepId(id: string, moves: readonly Move[]): number | null {
  const [phase = id, name] = id.split("~");
  const objectId = phase.slice(0, phase.indexOf("/"));
  const find = (wanted: string, isMove: boolean) =>
    moves.findIndex((m) => m.id === wanted || (!isMove && `${m.objectId}/${m.phase}` === wanted));
  const wanted = name === undefined ? phase : `${objectId}/${name}`;
  const index = find(wanted, name !== undefined);
  const now = presentName(wanted);
  const known = index < 0 && now !== wanted ? find(now, name !== undefined) : index;
  return known < 0 ? null : known;
}

/** The step that a kept id means: the one of that name, or the one its move lies in. */
export function findStep<S extends Stretch>(
  id: string,
  steps: readonly S[],
  moves: readonly Move[],
): S | null {
  const named = steps.find((s) => s.id === id);
  if (named) return named;
  const move = moveOfStepId(id, moves);
  return move === null ? null : (steps.find((s) => s.firstMove <= move && move <= s.lastMove) ?? null);
}
