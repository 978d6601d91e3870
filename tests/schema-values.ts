import fc from "fast-check";
import * as v from "valibot";
import type { Json } from "#core/ground/base";

/** A schema with all that its kinds have. */
export interface AnySchema {
  readonly type: string;
  readonly wrapped?: AnySchema;
  readonly entries?: Readonly<Record<string, AnySchema>>;
  readonly item?: AnySchema;
  readonly key?: string | AnySchema;
  readonly value?: AnySchema;
  readonly options?: readonly unknown[];
  readonly literal?: Json;
  readonly pipe?: readonly { readonly type: string; readonly requirement?: unknown }[];
}

/** Values that a schema takes, drawn from the schema itself: what a check of its own refuses is drawn again. */
export function valuesOf(schema: AnySchema): fc.Arbitrary<Json> {
  const own = drawn(schema);
  const hasChecks = schema.pipe?.some(({ type }) => type === "check") ?? false;
  return hasChecks ? own.filter((value) => v.is(schema as unknown as v.GenericSchema, value)) : own;
}

const WORD = /^[a-z]{1,8}$/;
const known = new Map<string, fc.Arbitrary<string>>();

/** Taking a pattern apart takes longer than drawing from it: each is taken apart once. */
function matching(pattern: RegExp): fc.Arbitrary<string> {
  const before = known.get(pattern.source);
  if (before) return before;
  const made = fc.stringMatching(pattern);
  known.set(pattern.source, made);
  return made;
}

function drawn(schema: AnySchema): fc.Arbitrary<Json> {
  const bound = (type: string) => schema.pipe?.find((action) => action.type === type)?.requirement;
  const most = Number(bound("max_length") ?? 3);
  const least = Number(bound("min_length") ?? 0);
  switch (schema.type) {
    case "optional":
      return valuesOf(given(schema.wrapped));
    case "nullable":
      return fc.oneof(fc.constant(null), valuesOf(given(schema.wrapped)));
    case "boolean":
      return fc.boolean();
    case "literal":
      return fc.constant(schema.literal ?? null);
    case "picklist":
      return fc.constantFrom(...(schema.options as readonly Json[]));
    case "number": {
      const [min, max] = [Number(bound("min_value") ?? -1000), Number(bound("max_value") ?? 100_000)];
      if (bound("integer") !== undefined) return fc.integer({ min, max });
      return fc
        .double({ min, max, noNaN: true })
        .map((n) => Math.min(max, Math.max(min, Math.round(n * 100) / 100)));
    }
    case "string": {
      const pattern = bound("regex");
      if (pattern instanceof RegExp) return matching(pattern);
      return matching(WORD).filter(
        (text) => text.length >= least && text.length <= (bound("max_length") ? most : 8),
      );
    }
    case "array":
      return fc.array(valuesOf(given(schema.item)), {
        minLength: least,
        maxLength: Math.max(least, Math.min(most, 3)),
      });
    case "record":
      return fc.dictionary(matching(WORD), valuesOf(given(schema.value)), { maxKeys: 2 });
    case "strict_object": {
      const entries = Object.entries(schema.entries ?? {});
      const required = entries.filter(([, field]) => field.type !== "optional").map(([name]) => name);
      return fc.record(Object.fromEntries(entries.map(([name, field]) => [name, valuesOf(field)])), {
        requiredKeys: required,
      });
    }
    case "variant":
    case "union":
      return fc.oneof(...(schema.options as readonly AnySchema[]).map(valuesOf));
    default:
      throw new Error(`No values are known of a schema of the type "${schema.type}": teach it here.`);
  }
}

/** Fields of a lesson document as paths: "*" stands for the items of a list and the entries of a record. */
export function fieldsOf(schema: AnySchema, path = ""): string[] {
  const inside = (name: string) => (path === "" ? name : `${path}.${name}`);
  if (schema.wrapped) return fieldsOf(schema.wrapped, path);
  if (schema.entries)
    return Object.entries(schema.entries).flatMap(([name, field]) => [
      inside(name),
      ...fieldsOf(field, inside(name)),
    ]);
  if (schema.item) return fieldsOf(schema.item, inside("*"));
  if (schema.type === "record") return [inside("*"), ...fieldsOf(given(schema.value), inside("*"))];
  if (schema.type !== "variant" && schema.type !== "union") return [];
  const options = schema.options as readonly AnySchema[];
  const key = typeof schema.key === "string" ? schema.key : null;
  return options.flatMap((option) => {
    const kind = key === null ? null : option.entries?.[key]?.literal;
    return fieldsOf(option, kind ? `${path}(${kind})` : path);
  });
}

/** The fields that stand or could stand in a value, each with its path in the schema and its own schema. */
export function fieldsIn(
  schema: AnySchema,
  value: Json | undefined,
  at: readonly string[] = [],
  path = "",
): { readonly at: readonly string[]; readonly path: string; readonly schema: AnySchema }[] {
  const inside = (name: string) => (path === "" ? name : `${path}.${name}`);
  if (schema.wrapped) return fieldsIn(schema.wrapped, value, at, path);
  if (typeof value !== "object" || value === null) return [];
  const members = value as Readonly<Record<string, Json | undefined>>;
  if (schema.entries)
    return Object.entries(schema.entries).flatMap(([name, field]) => [
      { at: [...at, name], path: inside(name), schema: field },
      ...fieldsIn(field, members[name], [...at, name], inside(name)),
    ]);
  if (schema.item) {
    const item = schema.item;
    return Object.keys(members).flatMap((i) => fieldsIn(item, members[i], [...at, i], inside("*")));
  }
  if (schema.type === "record") {
    const entry = given(schema.value);
    return [...Object.keys(members), "new-one"].flatMap((name) => [
      { at: [...at, name], path: inside("*"), schema: entry },
      ...fieldsIn(entry, members[name], [...at, name], inside("*")),
    ]);
  }
  if (schema.type !== "variant" && schema.type !== "union") return [];
  const options = schema.options as readonly AnySchema[];
  const key = typeof schema.key === "string" ? schema.key : null;
  return options.flatMap((option) => {
    const kind = key === null ? null : option.entries?.[key]?.literal;
    const fits = key === null ? v.is(option as unknown as v.GenericSchema, value) : members[key] === kind;
    if (!fits) return [];
    return fieldsIn(option, value, at, kind ? `${path}(${kind})` : path);
  });
}

function given(schema: AnySchema | undefined): AnySchema {
  if (!schema) throw new Error("A schema lacks what its type should have.");
  return schema;
}
