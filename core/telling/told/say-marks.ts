import { listOf } from "../../ground/base/index.ts";
import { nameKey } from "./letters.ts";
import { countSaid, type Manner, sayLine, sayName, sayNames, sayNewName, sayReading } from "./say-names.ts";
import { inOneOrTwo, inSentences } from "./sentences.ts";
import type { FromEdgeRead, Name, Reading, Where } from "./told.ts";

export function sayMarks(at: readonly { gives: Name; where: Where<Name> }[], manner: Manner): string[] {
  const first = at[0]?.where;
  if (!first) return [];
  if (at.length > 1 && first.k === "along") {
    const apart = sayRowApart(at, manner);
    if (apart) return [...apart];
  }
  if (at.length > 1 && (first.k === "along" || first.k === "on-edge" || first.k === "line-edge"))
    return inSentences(at, (some) => sayRow(some, manner), manner).flatMap((s) => s.split("\n"));
  const said = at.flatMap(({ gives, where }) => sayMark(gives, where, manner));
  if (first.k !== "crossing" || said.every((s) => countSaid(s) <= manner.mostWords)) return said;
  const [line] = first.lines;
  return [
    ...(first.taped ? [`Tape paper to the ${first.taped} edge.`] : []),
    `Look along ${sayLine(line)}.`,
    ...at.flatMap(({ gives, where }) =>
      where.k === "crossing" ? [`Mark ${sayName(gives)} where it meets ${sayLine(where.lines[1])}.`] : [],
    ),
  ];
}

/** Several marks along one line or edge, all measured from the same place. */
function sayRow(some: readonly { gives: Name; where: Where<Name> }[], manner: Manner): string {
  const [one] = some;
  if (!one || some.length === 1) return one ? sayMark(one.gives, one.where, manner).join("\n") : "";
  const where = one.where;
  const names = sayNames(some.map((s) => s.gives));
  const read = (s: { where: Where<Name> }) =>
    s.where.k === "along"
      ? s.where.reading
      : s.where.k === "on-edge"
        ? s.where.mark.reading
        : s.where.k === "line-edge"
          ? s.where.from.reading
          : null;
  const readings = some.flatMap((s) => read(s) ?? []);
  const pace = paceOf(readings.map((r) => r.marks));
  const firstReading = readings[0];
  const lengths =
    pace && firstReading && readings.every((r) => !r.about)
      ? `every ${sayReading(firstReading, manner)}`
      : listOf(readings.map((r) => sayReading(r, manner)));
  if (where.k === "along") return `On ${sayLine(where.line)} mark ${names} ${lengths}${sayFrom(where)}.`;
  if (where.k === "on-edge")
    return `On the ${where.mark.edge} edge mark ${names} ${lengths} from the ${where.mark.from}.`;
  if (
    where.k === "line-edge" &&
    some.every((s) => s.where.k === "line-edge" && !s.where.from.out && s.where.from.edge === where.from.edge)
  )
    return `On ${sayLine(where.line)} mark ${names} ${lengths} from the ${where.from.edge}.`;
  return some.flatMap((s) => sayMark(s.gives, s.where, manner)).join("\n");
}

/**
 * A row of marks too long for one sentence, or chosen by eye: which they are, and then how far off each. Null where that is
 * no shorter.
 */
function sayRowApart(
  at: readonly { gives: Name; where: Where<Name> }[],
  manner: Manner,
): readonly string[] | null {
  const where = at[0]?.where;
  if (where?.k !== "along") return null;
  const readings = at.flatMap(({ where: w }) => (w.k === "along" ? [w.reading] : []));
  const byEye = readings.every((r) => r.kind === "by-eye");
  if (!byEye && countSaid(sayRow(at, manner)) <= manner.mostWords) return null;
  const open = `On ${sayLine(where.line)} ${byEye ? "choose" : "mark"} ${sayNames(at.map((s) => s.gives))}.`;
  const measures = inSentences(
    readings.map((r) => (byEye ? { ...r, about: true } : r)),
    (some) =>
      byEye
        ? `Here they are ${sayReadings(some, manner)} along.`
        : `Measure ${sayReadings(some, manner)}${sayFrom(where)}.`,
    manner,
  );
  const sentences = [open, ...measures];
  return sentences.every((s) => countSaid(s) <= manner.mostWords) ? sentences : null;
}

/** "About 5 mm, 8 mm and 9 mm" where none is exact; where only some are, each is told which it is. */
function sayReadings(readings: readonly Reading[], manner: Manner): string {
  const about = readings.every((r) => r.about);
  const mixed = !about && readings.some((r) => r.about);
  const said = readings.map(
    (r) => `${mixed && !r.about ? "exactly " : ""}${sayReading(mixed ? r : { ...r, about: false }, manner)}`,
  );
  return `${about ? "about " : ""}${listOf(said)}`;
}

/** Whether readings are one pace repeated: 1, 2, 3 times the first. */
function paceOf(marks: readonly number[]): boolean {
  const [pace] = marks;
  return pace !== undefined && marks.length >= 3 && marks.every((m, i) => m === pace * (i + 1));
}

function sayFrom(where: Extract<Where<Name>, { k: "along" }>): string {
  const { from, toward, line } = where;
  const startsThere = line.k === "from" && nameKey(line.at) === nameKey(from);
  if (toward.k === "way" && !startsThere) {
    const side = { up: "above", down: "below", left: "left of", right: "right of" }[toward.way];
    return ` ${side} ${sayName(from)}`;
  }
  return ` from ${sayName(from)}`;
}

function sayMark(gives: Name, where: Where<Name>, manner: Manner): readonly string[] {
  const it = sayNewName(gives);
  switch (where.k) {
    case "edges": {
      const tapes = [where.across, where.down].filter((r) => r.out);
      return [
        ...(tapes.length > 0 ? [`Tape paper to the ${listOf(tapes.map((t) => t.edge))} edge.`] : []),
        ...sayPlace(it, where, manner),
      ];
    }
    case "on-edge":
      return [
        `On the ${where.mark.edge} edge mark ${it} ${sayReading(where.mark.reading, manner)} from the ${where.mark.from}.`,
      ];
    case "along": {
      if (where.reading.kind === "by-eye") {
        const about = sayReading({ ...where.reading, about: true }, manner);
        return inOneOrTwo(
          `On ${sayLine(where.line)} choose ${it}, here ${about} along.`,
          [`On ${sayLine(where.line)} choose ${it}.`, `Here it is ${about} along.`],
          manner,
        );
      }
      if (
        where.line.k === "from" &&
        nameKey(where.line.at) === nameKey(where.from) &&
        where.toward.k !== "away"
      )
        return inOneOrTwo(
          `On ${sayLine(where.line)} mark ${it}, ${sayReading(where.reading, manner)} along.`,
          [`On ${sayLine(where.line)} mark ${it}.`, `It is ${sayReading(where.reading, manner)} along.`],
          manner,
        );
      return [`On ${sayLine(where.line)} mark ${it} ${sayReading(where.reading, manner)}${sayFrom(where)}.`];
    }
    case "line-edge": {
      const far = where.from.out ? "out" : `from the ${where.from.edge}`;
      return [
        ...(where.from.out ? [`Tape paper to the ${where.from.edge} edge.`] : []),
        ...inOneOrTwo(
          `On ${sayLine(where.line)} mark ${it}, ${sayReading(where.from.reading, manner)} ${far}.`,
          [
            `On ${sayLine(where.line)} mark ${it}.`,
            `It is ${sayReading(where.from.reading, manner)} ${far}.`,
          ],
          manner,
        ),
      ];
    }
    case "crossing":
      return [
        ...(where.taped ? [`Tape paper to the ${where.taped} edge.`] : []),
        `Mark ${it} where ${sayLine(where.lines[0])} and ${sayLine(where.lines[1])} cross.`,
      ];
    case "share":
      return [
        where.num === 1 && where.den === 2
          ? `Mark ${it} halfway between ${sayName(where.a)} and ${sayName(where.b)}.`
          : `Mark ${it} ${SHARES[`${where.num}/${where.den}`] ?? ""} of the way from ${sayName(where.a)} to ${sayName(where.b)}.`,
      ];
  }
}

const SHARES: Readonly<Record<string, string>> = {
  "1/3": "one third",
  "2/3": "two thirds",
  "1/4": "one quarter",
  "3/4": "three quarters",
};

function sayPlace(
  it: string,
  { across, down }: Extract<Where<Name>, { k: "edges" }>,
  manner: Manner,
): string[] {
  // Which edge is beyond has been said with the paper taped to it.
  const both = across.out && down.out;
  const far = (r: FromEdgeRead) =>
    r.out
      ? `${sayReading(r.reading, manner)} out${both ? ` at the ${r.edge}` : ""}`
      : `${sayReading(r.reading, manner)} from the ${r.edge}`;
  const said = `Mark ${it}: ${far(across)}, ${far(down)}.`;
  if (countSaid(said) <= manner.mostWords) return [said];
  const brief = said.replaceAll(" from the ", " from ");
  if (countSaid(brief) <= manner.mostWords) return [brief];
  return [`Mark ${it} ${far(across)}.`, `It is ${far(down)}.`];
}
