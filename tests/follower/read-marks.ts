import { LINE, readLine, readNames } from "./read-names.ts";
import { LEN, type Reading, type Rule } from "./reading.ts";

/** How a sentence tells of marks: on which edge or line, how far along, and of marks all round a tile. */
export function markRules(reading: Reading): Rule[] {
  const { facts, len, lens } = reading;
  return [
    // Marks.
    [
      new RegExp(
        `^Mark (.+?): (${LEN}) (out|from (?:the )?\\w+)(?: at the \\w+)?, (${LEN}) (out|from (?:the )?\\w+)(?: at the \\w+)?\\.$`,
      ),
      (m) => {
        const n = (m[1] ?? "").replace(/^the /, "");
        facts.push(
          `${n} ${len(m[2] ?? "")} ${m[3]?.replace("the ", "")}`,
          `${n} ${len(m[4] ?? "")} ${m[5]?.replace("the ", "")}`,
        );
      },
    ],
    [
      new RegExp(`^Mark (.+?) (${LEN}) (out|from (?:the )?\\w+)(?: at the \\w+)?\\.$`),
      (m) => {
        reading.mark = (m[1] ?? "").replace(/^the /, "");
        facts.push(`${reading.mark} ${len(m[2] ?? "")} ${m[3]?.replace("the ", "")}`);
      },
    ],
    [
      new RegExp(`^It is (${LEN}) (out|along|from the \\w+)(?: at the \\w+)?\\.$`),
      (m) => {
        const tail = m[2] === "along" ? "" : ` ${m[2]?.replace("the ", "")}`;
        facts.push(`${reading.mark}${reading.line ? ` on ${reading.line}` : ""} ${len(m[1] ?? "")}${tail}`);
      },
    ],
    [
      new RegExp(`^On the (\\w+) edge mark (.+?) ((?:${LEN}(?:, | and )?)+) from the (\\w+)\\.$`),
      (m) => {
        const [names, all] = [readNames(m[2] ?? ""), lens(m[3] ?? "")];
        for (const [i, n] of names.entries()) facts.push(`${n} on ${m[1]} ${all[i]} from ${m[4]}`);
      },
    ],
    [
      new RegExp(
        `^On (${LINE}) mark (.+?),? every (${LEN})(?: \\w+(?: of)?)? (?:from )?([A-Z]\\d*|the .+)\\.$`,
      ),
      (m) => {
        const pace = Number(len(m[3] ?? "").replace("~", ""));
        for (const [i, n] of readNames(m[2] ?? "").entries())
          facts.push(`${n} on ${readLine(m[1] ?? "")} ${pace * (i + 1)}`);
      },
    ],
    [
      new RegExp(
        `^On (${LINE}) mark (.+?),? ((?:${LEN}(?:, | and )?)+)( along| out| from the (?:left|right|top|bottom)| from .+| above .+| below .+| left of .+| right of .+)\\.$`,
      ),
      (m) => {
        const [names, all] = [readNames((m[2] ?? "").replace(/,$/, "")), lens(m[3] ?? "")];
        const tail = / out$/.test(m[4] ?? "")
          ? " out"
          : /^ from the (left|right|top|bottom)$/.test(m[4] ?? "")
            ? (m[4] ?? "").replace("the ", "")
            : "";
        for (const [i, n] of names.entries()) facts.push(`${n} on ${readLine(m[1] ?? "")} ${all[i]}${tail}`);
      },
    ],
    [
      new RegExp(`^On (${LINE}) mark ((?:[^,]|, (?=[A-Z]\\d*(?:,| and|\\.)))+)\\.$`),
      (m) => {
        reading.line = readLine(m[1] ?? "");
        reading.mark = (m[2] ?? "").replace(/^the /, "");
        reading.row = readNames(m[2] ?? "");
      },
    ],
    [
      new RegExp(`^On (${LINE}) choose (\\S+), here (${LEN}) along\\.$`),
      (m) => facts.push(`${m[2]} on ${readLine(m[1] ?? "")} chosen ${len(m[3] ?? "").replace("~", "")}`),
    ],
    [
      new RegExp(`^On (${LINE}) choose (.+)\\.$`),
      (m) => {
        reading.line = readLine(m[1] ?? "");
        reading.mark = m[2] ?? "";
        reading.row = readNames(reading.mark);
      },
    ],
    [
      new RegExp(`^Here they are about ((?:${LEN}(?:, | and )?)+) along\\.$`),
      (m) => {
        for (const l of lens(m[1] ?? "")) facts.push(`${reading.row.shift()} on ${reading.line} chosen ${l}`);
      },
    ],
    [
      new RegExp(`^Here it is (${LEN}) along\\.$`),
      (m) => facts.push(`${reading.mark} on ${reading.line} chosen ${len(m[1] ?? "").replace("~", "")}`),
    ],
    [
      new RegExp(
        `^Measure (about )?((?:${LEN}(?:, | and )?)+) (?:from .+|above .+|below .+|left of .+|right of .+)\\.$`,
      ),
      (m) => {
        // One "about" in front is for all; where some are exact, each has its own.
        const all = m[1] && !/about|exactly/.test(m[2] ?? "") ? "~" : "";
        for (const [i, l] of lens(m[2] ?? "").entries())
          facts.push(`${reading.row.shift()} on ${reading.line} ${all || (i === 0 && m[1] ? "~" : "")}${l}`);
      },
    ],
    [/^Mark (\S+) halfway between (.+?) and (.+)\.$/, (m) => facts.push(`${m[1]} 1/2 ${m[2]} ${m[3]}`)],
    [
      new RegExp(`^Mark (\\S+) where (${LINE}) and (${LINE}) cross\\.$`),
      (m) => facts.push(`${m[1]} on ${readLine(m[2] ?? "")}`, `${m[1]} on ${readLine(m[3] ?? "")}`),
    ],
    [
      /^Look along (.+)\.$/,
      (m) => {
        reading.line = readLine(m[1] ?? "");
      },
    ],
    [
      /^Mark (\S+) where it meets (.+)\.$/,
      (m) => facts.push(`${m[1]} on ${reading.line}`, `${m[1]} on ${readLine(m[2] ?? "")}`),
    ],
    // A box set into a tile.
    [
      new RegExp(
        `^On lines? ((?:[A-Z]\\d*){2})(?: and ((?:[A-Z]\\d*){2}))? mark (${LEN}) from both ends\\.$`,
      ),
      (m) => {
        for (const side of [m[1], m[2]].flatMap((s) => s ?? []))
          facts.push(`inset ${side.replace(/([A-Z]\d*)([A-Z]\d*)/, "$1-$2")} ${len(m[3] ?? "")}`);
      },
    ],
    [
      /^Take tile ((?:[A-Z]\d*){4})\.$/,
      (m) => {
        reading.row = (m[1] ?? "").match(/[A-Z]\d*/g) ?? [];
      },
    ],
    [
      new RegExp(`^Along all sides(?: of tile ((?:[A-Z]\\d*){4}))? mark (${LEN}) from each corner\\.$`),
      (m) => {
        const [a, b, c, d] = m[1]?.match(/[A-Z]\d*/g) ?? reading.row;
        for (const side of [`${a}-${b}`, `${d}-${c}`, `${a}-${d}`, `${b}-${c}`])
          facts.push(`inset ${side} ${len(m[2] ?? "")}`);
      },
    ],
  ];
}
