import type { Built } from "../page/index.ts";
import { type ObjectSlice, recipeOf } from "../recipes/index.ts";
import { GROUND_GROUP, MIRROR_GROUP } from "../solids/index.ts";
import { requireFrame, type View } from "../view/index.ts";

function groupOf(built: Built, id: string, placed: ReadonlyMap<string, StandingThing>): string {
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

export interface StandingThing {
  readonly object: ObjectSlice;
  readonly built: Built;
  /** All that is tied together in depth shares a group. */
  readonly depthGroup: string;
  /** What it asked for while it was built: as long as these stay the same, so does it. */
  readonly leansOn: ReadonlyMap<string, StandingThing | null>;
}

/**
 * Every object as it truly stands, hosts before what leans on them whatever the drawing order. A ring of things
 * that lean on each other is cut where it closes: there the host counts as missing. What `before` holds of the same
 * view is taken over where neither the object nor what it leans on is another.
 */
export function solveScene(
  objects: readonly ObjectSlice[],
  view: View,
  before: ReadonlyMap<string, StandingThing> | null = null,
): ReadonlyMap<string, StandingThing> {
  const byId = new Map(objects.map((o) => [o.id, o]));
  const placed = new Map<string, StandingThing>();
  const underWay = new Set<string>();
  // What looks around stands otherwise with one thing more.
  const sameObjects = before?.size === objects.length && objects.every((o) => before.has(o.id));
  const place = (id: string): StandingThing | null => {
    const known = placed.get(id);
    if (known) return known;
    const object = byId.get(id);
    if (!object || underWay.has(id)) return null;
    underWay.add(id);
    const was = before?.get(id);
    const now =
      was?.object === object &&
      (!recipeOf(object).looksAround || sameObjects) &&
      [...was.leansOn].every(([host, stood]) => place(host) === stood)
        ? was
        : build(object);
    underWay.delete(id);
    placed.set(id, now);
    return now;
  };
  const build = (object: ObjectSlice): StandingThing => {
    const frame = requireFrame(view, object.frame);
    const leansOn = new Map<string, StandingThing | null>();
    const hostOf = (host: string) => {
      const stands = place(host);
      leansOn.set(host, stands);
      return stands?.built ?? null;
    };
    const others = objects.flatMap((o) => (o.id === object.id ? [] : [o.id]));
    const built = recipeOf(object).solve(object, { view, frame, hostOf, others });
    return { object, built, depthGroup: groupOf(built, object.id, placed), leansOn };
  };
  for (const object of objects) place(object.id);
  return placed;
}
