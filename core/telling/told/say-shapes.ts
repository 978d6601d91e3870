import { listOf } from "../../ground/base/index.ts";
import { type Manner, sayLine, sayLines, sayName, sayNames, sayReading } from "./say-names.ts";
import { inOneOrTwo, inSentences } from "./sentences.ts";
import type { Act, CurveTold, Name, Piece, Press, Reading, Ring } from "./told.ts";

export function sayTemplate(
  { wide, high, cut, at, press }: Extract<Act, { do: "template" }>,
  manner: Manner,
): string[] {
  const corners = at.flatMap(({ corner, gives }) => {
    const named = gives.flatMap((g) => (g ? [g] : []));
    return named.length > 0
      ? [`From ${sayName(corner)} its corners are ${sayNames(named)}, with the clock.`]
      : [];
  });
  return [
    ...(cut
      ? [
          `Cut a tile of card, ${sayReading(wide, manner)} wide and ${sayReading(high, manner)} high.`,
          "Use scissors as the school's rules say.",
        ]
      : []),
    ...inSentences(
      at,
      (some) =>
        `Lay ${cut ? "its" : "the tile's"} lower left corner on ${sayNames(some.map((t) => t.corner))} and trace it${press === "light" ? " lightly" : ""}.`,
      manner,
    ),
    ...corners,
  ];
}

export function sayCurve({ through, leaves, hides }: CurveTold<Name>, press: Press): string[] {
  if (hides && through.length === 0)
    return [`Swing the same ${sayPress(press)}curve once more, as far as it shows.`];
  if (hides)
    return [`From ${sayNames(through)} swing the same ${sayPress(press)}curve until it goes out of sight.`];
  const curve = `Swing a smooth ${sayPress(press)}curve through ${sayNames(through)}.`;
  const [a, b] = [through[0], through[through.length - 1]];
  if (!leaves || !a || !b) return [curve];
  const [from, to] = leaves;
  if (from && from === to) return [curve, `It leaves ${sayNames([a, b])} ${from}.`];
  const said = [from ? `${sayName(a)} ${from}` : "", to ? `${sayName(b)} ${to}` : ""].filter(Boolean);
  return [curve, `It leaves ${listOf(said)}.`];
}

const TONES = { 1: "pale", 2: "half dark", 3: "dark" } as const;

/** More pieces than this are a pattern: the first is named, the rest counted. */
const MOST_PIECES = 3;

export function sayFill({ pieces, tone }: Extract<Act, { do: "fill" }>, manner: Manner): string[] {
  const [first] = pieces;
  if (!first) return [];
  if (first.outer.k === "drawn")
    return [pieces.length === 1 ? `Shade it ${TONES[tone]}.` : `Shade all of them ${TONES[tone]}.`];
  if (first.outer.k === "dash") return pieces.map(({ outer }) => sayDash(outer, manner));
  if (pieces.length > MOST_PIECES)
    return [
      ...sayTile(first.outer, manner),
      `Then shade every second one: ${pieces.length} in all, ${TONES[tone]}.`,
    ];
  return inSentences(
    pieces.map((p) => sayPiece(p)),
    (some) => `Shade ${listOf(some)} ${TONES[tone]}.`,
    manner,
  );
}

function sayTile(ring: Ring<Name>, manner: Manner): readonly string[] {
  const said = `Shade ${sayRing(ring).replace("the piece ", "")}.`;
  const [a, b, c, d] = ring.k === "lines" ? ring.lines : [];
  if (!a || !b || !c || !d) return [said];
  return inOneOrTwo(
    said,
    [`Shade between ${sayLines([a, c])}.`, `Stay between ${sayLines([b, d])}.`],
    manner,
  );
}

function sayDash(ring: Ring<Name>, _manner: Manner): string {
  return ring.k === "dash"
    ? `Draw a narrow dash from ${sayName(ring.a)} to ${sayName(ring.b)}, thinner at ${sayName(ring.b)}.`
    : `Shade ${sayRing(ring)}.`;
}

function sayPiece({ outer, openings }: Piece<Name>): string {
  const free = openings.length > 0 ? `, but not ${listOf(openings.map(sayRing))},` : "";
  return `${sayRing(outer)}${free}`;
}

function sayRing(ring: Ring<Name>): string {
  if (ring.k === "corners" && ring.toEdge)
    return `${ring.at.map(sayName).join("")} as far as the sheet's edge`;
  if (ring.k === "corners")
    return ring.at.every((n) => n.k === "letter")
      ? ring.at.map(sayName).join("")
      : listOf(ring.at.map(sayName));
  if (ring.k === "drawn") return "what is drawn";
  if (ring.k === "dash") return `the dash from ${sayName(ring.a)} to ${sayName(ring.b)}`;
  const [a, b, c, d] = ring.lines;
  if (a && b && c && d && ring.lines.length === 4)
    return `the piece between ${sayLines([a, c])} and ${sayLines([b, d])}`;
  return `the piece between ${listOf(ring.lines.map(sayLine))}`;
}

function sayPress(press: Press): string {
  return press === "light" ? "light " : press === "dotted" ? "dotted " : "";
}

/** "On lines AB and CD mark 1/2 in from both ends", all round, and the opposite marks joined. */
export function sayInset({ tile, margins, gives }: Extract<Act, { do: "inset" }>, manner: Manner): string[] {
  const [a, b, c, d] = tile.map(sayName);
  const [first, second] = margins;
  const all = `${a}${b}${c}${d}`;
  const alike = first.marks === second.marks && first.about === second.about;
  const pairs: readonly (readonly [readonly string[], Reading])[] = [
    [[`${a}${b}`, `${d}${c}`], first],
    [[`${a}${d}`, `${b}${c}`], second],
  ];
  const marks = alike
    ? inOneOrTwo(
        `Along all sides of tile ${all} mark ${sayReading(first, manner)} from each corner.`,
        [`Take tile ${all}.`, `Along all sides mark ${sayReading(first, manner)} from each corner.`],
        manner,
      )
    : pairs.flatMap(([lines, reading]) =>
        inSentences(
          lines,
          (some) =>
            `On ${some.length > 1 ? "lines" : "line"} ${listOf(some)} mark ${sayReading(reading, manner)} from both ends.`,
          manner,
        ),
      );
  const named = gives.flatMap((g) => (g ? [g] : []));
  return [
    ...marks,
    `Join opposite marks lightly${named.length > 0 ? `, crossing at ${sayNames(named)}` : ""}.`,
  ];
}
