import { type AnySchema, bare, type Json, optionsFor, readable } from "../../ground/base/index.ts";
import { LessonSchema } from "../lesson/index.ts";
import { inside } from "./draft.ts";

/** What the schema says of a place in a lesson document. */
export interface Place {
  readonly schema: AnySchema;
  /** Whether the document need not state it: then null takes it away. */
  readonly mayBeLeftOut: boolean;
  /** Whether it is the id by which its thing is found in a list. */
  readonly isId: boolean;
  /** Whether things stand in it that are found by their ids. */
  readonly listsThings: boolean;
}

/** What the schema says of the place at a path in this document; null where no document has such a place. */
export function placeAt(document: Json, path: readonly string[]): Place | null {
  let schema = readable(LessonSchema);
  let standing: Json | undefined = document;
  let [mayBeLeftOut, isThing, isId] = [false, false, false];
  for (const name of path) {
    const group = bare(schema);
    const member = memberOf(group, name, standing);
    if (!member) return null;
    isId = isThing && name === "id";
    isThing = listsThings(group);
    // Entries of a record come and go; fields of a group do where they are optional.
    mayBeLeftOut = member.type === "optional" || group.type === "record";
    schema = member;
    standing = inside(standing, name);
  }
  return { schema, mayBeLeftOut, isId, listsThings: listsThings(bare(schema)) };
}

/** Whether a schema is of a list of things found by their ids. */
function listsThings({ type, item }: AnySchema): boolean {
  if (type !== "array" || !item) return false;
  return (item.options ?? [item]).every((option) => option.entries?.id !== undefined);
}

/** The schema of what a group or list holds under a name, of the kind that stands there now; null where it holds no such thing. */
function memberOf(schema: AnySchema, name: string, standing: Json | undefined): AnySchema | null {
  if (schema.entries) return Object.hasOwn(schema.entries, name) ? (schema.entries[name] ?? null) : null;
  if (schema.type === "array") return /^\d+$/.test(name) ? (schema.item ?? null) : null;
  if (schema.type === "record") return schema.value ?? null;
  for (const option of optionsFor(schema, standing)) {
    const member = memberOf(bare(option), name, standing);
    if (member) return member;
  }
  return null;
}
