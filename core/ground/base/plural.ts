import { COUNTED } from "../lexicon/index.ts";

/** "one line", "three lines", "14 lines": counts up to ten are spelled out, as a teacher writes them. */
export function countOf(n: number, one: string, many = `${one}s`): string {
  return `${COUNTED[n] ?? n} ${n === 1 ? one : many}`;
}

/** "once", "three times". */
export function timesOf(n: number): string {
  return n === 1 ? "once" : countOf(n, "time");
}

/** "a, b and c". */
export function listOf(words: readonly string[]): string {
  if (words.length <= 1) return words[0] ?? "";
  return `${words.slice(0, -1).join(", ")} and ${words[words.length - 1]}`;
}

/** The text with a capital, to begin a sentence. */
export function sentenceCase(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
