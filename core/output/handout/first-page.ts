import type { ComputedLesson } from "../../document/pipeline/index.ts";
import type { MeasureText } from "../../showing/display/index.ts";
import { layHandOut } from "./hand-out.ts";
import { type Page, paperInPrinter } from "./page.ts";
import { rowPages } from "./variants/variant-pages.ts";
import { type HandOutKind, type HandOutWish, OF_CARDS } from "./wish.ts";

/** Steps that the first page of anything made of cards is made of. */
const STEPS_IN_PICTURE = 12;

/** The first page of a kind, to choose it by: made of the lesson's first steps, of its own lengths for a row of the class. */
export function firstPage(computed: ComputedLesson, what: HandOutKind, measure: MeasureText): Page | null {
  const { steps, lesson } = computed;
  if (steps.length === 0) return null;
  if (what === "variants") {
    const own = { row: 1, computed, byTheCards: true, changed: 0 };
    const { pages } = rowPages(own, lesson.title, { paper: paperInPrinter(lesson.handOut), measure });
    return pages[0] ?? null;
  }
  const ofCards = OF_CARDS.has(what) || what === "poster";
  const shown = ofCards ? { ...computed, steps: steps.slice(0, STEPS_IN_PICTURE) } : computed;
  // After a step there may be next to nothing on a worksheet.
  const wish: HandOutWish = what === "worksheet" ? { what, on: "starts" } : { what };
  const laid = layHandOut(shown, wish, measure);
  return laid.ok ? (laid.pages[0] ?? null) : null;
}
