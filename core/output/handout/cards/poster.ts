import type { Laid, Source, Tools } from "../laid.ts";
import { type Page, type PagePart, printable } from "../page.ts";
import { pageFoot } from "../page-foot.ts";
import { silent } from "../parts.ts";
import { markOf } from "../print-mark.ts";
import { type CardWish, cardStyle } from "./card-pages.ts";
import { makeCards } from "./cards.ts";
import { cutMark } from "./cut-marks.ts";
import { finished, goalCard } from "./goal-card.ts";
import { ownPage } from "./own-page.ts";

/** Cards of a piece of the poster, side by side and below each other: each can be read from the first row of tables. */
const COLUMNS = 2;
const ROWS = 2;
const FOOT_MM = 8;
/** More steps than this make a wall, not a poster. */
const MOST_STEPS = 60;
const TRIM_MM = 4;

/** All steps on one large sheet for the wall, in pieces of whole cards that are trimmed and taped edge to edge. */
export function layPoster(source: Source, wish: CardWish, { paper, measure }: Tools): Laid {
  const cards = makeCards(source.computed);
  const { handed } = source;
  const style = cardStyle(handed, wish, 4, measure);
  const cells = cards.length + 1;
  const { x, y, width, height } = printable(paper);
  const cell = { width: width / COLUMNS, height: (height - FOOT_MM) / ROWS };
  const across = Math.max(1, Math.round(Math.sqrt((cells * cell.height) / cell.width) / COLUMNS));
  const down = Math.ceil(cells / (across * COLUMNS) / ROWS);
  const mark = markOf(cards.map((c) => c.mark));
  const small: number[] = [];
  const contentAt = (column: number, row: number, at: { x: number; y: number }): readonly PagePart[] => {
    const i = row * across * COLUMNS + column;
    const box = { ...at, ...cell };
    if (i === 0) return goalCard(finished(handed), box, style);
    const card = cards[i - 1];
    if (!card) return [];
    const laid = ownPage(card, box, style);
    if (laid.textMm < style.textMm) small.push(card.number);
    return laid.parts;
  };
  const pages = Array.from({ length: down * across }, (_, p): Page => {
    const [pageColumn, pageRow] = [p % across, Math.floor(p / across)];
    const name = `${String.fromCharCode(65 + (pageRow % 26))}${pageColumn + 1}`;
    const parts = Array.from({ length: COLUMNS * ROWS }, (_, k) => {
      const [column, row] = [k % COLUMNS, Math.floor(k / COLUMNS)];
      return contentAt(pageColumn * COLUMNS + column, pageRow * ROWS + row, {
        x: x + column * cell.width,
        y: y + row * cell.height,
      });
    }).flat();
    const bottom = y + ROWS * cell.height;
    return {
      size: paper.size,
      parts: [
        silent(
          ...[x, x + width].flatMap((at, i) => [
            cutMark(`top-${i}`, { x: at, y }, { x: at, y: y + TRIM_MM }),
            cutMark(`bottom-${i}`, { x: at, y: bottom - TRIM_MM }, { x: at, y: bottom }),
          ]),
          ...[y, bottom].flatMap((at, i) => [
            cutMark(`left-${i}`, { x, y: at }, { x: x + TRIM_MM, y: at }),
            cutMark(`right-${i}`, { x: x + width - TRIM_MM, y: at }, { x: x + width, y: at }),
          ]),
        ),
        ...parts,
        ...pageFoot(
          paper,
          {
            says: `Poster, piece ${name}: trim at the marks, tape on the back. ${handed.title}`,
            mark,
            page: p + 1,
            of: down * across,
          },
          measure,
        ),
      ],
      alt: `Poster of ${handed.title}, piece ${name}`,
    };
  });
  const wide = ((across * width) / 1000).toFixed(1);
  const high = ((down * ROWS * cell.height) / 1000).toFixed(1);
  return {
    pages,
    prints: [{ id: "poster", mark }],
    notices: [
      `The poster is ${wide} × ${high} m, from ${pages.length} pieces: A1 is the upper left one, A2 to the right of it.`,
      ...(cards.length > MOST_STEPS
        ? [`${cards.length} steps make a wall of a poster: cards may serve better.`]
        : []),
      ...(small.length > 0 ? [`In smaller letters, to fit: ${small.join(", ")}.`] : []),
    ],
  };
}
