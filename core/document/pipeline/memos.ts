import type { Keep } from "../../ground/base/index.ts";

/** What a run of the plot made, with what it was made from, by name. */
type Notes = Map<string, Note>;

interface Note {
  readonly inputs: readonly unknown[];
  readonly value: unknown;
  /** The parts it was made of, if it kept any: tried again when it is made anew. */
  readonly inside: Notes | undefined;
}

/**
 * Notes lie beside the values they belong to and never inside: a value can be cloned to a worker, and one without notes
 * is only slower to go on from. What a run does not use is forgotten with the value before it.
 */
const NOTES = new WeakMap<object, Notes>();

/** Runs a computation that may take over what an earlier value of its kind was made of. */
export function goingOnFrom<T extends object>(before: object | null, run: (keep: Keep) => T): T {
  const { keep, notes } = keeping((before && NOTES.get(before)) ?? undefined);
  const value = run(keep);
  NOTES.set(value, notes() ?? new Map());
  return value;
}

function keeping(before: Notes | undefined): { keep: Keep; notes: () => Notes | undefined } {
  // Most things that are kept keep nothing inside: thousands of empty maps would be the collector's work at every drag.
  let notes: Notes | undefined;
  const keep: Keep = <T>(about: string, inputs: readonly unknown[], make: (keep: Keep) => T): T => {
    notes ??= new Map();
    const was = before?.get(about);
    if (was && sameInputs(was.inputs, inputs)) {
      notes.set(about, was);
      return was.value as T;
    }
    const inner = keeping(was?.inside);
    const value = make(inner.keep);
    notes.set(about, { inputs, value, inside: inner.notes() });
    return value;
  };
  return { keep, notes: () => notes };
}

function sameInputs(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((x, i) => Object.is(x, b[i]));
}
