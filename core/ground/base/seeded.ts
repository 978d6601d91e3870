/** Numbers from 0 to below 1 that only look like chance: the same seed gives the same row. */
export type Seeded = () => number;

/** T. Ettinger's mulberry32 (2017, public domain, from memory): 32 bits of state, good enough for lots. */
export function seeded(seed: number): Seeded {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A list in another order (R. A. Fisher and F. Yates, 1938, as R. Durstenfeld has it, 1964). */
export function shuffled<T>(list: readonly T[], next: Seeded): T[] {
  const mixed = [...list];
  for (let i = mixed.length - 1; i > 0; i--) {
    const k = Math.floor(next() * (i + 1));
    [mixed[i], mixed[k]] = [mixed[k] as T, mixed[i] as T];
  }
  return mixed;
}
