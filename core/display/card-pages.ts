import type { AgeBand } from "../plan/index.ts";
import type { CardStyle } from "./card-block.ts";
import type { Card } from "./cards.ts";
import type { SheetToExplain } from "./explain-step.ts";
import { layCard } from "./lay-card.ts";
import type { Drawing, Mark, Spot } from "./mark.ts";
import { type HandOut, MARGIN_MM, type MeasureText, PAGE_MM } from "./page.ts";

/** How many cards side by side and below each other. */
const GRID = {
  1: { columns: 1, rows: 1 },
  2: { columns: 1, rows: 2 },
  4: { columns: 2, rows: 2 },
  6: { columns: 2, rows: 3 },
} as const;

/**
 * Sizes of text in mm, 2.83 pt each: 9 pt on four to a page, 11 pt for the youngest, who read larger letters more easily
 * (common practice, no published source). What is written in the pictures is no smaller.
 */
const TEXT_MM: Readonly<Record<HandOut["cardsPerPage"], { readonly usual: number; readonly young: number }>> =
  {
    1: { usual: 5.3, young: 6.2 },
    2: { usual: 4.1, young: 4.8 },
    4: { usual: 3.2, young: 3.9 },
    6: { usual: 2.85, young: 3.3 },
  };

/** The lesson that cards are of. */
export interface HandedOut extends SheetToExplain {
  readonly title: string;
  readonly ageBand: AgeBand;
}

/** Lays cards on pages, in mm, with cut marks between them. Every text is wrapped and finished here. */
export function layCardPages(
  cards: readonly Card[],
  handOut: HandOut,
  lesson: HandedOut,
  measure: MeasureText,
): Drawing[] {
  const { title, ageBand } = lesson;
  const page = PAGE_MM[handOut.paper];
  const { columns, rows } = GRID[handOut.cardsPerPage];
  const text = TEXT_MM[handOut.cardsPerPage];
  const style: CardStyle = {
    textMm: ageBand === "7-9" ? text.young : text.usual,
    full: handOut.words === "full",
    lessonTitle: title,
    lesson,
    measure,
  };
  const size = {
    width: (page.width - 2 * MARGIN_MM) / columns,
    height: (page.height - 2 * MARGIN_MM) / rows,
  };
  const pages: Drawing[] = [];
  for (let first = 0; first < cards.length; first += handOut.cardsPerPage) {
    const onPage = cards.slice(first, first + handOut.cardsPerPage);
    const marks = onPage.flatMap((card, i) => {
      const x = MARGIN_MM + (i % columns) * size.width;
      const y = MARGIN_MM + Math.floor(i / columns) * size.height;
      return layCard(card, { x, y, ...size }, style);
    });
    pages.push({
      unit: "mm",
      box: { x: 0, y: 0, width: page.width, height: page.height },
      marks: [...cutMarks(page, columns, rows), ...marks],
      alt: `Cards ${onPage.map((c) => c.number).join(", ")} of ${title}`,
    });
  }
  return pages;
}

const CUT_MM = 4;

/** Short marks at the edges where the page is cut into cards. */
function cutMarks(page: { width: number; height: number }, columns: number, rows: number): Mark[] {
  const marks: Mark[] = [];
  const cut = (id: string, from: Spot, to: Spot) =>
    marks.push({
      kind: "path",
      id: `cut/${id}`,
      points: [from, to],
      closed: false,
      ink: { colour: "frame", width: 0.2, dash: [] },
      fill: null,
    });
  for (let c = 1; c < columns; c++) {
    const x = MARGIN_MM + ((page.width - 2 * MARGIN_MM) * c) / columns;
    cut(`top-${c}`, { x, y: 2 }, { x, y: 2 + CUT_MM });
    cut(`bottom-${c}`, { x, y: page.height - 2 - CUT_MM }, { x, y: page.height - 2 });
  }
  for (let r = 1; r < rows; r++) {
    const y = MARGIN_MM + ((page.height - 2 * MARGIN_MM) * r) / rows;
    cut(`left-${r}`, { x: 2, y }, { x: 2 + CUT_MM, y });
    cut(`right-${r}`, { x: page.width - 2 - CUT_MM, y }, { x: page.width - 2, y });
  }
  return marks;
}
