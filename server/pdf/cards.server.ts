import { type Drawing, layAnswerPages, layCardPages, makeCards } from "#core/display";
import type { ComputedLesson } from "#core/pipeline";
import { measureText } from "./fonts.server.ts";
import { writePdf } from "./write-pdf.server.ts";

/** The pages of a lesson's cards and their answer sheet, laid out with the fonts they will be printed in. */
export function cardPages(computed: ComputedLesson): Drawing[] {
  const { handOut, title, plan } = computed.lesson;
  const cards = makeCards(computed);
  const { paper, sheet } = computed;
  const handedOut = { title, ageBand: plan.ageBand, paper, sheet };
  return [
    ...layCardPages(cards, handOut, handedOut, measureText),
    ...layAnswerPages(cards, handOut, handedOut, measureText),
  ];
}

/** The cards of a lesson as a PDF. */
export function writeCardsPdf(computed: ComputedLesson, madeAt: Date): Promise<Buffer> {
  return writePdf(cardPages(computed), { title: `${computed.lesson.title}: step cards`, madeAt });
}
