import { meaningOf, type ObjectSlice, recipeOf } from "../../drawing/recipes/index.ts";
import type { View } from "../../drawing/view/index.ts";
import { type Change, change, writtenAddress } from "../../ground/base/index.ts";
import { putThing } from "./change-of.ts";

/**
 * The changes that choosing an option makes. Where other numbers of the thing depend on it they change with it, the whole
 * thing at once: half of it would be a thing that cannot be.
 */
export function setOption(
  object: ObjectSlice,
  field: string,
  key: string | number | boolean,
  view: View,
): Change[] {
  const value = meaningOf(object, field, key);
  const { afterChoice } = recipeOf(object);
  if (afterChoice && !field.includes(".")) {
    const chosen = { ...object, [field]: value } as ObjectSlice;
    const next = afterChoice(object, chosen, view);
    if (next !== chosen) return [putThing(next)];
  }
  return [change(writtenAddress(`object/${object.id}`, field), value)];
}
