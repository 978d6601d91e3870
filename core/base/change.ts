/** Any value that survives JSON unchanged. */
export type Json = string | number | boolean | null | readonly Json[] | { readonly [key: string]: Json };

/**
 * One edit of a lesson document: in the thing `id`, the `field` (dots lead into nested fields) becomes
 * `value`. The field "self" stands for the whole thing; a null there takes it away.
 */
export interface Change {
  readonly id: string;
  readonly field: string;
  readonly value: Json;
}
