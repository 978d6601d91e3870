import type { Change } from "#core/ground/base";

/** Lists that are set whole: putting a thing down or away elsewhere changes them too. */
const ORDERS: Readonly<Record<string, string>> = { drawingOrder: "object/", takeOrder: "take/" };

/** Whether two edits reach into each other: the same value, one inside the other, or a thing and the list it stands in. */
export function touchEachOther(a: readonly Change[], b: readonly Change[]): boolean {
  return touching(a)(b);
}

/** Tells of other edits whether they and this one reach into each other; linear in both. */
export function touching(edit: readonly Change[]): (other: readonly Change[]) => boolean {
  const own = reachOf(edit);
  return (other) => other.some((change) => reaches(own, change));
}

/** Where an edit reaches, so that a change of another is held against all of it at once. */
interface Reach {
  /** By thing: fields that are set, and the names of all that these lie inside of. */
  readonly fields: ReadonlyMap<
    string,
    { readonly set: ReadonlySet<string>; readonly around: ReadonlySet<string> }
  >;
  /** Kinds of things put down or taken away. */
  readonly comeAndGo: ReadonlySet<string>;
  /** Kinds of things whose list is set whole. */
  readonly reordered: ReadonlySet<string>;
  readonly setsFrames: boolean;
  readonly refersToFrames: boolean;
}

function reachOf(edit: readonly Change[]): Reach {
  const fields = new Map<string, { set: Set<string>; around: Set<string> }>();
  for (const { id, field } of edit) {
    const of = fields.get(id) ?? { set: new Set(), around: new Set() };
    fields.set(id, of);
    of.set.add(field);
    for (const outer of outerOf(field)) of.around.add(outer);
  }
  return {
    fields,
    comeAndGo: new Set(edit.flatMap((c) => (c.field === "self" ? [kindOf(c.id)] : []))),
    reordered: new Set(edit.flatMap((c) => orderOf(c) ?? [])),
    setsFrames: edit.some(setsFrames),
    refersToFrames: edit.some(refersToFrames),
  };
}

function reaches(own: Reach, change: Change): boolean {
  const order = orderOf(change);
  if (order !== null && own.comeAndGo.has(order)) return true;
  if (change.field === "self" && own.reordered.has(kindOf(change.id))) return true;
  // A new view may have other frames, which things refer to.
  if ((setsFrames(change) && own.refersToFrames) || (refersToFrames(change) && own.setsFrames)) return true;
  const same = own.fields.get(change.id);
  if (!same) return false;
  if (change.field === "self" || same.set.has("self")) return true;
  if (same.set.has(change.field) || same.around.has(change.field)) return true;
  return outerOf(change.field).some((outer) => same.set.has(outer));
}

/** "handles.width.mm" lies inside "handles.width" and "handles". */
function outerOf(field: string): string[] {
  const parts = field.split(".");
  return parts.slice(1).map((_, i) => parts.slice(0, i + 1).join("."));
}

const kindOf = (id: string) => id.slice(0, id.indexOf("/") + 1);
const orderOf = ({ id, field }: Change) => (id === "lesson" ? (ORDERS[field] ?? null) : null);
const setsFrames = ({ id, field }: Change) => id === "view" && field === "frames";
const refersToFrames = ({ id }: Change) => id.startsWith("frame/") || id.startsWith("object/");
