import { invariant } from "./invariant.ts";

/** The item at `index` of a list that is known to be long enough. */
export function requireAt<T>(list: readonly T[], index: number): T {
  const item = list[index];
  invariant(item !== undefined, `no item ${index} in a list of ${list.length}`);
  return item;
}
