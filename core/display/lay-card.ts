import type { Box } from "./box.ts";
import { type Aside, afterOf, inColumn, inRow, slipOf } from "./card-asides.ts";
import type { Block, CardStyle, Ids } from "./card-block.ts";
import { footOf, headOf, wordsOf } from "./card-words.ts";
import type { Card } from "./cards.ts";
import { type Explained, explainStep } from "./explain-step.ts";
import type { Mark, Spot } from "./mark.ts";
import { carryMarks } from "./move-mark.ts";

const PADDING_MM = 4;

/**
 * One card: number, title and time; the picture that explains; the actions as a list with the numbers of the picture; a
 * reason, a check with a box to tick. On a card that is wider than high the words stand beside the picture, else below it.
 */
export function layCard(card: Card, box: Box, style: CardStyle): Mark[] {
  const inner = {
    x: box.x + PADDING_MM,
    y: box.y + PADDING_MM,
    width: box.width - 2 * PADDING_MM,
    height: box.height - 2 * PADDING_MM,
  };
  const id = (part: string) => `card/${card.stepId}/${part}`;
  const { textMm } = style;
  const head = headOf(card, inner.width, style, id);
  const foot = footOf(card, inner.width, style, id);
  const top = inner.y + head.height + textMm * 0.7;
  const bottom = inner.y + inner.height - foot.height - textMm * 0.5;
  const beside = inner.width > 1.2 * inner.height;
  const wordsWidth = beside ? inner.width * 0.38 : inner.width;
  const words = wordsOf(card, wordsWidth, style, id);
  const frame = [...head.at(inner.x, inner.y), ...foot.at(inner.x, inner.y + inner.height - foot.height)];
  if (beside) {
    const picture = {
      x: inner.x,
      y: top,
      width: inner.width - wordsWidth - textMm * 1.2,
      height: bottom - top,
    };
    const x = inner.x + inner.width - wordsWidth;
    const explained = explainIn(picture, card, style);
    const under = top + words.height + textMm * 1.2;
    return [
      ...frame,
      ...placed(explained, picture, id("picture")),
      ...words.at(x, top),
      ...stacked(
        asidesOf(explained, card, style, id).map((a) => inRow(a, wordsWidth * 0.45, wordsWidth, style)),
        { x, y: under, width: wordsWidth, height: bottom - under },
        textMm,
      ),
    ];
  }
  const picture = {
    x: inner.x,
    y: top,
    width: inner.width,
    height: bottom - words.height - textMm * 0.8 - top,
  };
  return [...frame, ...picturesOf(card, picture, style, id), ...words.at(inner.x, bottom - words.height)];
}

/** What stands beside the picture takes this share of the card's width, and never less than this. */
const ASIDE_SHARE = 0.25;
const LEAST_ASIDE_MM = 20;

/**
 * The picture; beside it or below it, wherever it stays the larger, the whole sheet as it is after the step where the
 * picture is a close-up, with the close-up's place in it, and the likely slip, small, crossed out and named.
 */
function picturesOf(card: Card, box: Box, style: CardStyle, id: Ids): Mark[] {
  const { textMm } = style;
  const gap = textMm * 0.9;
  const alone = explainIn(box, card, style);
  const asides = asidesOf(alone, card, style, id);
  if (asides.length === 0) return placed(alone, box, id("picture"));

  const wide = Math.max(LEAST_ASIDE_MM, box.width * ASIDE_SHARE);
  const column = { ...box, x: box.x + box.width - wide, width: wide };
  const beside = { ...box, width: box.width - wide - gap };
  const explained = explainIn(beside, card, style);
  const each = (box.width - gap * (asides.length - 1)) / asides.length;
  const row = asides.map((a) => inRow(a, wide, each, style));
  const high = Math.max(...row.map((a) => a.height));
  const over = { ...box, height: box.height - high - gap };
  const below = explainIn(over, card, style);
  if (below.scale > explained.scale && over.height > box.height * 0.55) {
    // What fills the whole width may have become the whole sheet: then it needs no other beside it.
    const shown = asidesOf(below, card, style, id);
    return [
      ...placed(below, over, id("picture")),
      ...shown.flatMap((a, i) =>
        inRow(a, wide, each, style).at(box.x + i * (each + gap), box.y + box.height - high),
      ),
    ];
  }
  return [
    ...placed(explained, beside, id("picture")),
    ...stacked(
      asidesOf(explained, card, style, id).map((a) => inColumn(a, wide, style)),
      column,
      textMm,
    ),
  ];
}

function explainIn({ width, height }: Box, card: Card, { textMm, full, lesson }: CardStyle): Explained {
  return explainStep(lesson, card.step, { width, height, textSize: textMm }, { full });
}

/** The small pictures that belong beside a picture. */
function asidesOf({ closeUp }: Explained, card: Card, { full }: CardStyle, id: Ids): Aside[] {
  const showsAfter = full || !card.isAsked;
  return [
    ...(closeUp && showsAfter ? [afterOf(card, closeUp, id)] : []),
    ...(card.slipPicture ? [slipOf(card, card.slipPicture, id)] : []),
  ];
}

function placed({ drawing }: Explained, box: Box, id: string): Mark[] {
  const to = (p: Spot) => ({ x: p.x + box.x, y: p.y + box.y });
  return carryMarks(drawing.marks, { to }).map((mark) => ({ ...mark, id: `${id}/${mark.id}` }));
}

/** Blocks below each other, as many as there is room for: a slip's words are no instruction. */
function stacked(blocks: readonly Block[], box: Box, gap: number): Mark[] {
  let y = box.y;
  return blocks.flatMap((block) => {
    if (y + block.height > box.y + box.height + 0.01) return [];
    const marks = block.at(box.x, y);
    y += block.height + gap;
    return marks;
  });
}
