import { GROUND_GROUP, MIRROR_GROUP } from "../solids/index.ts";
import { requireFrame, type View } from "../view/index.ts";
import type { Built } from "./recipe.ts";
import { type ObjectSlice, recipeOf } from "./recipes.ts";

function groupOf(built: Built, id: string, placed: ReadonlyMap<string, Placed>): string {
  switch (built.tie.kind) {
    case "ground":
      return GROUND_GROUP;
    case "mirror":
      return MIRROR_GROUP;
    case "host":
      return placed.get(built.tie.objectId)?.depthGroup ?? id;
    case "free":
      return id;
  }
}

export interface Placed {
  readonly built: Built;
  /** All that is tied together in depth shares a group. */
  readonly depthGroup: string;
}

/**
 * Every object as it truly stands, hosts before what leans on them whatever the drawing order. A ring of things
 * that lean on each other is cut where it closes: there the host counts as missing.
 */
export function solveScene(objects: readonly ObjectSlice[], view: View): ReadonlyMap<string, Placed> {
  const byId = new Map(objects.map((o) => [o.id, o]));
  const placed = new Map<string, Placed>();
  const underWay = new Set<string>();
  const place = (id: string): Placed | null => {
    const known = placed.get(id);
    if (known) return known;
    const object = byId.get(id);
    if (!object || underWay.has(id)) return null;
    underWay.add(id);
    const frame = requireFrame(view, object.frame);
    const built = recipeOf(object).solve(object, {
      view,
      frame,
      hostOf: (host) => place(host)?.built ?? null,
    });
    underWay.delete(id);
    const depthGroup = groupOf(built, id, placed);
    const now = { built, depthGroup };
    placed.set(id, now);
    return now;
  };
  for (const object of objects) place(object.id);
  return placed;
}
