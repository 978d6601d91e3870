import type { ComputedLesson } from "../../document/pipeline/index.ts";
import type { MeasureText } from "../../showing/display/index.ts";
import { layBooklet } from "./cards/booklet.ts";
import { layCardPages } from "./cards/card-pages.ts";
import { layPoster } from "./cards/poster.ts";
import type { Laid, LaidPages, Printed, Source, Tools } from "./laid.ts";
import { layAnswers } from "./lists/answer-pages.ts";
import { layChecks } from "./lists/check-pages.ts";
import { layKit } from "./lists/kit-pages.ts";
import { layRecap } from "./lists/recap-pages.ts";
import { layRunSheet } from "./lists/run-sheet.ts";
import { paperInPrinter } from "./page.ts";
import { layFindSlip } from "./sheets/find-slip.ts";
import { layOverlay, layWorksheet } from "./sheets/worksheet.ts";
import { sourceOf } from "./source-of.ts";
import { layTemplates } from "./templates/template-pages.ts";
import { chosenCards, toldPrints } from "./told-prints.ts";
import { layVariants } from "./variants/variant-pages.ts";
import { CALLED, type HandOutKind, type HandOutWish, USUAL_ROWS, USUAL_SEED } from "./wish.ts";

/** What is handed out as pages, or why there is nothing to hand out. */
export type HandedOutPages =
  | ({ readonly ok: true; readonly title: string } & Laid)
  | { readonly ok: false; readonly says: string };

type Layout = (source: Source, wish: HandOutWish, tools: Tools) => LaidPages | null;

const cardPages: Layout = (source, wish, { measure }) => {
  const { handOut } = source.computed.lesson;
  const how = { ...handOut, largePrint: wish.what === "large-print", someOnly: wish.only !== undefined };
  return layCardPages(chosenCards(source, wish), how, source.handed, measure);
};

const LAYOUTS: Readonly<Record<Exclude<HandOutKind, "take-home">, Layout>> = {
  cards: cardPages,
  "large-print": cardPages,
  booklet: (source, _, tools) => layBooklet(source, source.computed.lesson.handOut, tools),
  poster: (source, _, tools) => layPoster(source, source.computed.lesson.handOut, tools),
  worksheet: (source, { on = "after", step = null }, tools) => layWorksheet(source, { on, step }, tools),
  variants: (source, { seed = USUAL_SEED, rows = USUAL_ROWS, row = null }, tools) =>
    layVariants(source, { seed, rows, row }, tools),
  "find-slip": (source, { seed = USUAL_SEED }, tools) => layFindSlip(source, seed, tools),
  answers: (source, _, tools) => layAnswers(source, tools),
  overlay: (source, _, tools) => layOverlay(source, tools),
  templates: (source, _, tools) => layTemplates(source, tools),
  recap: (source, _, tools) => layRecap(source, tools),
  checks: (source, _, tools) => layChecks(source, tools),
  kit: (source, _, tools) => layKit(source, tools),
  "run-sheet": (source, _, tools) => layRunSheet(source, tools),
};

/**
 * Lays out what is wished for, in mm at true scale, with the text measured as it will be printed. `computed` is the lesson for
 * the hand it is printed for (`lessonForHand`). Source of the layouts: common practice, no published source, but where named.
 */
export function layHandOut(
  computed: ComputedLesson,
  wish: HandOutWish,
  measure: MeasureText,
): HandedOutPages {
  const { steps, lesson } = computed;
  const { what } = wish;
  if (what === "take-home")
    return { ok: false, says: "This is no page to print: it is a file to take home." };
  if (steps.length === 0 && what !== "kit")
    return {
      ok: false,
      says: "This lesson has no steps yet, so there is nothing to hand out. Put a thing on the sheet first.",
    };
  const source = sourceOf(computed);
  const laid = LAYOUTS[what](source, wish, { paper: paperInPrinter(lesson.handOut), measure });
  if (!laid)
    return {
      ok: false,
      says: "No step of this lesson has a slip that can be drawn, so there is none to find.",
    };
  const title = `${lesson.title}: ${CALLED[what].name.toLowerCase()}`;
  return { ok: true, title, ...laid, prints: toldPrints(source, wish) ?? laid.prints ?? [] };
}

/** What would be remembered of a print made now; nothing where there is nothing to print. */
export function printsOf(
  computed: ComputedLesson,
  wish: HandOutWish,
  measure: MeasureText,
): readonly Printed[] {
  const told = toldPrints(sourceOf(computed), wish);
  if (told) return told;
  const laid = layHandOut(computed, wish, measure);
  return laid.ok ? laid.prints : [];
}
