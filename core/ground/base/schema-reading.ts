import * as v from "valibot";

/**
 * What is read of a schema, whatever kind of schema it is: the parts Valibot 1 gives its objects, lists, records, variants,
 * unions and wrappers. A pipe has the fields of the schema it begins with, and its actions.
 */
export interface AnySchema {
  readonly type: string;
  readonly wrapped?: AnySchema;
  readonly entries?: Readonly<Record<string, AnySchema>>;
  readonly item?: AnySchema;
  readonly key?: string | AnySchema;
  readonly value?: AnySchema;
  readonly options?: readonly AnySchema[];
  readonly literal?: unknown;
  readonly pipe?: readonly {
    readonly type: string;
    readonly metadata?: { readonly refersTo?: ReferredTo };
  }[];
}

/** A schema as it is read here. */
export function readable(schema: v.GenericSchema): AnySchema {
  return schema as unknown as AnySchema;
}

/** A schema without what says that its value may be missing or null. */
export function bare(schema: AnySchema): AnySchema {
  return schema.wrapped ? bare(schema.wrapped) : schema;
}

/** The schemas that a value may be of: for a variant the one its kind names, for a union those it fits. */
export function optionsFor({ type, key, options = [] }: AnySchema, value: unknown): readonly AnySchema[] {
  if (type === "variant" && typeof key === "string") {
    const kind = (value as Readonly<Record<string, unknown>> | null | undefined)?.[key];
    return options.filter((option) => option.entries?.[key]?.literal === kind);
  }
  if (type !== "union") return [];
  return options.filter((option) => v.is(option as unknown as v.GenericSchema, value));
}

/** What a document names elsewhere in it. */
export type ReferredTo = "object" | "frame" | "take";

/** Says of a schema that its value is the id of another part of the document. */
export const refersTo = (kind: ReferredTo) =>
  v.metadata<string, { readonly refersTo: ReferredTo }>({ refersTo: kind });

/** A place in a schema at which ids of other parts stand; "*" stands for every item of a list or entry of a record. */
export interface ReferencePlace {
  readonly kind: ReferredTo;
  readonly path: readonly string[];
}

/** All places in a schema at which its values refer to other parts of the document, in the schema's order, each once. */
export function referencePlaces(schema: AnySchema): readonly ReferencePlace[] {
  const found = new Map<string, ReferencePlace>();
  const walk = (at: AnySchema, path: readonly string[]): void => {
    const own = bare(at);
    for (const { metadata } of own.pipe ?? [])
      if (metadata?.refersTo)
        found.set(`${metadata.refersTo} ${path.join(".")}`, { kind: metadata.refersTo, path });
    for (const [name, field] of Object.entries(own.entries ?? {})) walk(field, [...path, name]);
    if (own.item) walk(own.item, [...path, "*"]);
    if (own.type === "record" && own.value) walk(own.value, [...path, "*"]);
    if (own.type === "variant" || own.type === "union")
      for (const option of own.options ?? []) walk(option, path);
  };
  walk(schema, []);
  return [...found.values()];
}

/** The ids that stand in a value at a place of its schema. */
export function idsAt(value: unknown, path: readonly string[]): readonly string[] {
  const [name, ...rest] = path;
  if (name === undefined) return typeof value === "string" ? [value] : [];
  if (typeof value !== "object" || value === null) return [];
  if (name === "*") return Object.values(value).flatMap((one) => idsAt(one, rest));
  return idsAt((value as Readonly<Record<string, unknown>>)[name], rest);
}
