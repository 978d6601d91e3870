import { type Memo, noMemo } from "../../ground/base/index.ts";
import type { Built } from "../page/index.ts";
import { frameOf, hostsOf, type ObjectSlice, recipeOf } from "../recipes/index.ts";
import { GROUND_GROUP, MIRROR_GROUP } from "../solids/index.ts";
import type { View } from "../view/index.ts";

/** An object as it truly stands among the others. */
export interface StandingThing {
  readonly object: ObjectSlice;
  readonly built: Built;
  /** All that is tied together in depth shares a group. */
  readonly depthGroup: string;
}

/** A thing being stood up: what it leans on comes first. */
interface UnderWay {
  readonly object: ObjectSlice;
  readonly leansOn: readonly string[];
  readonly hosts: (StandingThing | null)[];
}

/**
 * Every object as it truly stands, hosts before what leans on them whatever the drawing order. A ring of things
 * that lean on each other is cut where it closes: there the host counts as missing. What stands on what may go as deep as
 * there are things, so nothing here calls itself.
 */
export function solveScene(
  objects: readonly ObjectSlice[],
  view: View,
  memo: Memo = noMemo,
): ReadonlyMap<string, StandingThing> {
  const byId = new Map(objects.map((o) => [o.id, o]));
  const scene = new Map<string, StandingThing>();
  const begun = new Set<string>();
  const begin = (object: ObjectSlice): UnderWay => {
    begun.add(object.id);
    // Listed only for those that look around: else a hundred things would each list a hundred at every drag.
    const leansOn = recipeOf(object).looksAround
      ? objects.flatMap((o) => (o.id === object.id ? [] : [o.id]))
      : hostsOf(object);
    return { object, leansOn, hosts: [] };
  };
  const stand = ({ object, leansOn, hosts }: UnderWay): void => {
    const now = memo(object.id, [object, view, ...hosts], (): StandingThing => {
      const frame = frameOf(object, view);
      const hostOf = (host: string) => hosts[leansOn.indexOf(host)]?.built ?? null;
      const others = recipeOf(object).looksAround ? leansOn : [];
      const built = recipeOf(object).solve(object, { view, frame, hostOf, others });
      return { object, built, depthGroup: groupOf(built, object.id, scene) };
    });
    scene.set(object.id, now);
  };
  for (const first of objects) {
    const path = begun.has(first.id) ? [] : [begin(first)];
    for (let last = path[path.length - 1]; last; last = path[path.length - 1]) {
      const host = byId.get(last.leansOn[last.hosts.length] ?? "");
      if (host && !begun.has(host.id)) path.push(begin(host));
      // One that is begun and does not stand yet is under way: there a ring closes.
      else if (last.hosts.length < last.leansOn.length) last.hosts.push((host && scene.get(host.id)) ?? null);
      else {
        stand(last);
        path.pop();
      }
    }
  }
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
