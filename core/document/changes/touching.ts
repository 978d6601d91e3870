import { bare, type Change, idsAt, type Json, readable, referencePlaces } from "../../ground/base/index.ts";
import { type Lesson, LessonSchema } from "../lesson/index.ts";
import { placeAt } from "./document-shape.ts";
import { inside } from "./draft.ts";
import { kindOrderedBy, PARTS, partNamed } from "./parts.ts";

/**
 * Tells of other edits of a lesson whether they and this one reach into each other: they set the same value or one inside
 * the other's, one orders the parts among which another comes or goes, or one takes away what the other refers to. Linear in
 * both edits. `lesson` is the newest of those they were made on.
 */
export function touching(lesson: Lesson, edit: readonly Change[]): (other: readonly Change[]) => boolean {
  const reachOf = reachIn(lesson);
  const own = reachOf(edit);
  return (other) => meet(own, reachOf(other));
}

/** Where an edit reaches. Places are paths from the document's root with ids in the stead of indices, parts "kind/name". */
interface Reach {
  readonly set: ReadonlySet<string>;
  /** What the places that are set lie inside of. */
  readonly around: ReadonlySet<string>;
  readonly takenOut: ReadonlySet<string>;
  readonly refersTo: ReadonlySet<string>;
  /** Kinds of parts that come or go, whose order is set, of which all are exchanged at once, and that changed parts lean on. */
  readonly kinds: Readonly<Record<"inMotion" | "ordered" | "exchanged" | "leanedOn", ReadonlySet<string>>>;
}

function meet(a: Reach, b: Reach): boolean {
  return share(a.set, b.set) || oneSided(a, b) || oneSided(b, a);
}

function oneSided(a: Reach, b: Reach): boolean {
  return (
    share(a.set, b.around) ||
    share(a.kinds.ordered, b.kinds.inMotion) ||
    share(a.takenOut, b.refersTo) ||
    // Other frames may run otherwise than those a thing was measured by.
    share(a.kinds.exchanged, b.kinds.leanedOn)
  );
}

function share(a: ReadonlySet<string>, b: ReadonlySet<string>): boolean {
  const [few, many] = a.size < b.size ? [a, b] : [b, a];
  for (const one of few) if (many.has(one)) return true;
  return false;
}

function reachIn(lesson: Lesson): (edit: readonly Change[]) => Reach {
  const indexOf = indexer(lesson);
  return (edit) => {
    const [set, around, takenOut, refers] = [
      new Set<string>(),
      new Set<string>(),
      new Set<string>(),
      new Set<string>(),
    ];
    const [inMotion, ordered, exchanged, leanedOn] = [
      new Set<string>(),
      new Set<string>(),
      new Set<string>(),
      new Set<string>(),
    ];
    for (const { id, field, value } of edit) {
      const { kind, name } = partNamed(id);
      const base = PARTS[kind]?.path ?? [];
      const fields = field === "self" ? [] : field.split(".");
      const place = [...base, ...(name === "" ? [] : [name]), ...fields];
      set.add(place.join(SEPARATOR));
      for (let n = 1; n < place.length; n++) around.add(place.slice(0, n).join(SEPARATOR));
      if (field === "self") inMotion.add(kind);
      if (field === "self" && value === null) takenOut.add(id);
      const order = kind === "lesson" ? kindOrderedBy(field) : null;
      if (order !== null) ordered.add(order);
      const all = KIND_AT.get(place.join(SEPARATOR));
      if (all !== undefined) exchanged.add(all);
      for (const leaned of KINDS_LEANED_ON.get(kind) ?? []) leanedOn.add(leaned);
      const said = placeAt(lesson, [...base, ...(name === "" ? [] : [indexOf(kind, name)]), ...fields]);
      for (const to of said ? referencePlaces(said.schema) : [])
        for (const one of idsAt(value, to.path)) refers.add(`${to.kind}/${one}`);
    }
    return { set, around, takenOut, refersTo: refers, kinds: { inMotion, ordered, exchanged, leanedOn } };
  };
}

/** Stands in no id and in no field. */
const SEPARATOR = "\n";

/** The place of a part in its list, as a name of a path; the first where the lesson does not have it: its like is there. */
function indexer(lesson: Lesson): (kind: string, name: string) => string {
  const known = new Map<string, ReadonlyMap<Json | undefined, number> | null>();
  return (kind, name) => {
    let places = known.get(kind);
    if (places === undefined) {
      const path = PARTS[kind]?.path ?? [];
      const list = path.reduce<Json | undefined>((value, field) => inside(value, field), lesson);
      places = placeAt(lesson, path)?.listsThings
        ? new Map((Array.isArray(list) ? list : []).map((item, i) => [inside(item, "id"), i] as const))
        : null;
      known.set(kind, places);
    }
    return places ? String(places.get(name) ?? 0) : name;
  };
}

/** The kind of parts that stand at a path. */
const KIND_AT: ReadonlyMap<string, string> = new Map(
  Object.entries(PARTS).map(([kind, { path }]) => [path.join(SEPARATOR), kind] as const),
);

/** Kinds of parts that parts of a kind refer to, by their schema; the lesson itself only holds what does. */
const KINDS_LEANED_ON: ReadonlyMap<string, readonly string[]> = new Map(
  Object.entries(PARTS).map(([kind, { path }]) => {
    const schema = path.reduce((at, name) => bare(at).entries?.[name] ?? at, readable(LessonSchema));
    return [kind, path.length === 0 ? [] : referencePlaces(schema).map((to) => to.kind)];
  }),
);
