import type { Json } from "../../ground/base/index.ts";

/** Dotted paths to the numbers of a shape: "gap", "handles.reach", "rows.0.from". */
export type NumberPath<T> = {
  [K in keyof T & string]: NonNullable<T[K]> extends number
    ? K
    : NonNullable<T[K]> extends readonly (infer Item)[]
      ? `${K}.${number}.${NumberPath<Item>}`
      : NonNullable<T[K]> extends object
        ? `${K}.${NumberPath<NonNullable<T[K]>>}`
        : never;
}[keyof T & string];

/** The fields of a shape that choose between words, each with a name for every word it may be. */
type WordChoice<S> = {
  [K in keyof S & string]: [NonNullable<S[K]>] extends [string]
    ? string extends NonNullable<S[K]>
      ? never
      : {
          readonly kind: "choice";
          readonly field: K;
          readonly label: string;
          readonly named: Readonly<Record<NonNullable<S[K]> & string, string>>;
        }
    : never;
}[keyof S & string];

type FieldsOf<S, T> = {
  [K in keyof S & string]: [NonNullable<S[K]>] extends [T]
    ? [T] extends [NonNullable<S[K]>]
      ? K
      : never
    : never;
}[keyof S & string];

/**
 * A choice about a thing beside its measures, as a place in the document and what it is called. What a number may be is
 * read from the shape, never said twice.
 */
export type OptionPlan<S> =
  | { readonly kind: "count" | "part" | "length"; readonly field: NumberPath<S>; readonly label: string }
  | { readonly kind: "switch"; readonly field: FieldsOf<S, boolean>; readonly label: string }
  | { readonly kind: "text"; readonly field: FieldsOf<S, string>; readonly label: string }
  | WordChoice<S>
  | {
      readonly kind: "meaning";
      readonly field: keyof S & string;
      readonly label: string;
      /** What each choice is called, and the value of the document that it stands for. */
      readonly means: readonly { readonly key: string; readonly named: string; readonly value: Json }[];
      /** The key of a value that none of them is. */
      readonly nearest?: (value: Json) => string;
    };

/** Seen on the front or on the side: for shapes that are swept. */
export const SIDE = {
  kind: "choice",
  field: "side",
  label: "Drawn on",
  named: { front: "the front", side: "the side" },
} as const;

/** For what may be left open behind: a worksheet of rays. */
export const BACK_CHOICE = {
  kind: "choice",
  field: "back",
  label: "Behind",
  named: { closed: "closed", rays: "only rays to the point" },
} as const;

export const SEE_THROUGH_SWITCH = {
  kind: "switch",
  field: "seeThrough",
  label: "See-through: hidden edges dotted",
} as const;

/** A wall drawn on the turned sheet serves as the floor: for anything. */
export const TURNED = {
  kind: "meaning",
  field: "turned",
  label: "The sheet lies",
  means: [
    { key: "0", named: "as it is", value: 0 },
    { key: "1", named: "turned right", value: 1 },
    { key: "2", named: "upside down", value: 2 },
    { key: "3", named: "turned left", value: 3 },
  ],
} as const;
