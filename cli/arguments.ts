import { readFileSync, writeFileSync } from "node:fs";

/** Bad input on the command line: one line that says what, which and what was expected. */
export class CliError extends Error {}

/** One of some words. Throws CliError for any other. */
export function oneOf<T extends string>(name: string, text: string, choices: readonly T[]): T {
  const found = choices.find((c) => c === text);
  if (found === undefined) throw new CliError(`${name} is one of ${choices.join(", ")}, got "${text}"`);
  return found;
}

/** A whole number within bounds. Throws CliError for anything else. */
export function wholeNumber(name: string, text: string, least: number, most: number): number {
  const n = Number(text);
  if (!Number.isInteger(n) || n < least || n > most || text.trim() === "")
    throw new CliError(`${name} takes a whole number from ${least} to ${most}, got "${text}"`);
  return n;
}

/** The bytes of a file. Throws CliError with the reason where it cannot be read. */
export function readBytes(path: string): Uint8Array {
  try {
    return readFileSync(path);
  } catch (error) {
    throw new CliError(`"${path}" cannot be read: ${reasonOf(error)}`, { cause: error });
  }
}

/** Writes a file. Throws CliError with the reason where it cannot. */
export function saveTo(out: string, content: string | Buffer): void {
  try {
    writeFileSync(out, content);
  } catch (error) {
    throw new CliError(`"${out}" cannot be written: ${reasonOf(error)}`, { cause: error });
  }
}

/** The first line of what an error says. */
export function reasonOf(error: unknown): string {
  return error instanceof Error ? (error.message.split("\n")[0] ?? "") : String(error);
}
