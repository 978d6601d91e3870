/** Objects whose relative depth the paper fixes: all that stand on the ground are one group. */
export const GROUND_GROUP = "ground";
/** What is mirrored in water: behind all real things, hiding only its like. */
export const MIRROR_GROUP = "mirror";

/** Who stands in front where the document does not say: the thing drawn last, or the one drawn first. */
export type NearestUnlisted = "latest" | "first";

/**
 * The full front-to-back order of the groups: those the document lists, and those it does not. Where lines are rubbed out,
 * these stand in front, the latest nearest, because a thing just put down is put down in front. Where nothing is ever rubbed out,
 * a line drawn later has to stop at what is there: the first drawn is nearest then. Mirrored things always come last.
 */
export function orderGroups(
  groups: readonly string[],
  listed: readonly string[],
  nearest: NearestUnlisted,
): readonly string[] {
  const known = [...new Set(groups)];
  const unlisted = known.filter((g) => !listed.includes(g));
  const said = listed.filter((g) => known.includes(g));
  const order = nearest === "latest" ? [...unlisted.reverse(), ...said] : [...said, ...unlisted];
  return [...order.filter((g) => g !== MIRROR_GROUP), ...order.filter((g) => g === MIRROR_GROUP)];
}
