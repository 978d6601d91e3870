import type { Change } from "#core/base";

/** Lists that are set whole: putting a thing down or away elsewhere changes them too. */
const ORDERS: Readonly<Record<string, string>> = { drawingOrder: "object/", takeOrder: "take/" };

/** Whether two edits reach into each other: the same value, one inside the other, or a thing and the list it stands in. */
export function touchEachOther(a: readonly Change[], b: readonly Change[]): boolean {
  return a.some((x) => b.some((y) => touches(x, y) || touches(y, x)));
}

function touches(a: Change, b: Change): boolean {
  if (a.id === "lesson" && ORDERS[a.field] !== undefined)
    return b.field === "self" && b.id.startsWith(ORDERS[a.field] ?? "");
  // A new view may have other frames, which things refer to.
  if (a.id === "view" && a.field === "frames") return b.id.startsWith("frame/") || b.id.startsWith("object/");
  if (a.id !== b.id) return false;
  if (a.field === "self" || b.field === "self" || a.field === b.field) return true;
  return b.field.startsWith(`${a.field}.`);
}
