import { expect } from "vitest";

/**
 * Fails with `what` unless it is so. For checks by the million: `expect` keeps a record of every call, and in the loops
 * over points that took longer than all the drawing.
 */
export function holds(is: boolean, what: () => string): void {
  if (!is) expect.fail(what());
}
