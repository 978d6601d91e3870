import type { MeasureText } from "../display/index.ts";
import type { Lesson } from "../lesson/index.ts";
import { findCurrentTake } from "../lesson/index.ts";
import type { ComputedLesson } from "../pipeline/index.ts";
import { PLAN_DEFAULTS } from "../plan/index.ts";
import { addressAt, lessonToSource } from "../schedule/index.ts";
import { layBooklet } from "./cards/booklet.ts";
import { markOf } from "./cards/card-mark.ts";
import { type CardWish, layCardPages } from "./cards/card-pages.ts";
import { type Card, makeCards } from "./cards/cards.ts";
import { layPoster } from "./cards/poster.ts";
import type { Laid, Printed, Source } from "./laid.ts";
import { layAnswers } from "./lists/answer-pages.ts";
import { layChecks } from "./lists/check-pages.ts";
import { layKit } from "./lists/kit-pages.ts";
import { layRecap } from "./lists/recap-pages.ts";
import { layRunSheet } from "./lists/run-sheet.ts";
import { type Page, paperInPrinter } from "./page.ts";
import { OF_CARDS } from "./printed.ts";
import { layFindSlip } from "./sheets/find-slip.ts";
import { layOverlay, layWorksheet } from "./sheets/worksheet.ts";
import { layTemplates } from "./templates/template-pages.ts";
import { layVariants, rowPages } from "./variants/variant-pages.ts";
import { CALLED, type HandOutKind, type HandOutWish } from "./wish.ts";

/** What is handed out as pages, or why there is nothing to hand out. */
export type HandedOutPages =
  | ({ readonly ok: true; readonly title: string } & Laid)
  | { readonly ok: false; readonly says: string };

/** Rows of a class that get other measures unless it is said for how many. */
export const USUAL_ROWS = 4;

/** The lesson as it is handed out: drawn with the other hand where that is wished. */
export function lessonForHand(lesson: Lesson): Lesson {
  const { hand } = lesson.handOut;
  if (hand === undefined || hand === (lesson.plan.hand ?? PLAN_DEFAULTS.hand)) return lesson;
  // Letters are begun at the end where the hand does not wipe over them.
  const objects = lesson.objects.map((o) =>
    o.recipe === "lettering"
      ? { ...o, startFrom: hand === "left" ? ("right" as const) : ("left" as const) }
      : o,
  );
  return { ...lesson, objects, plan: { ...lesson.plan, hand } };
}

/** What hand-outs are made of. */
export function sourceOf(computed: ComputedLesson): Source {
  const { lesson, paper, sheet, moves } = computed;
  return {
    computed,
    handed: {
      title: lesson.title,
      ageBand: lesson.plan.ageBand,
      paper,
      sheet,
      moves,
      videoAt: videoAtOf(computed),
    },
  };
}

/** The address of the current take's video at a moment of the lesson; null where the take states none. */
export function videoAtOf({ lesson, editMap }: ComputedLesson): ((lessonMs: number) => string) | null {
  const address = findCurrentTake(lesson)?.address;
  if (!address) return null;
  return (lessonMs) =>
    addressAt(
      address,
      address.clock === "recording" && editMap ? lessonToSource(editMap, lessonMs) : lessonMs,
    );
}

/**
 * Lays out what is wished for, in mm at true scale, with the text measured as it will be printed. `computed` is the lesson for
 * the hand it is printed for (`lessonForHand`). Source of the layouts: common practice, no published source, but where named.
 */
export function layHandOut(
  computed: ComputedLesson,
  wish: HandOutWish,
  measure: MeasureText,
): HandedOutPages {
  const source = sourceOf(computed);
  const { steps, lesson } = computed;
  const title = `${lesson.title}: ${CALLED[wish.what].name.toLowerCase()}`;
  if (steps.length === 0 && wish.what !== "kit")
    return {
      ok: false,
      says: "This lesson has no steps yet, so there is nothing to hand out. Put a thing on the sheet first.",
    };
  const laid = pagesOf(source, wish, measure);
  return laid ? { ok: true, title, ...laid } : { ok: false, says: whyNot(wish) };
}

function whyNot({ what }: HandOutWish): string {
  return what === "find-slip"
    ? "No step of this lesson has a slip that can be drawn, so there is none to find."
    : "This is no page to print: it is a file to take home.";
}

function pagesOf(source: Source, wish: HandOutWish, measure: MeasureText): Laid | null {
  const { handOut } = source.computed.lesson;
  const tools = { paper: paperInPrinter(handOut), measure };
  switch (wish.what) {
    case "cards":
    case "large-print":
      return cardsOf(source, wish, { ...handOut, largePrint: wish.what === "large-print" }, measure);
    case "booklet":
      return layBooklet(source, handOut, tools);
    case "poster":
      return layPoster(source, handOut, tools);
    case "worksheet":
      return layWorksheet(source, { on: wish.on ?? "after", step: wish.step ?? null }, tools);
    case "variants":
      return {
        ...layVariants(
          source,
          { seed: wish.seed ?? 1, rows: wish.rows ?? USUAL_ROWS, row: wish.row ?? null },
          tools,
        ),
        prints: [variantsPrint(source, wish)],
      };
    case "find-slip":
      return layFindSlip(source, wish.seed ?? 1, tools);
    case "answers":
      return layAnswers(source, tools);
    case "overlay":
      return layOverlay(source, tools);
    case "templates":
      return layTemplates(source, tools);
    case "recap":
      return layRecap(source, tools);
    case "checks":
      return layChecks(source, tools);
    case "kit":
      return layKit(source, tools);
    case "run-sheet":
      return layRunSheet(source, tools);
    case "take-home":
      return null;
  }
}

/** Steps that the first page of anything made of cards is made of. */
const STEPS_IN_PICTURE = 12;

/** The first page of a kind, to choose it by: made of the lesson's first steps, of its own lengths for a row of the class. */
export function firstPage(computed: ComputedLesson, what: HandOutKind, measure: MeasureText): Page | null {
  const { steps, lesson } = computed;
  if (steps.length === 0) return null;
  if (what === "variants") {
    const variant = { row: 1, computed, byTheCards: true, changed: 0 };
    return (
      rowPages(variant, lesson.title, { paper: paperInPrinter(lesson.handOut), measure }).pages[0] ?? null
    );
  }
  const ofCards = OF_CARDS.has(what) || what === "poster";
  const shown = ofCards ? { ...computed, steps: steps.slice(0, STEPS_IN_PICTURE) } : computed;
  const laid = layHandOut(shown, what === "worksheet" ? { what, on: "starts" } : { what }, measure);
  return laid.ok ? (laid.pages[0] ?? null) : null;
}

/**
 * What would be remembered of a print made now, without laying anything out where it can be told from the lesson itself: other
 * measures take a while to be found, but follow from what they are found in.
 */
export function printsOf(
  computed: ComputedLesson,
  wish: HandOutWish,
  measure: MeasureText,
): readonly Printed[] {
  const source = sourceOf(computed);
  switch (wish.what) {
    case "cards":
    case "large-print":
    case "booklet":
      return chosenCards(source, wish).map(printOf(source));
    case "variants":
      return [variantsPrint(source, wish)];
    case "take-home":
      return [
        {
          id: "take-home",
          mark: markOf(
            makeCards(computed).map((c) => [c.title, c.inFull, c.check, c.why, c.slip, c.picture.marks]),
          ),
        },
      ];
    default:
      return (computed.steps.length > 0 ? pagesOf(source, wish, measure)?.prints : null) ?? [];
  }
}

/** One mark for all rows: the lots are drawn from what the lesson is. */
function variantsPrint({ computed }: Source, { seed, rows, row }: HandOutWish): Printed {
  const { objects, sheet, view, plan } = computed.lesson;
  const told = computed.steps.map((s) => [s.number, s.title, s.instruction]);
  const wished = [seed ?? 1, rows ?? USUAL_ROWS, row ?? null];
  return {
    id: `variants/${wished.join("/")}`,
    mark: markOf([wished, objects, sheet, view, plan.ageBand, told]),
  };
}

function chosenCards({ computed }: Source, { only }: HandOutWish): Card[] {
  const chosen = only && new Set(only);
  return makeCards(computed).filter((c) => !chosen || chosen.has(c.stepId));
}

function cardsOf(source: Source, wish: HandOutWish, how: CardWish, measure: MeasureText): Laid {
  const cards = chosenCards(source, wish);
  const { pages, notices } = layCardPages(
    cards,
    { ...how, someOnly: wish.only !== undefined },
    source.handed,
    measure,
  );
  return { pages, notices, prints: cards.map(printOf(source)) };
}

/** What is remembered of each card that is printed. */
function printOf({ computed }: Source): (card: Card) => Printed {
  const address = findCurrentTake(computed.lesson)?.address;
  const video = address ? { video: `${address.clock} ${address.pattern}` } : {};
  return ({ stepId, mark, number, startMs }) => ({ id: stepId, mark, number, startMs, ...video });
}
