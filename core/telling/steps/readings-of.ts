import {
  type Manner,
  type Name,
  nameKey,
  type Reading,
  sayReading,
  type Told,
  type Where,
} from "../told/index.ts";

/** The measures of a step as they are spoken, each with where it is taken: for matching speech, never printed twice. */
export function readingsOf(told: readonly Told[], manner: Manner): string[] {
  const said = new Set<string>();
  const add = (reading: Reading, where: string) => said.add(`${sayReading(reading, manner)} ${where}`.trim());
  for (const { act } of told) {
    switch (act.do) {
      case "mark":
        for (const { where } of act.at) readWhere(where, add);
        break;
      case "rule":
        for (const { end, toward } of act.lines) {
          if (end.k === "length") add(end.reading, toward.k === "way" ? toward.way : "long");
          if (toward.k === "edge-mark") add(toward.mark.reading, `from the ${toward.mark.from} edge`);
        }
        break;
      case "template":
        add(act.wide, "wide");
        add(act.high, "high");
        break;
      case "inset":
        for (const margin of act.margins) add(margin, "from both ends");
        break;
      case "slide":
        add(act.reading, "between the lines");
        break;
    }
  }
  return [...said];
}

function readWhere(where: Where<Name>, add: (reading: Reading, where: string) => void): void {
  switch (where.k) {
    case "edges":
      for (const from of [where.across, where.down])
        add(from.reading, from.out ? `outside the ${from.edge} edge` : `from the ${from.edge} edge`);
      break;
    case "on-edge":
      add(where.mark.reading, `from the ${where.mark.from} edge`);
      break;
    case "line-edge":
      add(where.from.reading, `${where.from.out ? "outside" : "from"} the ${where.from.edge} edge`);
      break;
    case "along":
      add(where.reading, `from ${nameKey(where.from)}`);
      break;
  }
}
