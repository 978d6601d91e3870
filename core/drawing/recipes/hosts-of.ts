import { idsAt, type ReferencePlace, readable, referencePlaces } from "../../ground/base/index.ts";
import { type ObjectSlice, RECIPES } from "./recipes.ts";

/** Where the shape of each kind of object names others. */
const NAMED: Readonly<Record<string, readonly ReferencePlace[]>> = Object.fromEntries(
  Object.entries(RECIPES).map(([name, { shape }]) => [
    name,
    referencePlaces(readable(shape)).filter(({ kind }) => kind === "object"),
  ]),
);

/** The ids of the objects an object goes on from: what it is drawn on, shows again, or stands on. */
export function hostsOf(object: ObjectSlice): string[] {
  return (NAMED[object.recipe] ?? []).flatMap(({ path }) => idsAt(object, path));
}
