import { LINE, readLine, readLines, readNames } from "./read-names.ts";
import { LEN, type Reading, type Rule } from "./reading.ts";

/** How a sentence tells of lines: where they begin, which way they run, and what ends them. */
export function lineRules(reading: Reading): Rule[] {
  const { facts, len, way, give } = reading;
  return [
    // Pairs that meet.
    [
      /^From (\S+) aim (.+?), from (\S+) (.+)\.$/,
      (m) => {
        reading.froms = [m[1] ?? "", m[3] ?? ""];
        facts.push(`${m[1]} ${way(m[2] ?? "")}`, `${m[3]} ${way(m[4] ?? "")}`, "meets");
      },
    ],
    [
      /^From (\S+) aim (.+)\.$/,
      (m) => {
        facts.push(`${m[1]} ${way(m[2] ?? "")}`, "meets");
      },
    ],
    [
      /^(Draw|Dot) both( lightly)? until they meet(?:, at (.+))?\.$/,
      (m) => {
        if (m[2]) facts.push("light");
        if (m[1] === "Dot") facts.push("dotted");
        give(m[3]);
      },
    ],
    // Lines.
    [
      new RegExp(
        `^From (.+?) (draw lightly|draw|dot a line|lay the ruler)(?: (${LEN}))?( .+?)?(?:, only between (.+?))?(?:, only from (.+?))?(?:(?:, up)? to (${LINE}|the edge))?(?:, (?:at|to) (.+?))?\\.$`,
      ),
      (m) => {
        reading.froms = readNames(m[1] ?? "");
        if (m[2] === "draw lightly") facts.push("light");
        if (m[2] === "dot a line") facts.push("dotted");
        const at = /^(.+?) to ((?:the )?(?:[A-Z]\d*|.+ corner))$/.exec((m[4] ?? "").trim());
        const w = way(at ? (at[1] ?? "") : (m[4] ?? ""));
        for (const f of reading.froms) {
          if (w) facts.push(`${f} ${w}`);
          if (at) facts.push(`${f} ends ${(at[2] ?? "").replace(/^the /, "")}`);
          if (m[3]) facts.push(`${f} ends ${len(m[3])}`);
          if (m[7]) facts.push(`${f} ends ${m[7] === "the edge" ? "edge" : readLine(m[7])}`);
          if (m[5])
            for (const [i, l] of readLines(m[5]).entries())
              facts.push(`${f} ${i === 0 ? "begins" : "ends"} ${l}`);
          const part = m[6] ? new RegExp(`^(${LEN}) to (${LEN})$`).exec(m[6]) : null;
          if (part) facts.push(`${f} begins ${len(part[1] ?? "")}`, `${f} ends ${len(part[2] ?? "")}`);
          const piece = m[6] && !part ? /^(.+?)(?:,? up)? to (.+)$/.exec(m[6]) : null;
          const on = m[6] && !part && !piece ? /^(.+) on$/.exec(m[6]) : null;
          if (on) facts.push(`${f} begins ${readLine(on[1] ?? "")}`);
          if (piece)
            facts.push(`${f} begins ${readLine(piece[1] ?? "")}`, `${f} ends ${readLine(piece[2] ?? "")}`);
        }
        give(m[8]);
      },
    ],
    [
      new RegExp(`^Draw( lightly)? only from (${LEN}) to (${LEN})\\.$`),
      (m) => {
        if (m[1]) facts.push("light");
        for (const f of reading.froms)
          facts.push(`${f} begins ${len(m[2] ?? "")}`, `${f} ends ${len(m[3] ?? "")}`);
      },
    ],
    [
      /^Draw( lightly)? between (.+)\.$/,
      (m) => {
        if (m[1]) facts.push("light");
        for (const f of reading.froms)
          for (const [i, l] of readLines(m[2] ?? "").entries())
            facts.push(`${f} ${i === 0 ? "begins" : "ends"} ${l}`);
      },
    ],
    [
      /^Go on between (.+)\.$/,
      (m) => {
        for (const f of reading.froms)
          for (const [i, l] of readLines(m[1] ?? "").entries())
            facts.push(`${f} ${i === 0 ? "begins" : "ends"} ${l}`);
      },
    ],
    [
      /^Start( lightly)? at (.+)\.$/,
      (m) =>
        facts.push(
          ...(m[1] ? ["light"] : []),
          ...reading.froms.map((f) => `${f} begins ${readLine(m[2] ?? "")}`),
        ),
    ],
    [
      new RegExp(`^Stop at (${LINE}|the \\w+ edge)(?:, at (.+))?\\.$`),
      (m) => {
        const at = readLine(m[1] ?? "").replace(/^(\w+) edge$/, "the $1 edge");
        if (reading.over.length > 0) facts.push(...reading.over.map((o) => `over ${o} by ${at}`));
        else facts.push(...reading.froms.map((f) => `${f} ends ${at}`));
        reading.over = [];
        give(m[2]);
      },
    ],
    [/^It (?:ends|begins) at (.+)\.$/, (m) => give(m[1])],
    [/^They (?:begin|end) at (.+)\.$/, (m) => give(m[1])],
    [
      /^It runs from (.+) to (.+)\.$/,
      (m) => {
        give(m[1]);
        give(m[2]);
      },
    ],
    [
      /^It crosses the ((?:left |right |level )?(?:guide|upright|line))s from (.+) at (.+)\.$/,
      (m) => {
        const [a, b] = [readNames(m[2] ?? ""), readNames(m[3] ?? "")];
        for (const [i, n] of b.entries()) facts.push(`${n} on ${m[1]} ${a[i]}`);
      },
    ],
    [
      /^It crosses (.+)\.$/,
      (m) => {
        for (const hit of (m[1] ?? "").matchAll(new RegExp(`(${LINE}) at ([A-Z]\\d*)`, "g")))
          facts.push(`${hit[2]} on ${readLine(hit[1] ?? "")}`);
      },
    ],
  ];
}
