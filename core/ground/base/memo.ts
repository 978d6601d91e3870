/**
 * A memo (memoization: D. Michie, "Memo" functions and machine learning, Nature 218, 1968): takes over what was made from the
 * very same inputs before, or makes it. `about` names what is made among its siblings; while it is made, parts of it can be
 * memoized in the same way. Stages state their inputs with it and know nothing of how long anything is remembered: that is
 * decided where the memo is handed out.
 */
export type Memo = <T>(about: string, inputs: readonly unknown[], make: (memo: Memo) => T) => T;

/** Remembers nothing: everything is made again. */
export const noMemo: Memo = (_about, _inputs, make) => make(noMemo);
