import { countOf, formatLength, listOf } from "../base/index.ts";
import type { LineMade, Move, PointMade } from "../drafter/index.ts";
import { sayShare } from "../lexicon/index.ts";
import { aimName, flatWay } from "./call-aim.ts";
import { isLight, type Run, repeatAt, runsOf } from "./runs-of-moves.ts";
import type { WordContext } from "./word-context.ts";

/** What a run of moves says: sentences in order, and the measures in them. */
export interface Said {
  readonly sentences: readonly string[];
  readonly readings: readonly string[];
}

/** More things than this in one sentence are counted instead of named. */
const MOST_NAMED = 4;

/**
 * Puts moves into words: runs of moves of one sort become one sentence. The words name points as the recipe calls
 * them, so every construction reads in the lesson's own terms.
 */
export function sayMoves(context: WordContext): Said {
  const sentences: string[] = [];
  const readings: string[] = [];
  const runs = runsOf(context);
  for (let i = 0; i < runs.length; ) {
    const { period, times } = repeatAt(runs, i);
    const said = runs.slice(i, i + period * times).map((run) => sayRun(run, context));
    sentences.push(...said.slice(0, period).flatMap((s) => s.sentences));
    if (times > 1) sentences.push(sayAgain(times - 1, said.slice(period)));
    for (const r of said.flatMap((s) => s.readings)) if (!readings.includes(r)) readings.push(r);
    i += period * times;
  }
  return { sentences, readings: readings.slice(0, MOST_READINGS) };
}

/** A card holds about this many measures legibly. */
const MOST_READINGS = 8;

/** "Go on the same way three more times: 22 mm, 18 mm and 17.5 mm." */
function sayAgain(times: number, said: readonly Said[]): string {
  const measures = said.flatMap((s) => s.readings).filter((r) => /\d/.test(r) && !/line/.test(r));
  const short = [...new Set(measures.map((m) => /^[\d\s\u00a0⁄.]+(?:mm|in)/.exec(m)?.[0] ?? m))];
  const list = short.length > 0 && short.length <= 10 ? `: ${listOf(short)}` : "";
  return `Go on the same way ${times === 1 ? "once more" : `${countOf(times, "more time", "more times")}`}${list}.`;
}

function sayRun(run: Run, context: WordContext): Said {
  const first = run.moves[0];
  if (!first) return { sentences: [], readings: [] };
  switch (first.hand) {
    case "take":
      return { sentences: [], readings: [] };
    case "mark":
      return sayMarks(run.moves, context);
    case "rule":
      return sayRules(run.moves, context);
    case "trace":
      return { sentences: [`Go over ${things(run.moves.map((m) => lineCalled(m)))} firmly.`], readings: [] };
    case "template":
      return sayTemplate(run.moves, context);
    case "curve":
      return {
        sentences: [
          run.moves.length === 1
            ? "Draw the curve by hand through its points, in one easy swing."
            : `Draw the ${countOf(run.moves.length, "curve")} by hand through their points.`,
        ],
        readings: [],
      };
    case "freehand":
      return { sentences: [sayFreehand(run.moves, context)], readings: [] };
    case "fill":
      return {
        sentences: [
          `Fill ${run.moves.length === 1 ? "it" : `the ${countOf(run.moves.length, "piece")}`} evenly, pale first.`,
        ],
        readings: [],
      };
    case "circle":
      return {
        sentences: [`Circle ${things(first.uses.map((u) => pointCalled(u, context)))}.`],
        readings: [],
      };
    case "turn":
      return {
        sentences: [
          first.id.endsWith("turn-back")
            ? "Turn the sheet back."
            : `Turn the sheet ${first.quarters === 2 ? "upside down" : `a quarter to the ${first.quarters === 1 ? "right" : "left"}`}.`,
        ],
        readings: [],
      };
    case "fold":
      return {
        sentences: ["Fold the sheet edge to edge, press the crease lightly and open it."],
        readings: [],
      };
    case "erase":
      return {
        sentences: ["Rub out the guides beyond the ends, and every line that is covered."],
        readings: [],
      };
  }
}

/** A tile of card traced: cut once, then laid on mark after mark. */
function sayTemplate(moves: readonly Move[], context: WordContext): Said {
  if (context.moves.find((m) => m.hand === "template") !== moves[0])
    return {
      sentences: ["Lay the tile of card on the last mark too and trace round it in the same way."],
      readings: [],
    };
  const size = (...ways: string[]) => {
    const made = moves
      .flatMap((m) => m.points)
      .find((p) => p.rule.kind === "along" && ways.includes(p.rule.toward));
    return made?.rule.kind === "along" ? formatLength(made.rule.mm, context.sheet) : "";
  };
  const [wide, high] = [size("left", "right"), size("up", "down")];
  return {
    sentences: [
      `Cut one tile of card, ${wide} wide and ${high} high, with scissors and as the school's rules say.`,
      "Lay its lower left corner on the mark, its lower edge level, and trace round it lightly.",
    ],
    readings: [`tile ${wide} wide`, `tile ${high} high`],
  };
}

function sayFreehand(moves: readonly Move[], { label }: WordContext): string {
  const n = moves.length;
  const far = moves.some((m) => m.phase === "skyline");
  if (far)
    return "Draw the skyline by hand right across, easy and curved; the horizon below it stays straight.";
  if (moves[0]?.phase === "wires")
    return `Draw the ${countOf(n, "wire")} by hand, each sagging between its heads.`;
  return n === 1
    ? `Draw the ${label} freely in its place; yours may look different.`
    : `Draw ${countOf(n, "round shape")} freely, the nearest first.`;
}

function sayMarks(moves: readonly Move[], context: WordContext): Said {
  const { sheet } = context;
  const say = (mm: number) => formatLength(mm, sheet);
  const points = moves.flatMap((m) => m.points[0] ?? []);
  const rule = points[0]?.rule;
  const first = points[0];
  if (!rule || !first) return { sentences: [], readings: [] };
  switch (rule.kind) {
    case "from-edges": {
      const across = (p: PointMade) => (p.rule.kind === "from-edges" ? p.rule.across.mm : 0);
      if (Math.abs(rule.down.mm) < 0.05) {
        const marks = points.map((p) => say(across(p)));
        const gap = points.length === 2 && points[1] ? across(points[1]) - across(first) : null;
        return {
          sentences: [
            `On the lower edge of the sheet mark ${listOf(marks)} from the left.`,
            ...(gap === null ? [] : [`The two marks are ${say(Math.abs(gap))} apart.`]),
          ],
          readings: marks.map((m) => `${m} from the left edge`),
        };
      }
      const x = edgeWords(across(first), sheet.widthMm, "left", "right", say);
      const y = edgeWords(rule.down.mm, sheet.heightMm, "bottom", "top", say);
      return { sentences: [`Mark ${the(first.called)} ${x} and ${y}.`], readings: [x, y] };
    }
    case "measured": {
      const lengths = points.map((p) => (p.rule.kind === "measured" ? say(p.rule.mm) : ""));
      const from = pointCalled(rule.from, context);
      const what =
        points.length === 1 ? `mark ${the(first.called)}` : `make ${countOf(points.length, "mark")}`;
      return {
        sentences: [
          `From ${the(from)} toward ${the(pointCalled(rule.toward, context))} ${what}: ${listOf(lengths)}.`,
        ],
        readings: lengths.map((l) => `${l} from ${the(from)}`),
      };
    }
    case "along": {
      const marks = points.flatMap((p) => (p.rule.kind === "along" ? [{ p, rule: p.rule }] : []));
      return {
        sentences: marks
          .slice(0, MOST_NAMED)
          .map(
            ({ p, rule: r }) =>
              `On the ${lineCalledById(r.line, context)} mark ${the(p.called)}, ${say(r.mm)} ${wayOf(r.toward)} from ${the(pointCalled(r.from, context))}.`,
          ),
        readings: marks.map(({ rule: r }) => `${say(r.mm)} ${wayOf(r.toward)}`),
      };
    }
    case "part-way-to-vp": {
      const length = context.lengthAlong(rule.from, first.id);
      const vp = aimName(rule.aim, context.view) ?? "vanishing point";
      return {
        sentences: [
          `On the line from ${the(pointCalled(rule.from, context))} mark ${the(first.called)}, ${say(length)} along: ${sayShare(rule.fraction)} of the way to the ${vp}.`,
        ],
        readings: [`${say(length)} along the line from ${the(pointCalled(rule.from, context))}`],
      };
    }
    case "share":
      return {
        sentences: [
          `Mark ${sayPart(rule.share)} between ${the(pointCalled(rule.from, context))} and ${the(pointCalled(rule.to, context))}.`,
        ],
        readings: [
          `${say(context.lengthAlong(rule.from, first.id))} from ${the(pointCalled(rule.from, context))}`,
        ],
      };
    default:
      return { sentences: [`Mark ${things(points.map((p) => p.called))}.`], readings: [] };
  }
}

function sayPart(share: number): string {
  return Math.abs(share - 0.5) < 0.004 ? "halfway" : `${sayShare(share)} of the way`;
}

function wayOf(toward: "right" | "left" | "up" | "down"): string {
  return toward === "right" || toward === "left" ? `to the ${toward}` : toward;
}

/** "1 1⁄2 in from the left edge", or beyond it. */
function edgeWords(
  mm: number,
  whole: number,
  near: string,
  far: string,
  say: (mm: number) => string,
): string {
  const up = near === "bottom";
  if (mm < -0.05) return `${say(-mm)} ${up ? "below the bottom edge" : `outside the ${near} edge`}`;
  if (mm > whole + 0.05) return `${say(mm - whole)} ${up ? "above the top edge" : `outside the ${far} edge`}`;
  return up ? `${say(mm)} up from the bottom edge` : `${say(mm)} from the ${near} edge`;
}

function sayRules(moves: readonly Move[], context: WordContext): Said {
  const { view, sheet } = context;
  const line = moves[0]?.lines[0];
  if (!line) return { sentences: [], readings: [] };
  const { rule } = line;
  if (rule.kind === "join") {
    const pairs = moves.flatMap((m) => (m.lines[0]?.rule.kind === "join" ? [m.lines[0]] : []));
    if (pairs.length > 2)
      return {
        sentences: [`Join ${countOf(pairs.length, "pair")} of points, each with one line.`],
        readings: [],
      };
    return { sentences: pairs.map((l) => sayJoin(l, context)), readings: [] };
  }
  if (rule.kind === "slide")
    return {
      sentences: [
        `Slide the ruler along, square to the sheet, until the piece between the two lines measures ${formatLength(rule.mm, sheet)}; draw it.`,
      ],
      readings: [formatLength(rule.mm, sheet)],
    };
  if (rule.kind === "angle")
    return {
      sentences: [
        `Carry the angle over with the held pencil and draw it through ${the(pointCalled(rule.through, context))}.`,
      ],
      readings: [`${Math.round(rule.deg)}° to the level`],
    };
  if (rule.kind === "parallel")
    return {
      sentences: [
        `Slide the ruler, parallel to the ${lineCalledById(rule.to, context)}, to ${the(pointCalled(rule.through, context))}, and draw.`,
      ],
      readings: [],
    };
  if (rule.kind !== "toward") return { sentences: [`Draw the ${line.called}.`], readings: [] };
  const from = [
    ...new Set(moves.flatMap((m) => (m.lines[0]?.rule.kind === "toward" ? [m.lines[0].rule.through] : []))),
  ].map((id) => pointCalled(id, context));
  const vp = aimName(rule.aim, view);
  const measured = moves.flatMap((m) =>
    m.points.flatMap((p) => (p.rule.kind === "along" ? [formatLength(p.rule.mm, sheet)] : [])),
  );
  const lightly = moves.every(isLight) ? " lightly" : "";
  if (vp !== null) {
    return {
      sentences: [
        `From ${things(from)} draw${lightly} to the ${vp}${measured.length > 0 ? `, ${listOf(measured)} long` : ""}.`,
      ],
      readings: [...(moves.length > 1 ? [countOf(moves.length, "line")] : []), ...measured],
    };
  }
  const way = flatWay(rule.aim);
  const ends =
    measured.length === moves.length
      ? `, ${listOf(measured)} long`
      : way === "parallel to the front's slope"
        ? ""
        : ", to the next line";
  return {
    sentences: [`From ${things(from)} draw${lightly} ${way}${ends}.`],
    readings: measured,
  };
}

function sayJoin(line: LineMade, context: WordContext): string {
  if (line.rule.kind !== "join") return "";
  const [a, b] = line.rule.points.map((p) => pointCalled(p, context));
  return /diagonal|line from|line away|line on/.test(line.called)
    ? `Draw the ${line.called}: from ${the(a ?? "")} through ${the(b ?? "")}.`
    : `Join ${the(a ?? "")} and ${the(b ?? "")}.`;
}

/** "the near foot, the peak and the far eave", or "the 7 points" when there are many. */
function things(called: readonly string[]): string {
  const distinct = [...new Set(called)];
  const first = distinct[0] ?? "";
  if (distinct.length === 1) return called.length === 1 ? the(first) : `each ${first}`;
  if (distinct.length > MOST_NAMED) return `each of the ${distinct.length} points`;
  return listOf(distinct.map(the));
}

function lineCalled(move: Move): string {
  return move.lines[0]?.called ?? "line";
}

function lineCalledById(id: string, context: WordContext): string {
  return context.lineCalled(id);
}

function pointCalled(id: string, context: WordContext): string {
  return context.pointCalled(id);
}

/** "the near foot", but "corner 3": numbered names need no article. */
function the(called: string): string {
  return /^(?:far )?corner \d+$/.test(called) ? called : `the ${called}`;
}
