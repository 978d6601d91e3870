import type { Memo } from "../../ground/base/index.ts";

/** What a run made, with what it was made from, by name. */
type Entries = Map<string, Entry>;

interface Entry {
  readonly inputs: readonly unknown[];
  readonly value: unknown;
  /** The parts it was made of, if it memoized any: tried again when it is made again. */
  readonly inside: Entries | undefined;
}

/**
 * Entries lie beside the values they belong to and never inside: a value can be cloned to a worker, and one without entries
 * is only slower to go on from. What a run does not use is forgotten with the value before it.
 */
const ENTRIES = new WeakMap<object, Entries>();

/** Runs a computation that may take over what an earlier value of its kind was made of. */
export function goingOnFrom<T extends object>(before: object | null, run: (memo: Memo) => T): T {
  const { memo, entries } = memoAfter((before && ENTRIES.get(before)) ?? undefined);
  const value = run(memo);
  ENTRIES.set(value, entries() ?? new Map());
  return value;
}

function memoAfter(before: Entries | undefined): { memo: Memo; entries: () => Entries | undefined } {
  // Most things have no parts of their own: thousands of empty maps would be the collector's work at every drag.
  let entries: Entries | undefined;
  const memo: Memo = <T>(about: string, inputs: readonly unknown[], make: (memo: Memo) => T): T => {
    entries ??= new Map();
    const was = before?.get(about);
    if (was && sameInputs(was.inputs, inputs)) {
      entries.set(about, was);
      return was.value as T;
    }
    const inner = memoAfter(was?.inside);
    const value = make(inner.memo);
    entries.set(about, { inputs, value, inside: inner.entries() });
    return value;
  };
  return { memo, entries: () => entries };
}

function sameInputs(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((x, i) => Object.is(x, b[i]));
}
