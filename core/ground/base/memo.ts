/**
 * Takes over what was made from the very same inputs before, or makes it. `about` names what is made among its siblings;
 * while it is made, parts of it can be kept in the same way. Stages state their inputs with it and know nothing of how
 * long anything is remembered: that is decided where the keeping is handed out.
 */
export type Keep = <T>(about: string, inputs: readonly unknown[], make: (keep: Keep) => T) => T;

/** Keeps nothing: everything is made anew. */
export const makeAnew: Keep = (_about, _inputs, make) => make(makeAnew);
