import { listOf } from "../../ground/base/index.ts";
import { nameKey } from "./letters.ts";
import { countSaid, type Manner, sayLine, sayLines, sayName } from "./say-names.ts";
import { inOneOrTwo, inSentences } from "./sentences.ts";
import type { Act, LineRef, Name, Stretch } from "./told.ts";

/** More guides than this are counted instead of named. */
const MOST_NAMED = 6;

export function sayGoOver({ lines, press }: Extract<Act, { do: "go-over" }>, manner: Manner): string[] {
  const go = press === "dotted" ? "Go over" : "Go firmly over";
  const dots = press === "dotted" ? " with dots" : "";
  const ends = lines.flatMap((l) => (l.k === "ends" ? [[l.a, l.b] as const] : []));
  const between = lines.flatMap((l) => (l.k === "between" ? [l] : []));
  const until = lines.flatMap((l) => (l.k === "until" || l.k === "to-edge" ? [l] : []));
  if (isCounted(lines)) return [`${go} the ${lines.length} guides${dots} as far as the back.`];
  return [
    ...inSentences(chains(ends), (c) => `${go} ${listOf(c)}${dots}.`, manner),
    ...until.flatMap((l) => {
      const [what, where] = [sayLine(l.line), l.k === "until" ? sayLine(l.until) : `the ${l.edge} edge`];
      return inOneOrTwo(
        `${go} ${what}${dots} up to ${where}.`,
        [`${go} ${what}${dots}.`, `Stop at ${where}.`],
        manner,
      );
    }),
    ...byLine(between).flatMap(([what, where]) => {
      const said = `${go} ${what}${dots} between ${where}.`;
      return countSaid(said) <= manner.mostWords
        ? [said]
        : [`${go} ${what}${dots}.`, `Only between ${where}.`];
    }),
  ];
}

/** Whether stretches are so many that they are counted in the words, and only the picture shows each. */
export function isCounted(lines: readonly Stretch<Name>[]): boolean {
  const ends = lines.flatMap((l) => (l.k === "ends" ? [[l.a, l.b] as const] : []));
  const others = lines.filter((l) => l.k === "until" || l.k === "to-edge");
  return chains(ends).length + others.length > MOST_NAMED;
}

/** "The guide from C between the uprights from J and K". */
function byLine(
  between: readonly Extract<Stretch<Name>, { k: "between" }>[],
): [what: string, where: string][] {
  const groups = new Map<string, LineRef<Name>[]>();
  for (const { line, lines } of between) {
    const key = JSON.stringify(lines);
    groups.set(key, [...(groups.get(key) ?? []), line]);
  }
  return [...groups].map(([key, lines]) => {
    const [x, y] = JSON.parse(key) as [LineRef<Name>, LineRef<Name>];
    return [sayLines(lines), sayLines([x, y])];
  });
}

/** Stretches as letters in a row where one goes on from the other: "ABC", "DE". */
function chains(lines: readonly (readonly [Name, Name])[]): string[] {
  const found: Name[][] = [];
  for (const [a, b] of lines) {
    const last = found[found.length - 1];
    const end = last?.[last.length - 1];
    if (last && end && nameKey(end) === nameKey(a)) last.push(b);
    else found.push([a, b]);
  }
  return found.map((names) =>
    names.every((n) => n.k === "letter") ? names.map(sayName).join("") : names.map(sayName).join(" to "),
  );
}
