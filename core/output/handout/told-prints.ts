import { findCurrentTake } from "../../document/lesson/index.ts";
import { type Card, makeCards } from "./cards/cards.ts";
import type { Printed, Source } from "./laid.ts";
import { markOf } from "./print-mark.ts";
import { type HandOutKind, type HandOutWish, USUAL_ROWS, USUAL_SEED } from "./wish.ts";

type PrintsOfKind = (source: Source, wish: HandOutWish) => readonly Printed[];

const ofCards: PrintsOfKind = (source, wish) => chosenCards(source, wish).map(printOf(source));

/** Kinds whose prints are told from the lesson itself, without laying anything out. */
const TOLD: Readonly<Partial<Record<HandOutKind, PrintsOfKind>>> = {
  cards: ofCards,
  "large-print": ofCards,
  booklet: ofCards,
  // One mark for all rows: the lots, which take a while, follow from what they are drawn in.
  variants: ({ computed }, { seed, rows, row }) => {
    const { objects, sheet, view, plan } = computed.lesson;
    const told = computed.steps.map((s) => [s.number, s.title, s.instruction]);
    const wished = [seed ?? USUAL_SEED, rows ?? USUAL_ROWS, row ?? null];
    return [
      {
        id: `variants/${wished.join("/")}`,
        mark: markOf([wished, objects, sheet, view, plan.ageBand, told]),
      },
    ];
  },
  "take-home": ({ computed }) => {
    const said = makeCards(computed).map((c) => [c.title, c.inFull, c.check, c.why, c.slip, c.picture.marks]);
    return [{ id: "take-home", mark: markOf(said) }];
  },
};

/** What a print of a kind is remembered by, where that is told from the lesson itself; else null. */
export function toldPrints(source: Source, wish: HandOutWish): readonly Printed[] | null {
  return TOLD[wish.what]?.(source, wish) ?? null;
}

/** The cards that are wished for: all, or some. */
export function chosenCards({ computed }: Source, { only }: HandOutWish): Card[] {
  const chosen = only && new Set(only);
  return makeCards(computed).filter((c) => !chosen || chosen.has(c.stepId));
}

/** What is remembered of each card that is printed. */
function printOf({ computed }: Source): (card: Card) => Printed {
  const address = findCurrentTake(computed.lesson)?.address;
  const video = address ? { video: `${address.clock} ${address.pattern}` } : {};
  return ({ stepId, mark, number, startMs }) => ({ id: stepId, mark, number, startMs, ...video });
}
