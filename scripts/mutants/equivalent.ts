/** Faults that are none: what they change cannot be seen by anybody, with the reason. They are not counted. */
export const EQUIVALENT: readonly { readonly at: string; readonly was: string; readonly why: string }[] = [];
