/**
 * The same value as `after`, made of the parts of `before` wherever the two are equal: what is remembered by identity is found
 * again after a document has gone to the server and back. Plain data only: lists, records, and what JSON writes.
 *
 * Method: structural sharing, as persistent data structures have it (Driscoll et al., "Making data structures persistent",
 * 1989).
 */
export function shareStructure<T>(before: unknown, after: T): T {
  if (Object.is(before, after)) return after;
  if (!isParted(before) || !isParted(after) || Array.isArray(before) !== Array.isArray(after)) return after;
  const names = Object.keys(after);
  const shared = names.map((name) => shareStructure(before[name], after[name]));
  const isEqual =
    Object.keys(before).length === names.length &&
    names.every((name, i) => Object.hasOwn(before, name) && Object.is(shared[i], before[name]));
  if (isEqual) return before as T;
  return (Array.isArray(after) ? shared : Object.fromEntries(names.map((n, i) => [n, shared[i]]))) as T;
}

const isParted = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null;
