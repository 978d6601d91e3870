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
