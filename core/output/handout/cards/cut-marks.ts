import type { Mark, Spot } from "../../../showing/display/index.ts";

/** A hair line along which paper is cut. */
export function cutMark(id: string, from: Spot, to: Spot, dash: readonly number[] = []): Mark {
  return {
    kind: "path",
    id: `cut/${id}`,
    points: [from, to],
    closed: false,
    ink: { colour: "quiet", width: 0.2, dash },
    fill: null,
  };
}
