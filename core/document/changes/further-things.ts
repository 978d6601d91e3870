import type { StandingThing } from "../../drawing/program/index.ts";
import { type ObjectSlice, setObject } from "../../drawing/recipes/index.ts";
import type { Change } from "../../ground/base/index.ts";

/** Further things that what is drawn on one thing goes over as well, and those it could go over. */
export interface FurtherThings {
  readonly of: "openings" | "reflection";
  readonly chosen: readonly string[];
  readonly possible: readonly ObjectSlice[];
  readonly most: number;
}

/**
 * More walls under the same guides of windows and doors, more things in one water. Null for what goes over one thing only, or
 * where there is no other.
 */
export function furtherThings(
  object: ObjectSlice,
  objects: readonly ObjectSlice[],
  scene: ReadonlyMap<string, StandingThing>,
): FurtherThings | null {
  const found = ((): FurtherThings | null => {
    switch (object.recipe) {
      case "openings": {
        const { on } = object;
        const hasWall = (other: ObjectSlice) =>
          scene.get(other.id)?.built.solid.faces.some((f) => f.id === on.face) ?? false;
        const possible = objects.filter((other) => other.id !== on.object && hasWall(other));
        return { of: "openings", chosen: (object.alsoOn ?? []).map((w) => w.object), possible, most: 6 };
      }
      case "reflection": {
        const possible = objects.filter((other) => other.id !== object.of && isMirrored(other, scene));
        return { of: "reflection", chosen: object.alsoOf ?? [], possible, most: 12 };
      }
      default:
        return null;
    }
  })();
  return found && found.possible.length > 0 ? found : null;
}

/** Whether a thing has something that stands and that water shows: no tone or shadow, no room round the eye, no other reflection. */
function isMirrored(thing: ObjectSlice, scene: ReadonlyMap<string, StandingThing>): boolean {
  const built = scene.get(thing.id)?.built;
  if (!built || built.solid.seenFromInside || built.tie.kind === "mirror") return false;
  return built.solid.edges.length > 0 || built.sticks !== undefined;
}

/** Lets a thing go over these further ones. */
export function goOverAlso(object: ObjectSlice, ids: readonly string[]): Change[] {
  if (object.recipe === "openings") {
    const { face } = object.on;
    const walls = ids.map((other) => ({ object: other, face }));
    return [setObject(object.id, "alsoOn", walls.length > 0 ? walls : null)];
  }
  return [setObject(object.id, "alsoOf", ids.length > 0 ? [...ids] : null)];
}
