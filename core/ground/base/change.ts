/** Any value that survives JSON unchanged; a field that is undefined is one left out. */
export type Json =
  | string
  | number
  | boolean
  | null
  | readonly Json[]
  | { readonly [key: string]: Json | undefined };

/**
 * One edit of a lesson document: in the thing `id`, the `field` (dots lead into nested fields) becomes
 * `value`. The field "self" stands for the whole thing; a null there takes it away.
 */
export interface Change {
  readonly id: string;
  readonly field: string;
  readonly value: Json;
}
