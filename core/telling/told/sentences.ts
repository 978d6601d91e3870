import { countSaid, type Manner } from "./say-names.ts";

/** A sentence, or where it is too long for the class the same in two. */
export function inOneOrTwo(one: string, two: readonly string[], manner: Manner): readonly string[] {
  return countSaid(one) <= manner.mostWords ? [one] : two;
}

/** Says many things in as few sentences as hold them. */
export function inSentences<T>(
  all: readonly T[],
  say: (some: readonly T[]) => string,
  manner: Manner,
): string[] {
  const said: string[] = [];
  let held: T[] = [];
  for (const one of all) {
    if (held.length > 0 && countSaid(say([...held, one])) > manner.mostWords) {
      said.push(say(held));
      held = [];
    }
    held.push(one);
  }
  return held.length > 0 ? [...said, say(held)] : said;
}
