/** Objects whose relative depth the paper fixes: all that stand on the ground are one group. */
export const GROUND_GROUP = "ground";

/**
 * The full front-to-back order of the groups: those the document lists, then unlisted ones in front of them,
 * the latest nearest, because a thing just put down is put down in front.
 */
export function orderGroups(groups: readonly string[], listed: readonly string[]): readonly string[] {
  const known = [...new Set(groups)];
  const unlisted = known.filter((g) => !listed.includes(g)).reverse();
  return [...unlisted, ...listed.filter((g) => known.includes(g))];
}
