import type { SheetEdge } from "../../drawing/drafter/index.ts";
import {
  countSaid,
  type Manner,
  type Name,
  nameKey,
  type Reading,
  rulerMarkMm,
  sayName,
  sayReading,
  type Told,
} from "../told/index.ts";
import { ASIDE_WORDS } from "./ceilings.ts";

/** Where a place stands as the pupil measured it: whole marks from the left and from the bottom. */
interface Stands {
  readonly left: number | null;
  readonly bottom: number | null;
}

/**
 * A check by adding up what the pupil has just measured: where the lines of a step end, from the sheet's edges. Sums are of
 * marks on the ruler, so that they come out; without a place measured from the edges there is nothing to add to.
 */
export function sumCheck(told: readonly Told[], manner: Manner): string {
  if (manner.noNumbers) return "";
  const stands = new Map<string, Stands>();
  const found: string[] = [];
  for (const { act } of told) {
    if (act.do === "mark")
      for (const { gives, where } of act.at)
        if (
          where.k === "edges" &&
          !where.across.out &&
          !where.down.out &&
          !where.across.reading.about &&
          !where.down.reading.about
        )
          stands.set(nameKey(gives), {
            left: where.across.edge === "left" ? where.across.reading.marks : null,
            bottom: where.down.edge === "bottom" ? where.down.reading.marks : null,
          });
    if (act.do !== "rule") continue;
    for (const line of act.lines) {
      const from = stands.get(nameKey(line.from));
      if (
        !from ||
        !line.gives ||
        line.toward.k !== "way" ||
        line.end.k !== "length" ||
        line.end.reading.about
      )
        continue;
      const { way } = line.toward;
      const { marks } = line.end.reading;
      const to: Stands = {
        left: from.left === null ? null : from.left + (way === "right" ? marks : way === "left" ? -marks : 0),
        bottom:
          from.bottom === null ? null : from.bottom + (way === "up" ? marks : way === "down" ? -marks : 0),
      };
      stands.set(nameKey(line.gives), to);
      const edge: SheetEdge = way === "left" || way === "right" ? "left" : "bottom";
      const sum = edge === "left" ? to.left : to.bottom;
      if (sum === null || sum <= 0 || !fits(sum, edge, manner)) continue;
      found.push(`${sayName(line.gives)} stands ${sayMarks(sum, manner)} from the ${edge}`);
    }
  }
  const both = `${found.slice(0, 2).join(", ")}.`;
  const one = `${found[0]} edge.`;
  if (found.length === 0) return "";
  return found.length > 1 && countSaid(both) <= ASIDE_WORDS ? both : one;
}

function fits(marks: number, edge: SheetEdge, { sheet }: Manner): boolean {
  return marks * rulerMarkMm(sheet) <= (edge === "left" ? sheet.widthMm : sheet.heightMm);
}

function sayMarks(marks: number, manner: Manner): string {
  const reading: Reading = { marks, kind: "measured", about: false, exactMm: 0 };
  return sayReading(reading, manner);
}

/** Two places marked either side of a third along one line: how far they are apart. */
export function acrossCheck(told: readonly Told[], manner: Manner): string {
  if (manner.noNumbers) return "";
  const marks = told.flatMap(({ act }) => (act.do === "mark" ? act.at : []));
  const pairs = marks.flatMap(({ gives, where }, i) =>
    marks.slice(i + 1).flatMap((other) => {
      const [a, b] = [where, other.where];
      if (a.k !== "along" || b.k !== "along" || a.reading.about || b.reading.about) return [];
      if (a.line.k !== "edge" || JSON.stringify(a.line) !== JSON.stringify(b.line)) return [];
      if (nameKey(a.from) !== nameKey(b.from) || a.toward.k !== "way" || b.toward.k !== "way") return [];
      if (a.toward.way === b.toward.way) return [];
      const apart = a.reading.marks + b.reading.marks;
      return a.reading.marks === b.reading.marks
        ? [`${sayName(gives)} and ${sayName(other.gives)} are ${sayMarks(apart, manner)} apart`]
        : [];
    }),
  );
  const [first, second] = pairs;
  if (!first) return "";
  const both = `${first}, ${second}.`;
  return second && countSaid(both) <= ASIDE_WORDS ? both : `${first}.`;
}

/** Places marked along an edge, or on the horizon, measured back from the other end: only where the sheet is whole marks long. */
export function backCheck(told: readonly Told[], manner: Manner): string {
  if (manner.noNumbers) return "";
  const { sheet } = manner;
  const found: { name: Name; marks: number; edge: SheetEdge }[] = [];
  for (const { act } of told) {
    if (act.do !== "mark") continue;
    for (const { gives, where } of act.at) {
      if (
        where.k === "line-edge" &&
        !where.from.out &&
        where.from.edge === "left" &&
        !where.from.reading.about
      ) {
        const whole = wholeMarks(sheet.widthMm, manner);
        if (whole !== null)
          found.push({ name: gives, marks: whole - where.from.reading.marks, edge: "right" });
      }
      if (where.k === "on-edge" && where.mark.from === "top" && !where.mark.reading.about) {
        const whole = wholeMarks(sheet.heightMm, manner);
        if (whole !== null)
          found.push({ name: gives, marks: whole - where.mark.reading.marks, edge: "bottom" });
      }
    }
  }
  const [first, second] = found;
  if (!first || first.marks <= 0) return "";
  if (second && second.marks === first.marks && second.edge === first.edge)
    return `${sayName(first.name)} and ${sayName(second.name)} are ${sayMarks(first.marks, manner)} from the ${first.edge} edge.`;
  return capital(`${sayName(first.name)} is ${sayMarks(first.marks, manner)} from the ${first.edge} edge.`);
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

function wholeMarks(mm: number, { sheet }: Manner): number | null {
  const marks = mm / rulerMarkMm(sheet);
  return Math.abs(marks - Math.round(marks)) < 0.02 ? Math.round(marks) : null;
}
