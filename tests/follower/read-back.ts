import type { Facts } from "./facts-of-act.ts";
import { LINE, readLine, readLines, readNames, readRow } from "./read-names.ts";

// The second half of reading back: the words, by a grammar that knows nothing of the data.

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
  const facts: Facts = [];
  let froms: string[] = [];
  let mark = "";
  /** Marks named in a row, whose measures follow. */
  let row: string[] = [];
  let line = "";
  let over: string[] = [];
  let aim: string | null = null;
  const LEN = "(?:about |exactly )?[\\d\u00a0\u2044.]+\u00a0(?:mm|in)";
  const len = (text: string) =>
    `${text.startsWith("about ") ? "~" : ""}${marks(text.replace(/^(?:about|exactly) /, ""))}`;
  const lens = (text: string) => text.split(/, | and /).map(len);
  const way = (text: string): string | null => {
    const t = text.trim();
    if (t === "") return null;
    if (/^(?:up|down|left|right)$/.test(t)) return t;
    if (t === "that way") return aim;
    if (t === "at that slope") return aim;
    const to = /^(?:to|towards|at) (?:the )?(.+)$/.exec(t);
    if (to) return `to ${to[1]}`;
    const away = /^away from (?:the )?(.+)$/.exec(t);
    if (away) return `away ${away[1]}`;
    const like = /^along the way of (.+)$/.exec(t);
    if (like) return `like ${readLine(like[1] ?? "")}`;
    throw new Error(`no way: "${t}"`);
  };
  const give = (text: string | undefined) => {
    for (const n of text ? readNames(text) : []) facts.push(`${n} given`);
  };
  const rules: [RegExp, (m: RegExpExecArray) => void][] = [
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
        aim = `edge ${m[1]} ${len(m[2] ?? "")} ${m[3]}`;
      },
    ],
    [
      new RegExp(`^Slope: (${LEN}) (\\w+) for (${LEN}) (\\w+)\\.$`),
      (m) => {
        aim = `slope ${len(m[1] ?? "")} ${m[2]} ${len(m[3] ?? "")} ${m[4]}`;
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
    // Pairs that meet.
    [
      /^From (\S+) aim (.+?), from (\S+) (.+)\.$/,
      (m) => {
        froms = [m[1] ?? "", m[3] ?? ""];
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
        froms = readNames(m[1] ?? "");
        if (m[2] === "draw lightly") facts.push("light");
        if (m[2] === "dot a line") facts.push("dotted");
        const at = /^(.+?) to ((?:the )?(?:[A-Z]\d*|.+ corner))$/.exec((m[4] ?? "").trim());
        const w = way(at ? (at[1] ?? "") : (m[4] ?? ""));
        for (const f of froms) {
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
        for (const f of froms) facts.push(`${f} begins ${len(m[2] ?? "")}`, `${f} ends ${len(m[3] ?? "")}`);
      },
    ],
    [
      /^Draw( lightly)? between (.+)\.$/,
      (m) => {
        if (m[1]) facts.push("light");
        for (const f of froms)
          for (const [i, l] of readLines(m[2] ?? "").entries())
            facts.push(`${f} ${i === 0 ? "begins" : "ends"} ${l}`);
      },
    ],
    [
      /^Go on between (.+)\.$/,
      (m) => {
        for (const f of froms)
          for (const [i, l] of readLines(m[1] ?? "").entries())
            facts.push(`${f} ${i === 0 ? "begins" : "ends"} ${l}`);
      },
    ],
    [
      /^Start( lightly)? at (.+)\.$/,
      (m) =>
        facts.push(...(m[1] ? ["light"] : []), ...froms.map((f) => `${f} begins ${readLine(m[2] ?? "")}`)),
    ],
    [
      new RegExp(`^Stop at (${LINE}|the \\w+ edge)(?:, at (.+))?\\.$`),
      (m) => {
        const at = readLine(m[1] ?? "").replace(/^(\w+) edge$/, "the $1 edge");
        if (over.length > 0) facts.push(...over.map((o) => `over ${o} by ${at}`));
        else facts.push(...froms.map((f) => `${f} ends ${at}`));
        over = [];
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
        mark = (m[1] ?? "").replace(/^the /, "");
        facts.push(`${mark} ${len(m[2] ?? "")} ${m[3]?.replace("the ", "")}`);
      },
    ],
    [
      new RegExp(`^It is (${LEN}) (out|along|from the \\w+)(?: at the \\w+)?\\.$`),
      (m) => {
        const tail = m[2] === "along" ? "" : ` ${m[2]?.replace("the ", "")}`;
        facts.push(`${mark}${line ? ` on ${line}` : ""} ${len(m[1] ?? "")}${tail}`);
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
        line = readLine(m[1] ?? "");
        mark = (m[2] ?? "").replace(/^the /, "");
        row = readNames(m[2] ?? "");
      },
    ],
    [
      new RegExp(`^On (${LINE}) choose (\\S+), here (${LEN}) along\\.$`),
      (m) => facts.push(`${m[2]} on ${readLine(m[1] ?? "")} chosen ${len(m[3] ?? "").replace("~", "")}`),
    ],
    [
      new RegExp(`^On (${LINE}) choose (.+)\\.$`),
      (m) => {
        line = readLine(m[1] ?? "");
        mark = m[2] ?? "";
        row = readNames(mark);
      },
    ],
    [
      new RegExp(`^Here they are about ((?:${LEN}(?:, | and )?)+) along\\.$`),
      (m) => {
        for (const l of lens(m[1] ?? "")) facts.push(`${row.shift()} on ${line} chosen ${l}`);
      },
    ],
    [
      new RegExp(`^Here it is (${LEN}) along\\.$`),
      (m) => facts.push(`${mark} on ${line} chosen ${len(m[1] ?? "").replace("~", "")}`),
    ],
    [
      new RegExp(
        `^Measure (about )?((?:${LEN}(?:, | and )?)+) (?:from .+|above .+|below .+|left of .+|right of .+)\\.$`,
      ),
      (m) => {
        // One "about" in front is for all; where some are exact, each has its own.
        const all = m[1] && !/about|exactly/.test(m[2] ?? "") ? "~" : "";
        for (const [i, l] of lens(m[2] ?? "").entries())
          facts.push(`${row.shift()} on ${line} ${all || (i === 0 && m[1] ? "~" : "")}${l}`);
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
        line = readLine(m[1] ?? "");
      },
    ],
    [
      /^Mark (\S+) where it meets (.+)\.$/,
      (m) => facts.push(`${m[1]} on ${line}`, `${m[1]} on ${readLine(m[2] ?? "")}`),
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
        row = (m[1] ?? "").match(/[A-Z]\d*/g) ?? [];
      },
    ],
    [
      new RegExp(`^Along all sides(?: of tile ((?:[A-Z]\\d*){4}))? mark (${LEN}) from each corner\\.$`),
      (m) => {
        const [a, b, c, d] = m[1]?.match(/[A-Z]\d*/g) ?? row;
        for (const side of [`${a}-${b}`, `${d}-${c}`, `${a}-${d}`, `${b}-${c}`])
          facts.push(`inset ${side} ${len(m[2] ?? "")}`);
      },
    ],
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
        over = readLines(m[1] ?? "");
      },
    ],
    [
      /^Only between (.+)\.$/,
      (m) => {
        for (const l of over) for (const b of readLines(m[1] ?? "")) facts.push(`over ${l} by ${b}`);
        over = [];
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
