import { assertNever, countOf, listOf } from "../../ground/base/index.ts";
import { inPlainWords } from "./plain-words.ts";
import { sayRules } from "./say-lines.ts";
import { sayMarks } from "./say-marks.ts";
import { countSaid, type Manner, sayLines, sayName, sayNames, sayReading } from "./say-names.ts";
import { sayCurve, sayFill, sayInset, sayTemplate } from "./say-shapes.ts";
import { sayGoOver } from "./say-stretches.ts";
import { inSentences } from "./sentences.ts";
import type { Act, Anew, Told } from "./told.ts";

/** The sentences that tell an act, in order. What they say is all of it: a program reads them back in the tests. */
export function sayTold({ act, anew = [] }: Told, manner: Manner): string[] {
  const said = [...anew.map(sayAnew), ...sayAct(act, manner)];
  return manner.plain ? said.map(inPlainWords) : said;
}

function sayAnew({ now, was, of }: Anew): string {
  return `${of === null ? sayName(was) : `Corner ${sayName(was)} of the ${of}`} is now called ${sayName(now)}.`;
}

function sayAct(act: Act, manner: Manner): string[] {
  switch (act.do) {
    case "mark":
      return sayMarks(act.at, manner);
    case "rule":
      return [
        ...sayRules(act, manner),
        ...sayOver(act.over, manner),
        ...(act.below
          ? [`Draw nothing above ${sayReading(act.below.reading, manner)} from the ${act.below.from}.`]
          : []),
      ];
    case "template":
      return sayTemplate(act, manner);
    case "inset":
      return sayInset(act, manner);
    case "slide": {
      const side = { up: "above", down: "below", left: "left of", right: "right of" }[act.side];
      return [
        `Keep the ruler ${act.way} and slide it.`,
        `Stop where it measures ${sayReading(act.reading, manner)} between ${sayLines(act.between)}.`,
        `That is ${side} their crossing: draw ${sayName(act.gives[0])} to ${sayName(act.gives[1])}.`,
      ];
    }
    case "curve":
      return [...act.curves.flatMap((c) => sayCurve(c, act.press)), ...sayOver(act.over, manner)];
    case "fill":
      return sayFill(act, manner);
    case "freehand":
      return [
        act.count === 1
          ? `Draw the ${act.what} freely.`
          : `Draw ${countOf(act.count, act.what)} freely, nearest first.`,
      ];
    case "go-over":
      return [...sayGoOver(act, manner), ...sayOver(act.over, manner)];
    case "erase":
      if (act.what === "behind") return sayBehind(act.of, act.lines, manner);
      return [act.what === "light" ? "Rub out all light lines." : "Rub out the horizon."];
    case "fold":
      return [
        act.across === "width"
          ? "Fold the left edge onto the right edge and open the sheet."
          : "Fold the top edge onto the bottom edge and open the sheet.",
        ...(act.gives ? [`The creases cross in ${sayName(act.gives)}.`] : []),
      ];
    case "turn":
      return [
        act.quarters === 2
          ? "Turn the sheet upside down."
          : `Turn the sheet a quarter to the ${act.quarters === 1 ? "right" : "left"}.`,
      ];
    case "circle":
      return [`Ring ${sayNames(act.at)}.`];
    case "repeat":
      return sayRepeat(act);
    case "leave":
      return [
        act.at.length === 1
          ? `Leave ${sayNames(act.at)} alone: its edge is hidden.`
          : `Leave ${sayNames(act.at)} alone: their edges are hidden.`,
      ];
    default:
      return assertNever(act);
  }
}

function sayRepeat({ what, count, gap }: Extract<Act, { do: "repeat" }>): string[] {
  if (what === "line")
    return [
      count === 1
        ? "Draw one more like it, the gap smaller than the last."
        : `Draw ${countOf(count, "more", "more")} like it, each gap smaller than the last.`,
    ];
  return [
    `Leave ${gap === "half" ? "half its length" : "a gap"}, then draw a shorter dash.`,
    ...(count > 1 ? [`Draw ${countOf(count - 1, "more", "more")}: dashes and gaps keep shrinking.`] : []),
  ];
}

function sayBehind(of: string, lines: readonly string[], manner: Manner): string[] {
  const what = listOf(lines.map((l) => `the ${l}`));
  const said = `Rub out what runs behind the ${of}: ${what}.`;
  return [countSaid(said) <= manner.mostWords ? said : `Rub out every line that runs behind the ${of}.`];
}

function sayOver(over: readonly string[] = [], manner: Manner): string[] {
  return inSentences(over, (some) => `Do not draw through ${listOf(some.map((o) => `the ${o}`))}.`, manner);
}
