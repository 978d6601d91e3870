import * as v from "valibot";

/** Any value that survives JSON unchanged; a field that is undefined is one left out. */
export type Json =
  | string
  | number
  | boolean
  | null
  | readonly Json[]
  | { readonly [key: string]: Json | undefined };

declare const checked: unique symbol;

/**
 * Where in a lesson document a value stands: in the part `id`, the `field` (dots lead into nested fields). The field "self"
 * stands for the whole part. Only made by what knows the document's type (`addressesIn`), or by `writtenAddress`.
 */
export interface Address {
  readonly id: string;
  readonly field: string;
  readonly [checked]: true;
}

/**
 * One edit of a lesson document: the value at the address becomes `value`. Null takes away what the document need not
 * state, and with the field "self" the part itself.
 */
export interface Change extends Address {
  readonly value: Json;
}

/** A change as it was sent or kept: what is wrong with it is found when it is made. */
export const ChangeSchema = v.pipe(
  v.object({ id: v.string(), field: v.string(), value: v.optional(v.unknown()) }),
  v.transform(({ id, field, value }): Change => change(writtenAddress(id, field), value as Json)),
);

/** What stands at a dotted path in a T; never where no member of T has such a field. */
export type ValueAt<T, P extends string> = P extends `${infer Head}.${infer Rest}`
  ? ValueAt<FieldOf<T, Head>, Rest>
  : FieldOf<T, P>;

type FieldOf<T, K extends string> = T extends readonly (infer Item)[]
  ? K extends `${number}`
    ? Item
    : never
  : T extends object
    ? K extends keyof T
      ? string extends keyof T
        ? T[K] | undefined
        : T[K]
      : never
    : never;

/** What a field may be set to: what it holds, or null where the document need not state it. */
export type Settable<V> = undefined extends V ? Exclude<V, undefined> | null : V;

/** A field of a T that holds a number. */
type NumberField<T, P extends string> = P & (Extract<ValueAt<T, P>, number> extends never ? never : P);

/** Makes changes of the one part of the document of that id, which is a T: each to a value of its field's own type. */
export function changesOf<T>(
  id: string,
): <const P extends string>(field: P, value: Settable<ValueAt<T, P>>) => Change {
  return (field, value) => change(writtenAddress(id, field), value as Json);
}

/** The same for the parts of a kind, each a T and with a name of its own. */
export function changesIn<T>(
  kind: string,
): <const P extends string>(name: string, field: P, value: Settable<ValueAt<T, P>>) => Change {
  return (name, field, value) => change(writtenAddress(`${kind}/${name}`, field), value as Json);
}

/** Makes addresses of numbers in the one part of the document of that id, which is a T: of measures to type or drag. */
export function numbersOf<T>(id: string): <const P extends string>(field: NumberField<T, P>) => Address {
  return (field) => writtenAddress(id, field);
}

/** The same for the parts of a kind, each a T and with a name of its own. */
export function numbersIn<T>(
  kind: string,
): <const P extends string>(name: string, field: NumberField<T, P>) => Address {
  return (name, field) => writtenAddress(`${kind}/${name}`, field);
}

/** Puts a part of a kind into the document, in the place of the one of its name if there is one; null takes it out. */
export function putPart(kind: string, name: string, part: Json): Change {
  return change(writtenAddress(`${kind}/${name}`, "self"), part);
}

/** The change that gives the place at an address another value. */
export function change({ id, field }: Address, value: Json): Change {
  return { id, field, value } as Change;
}

/** An address as it is written down elsewhere: in a saved edit, or as the field of an option that was checked there. */
export function writtenAddress(id: string, field: string): Address {
  return { id, field } as Address;
}
