import type { HandedOut } from "./card-pages.ts";
import type { Card } from "./cards.ts";
import type { Drawing, Mark } from "./mark.ts";
import { type HandOut, LEADING, MARGIN_MM, type MeasureText, PAGE_MM, wrap } from "./page.ts";

/** Size of the running text, mm: 11 pt. */
const TEXT_MM = 3.9;
const PADDING_MM = 12;
const GAP_MM = 3;

/**
 * The answer sheet that goes with the cards: for every card that asks, or leaves something to the pupil, what it does not say.
 * No pages where every card says all.
 */
export function layAnswerPages(
  cards: readonly Card[],
  { paper, words }: HandOut,
  { title: lessonTitle }: HandedOut,
  measure: MeasureText,
): Drawing[] {
  if (words === "full") return [];
  const page = PAGE_MM[paper];
  const left = MARGIN_MM + PADDING_MM;
  const width = page.width - 2 * left;
  const bottom = page.height - left;
  const pages: Mark[][] = [];
  let marks: Mark[] = [];
  let y = 0;
  const text = (id: string, lines: readonly string[], weight: "regular" | "bold", size = TEXT_MM) => {
    y += size;
    marks.push({
      kind: "text",
      id,
      at: { x: left, y },
      lines,
      size,
      lineHeight: size * LEADING,
      colour: "ink",
      weight,
      anchor: "start",
    });
    y += (lines.length - 1) * size * LEADING + size * (LEADING - 1);
  };
  const turn = () => {
    marks = [];
    pages.push(marks);
    y = left;
    text(
      `answers/${pages.length}/title`,
      wrap(`Answers: ${lessonTitle}`, width, TEXT_MM * 1.5, "bold", measure),
      "bold",
      TEXT_MM * 1.5,
    );
    y += GAP_MM;
  };
  for (const card of cards) {
    if (card.answers.length === 0) continue;
    const title = wrap(`${card.number}. ${card.title}`, width, TEXT_MM, "bold", measure);
    const answers = card.answers.map((a) => wrap(a, width, TEXT_MM, "regular", measure));
    const lines = title.length + answers.flat().length;
    if (pages.length === 0 || y + lines * TEXT_MM * LEADING > bottom) turn();
    text(`answers/${card.stepId}/title`, title, "bold");
    for (const [i, answer] of answers.entries()) text(`answers/${card.stepId}/${i + 1}`, answer, "regular");
    y += GAP_MM;
  }
  return pages.map((onPage, i) => ({
    unit: "mm",
    box: { x: 0, y: 0, width: page.width, height: page.height },
    marks: onPage,
    alt: `Answers, page ${i + 1}, of ${lessonTitle}`,
  }));
}
