import { type Keep, makeAnew } from "../base/index.ts";
import type { Built } from "../page/index.ts";
import { hostsOf, type ObjectSlice, recipeOf } from "../recipes/index.ts";
import { GROUND_GROUP, MIRROR_GROUP } from "../solids/index.ts";
import { requireFrame, type View } from "../view/index.ts";

/** An object as it truly stands among the others. */
export interface StandingThing {
  readonly object: ObjectSlice;
  readonly built: Built;
  /** All that is tied together in depth shares a group. */
  readonly depthGroup: string;
}

/**
 * Every object as it truly stands, hosts before what leans on them whatever the drawing order. A ring of things
 * that lean on each other is cut where it closes: there the host counts as missing.
 */
export function solveScene(
  objects: readonly ObjectSlice[],
  view: View,
  keep: Keep = makeAnew,
): ReadonlyMap<string, StandingThing> {
  const byId = new Map(objects.map((o) => [o.id, o]));
  const scene = new Map<string, StandingThing>();
  const underWay = new Set<string>();
  const stand = (id: string): StandingThing | null => {
    const known = scene.get(id);
    if (known) return known;
    const object = byId.get(id);
    if (!object || underWay.has(id)) return null;
    underWay.add(id);
    // Listed only for those that look around: else a hundred things would each list a hundred at every drag.
    const others = recipeOf(object).looksAround ? objects.flatMap((o) => (o.id === id ? [] : [o.id])) : [];
    const leansOn = recipeOf(object).looksAround ? others : hostsOf(object);
    const hosts = leansOn.map(stand);
    const now = keep(id, [object, view, ...hosts], (): StandingThing => {
      const frame = requireFrame(view, object.frame);
      const hostOf = (host: string) => hosts[leansOn.indexOf(host)]?.built ?? null;
      const built = recipeOf(object).solve(object, { view, frame, hostOf, others });
      return { object, built, depthGroup: groupOf(built, id, scene) };
    });
    underWay.delete(id);
    scene.set(id, now);
    return now;
  };
  for (const object of objects) stand(object.id);
  return scene;
}

function groupOf(built: Built, id: string, scene: ReadonlyMap<string, StandingThing>): string {
  switch (built.tie.kind) {
    case "ground":
      return GROUND_GROUP;
    case "mirror":
      return MIRROR_GROUP;
    case "host":
      return scene.get(built.tie.objectId)?.depthGroup ?? id;
    case "free":
      return id;
  }
}
