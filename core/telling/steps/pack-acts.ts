import type { Manner, Told } from "../told/index.ts";
import { countSaid, nameKey, placesIn, sayTold } from "../told/index.ts";
import { type Ceilings, FAMILY_LINES } from "./ceilings.ts";

/** An act with its sentences. */
export interface SaidAct {
  readonly told: Told;
  readonly sentences: readonly string[];
  readonly words: number;
  /** Lines it adds to the paper. */
  readonly lines: number;
  /** Whether it is one action with the act before: a line that starts at its mark, rubbing out what is left of its lines. */
  readonly goesOn: boolean;
}

export function sayActs(told: readonly Told[], manner: Manner): SaidAct[] {
  return actsSaid(told, (t) => said(t, manner));
}

/** The sentences of an act and how many words they are. */
type Said = Pick<SaidAct, "sentences" | "words">;

function said(told: Told, manner: Manner): Said {
  const sentences = sayTold(told, manner);
  return { sentences, words: sentences.reduce((sum, s) => sum + countSaid(s), 0) };
}

function actsSaid(told: readonly Told[], say: (told: Told) => Said): SaidAct[] {
  return told.map((t, i) => {
    return {
      told: t,
      ...say(t),
      lines: linesOf(t),
      // Rubbing out ends an action; it is none of its own.
      goesOn: startsAtMark(told[i - 1], t) || t.act.do === "erase",
    };
  });
}

function linesOf({ act, moves }: Told): number {
  switch (act.do) {
    case "go-over":
      return moves.length;
    case "rule":
      return act.lines.length;
    case "curve":
      return act.curves.length;
    case "repeat":
      return act.count;
    case "slide":
      return 1;
    case "inset":
      return 4;
    case "template":
      return 4 * act.at.length;
    default:
      return 0;
  }
}

function startsAtMark(before: Told | undefined, { act }: Told): boolean {
  if (before?.act.do !== "mark" || act.do !== "rule" || before.act.at.length > 1) return false;
  const mark = before.act.at[0]?.gives;
  return mark !== undefined && act.lines.every((l) => nameKey(l.from) === nameKey(mark));
}

/**
 * Cuts a phase into steps that a class can take in: as few as hold all acts within the ceilings, as even in words as can
 * be. An act that is too much for one step, by itself or with the marks made for it, is cut in two.
 */
export function packActs(told: readonly Told[], manner: Manner, most: Ceilings): SaidAct[][] {
  // An act is said to see whether it fits, and again each time others are halved: once is enough.
  const known = new Map<Told, Said>();
  const say = (t: Told): Said => {
    const before = known.get(t) ?? said(t, manner);
    known.set(t, before);
    return before;
  };
  let acts = told.flatMap((t) => fitting(t, say, most));
  for (;;) {
    const parts = packed(actsSaid(acts, say), most);
    // Marks that are made for a family of lines may be too much with it, and not with its first half.
    const parted = parts.findIndex((p, i) => i + 1 < parts.length && isForTheNext(p[p.length - 1]?.told));
    // Rubbing out goes with the last of its lines, at most with a half of them.
    const rubbed = parts.findIndex((p, i) => i > 0 && p.every((s) => s.told.act.do === "erase"));
    const family =
      parted >= 0
        ? parts[parted + 1]?.find((s) => halved(s.told) !== null)
        : rubbed > 0
          ? parts[rubbed - 1]?.findLast((s) => halved(s.told) !== null)
          : undefined;
    if (!family) return parts;
    acts = acts.flatMap((t) => (t === family.told ? (halved(t) ?? [t]) : [t]));
  }
}

function packed(said: readonly SaidAct[], most: Ceilings): SaidAct[][] {
  if (said.length === 0) return [];
  // Fewest steps first, then the most even: cost of the best cutting of the first n acts.
  const best: { steps: number; uneven: number; from: number }[] = [{ steps: 0, uneven: 0, from: 0 }];
  for (let end = 1; end <= said.length; end++) {
    let chosen: { steps: number; uneven: number; from: number } | null = null;
    for (let from = end - 1; from >= 0; from--) {
      const part = said.slice(from, end);
      if (part.length > 1 && !holds(part, most)) break;
      const before = best[from];
      if (!before) break;
      const words = part.reduce((sum, s) => sum + s.words, 0);
      // Rubbing out alone, or marks without the line they are for, make no step if there is another way.
      const bare =
        part.every((s) => s.told.act.do === "erase") || part.every((s) => s.told.moves.length === 0);
      const alone = bare && said.length > part.length ? 1e6 : 0;
      // A mark is made for the line that starts at it.
      const next = said[end];
      const dangling =
        next !== undefined &&
        (isForTheNext(part[part.length - 1]?.told) || (next.goesOn && next.told.act.do === "rule"));
      const cost = {
        steps: before.steps + (dangling ? FORBIDDEN : 1),
        uneven: before.uneven + words * words + alone,
        from,
      };
      if (
        !chosen ||
        cost.steps < chosen.steps ||
        (cost.steps === chosen.steps && cost.uneven < chosen.uneven)
      )
        chosen = cost;
    }
    best[end] = chosen ?? { steps: end, uneven: 0, from: end - 1 };
  }
  const parts: SaidAct[][] = [];
  for (let end = said.length; end > 0; ) {
    const from = best[end]?.from ?? end - 1;
    parts.unshift(said.slice(from, end));
    end = from;
  }
  return parts;
}

function isForTheNext(told: Told | undefined): boolean {
  return told?.act.do === "mark" && told.moves.length === 0;
}

/** As good as never: more steps than any phase has. */
const FORBIDDEN = 10_000;

function holds(part: readonly SaidAct[], most: Ceilings): boolean {
  const words = part.reduce((sum, s) => sum + s.words, 0);
  const lines = part.reduce((sum, s) => sum + s.lines, 0);
  const actions = part.filter((s, i) => i === 0 || !s.goesOn).length;
  // One family of like lines may be more, also with the rubbing out that ends it.
  const family = part.filter((s) => s.told.act.do !== "erase").length === 1;
  return words <= most.words && actions <= most.actions && lines <= (family ? FAMILY_LINES : most.newLines);
}

/** The act whole, or cut until each part is no more than a step can hold. */
function fitting(told: Told, say: (told: Told) => Said, most: Ceilings): Told[] {
  const { words } = say(told);
  if (words <= most.words && linesOf(told) <= FAMILY_LINES) return [told];
  const halves = halved(told);
  return halves ? halves.flatMap((half) => fitting(half, say, most)) : [told];
}

/** An act of many in two of about half each; null where it is one thing. */
function halved(told: Told): Told[] | null {
  const n = sizeOfAct(told);
  if (n < 2) return null;
  const middle = Math.ceil(n / 2);
  const [a, b] = [partOfAct(told, 0, middle), partOfAct(told, middle, n)];
  return a && b ? [a, b] : null;
}

/** How many lines, marks or stretches an act is made of. */
export function sizeOfAct({ act }: Told): number {
  switch (act.do) {
    case "rule":
      return act.meets ? 1 : act.lines.length;
    case "go-over":
      return act.lines.length;
    case "mark":
    case "circle":
    case "template":
      return act.at.length;
    case "curve":
      return act.curves.length;
    default:
      return 1;
  }
}

/** The lines, marks or stretches `from` to `to` of an act as an act of their own; null where it is one thing. */
export function partOfAct(told: Told, from: number, to: number): Told | null {
  const { moves, anew, firms, ...rest } = told;
  const act = sliceOfAct(told, from, to);
  if (!act) return null;
  const each = moves.length / sizeOfAct(told);
  const even = Number.isInteger(each) && each > 0;
  return bearing(
    {
      ...rest,
      ...(from === 0 && anew ? { anew } : {}),
      act,
      moves: even ? moves.slice(from * each, to * each) : from === 0 ? moves : [],
      ...(firms ? { firms: firms.slice(from, to) } : {}),
    },
    told,
  );
}

/** What is done to the lines, marks or stretches `from` to `to` of an act; null where it is one thing. */
export function sliceOfAct(told: Told, from: number, to: number): Told["act"] | null {
  const { act } = told;
  const n = sizeOfAct(told);
  if (n < 2 || from >= to || to > n) return null;
  switch (act.do) {
    case "rule":
    case "go-over":
      return { ...act, lines: act.lines.slice(from, to) } as Told["act"];
    case "template":
      return { ...act, cut: act.cut && from === 0, at: act.at.slice(from, to) };
    case "mark":
    case "circle":
      return { ...act, at: act.at.slice(from, to) } as Told["act"];
    case "curve":
      return { ...act, curves: act.curves.slice(from, to) };
    default:
      return null;
  }
}

/** Half an act, with the letters that are in it. */
function bearing(half: Told, whole: Told): Told {
  const { says, gives } = placesIn(half.act);
  const names = new Set([...says, ...gives].map(nameKey));
  return { ...half, bearers: (whole.bearers ?? []).filter(([name]) => names.has(name)) };
}
