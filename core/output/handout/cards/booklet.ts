import { type Box, carryMarks, type Mark, type Spot } from "../../../showing/display/index.ts";
import type { LaidPages, Source, Tools } from "../laid.ts";
import { lyingDown, type Page, type PagePart, type PaperInPrinter, printable, type Size } from "../page.ts";
import { silent } from "../parts.ts";
import { backPanel } from "./back-panel.ts";
import { type CardWish, cardStyle } from "./card-pages.ts";
import { makeCards } from "./cards.ts";
import { cutMark } from "./cut-marks.ts";
import { finished, goalCard } from "./goal-card.ts";
import { CARD_PADDING_MM } from "./lay-card.ts";
import { ownPage } from "./own-page.ts";

/** Steps a booklet of eight pages holds, between its cover and its back. */
const STEPS_EACH = 6;

/** Crosses on the very edge of a small picture reach over it. */
const CROSSES_MM = 0.5;

/**
 * Where the eight pages lie on the sheet, by column and row: folded along its length, slit in the middle between the two inner
 * folds and pushed together, they follow each other. Those in the upper row stand on their heads.
 */
const PLACES: readonly (readonly [column: number, row: 0 | 1])[] = [
  [1, 1],
  [2, 1],
  [3, 1],
  [3, 0],
  [2, 0],
  [1, 0],
  [0, 0],
  [0, 1],
];

/** Booklets of one sheet each, eight pages: cover, six steps, and a page to check oneself by. */
export function layBooklet(source: Source, wish: CardWish, { paper, measure }: Tools): LaidPages {
  const cards = makeCards(source.computed);
  const sideways = lyingDown(paper);
  // Folds go by the paper's own edges, so every page of the booklet is a quarter of its length and half of its width.
  const size = { width: sideways.size.width / 4, height: sideways.size.height / 2 };
  const air = Math.max(0, paper.marginMm - CARD_PADDING_MM) + CROSSES_MM;
  const style = cardStyle(source.handed, wish, 6, measure);
  const count = Math.max(1, Math.ceil(cards.length / STEPS_EACH));
  const notices: string[] = [];
  const panel: Box = { x: air, y: air, width: size.width - 2 * air, height: size.height - 2 * air };
  const goal = finished(source.handed);
  const pages = Array.from({ length: count }, (_, b): Page => {
    const own = cards.slice(b * STEPS_EACH, (b + 1) * STEPS_EACH);
    const title = count > 1 ? `${source.handed.title} (${b + 1}\u00A0of\u00A0${count})` : source.handed.title;
    const contents: (readonly PagePart[])[] = [
      goalCard(goal, panel, { ...style, lessonTitle: title }),
      ...own.map((card) => {
        const laid = ownPage(card, panel, style);
        if (laid.textMm < style.textMm)
          notices.push(`Card ${card.number} is printed in smaller letters, to fit a page of the booklet.`);
        return laid.parts;
      }),
      ...Array.from({ length: STEPS_EACH - own.length }, () => []),
      backPanel(own, panel, style),
    ];
    return {
      size: sideways.size,
      parts: [
        ...contents.flatMap((parts, i) => {
          const [column, row] = PLACES[i] ?? [0, 0];
          const at = { x: column * size.width, y: row * size.height };
          return parts.map((part) => onPanel(part, at, row === 0, size));
        }),
        silent(...folds(sideways)),
      ],
      alt: `Booklet ${b + 1} of ${count}: steps ${own[0]?.number ?? 0} to ${own[own.length - 1]?.number ?? 0} of ${title}`,
    };
  });
  return {
    pages,
    notices: [
      "Fold each sheet along its dotted lines, slit the full line in the middle, fold it lengthwise and push the ends together.",
      ...notices,
    ],
  };
}

/** A part carried to its panel; on its head: turned by half. */
function onPanel(part: PagePart, at: Spot, onHead: boolean, { width, height }: Size): PagePart {
  return { ...part, marks: part.marks.map((m): Mark => placedMark(m, at, onHead, width, height)) };
}

/** Folds are dotted, the slit in the middle is a full line. */
function folds(paper: PaperInPrinter): Mark[] {
  const { x, y, width, height } = printable(paper);
  const middle = paper.size.height / 2;
  const quarter = paper.size.width / 4;
  const dash = [0.8, 1.6];
  return [
    cutMark("fold-level-left", { x, y: middle }, { x: quarter, y: middle }, dash),
    cutMark("slit", { x: quarter, y: middle }, { x: 3 * quarter, y: middle }),
    cutMark("fold-level-right", { x: 3 * quarter, y: middle }, { x: x + width, y: middle }, dash),
    ...[1, 2, 3].map((i) =>
      cutMark(`fold-${i}`, { x: i * quarter, y }, { x: i * quarter, y: y + height }, dash),
    ),
  ];
}

/** A mark carried to its panel, turned by half where the panel stands on its head. */
function placedMark(mark: Mark, at: Spot, onHead: boolean, width: number, height: number): Mark {
  const to = (p: Spot) =>
    onHead ? { x: at.x + width - p.x, y: at.y + height - p.y } : { x: at.x + p.x, y: at.y + p.y };
  const [carried] = carryMarks([mark], { to });
  return carried?.kind === "text" && onHead ? { ...carried, onHead: true } : (carried ?? mark);
}
