import type { Facts } from "./facts-of-act.ts";
import { readLine, readNames } from "./read-names.ts";

/** A length as it is said. */
export const LEN = "(?:about |exactly )?[\\d\u00a0\u2044.]+\u00a0(?:mm|in)";

/** A form of sentence, and what is understood of one. */
export type Rule = readonly [form: RegExp, take: (m: RegExpExecArray) => void];

/** What is understood so far of an act, with what its next sentence may speak of without a name. */
export class Reading {
  readonly facts: Facts = [];
  froms: string[] = [];
  mark = "";
  /** Marks named in a row, whose measures follow. */
  row: string[] = [];
  line = "";
  over: string[] = [];
  aim: string | null = null;
  readonly #marks: (length: string) => string;

  /** `marks` says how many of the ruler's marks a length is. */
  constructor(marks: (length: string) => string) {
    this.#marks = marks;
  }

  len = (text: string): string =>
    `${text.startsWith("about ") ? "~" : ""}${this.#marks(text.replace(/^(?:about|exactly) /, ""))}`;

  lens = (text: string): string[] => text.split(/, | and /).map(this.len);

  way = (text: string): string | null => {
    const t = text.trim();
    if (t === "") return null;
    if (/^(?:up|down|left|right)$/.test(t)) return t;
    if (t === "that way" || t === "at that slope") return this.aim;
    const to = /^(?:to|towards|at) (?:the )?(.+)$/.exec(t);
    if (to) return `to ${to[1]}`;
    const away = /^away from (?:the )?(.+)$/.exec(t);
    if (away) return `away ${away[1]}`;
    const like = /^along the way of (.+)$/.exec(t);
    if (like) return `like ${readLine(like[1] ?? "")}`;
    throw new Error(`no way: "${t}"`);
  };

  give = (text: string | undefined): void => {
    for (const n of text ? readNames(text) : []) this.facts.push(`${n} given`);
  };
}
