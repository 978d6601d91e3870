/** Objects whose relative depth the paper fixes: all that stand on the ground are one group. */
export const GROUND_GROUP = "ground";
/** What is mirrored in water: behind all real things, hiding only its like. */
export const MIRROR_GROUP = "mirror";

/**
 * The full front-to-back order of the groups: those the document lists, then unlisted ones in front of them,
 * the latest nearest, because a thing just put down is put down in front. Mirrored things always come last.
 */
export function orderGroups(groups: readonly string[], listed: readonly string[]): readonly string[] {
  const known = [...new Set(groups)];
  const unlisted = known.filter((g) => !listed.includes(g)).reverse();
  const order = [...unlisted, ...listed.filter((g) => known.includes(g))];
  return [...order.filter((g) => g !== MIRROR_GROUP), ...order.filter((g) => g === MIRROR_GROUP)];
}
