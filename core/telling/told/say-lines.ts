import { listOf, sentenceCase } from "../../ground/base/index.ts";
import { nameKey } from "./letters.ts";
import {
  countSaid,
  type Manner,
  sayEdgeMark,
  sayLine,
  sayLines,
  sayName,
  sayNames,
  sayReading,
} from "./say-names.ts";
import { inOneOrTwo, inSentences } from "./sentences.ts";
import type { Act, End, LineRef, Name, Press, Ruled, Toward } from "./told.ts";

type RuleAct = Extract<Act, { do: "rule" }>;

export function sayRules(act: RuleAct, manner: Manner): string[] {
  if (act.meets) return sayPair(act, manner);
  const said: string[] = [];
  const groups = alikeLines(act.lines);
  for (const [i, group] of groups.entries())
    said.push(...(sayGoingOn(groups[i - 1], group) ?? sayGroup(group, act, manner)));
  return act.as === "horizon" ? said.map((s) => s.replace(/\.$/, ": the horizon.")) : said;
}

/** A line that lies in the one before it, carried on: the ruler stays where it is. Null for any other. */
function sayGoingOn(
  before: readonly Ruled<Name>[] | undefined,
  group: readonly Ruled<Name>[],
): string[] | null {
  const [last, line] = [before?.at(-1), group[0]];
  if (!last || !line || before?.length !== 1 || group.length !== 1) return null;
  if (nameKey(last.from) !== nameKey(line.from)) return null;
  if (JSON.stringify(last.toward) !== JSON.stringify(line.toward)) return null;
  if (line.gives || line.givesBegin || line.begin?.k !== "on" || line.end.k !== "on") return null;
  return [`Go on between ${sayLines([line.begin.line, line.end.line])}.`];
}

function sayPair({ lines, press }: RuleAct, manner: Manner): string[] {
  const [a, b] = lines;
  if (!a || !b) return [];
  const gives = b.gives ?? a.gives;
  const draw = press === "light" ? "Draw both lightly" : press === "dotted" ? "Dot both" : "Draw both";
  const both = `From ${sayName(a.from)} aim${sayAimed(a.toward)}, from ${sayName(b.from)}${sayAimed(b.toward)}.`;
  const aims =
    countSaid(both) <= manner.mostWords
      ? [both]
      : [a, b].map((l) => `From ${sayName(l.from)} aim${sayAimed(l.toward)}.`);
  return [
    ...[a, b].flatMap((l) => sayAim(l.toward, manner)),
    ...aims,
    `${draw} until they meet${gives ? `, at ${sayName(gives)}` : ""}.`,
  ];
}

function sayAimed(toward: Toward<Name>): string {
  return toward.k === "point" ? ` at ${sayName(toward.at)}` : sayToward(toward);
}

/** Lines that one sentence can tell: of the same way, ended in the same manner. */
function alikeLines(lines: readonly Ruled<Name>[]): Ruled<Name>[][] {
  const groups: Ruled<Name>[][] = [];
  for (const line of lines) {
    const last = groups[groups.length - 1];
    const first = last?.[0];
    // What a line crosses is said right behind it.
    const crosses = !isJoin(line) && (line.finds ?? []).length > 0;
    if (last && first && !crosses && groupKey(first) === groupKey(line)) last.push(line);
    else groups.push([line]);
  }
  return groups;
}

function groupKey(line: Ruled<Name>): string {
  if (isJoin(line)) return "join";
  const { toward, end, begin, finds } = line;
  const ended = end.k === "length" ? [end.k, end.reading.marks, end.reading.about] : end;
  return JSON.stringify([toward, ended, begin ?? null, (finds ?? []).length, line.gives ? 1 : 0]);
}

/** Two places that are both there, joined. */
function isJoin({ toward, end, begin }: Ruled<Name>): boolean {
  return (
    !begin &&
    toward.k === "point" &&
    toward.at.k !== "plain" &&
    end.k === "at" &&
    nameKey(toward.at) === nameKey(end.at)
  );
}

function sayGroup(group: readonly Ruled<Name>[], act: RuleAct, manner: Manner): string[] {
  const first = group[0];
  if (!first) return [];
  if (isJoin(first)) return [...sayJoins(group, act.press, manner), ...sayCrossed(group, manner)];
  const draw = act.press === "light" ? "draw lightly" : act.press === "dotted" ? "dot a line" : "draw";
  const length =
    first.end.k === "length" && first.begin?.k !== "length"
      ? ` ${sayReading(first.end.reading, manner)}`
      : "";
  const line = (some: readonly Ruled<Name>[], at: string): string =>
    `From ${sayFroms(some.map((l) => l.from))} ${draw}${length}${sayToward(first.toward)}${sayReach(first, manner)}${at}.`;
  const givesOf = (some: readonly Ruled<Name>[]) => some.flatMap((l) => (l.gives ? [l.gives] : []));
  const one = (some: readonly Ruled<Name>[]): string => {
    const gives = givesOf(some);
    return line(
      some,
      gives.length > 0 ? `, ${first.end.k === "length" ? "to" : "at"} ${sayNames(gives)}` : "",
    );
  };
  const gently = act.press === "light" ? " lightly" : "";
  // "Only between" needs its own sentence where the way is long to say.
  const apart = (l: Ruled<Name>) =>
    l.begin?.k === "on" && l.end.k === "on"
      ? inOneOrTwo(
          `Draw${gently} between ${sayLines([l.begin.line, l.end.line])}.`,
          [`Start${gently} at ${sayLine(l.begin.line)}.`, `Stop at ${sayLine(l.end.line)}.`],
          manner,
        )
      : [];
  // Where the names of the ends make it too long, they come in a sentence of their own.
  const ended = givesOf(group);
  const whole = line(group, "");
  const endsApart = `They end at ${sayNames(ended)}.`;
  if (
    group.length > 1 &&
    ended.length === group.length &&
    first.end.k === "on" &&
    !first.begin &&
    countSaid(one(group)) > manner.mostWords &&
    [whole, endsApart].every((s) => countSaid(s) <= manner.mostWords)
  )
    return [
      whole,
      endsApart,
      ...inSentences(
        group.flatMap((l) => l.finds ?? []),
        sayFinds,
        manner,
      ),
    ];
  const said = inSentences(group, one, manner).flatMap((sentence, i, all) =>
    all.length === group.length && countSaid(sentence) > manner.mostWords
      ? shorter(group[i] ?? first)
      : [sentence],
  );
  /** The same in two sentences, where one would be too long. */
  function shorter(l: Ruled<Name>): string[] {
    const between = apart(l);
    if (between.length > 0)
      return [
        `From ${sayName(l.from)} lay the ruler${sayToward(l.toward)}.`,
        ...between,
        ...(l.gives && l.givesBegin
          ? [`It runs from ${sayName(l.givesBegin)} to ${sayName(l.gives)}.`]
          : l.gives
            ? [`It ends at ${sayName(l.gives)}.`]
            : []),
      ];
    if (l.begin?.k === "on" && l.end.k === "at")
      return [
        `From ${sayName(l.from)} lay the ruler${sayToward(l.toward)}.`,
        `Start${gently} at ${sayLine(l.begin.line)}.`,
      ];
    if (l.begin?.k === "length" && l.end.k === "length")
      return [
        `From ${sayName(l.from)} lay the ruler${sayToward(l.toward)}.`,
        `Draw${gently}${sayReach(l, manner).replace(/^,/, "")}.`,
      ];
    if (l.end.k === "on" && !l.begin) {
      const open = `From ${sayName(l.from)} ${draw}${sayToward(l.toward)}.`;
      return [open, `Stop at ${sayLine(l.end.line)}${l.gives ? `, at ${sayName(l.gives)}` : ""}.`];
    }
    return [line([l], ""), ...(l.gives ? [`It ends at ${sayName(l.gives)}.`] : [])];
  }
  const begins = group.flatMap((l) => (l.givesBegin ? [l.givesBegin] : []));
  const finds = group.flatMap((l) => l.finds ?? []);
  return [
    ...sayAim(first.toward, manner),
    ...said,
    ...(begins.length > 0 && !said.some((s) => s.startsWith("It runs "))
      ? [`${begins.length === 1 ? "It begins" : "They begin"} at ${sayNames(begins)}.`]
      : []),
    ...inSentences(finds, sayFinds, manner),
  ];
}

/** Where joined lines cross each other, or others. */
function sayCrossed(group: readonly Ruled<Name>[], manner: Manner): string[] {
  return group.flatMap((line, i) =>
    (line.finds ?? []).flatMap(({ gives, line: other }): readonly string[] => {
      const before = group[i - 1];
      const each = before && group.length === 2 && other.k === "ends" && isLineOf(before, other);
      if (each) return [`They cross at ${sayName(gives)}.`];
      const own = sayLine({ k: "ends", a: line.from, b: line.end.k === "at" ? line.end.at : line.from });
      return inOneOrTwo(
        `${sentenceCase(own)} crosses ${sayLine(other)} at ${sayName(gives)}.`,
        [`${sentenceCase(own)} crosses ${sayLine(other)}.`, `Call it ${sayName(gives)}.`],
        manner,
      );
    }),
  );
}

function isLineOf({ from, end }: Ruled<Name>, { a, b }: Extract<LineRef<Name>, { k: "ends" }>): boolean {
  if (end.k !== "at") return false;
  const ends = [nameKey(from), nameKey(end.at)].sort().join(" ");
  return ends === [nameKey(a), nameKey(b)].sort().join(" ");
}

/** "It crosses the guides from C, D and E at F1 to F3." */
function sayFinds(finds: NonNullable<Ruled<Name>["finds"]>): string {
  const [first] = finds;
  const alike =
    first?.line.k === "from" &&
    finds.every(
      (f) =>
        f.line.k === "from" &&
        first.line.k === "from" &&
        JSON.stringify(f.line.toward) === JSON.stringify(first.line.toward),
    );
  if (first && alike && finds.length > 1) {
    const froms = finds.flatMap((f) => (f.line.k === "from" ? [f.line.at] : []));
    const sort = sayLine(first.line).replace(/ from \S+(?: \S+)*$/, "");
    return `It crosses ${sort}s from ${sayNames(froms)} at ${sayNames(finds.map((f) => f.gives))}.`;
  }
  return `It crosses ${listOf(finds.map((f) => `${sayLine(f.line)} at ${sayName(f.gives)}`))}.`;
}

/** More places than this, not numbered in a row, are ringed in the picture and counted. */
const MOST_FROM = 4;

export function isRinged(names: readonly Name[]): boolean {
  return names.length > MOST_FROM && sayNames(names).split(/, | and /).length > MOST_FROM;
}

function sayFroms(names: readonly Name[]): string {
  return isRinged(names) ? `the ${names.length} ringed corners` : sayNames(names);
}

/** How far the pencil goes: between two lines, or to a line or place. */
function sayReach({ begin, end, toward }: Ruled<Name>, manner: Manner): string {
  if (begin?.k === "length") {
    const from = sayReading({ ...begin.reading, about: false }, manner);
    return end.k === "length"
      ? `, only from ${from} to ${sayReading({ ...end.reading, about: false }, manner)}`
      : `, only from ${from} on${sayEnd(end, toward)}`;
  }
  if (begin?.k === "on" && end.k === "on") return `, only between ${sayLines([begin.line, end.line])}`;
  if (begin) return `, only from ${sayBegin(begin)}${sayEnd(end, toward) || " on"}`;
  return sayEnd(end, toward);
}

function sayBegin(begin: End<Name>): string {
  return begin.k === "on" ? sayLine(begin.line) : begin.k === "at" ? sayName(begin.at) : "there";
}

function sayJoins(group: readonly Ruled<Name>[], press: Press, manner: Manner): string[] {
  const [first] = group;
  // Several from a point that all know: "From the vanishing point draw out to A, B and C."
  if (
    first?.from.k === "plain" &&
    press !== "dotted" &&
    group.every((l) => nameKey(l.from) === nameKey(first.from))
  ) {
    const draw = press === "light" ? "draw lightly out" : "draw out";
    const ends = group.flatMap((l) => (l.end.k === "at" ? [l.end.at] : []));
    return inSentences(ends, (some) => `From ${sayName(first.from)} ${draw} to ${sayNames(some)}.`, manner);
  }
  const how = press === "light" ? "Lightly join" : press === "dotted" ? "Join with dots" : "Join";
  const pairs = group.flatMap((l) =>
    l.end.k === "at" ? [`${sayName(l.from)} to ${sayName(l.end.at)}`] : [],
  );
  return inSentences(pairs, (some) => `${how} ${listOf(some)}.`, manner);
}

/** What has to be done with the ruler before the pencil goes along it. */
function sayAim(toward: Toward<Name>, manner: Manner): string[] {
  switch (toward.k) {
    case "edge-mark":
      return [`Aim at ${sayEdgeMark(toward.mark, manner)}.`];
    case "slope":
      return [
        `Slope: ${sayReading(toward.across, manner)} ${toward.acrossWay} for ${sayReading(toward.up, manner)} ${toward.upWay}.`,
      ];
    default:
      return [];
  }
}

function sayToward(toward: Toward<Name>): string {
  switch (toward.k) {
    case "point":
      return ` to${toward.at.k === "plain" ? "" : "wards"} ${sayName(toward.at)}`;
    case "away":
      return ` away from ${sayName(toward.from)}`;
    case "way":
      return ` ${toward.way}`;
    case "parallel":
      return ` along the way of ${sayLine(toward.to)}`;
    case "slope":
      return " at that slope";
    case "edge-mark":
      return " that way";
  }
}

function sayEnd(end: End<Name>, toward: Toward<Name>): string {
  switch (end.k) {
    case "at":
      return toward.k === "point" && nameKey(toward.at) === nameKey(end.at) ? "" : ` to ${sayName(end.at)}`;
    case "on":
      return `${toward.k === "point" || toward.k === "away" ? ", up" : ""} to ${sayLine(end.line)}`;
    case "sheet-edge":
      return " to the edge";
    case "as-needed":
      return ", a long line";
    case "length":
      return "";
  }
}
