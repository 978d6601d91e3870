const faults: string[] = [];

/** Prints a figure, and remembers when it is not as it must be. */
export function figure(what: string, value: string | number, holds = true): void {
  console.log(`  ${holds ? " " : "✗"} ${what.padEnd(74)} ${value}`);
  if (!holds) faults.push(`${what}: ${value}`);
}

export function part(title: string): void {
  console.log(`\n${title}`);
}

/** Faults found; none when all held. */
export const found = (): readonly string[] => faults;

/** Numbers that look like chance and are the same every time (mulberry32), from 0 to 1. */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}
