import { type Card, type Drawing, type HandOut, layAnswerPages, layCardPages } from "#core/display";
import { measureText } from "./fonts.server.ts";
import { writePdf } from "./write-pdf.server.ts";

/** The pages of a lesson's cards and their answer sheet, laid out with the fonts they will be printed in. */
export function cardPages(cards: readonly Card[], handOut: HandOut, lessonTitle: string): Drawing[] {
  return [
    ...layCardPages(cards, handOut, lessonTitle, measureText),
    ...layAnswerPages(cards, handOut, lessonTitle, measureText),
  ];
}

/** The cards as a PDF. */
export function writeCardsPdf(
  cards: readonly Card[],
  handOut: HandOut,
  lessonTitle: string,
  madeAt: Date,
): Promise<Buffer> {
  return writePdf(cardPages(cards, handOut, lessonTitle), { title: `${lessonTitle}: step cards`, madeAt });
}
