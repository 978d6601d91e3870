import type { HandOut } from "../../../ground/plan/index.ts";
import type { Box, MeasureText } from "../../../showing/display/index.ts";
import type { HandedOut, LaidPages } from "../laid.ts";
import { type Page, type PagePart, type PaperInPrinter, paperInPrinter, printable } from "../page.ts";
import { silent, spoken, text } from "../parts.ts";
import { smallPicture } from "../small-picture.ts";
import type { CardStyle } from "./card-block.ts";
import type { Card } from "./cards.ts";
import { cutMark } from "./cut-marks.ts";
import { finished, goalCard } from "./goal-card.ts";
import { fitCard, ownPage } from "./own-page.ts";

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

/** 7 pt: what a full card of six to a page may be printed in. */
const LEAST_SIXTH_MM = 2.47;

/** 18 pt: large print as it is usually asked for in schools (common practice, no published source). */
const LARGE_PRINT_MM = 6.35;

export interface CardWish extends HandOut {
  /** One card to a page in large letters, whatever is said of cards on a page. */
  readonly largePrint?: boolean;
  /** Only some of the cards, to go with those printed before: the goal is there already. */
  readonly someOnly?: boolean;
}

/**
 * Lays cards on pages, in mm, with cut marks between them: first the goal with a line for the name, below the last card of
 * each page what the sheet looks like by then. A card with more words than room has a page to itself.
 */
export function layCardPages(
  cards: readonly Card[],
  wish: CardWish,
  lesson: HandedOut,
  measure: MeasureText,
): LaidPages {
  const perPage = wish.largePrint ? 1 : wish.cardsPerPage;
  const paper = paperInPrinter(wish);
  const style = cardStyle(lesson, wish, perPage, measure);
  const { columns, rows } = GRID[perPage];
  const whole = printable(paper);
  const strip = STRIP_MM[perPage];
  const size = { width: whole.width / columns, height: (whole.height - strip) / rows };
  const place = (i: number): Box => ({
    x: whole.x + (i % columns) * size.width,
    y: whole.y + Math.floor(i / columns) * size.height,
    ...size,
  });
  const alone: Box = { ...whole, height: whole.height - strip };
  const pages: Page[] = [];
  const notices: string[] = [];
  let onPage: { readonly card: Card | null; readonly parts: readonly PagePart[] }[] = [];
  const finish = (isWhole = false) => {
    if (onPage.length === 0) return;
    const shown = onPage.flatMap(({ card }) => card ?? []);
    const last = shown[shown.length - 1];
    pages.push({
      size: paper.size,
      parts: [
        silent(...(isWhole ? [] : cutMarks(paper, columns, rows, strip))),
        ...onPage.flatMap(({ parts }) => parts),
        ...(last ? stripOf(last, { ...whole, y: whole.y + whole.height - strip, height: strip }, style) : []),
      ],
      alt: `${pages.length + 1}: ${shown.length === 0 ? "The goal" : `Cards ${shown.map((c) => c.number).join(", ")}`} of ${lesson.title}`,
    });
    onPage = [];
  };
  if (!wish.someOnly) onPage.push({ card: null, parts: goalCard(finished(lesson), place(0), style) });
  for (const card of cards) {
    if (onPage.length === perPage) finish();
    const fitted = fitCard(card, place(onPage.length), style, perPage === 6 ? LEAST_SIXTH_MM : style.textMm);
    if (fitted) {
      onPage.push({ card, parts: fitted.parts });
      continue;
    }
    finish();
    const own = ownPage(card, alone, style);
    onPage.push({ card, parts: own.parts });
    if (perPage > 1)
      notices.push(
        `Card ${card.number} has more words than room at ${perPage} to a page: it has a page of its own.`,
      );
    if (own.textMm < style.textMm)
      notices.push(`Card ${card.number} is printed in smaller letters, to fit its page.`);
    finish(true);
  }
  finish();
  return { pages, notices };
}

export function cardStyle(
  lesson: HandedOut,
  wish: CardWish,
  perPage: HandOut["cardsPerPage"],
  measure: MeasureText,
): CardStyle {
  const sizes = TEXT_MM[perPage];
  const usual = lesson.ageBand === "7-9" ? sizes.young : sizes.usual;
  return {
    textMm: wish.largePrint ? LARGE_PRINT_MM : usual,
    full: wish.words === "full",
    lessonTitle: lesson.title,
    lesson,
    videoAt: lesson.videoAt,
    measure,
  };
}

/** Height of what stands at the foot of a page. */
const STRIP_MM: Readonly<Record<HandOut["cardsPerPage"], number>> = { 1: 34, 2: 28, 4: 24, 6: 17 };

/** "Your sheet now looks like this", with the sheet as the page's last card leaves it. */
function stripOf(card: Card, box: Box, style: CardStyle): PagePart[] {
  const id = `after/${card.stepId}`;
  const room = { width: box.width, height: box.height - 2 };
  const { width, height } = card.after.box;
  const wide = Math.min(room.width * 0.4, (room.height * width) / height);
  const high = (wide * height) / width;
  const size = Math.max(style.textMm * 0.95, 2.85);
  const middle = box.y + 2 + room.height / 2;
  const says =
    style.full || !card.isAsked
      ? `Your sheet now looks like this, after step ${card.number}.`
      : `After step ${card.number}: compare your sheet with your neighbour's.`;
  const shows = style.full || !card.isAsked;
  const x = box.x + 4;
  return [
    ...(shows ? smallPicture({ drawing: card.after, id }, wide).at(x, middle - high / 2) : []),
    spoken(
      text(`${id}/says`, { x: shows ? x + wide + 4 : x, y: middle + size * 0.3 }, [says], {
        size,
        colour: "quiet",
      }),
    ),
  ];
}

/** Short marks at the edges where the page is cut into cards. */
function cutMarks(paper: PaperInPrinter, columns: number, rows: number, strip: number) {
  const { x, y, width, height } = printable(paper);
  const high = height - strip;
  return [
    ...Array.from({ length: columns - 1 }, (_, i) => x + (width * (i + 1)) / columns).flatMap((at, i) => [
      cutMark(`top-${i}`, { x: at, y }, { x: at, y: y + CUT_MM }),
      cutMark(`bottom-${i}`, { x: at, y: y + high - CUT_MM }, { x: at, y: y + high }),
    ]),
    ...Array.from({ length: strip > 0 ? rows : rows - 1 }, (_, i) => y + (high * (i + 1)) / rows).flatMap(
      (at, i) => [
        cutMark(`left-${i}`, { x, y: at }, { x: x + CUT_MM, y: at }),
        cutMark(`right-${i}`, { x: x + width - CUT_MM, y: at }, { x: x + width, y: at }),
      ],
    ),
  ];
}

const CUT_MM = 3;
