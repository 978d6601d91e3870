import type { Facts } from "./facts-of-act.ts";
import { lineRules } from "./read-lines.ts";
import { markRules } from "./read-marks.ts";
import { readLine, readLines, readNames, readRow } from "./read-names.ts";
import { LEN, Reading, type Rule } from "./reading.ts";

// The second half of reading back: the words, by a grammar that knows nothing of the data. Lines and marks have theirs beside.

const COUNTS = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"];

const PLAIN: readonly (readonly [RegExp, string])[] = [
  [/\bup-line/g, "upright"],
  [/\bflat line/g, "level line"],
  [/\b(left|right|upper|lower) vanishing point\b/g, "$1 point"],
  [/\bsoftly\b/g, "lightly"],
  [/\bSoftly\b/g, "Lightly"],
  [/\bhard\b/g, "firmly"],
];

/** What the sentences of one act say, as facts. Throws at a sentence that is in no grammar. */
export function factsRead(sentences: readonly string[], marks: (length: string) => string): Facts {
  const reading = new Reading(marks);
  const { facts, len } = reading;
  const rules: Rule[] = [
    [
      /^Do not draw through (.+)\.$/,
      (m) =>
        facts.push(...(m[1] ?? "").split(/, | and /).map((o) => `not through ${o.replace(/^the /, "")}`)),
    ],
    [/^Draw nothing above .+\.$/, () => {}],
    [/^Tape paper to the .+ edge\.$/, () => {}],
    [
      new RegExp(`^Aim at the (\\w+) edge, (${LEN}) from the (\\w+)\\.$`),
      (m) => {
        reading.aim = `edge ${m[1]} ${len(m[2] ?? "")} ${m[3]}`;
      },
    ],
    [
      new RegExp(`^Slope: (${LEN}) (\\w+) for (${LEN}) (\\w+)\\.$`),
      (m) => {
        reading.aim = `slope ${len(m[1] ?? "")} ${m[2]} ${len(m[3] ?? "")} ${m[4]}`;
      },
    ],
    [
      /^Join opposite marks lightly(?:, crossing at (.+))?\.$/,
      (m) => {
        facts.push("light");
        for (const n of m[1] ? readNames(m[1]) : []) facts.push(`${n} of the box`);
      },
    ],
    [
      /^(Lightly join|Join with dots|Join) (.+?)(: the horizon)?\.$/,
      (m) => {
        if (m[1] === "Lightly join") facts.push("light");
        if (m[1] === "Join with dots") facts.push("dotted");
        for (const pair of (m[2] ?? "").split(/, | and /))
          facts.push(`join ${pair.replace(/the /g, "").replace(" to ", "-")}`);
      },
    ],
    [
      /^From (?:the )?([^,.]+?) draw( lightly)? out to (.+)\.$/,
      (m) => {
        if (m[2]) facts.push("light");
        for (const n of readNames(m[3] ?? "")) facts.push(`join ${m[1]}-${n}`);
      },
    ],
    [
      /^Draw (\w+) more like it, (?:the|each) gap smaller than the last\.$/,
      (m) => facts.push(`${COUNTS.indexOf(m[1] ?? "")} more line`),
    ],
    [
      /^Leave (half its length|a gap), then draw a shorter dash\.$/,
      (m) => {
        facts.push("1 more dash");
        if (m[1] === "half its length") facts.push("gap half");
      },
    ],
    [
      /^Draw (\w+) more: dashes and gaps keep shrinking\.$/,
      (m) => {
        facts.splice(facts.indexOf("1 more dash"), 1, `${COUNTS.indexOf(m[1] ?? "") + 1} more dash`);
      },
    ],
    [/^Ring (.+)\.$/, (m) => facts.push(...readNames(m[1] ?? "").map((n) => `ring ${n}`))],
    [/^Rub out all light lines\.$/, () => facts.push("rub light")],
    [/^Rub out the horizon\.$/, () => facts.push("rub horizon")],
    [
      /^Rub out (?:what|every line that) runs behind the (.+?)(?:: .+)?\.$/,
      (m) => facts.push(`rub behind ${m[1]}`),
    ],
    [
      /^Fold the (left|top) edge onto the (?:right|bottom) edge and open the sheet\.$/,
      (m) => facts.push(`fold ${m[1] === "left" ? "width" : "height"}`),
    ],
    [/^The creases cross in (?:the )?(.+)\.$/, (m) => facts.push(`${m[1]} found`)],
    [/^Turn the sheet upside down\.$/, () => facts.push("turn 2")],
    [
      /^Turn the sheet a quarter to the (right|left)\.$/,
      (m) => facts.push(`turn ${m[1] === "right" ? 1 : 3}`),
    ],
    [/^Draw (?:the (.+)|\S+ .+) freely(?:, nearest first)?\.$/, (m) => facts.push(`free ${m[1] ?? "many"}`)],
    [
      /^Leave (.+) alone: (?:its edge is|their edges are) hidden\.$/,
      (m) => facts.push(...readNames(m[1] ?? "").map((n) => `leave ${n}`)),
    ],
    [
      /^They cross at (.+)\.$/,
      (m) => {
        for (const n of readNames(m[1] ?? "")) facts.push(`${n} found`);
      },
    ],
    [/^(?:Line|The line) .+ crosses .+ at (?:the )?(.+)\.$/, (m) => facts.push(`${m[1]} found`)],
    [/^(?:Line|The line) .+ crosses .+\.$/, () => {}],
    [/^Call it (?:the )?(.+)\.$/, (m) => facts.push(`${m[1]} found`)],
    ...lineRules(reading),
    ...markRules(reading),
    // Going over.
    [
      /^Go (?:firmly )?over ((?:[A-Z]\d*){2,}(?:(?:, | and )(?:[A-Z]\d*){2,})*)(?: with dots)?\.$/,
      (m) => {
        for (const row of (m[1] ?? "").split(/, | and /))
          for (const [a, b] of readRow(row)) facts.push(`over ${a}-${b}`);
      },
    ],
    [
      /^Go (?:firmly )?over (the .+ corner to .+)\.$/,
      (m) => {
        for (const row of (m[1] ?? "").split(/, | and (?=the)/))
          for (const [a, b] of readRow(row)) facts.push(`over ${a}-${b}`);
      },
    ],
    [
      /^Go (?:firmly )?over (.+?)(?: with dots)? between (.+)\.$/,
      (m) => {
        for (const l of readLines(m[1] ?? ""))
          for (const b of readLines(m[2] ?? "")) facts.push(`over ${l} by ${b}`);
      },
    ],
    [
      /^Go (?:firmly )?over (.+?)(?: with dots)? up to (.+)\.$/,
      (m) =>
        facts.push(
          `over ${readLine(m[1] ?? "")} by ${/edge$/.test(m[2] ?? "") ? m[2] : readLine(m[2] ?? "")}`,
        ),
    ],
    [
      /^Go (?:firmly )?over (.+?)(?: with dots)?\.$/,
      (m) => {
        reading.over = readLines(m[1] ?? "");
      },
    ],
    [
      /^Only between (.+)\.$/,
      (m) => {
        for (const l of reading.over) for (const b of readLines(m[1] ?? "")) facts.push(`over ${l} by ${b}`);
        reading.over = [];
      },
    ],
  ];
  for (const given of sentences) {
    const sentence = PLAIN.reduce((text, [plain, full]) => text.replace(plain, full), given);
    let read = false;
    for (const [form, take] of rules) {
      const m = form.exec(sentence);
      if (!m) continue;
      take(m);
      read = true;
      break;
    }
    if (!read) throw new Error(`cannot be read: "${sentence}"`);
  }
  return facts;
}
