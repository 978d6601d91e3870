import type { SheetCorner } from "../../drawing/drafter/index.ts";
import type { Sheet } from "../../drawing/view/index.ts";
import { formatLength, listOf } from "../../ground/base/index.ts";
import { rulerMarkMm } from "./measures.ts";
import type { EdgeMark, LineRef, Name, Reading, Toward } from "./told.ts";

/** How a class is spoken to. */
export interface Manner {
  readonly sheet: Sheet;
  /** Short sentences in plain words, or full ones. */
  readonly plain: boolean;
  /** Lengths as parts of the sheet, for those who have no ruler with marks. */
  readonly noNumbers?: boolean;
  /** More words than this are two sentences. */
  readonly mostWords: number;
  /** For a left hand: what goes with a hand is told and shown for it. */
  readonly leftHand?: boolean;
}

const CORNER: Readonly<Record<SheetCorner, string>> = {
  "top-left": "the upper left corner",
  "top-right": "the upper right corner",
  "bottom-right": "the lower right corner",
  "bottom-left": "the lower left corner",
};

export function sayName(name: Name): string {
  switch (name.k) {
    case "letter":
      return `${name.letter}${name.nth ?? ""}`;
    case "corner":
      return CORNER[name.of];
    case "plain":
      return `the ${shortPlain(name.is)}`;
  }
}

/** "Left vanishing point" is said "left point": where there are two, everybody knows of what. */
function shortPlain(is: string): string {
  return is.replace(/^(left|right|upper|lower) vanishing point/, "$1 point");
}

/** A name as it is said when its place is first marked: a vanishing point by its whole name. */
export function sayNewName(name: Name): string {
  return name.k === "plain" ? `the ${name.is}` : sayName(name);
}

/** "A, C and D"; numbered ones in order as "B1 to B9". */
export function sayNames(names: readonly Name[]): string {
  const said: string[] = [];
  for (let i = 0; i < names.length; ) {
    const first = names[i];
    if (!first) break;
    let n = 1;
    while (follows(names[i + n - 1], names[i + n])) n++;
    const last = names[i + n - 1];
    if (n >= 3 && last) {
      said.push(`${sayName(first)} to ${sayName(last)}`);
      i += n;
    } else {
      said.push(sayName(first));
      i++;
    }
  }
  return listOf(said);
}

function follows(a: Name | undefined, b: Name | undefined): boolean {
  return (
    a?.k === "letter" &&
    b?.k === "letter" &&
    a.letter === b.letter &&
    a.nth !== undefined &&
    b.nth === a.nth + 1
  );
}

export function sayReading({ marks, about }: Reading, { sheet, noNumbers }: Manner): string {
  if (noNumbers) return sayShareOfSheet((marks * rulerMarkMm(sheet)) / sheet.widthMm);
  const length = formatLength(marks * rulerMarkMm(sheet), sheet);
  return about ? `about ${length}` : length;
}

/** "line AB", "the line from B", "the line from B to the left vanishing point", "the horizon". */
export function sayLine(line: LineRef<Name>): string {
  switch (line.k) {
    case "ends":
      return line.a.k === "letter" && line.b.k === "letter"
        ? `line ${sayName(line.a)}${sayName(line.b)}`
        : `the line from ${sayName(line.a)} to ${sayName(line.b)}`;
    case "from":
      return sayLineFrom(line.at, line.toward);
    case "horizon":
      return "the horizon";
    case "edge":
      return `the ${line.edge} edge`;
    case "crease":
      return line.across === "width" ? "the upright crease" : "the level crease";
  }
}

const GUIDE = /^(?:(left|right|upper|lower) )?vanishing point$/;

/** Lines that are of one sort as one name: "the right guides C and E", "the lines from F1 to F6". */
export function sayLines(lines: readonly LineRef<Name>[]): string {
  const said = lines.map(sayLine);
  if (said.length === 1) return said[0] ?? "";
  const sorts = said.map((text) => SORT.exec(text));
  const sort = sorts[0]?.[1];
  const froms = lines.flatMap((l) => (l.k === "from" ? [l.at] : []));
  if (sort && froms.length === lines.length && sorts.every((s) => s?.[1] === sort))
    return `the ${sort}s ${sort === "line" ? "from " : ""}${sayNames(froms)}`;
  return listOf(said);
}

const SORT = /^the ((?:(?:\w+ )?(?:guide|upright|level line))|line) from \w+$/;

/** A line by where it starts: "the guide from B", "the left guide from B", "the upright from C". */
function sayLineFrom(name: Name, toward: Toward<Name>): string {
  const at = sayName(name);
  switch (toward.k) {
    case "point":
    case "away": {
      // Towards its point or away from it: the ruler lies on one and the same line.
      const point = toward.k === "point" ? toward.at : toward.from;
      const guide = point.k === "plain" ? GUIDE.exec(point.is) : null;
      if (guide?.[1] === "upper" || guide?.[1] === "lower") return `the upright from ${at}`;
      if (guide && !guide[1] && name.k === "corner") return `${CORNER[name.of].replace(" corner", "")} guide`;
      if (guide) return `the ${guide[1] ? `${guide[1]} ` : ""}guide from ${at}`;
      return `the line from ${at} ${toward.k === "point" ? "to" : "away from"} ${sayName(point)}`;
    }
    case "way":
      return `the ${toward.way === "up" || toward.way === "down" ? "upright" : "level line"} from ${at}`;
    case "parallel":
    case "slope":
      return `the slanting line from ${at}`;
    case "edge-mark":
      return `the line from ${at}`;
  }
}

export function sayEdgeMark({ edge, from, reading }: EdgeMark, manner: Manner): string {
  return `the ${edge} edge, ${sayReading(reading, manner)} from the ${from}`;
}

const SHARES: readonly (readonly [number, string])[] = [
  [1, "a whole sheet"],
  [3 / 4, "three quarters of the sheet"],
  [2 / 3, "two thirds of the sheet"],
  [1 / 2, "half the sheet"],
  [1 / 3, "a third of the sheet"],
  [1 / 4, "a quarter of the sheet"],
  [1 / 5, "a fifth of the sheet"],
  [1 / 6, "a sixth of the sheet"],
  [1 / 8, "an eighth of the sheet"],
  [1 / 12, "a thumb and a half"],
  [1 / 16, "a thumb's width"],
  [1 / 24, "a finger's width"],
  [1 / 48, "half a finger"],
  [1 / 120, "a pencil's width"],
];

/** A length as a part of the sheet's width, or of a hand: what a straight edge without marks can be held against. */
function sayShareOfSheet(share: number): string {
  const near = [...SHARES].sort(
    (a, b) => Math.abs(Math.log(a[0] / share)) - Math.abs(Math.log(b[0] / share)),
  );
  return near[0]?.[1] ?? "a little";
}

/** Words as a card counts them: a letter, a number and a unit each, a fraction with its number as one. */
export function countSaid(text: string): number {
  const joined = text.includes("\u2044") ? text.replace(/(\d+)\u00a0(\d+\u2044\d+)/g, "$1$2") : text;
  return joined.match(/\S*?[\p{L}\p{N}]\S*/gu)?.length ?? 0;
}

/** The letters a sentence speaks of: "A", rows such as "ABC", sets such as "B1 to B9" with all between. */
export function lettersSaid(sentence: string): string[] {
  const said = [...sentence.matchAll(/(?<![\p{L}\p{N}])(?:[A-HJ-NP-Z]\d*)+(?![\p{L}\p{N}])/gu)].flatMap(
    (m) => [...m[0].matchAll(/[A-Z]\d*/g)],
  );
  const letters = said.map((l) => l[0]);
  for (const [, letter, from, to] of sentence.matchAll(/\b([A-Z])(\d+) to \1(\d+)\b/g))
    for (let n = Number(from) + 1; n < Number(to); n++) letters.push(`${letter}${n}`);
  return letters;
}
