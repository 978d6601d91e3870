import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import type { Cue, Heard, HeardKind } from "#core/time/narration";

/** What was labelled over a run of words: a kind, or an amount; "?" is left out of the count. */
interface Label {
  readonly kind: HeardKind | "?";
  readonly amount: { readonly value: number | readonly [number, number]; readonly unit: string } | null;
  /** Indices of its first and last word. */
  readonly first: number;
  readonly last: number;
  readonly text: string;
}

export interface Labelled {
  readonly name: string;
  readonly cues: readonly Cue[];
  /** Where each word begins: the cue and the character in it. */
  readonly words: readonly { readonly cueId: string; readonly from: number }[];
  readonly labels: readonly Label[];
  /** The lesson it goes with, by its place in the project; null where it goes with none. */
  readonly lesson: string | null;
  /** The word at which the telling of each labelled move begins, by the move's id, or by the id of a step without a move. */
  readonly begins: ReadonlyMap<string, number>;
}

/**
 * Reads a narration written for this project: `{kind|words}` for what they do, `{m value unit|words}` for an amount,
 * `{?|words}` for what may go either way. The head says in which style captions are made of it: `captions` of a few words,
 * `machine` without stops or capitals, `rolling` the same without a breath, `paragraphs` of many sentences, single `words`.
 * `#shed/front-top` stands before the word at which the step that begins with this move begins to be told or drawn; a move
 * keeps its name however the lesson is cut into steps. `~8` is a silence of eight seconds.
 */
export function readLabelled(path: string): Labelled {
  const [head = "", ...rest] = readFileSync(path, "utf8").split("\n\n");
  const style = /style: (\w+)/.exec(head)?.[1] ?? "captions";
  const pace = Number(/pace: (\d+)/.exec(head)?.[1] ?? 110);
  const breathMs = Number(/breath: (\d+)/.exec(head)?.[1] ?? 700);
  const words: Spoken[] = [];
  const labels: Label[] = [];
  const begins = new Map<string, number>();
  let silentMs = 0;
  const say = (said: readonly string[], line: number) => {
    for (const text of said) words.push({ text, line, silentMs });
    silentMs = 0;
  };
  for (const [line, source] of rest.join("\n\n").trim().split("\n").entries()) {
    for (const part of source.match(/\{[^{}]*\}[^\s{}]*|[^\s{}]+/g) ?? []) {
      const [, move, seconds] = /^(?:#(\S+)|~(\d+))$/.exec(part) ?? [];
      if (move && begins.has(move)) throw new Error(`${path}: "${move}" is labelled twice`);
      if (move) begins.set(move, words.length);
      if (seconds) silentMs = Number(seconds) * 1000;
      if (move || seconds) continue;
      const label = /^\{([^|]*)\|([^}]*)\}(.*)$/.exec(part);
      if (!label) {
        say([part], line);
        continue;
      }
      const [, tag = "", inside = "", tail = ""] = label;
      const first = words.length;
      say((inside + tail).split(/\s+/).filter(Boolean), line);
      // Words may do two things at once: "erase+act-now".
      for (const one of tag.split("+")) labels.push(labelOf(one, first, words.length - 1, inside));
    }
  }
  const lesson = /lesson: (\S+)/.exec(head)?.[1] ?? null;
  return {
    name: path.split("/").slice(-2).join("/"),
    ...cuesOf(words, { style, pace, breathMs }),
    labels,
    lesson,
    begins,
  };
}

/** A word as it is said, with the silence before it. */
interface Spoken {
  readonly text: string;
  readonly line: number;
  readonly silentMs: number;
}

function labelOf(tag: string, first: number, last: number, text: string): Label {
  const measure = /^m (\[?[\d.,]+\]?) (\w+)$/.exec(tag);
  if (!measure) return { kind: tag as HeardKind | "?", amount: null, first, last, text };
  const value = JSON.parse(measure[1] ?? "0") as number | [number, number];
  return { kind: "measurement", amount: { value, unit: measure[2] ?? "" }, first, last, text };
}

/** Captions of one style over the words; a line ends with a breath, and only rolling captions run on over it. */
function cuesOf(
  words: readonly Spoken[],
  { style, pace, breathMs }: { readonly style: string; readonly pace: number; readonly breathMs: number },
) {
  const size = { captions: 7, machine: 9, rolling: 9, paragraphs: 10_000, words: 1 }[style] ?? 7;
  const plain = style === "machine" || style === "rolling";
  const goesOn = (end: number, i: number) => style === "rolling" || words[end]?.line === words[i]?.line;
  const spoken = words.map(({ text }) => (plain ? text.toLowerCase().replace(/[.,;:!?]+$/g, "") : text));
  const wordMs = 60_000 / pace;
  const cues: Cue[] = [];
  const places: { cueId: string; from: number }[] = [];
  let at = 500;
  for (let i = 0; i < words.length; ) {
    let end = i;
    while (
      end < words.length &&
      end - i < size &&
      goesOn(end, i) &&
      // Captions of a few words end where nothing is said; a paragraph runs on.
      (end === i || style === "paragraphs" || words[end]?.silentMs === 0)
    )
      end++;
    const id = `c${cues.length + 1}`;
    at += words[i]?.silentMs ?? 0;
    let text = "";
    for (let k = i; k < end; k++) {
      if (text !== "") text += " ";
      places.push({ cueId: id, from: text.length });
      text += spoken[k];
    }
    const within = words.slice(i + 1, end).reduce((sum, w) => sum + w.silentMs, 0);
    const endMs = at + Math.round((end - i) * wordMs) + within;
    cues.push({ id, startMs: at, endMs, text });
    at = endMs + (goesOn(end, i) ? 0 : breathMs);
    i = end;
  }
  return { cues, words: places };
}

export function allLabelled(
  half: "develop" | "held" | "spoken/develop" | "spoken/held" | "spoken/places",
): Labelled[] {
  const folder = join(import.meta.dirname, half);
  return readdirSync(folder)
    .sort()
    .map((file) => readLabelled(join(folder, file)));
}

export interface Score {
  readonly right: number;
  readonly missed: readonly string[];
  readonly wrong: readonly string[];
}

/** Finds of a kind against its labels: each label is met by a find that touches it, each find must touch a label. */
export function score(narration: Labelled, found: readonly Heard[], kind: HeardKind): Score {
  const index = new Map(narration.words.map((w, i) => [`${w.cueId} ${w.from}`, i]));
  const spans = found
    .filter((h) => h.kind === kind)
    .map((h) => {
      const [first, last] = [h.ranges[0], h.ranges[h.ranges.length - 1]];
      const from = index.get(`${first?.cueId} ${first?.from}`) ?? -1;
      const inLast = narration.words.flatMap((w, i) =>
        w.cueId === last?.cueId && w.from < (last?.to ?? 0) ? [i] : [],
      );
      return { heard: h, first: from, last: inLast[inLast.length - 1] ?? from };
    });
  const touches = (a: { first: number; last: number }, b: { first: number; last: number }) =>
    a.first <= b.last && b.first <= a.last;
  const labels = narration.labels.filter((l) => l.kind === kind);
  const ignored = narration.labels.filter((l) => l.kind === "?");
  const met = labels.filter((l) => spans.some((s) => touches(s, l) && sameAmount(l, s.heard)));
  const wrong = spans.filter(
    (s) =>
      !labels.some((l) => touches(s, l) && sameAmount(l, s.heard)) && !ignored.some((l) => touches(s, l)),
  );
  return {
    right: met.length,
    missed: labels.filter((l) => !met.includes(l)).map((l) => `${narration.name}: ${l.text}`),
    wrong: wrong.map((s) => `${narration.name}: ${s.heard.text} ${JSON.stringify(s.heard.amount ?? "")}`),
  };
}

function sameAmount(label: Label, found: Heard): boolean {
  if (!label.amount) return true;
  const { amount } = found;
  return amount?.unit === label.amount.unit && same(amount.value, label.amount.value);
}

function same(a: number | readonly [number, number], b: number | readonly [number, number]): boolean {
  const [p, q] = [typeof a === "number" ? [a] : a, typeof b === "number" ? [b] : b];
  return p.length === q.length && p.every((v, i) => Math.abs(v - (q[i] ?? 0)) < 0.001);
}
