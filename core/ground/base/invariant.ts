/** Throws when `condition` does not hold: a bug of ours, never the teacher's input (that is a Finding). */
export function invariant(condition: unknown, message: string): asserts condition {
  if (!condition) throw new Error(`Invariant broken: ${message}`);
}

/** Marks a switch over a tagged union as complete; reached only when a new tag was added and a switch forgotten. */
export function assertNever(value: never): never {
  throw new Error(`Unexpected value: ${JSON.stringify(value)}`);
}
