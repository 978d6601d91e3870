import {
  type Box,
  carryMarks,
  explainStep,
  frameOfStep,
  type Mark,
  type Spot,
  type StepFrame,
} from "../../../showing/display/index.ts";
import type { PagePart } from "../page.ts";
import { type Aside, afterOf, inColumn, inRow, slipOf } from "./card-asides.ts";
import type { Block, CardStyle, Ids } from "./card-block.ts";
import { footOf, headOf, wordsOf } from "./card-words.ts";
import type { Card } from "./cards.ts";

/** Air inside a card's edge. */
export const CARD_PADDING_MM = 4;
/** A picture lower than this explains nothing. */
const LEAST_PICTURE_MM = 24;

/**
 * One card: number, title and time; the picture that explains; the actions as a list with the numbers of the picture; a
 * reason, a check with a box to tick. On a card that is wider than high the words stand beside the picture, else below it.
 * Null where there is no room for all of it.
 */
export function layCard(card: Card, box: Box, style: CardStyle): PagePart[] | null {
  const inner = {
    x: box.x + CARD_PADDING_MM,
    y: box.y + CARD_PADDING_MM,
    width: box.width - 2 * CARD_PADDING_MM,
    height: box.height - 2 * CARD_PADDING_MM,
  };
  const id = (part: string) => `card/${card.stepId}/${part}`;
  const { textMm } = style;
  const head = headOf(card, inner.width, style, id);
  const foot = footOf(card, inner.width, style, id);
  const top = inner.y + head.height + textMm * 0.7;
  const bottom = inner.y + inner.height - foot.height - textMm * 0.5;
  const room = { x: inner.x, y: top, width: inner.width, height: bottom - top };
  const isWide = inner.width > 1.2 * inner.height;
  const filled = (isWide ? wordsBeside(room, card, style, id) : null) ?? wordsBelow(room, card, style, id);
  return (
    filled && [
      ...head.at(inner.x, inner.y),
      ...foot.at(inner.x, inner.y + inner.height - foot.height),
      ...filled,
    ]
  );
}

/** Picture, and its words beside it. */
function wordsBeside(room: Box, card: Card, style: CardStyle, id: Ids): PagePart[] | null {
  const { textMm } = style;
  const width = room.width * 0.38;
  const words = wordsOf(card, width, style, id);
  if (words.height > room.height) return null;
  const picture = { ...room, width: room.width - width - textMm * 1.2 };
  const x = room.x + room.width - width;
  const under = room.y + words.height + textMm * 1.2;
  return [
    pictured(picture, card, style, id),
    ...words.at(x, room.y),
    ...stacked(
      asidesOf(frameIn(picture, card, style), card, style, id).map((a) =>
        inRow(a, width * 0.45, width, style),
      ),
      { x, y: under, width, height: room.y + room.height - under },
      textMm,
    ),
  ];
}

/** Picture, and its words below it. */
function wordsBelow(room: Box, card: Card, style: CardStyle, id: Ids): PagePart[] | null {
  const words = wordsOf(card, room.width, style, id);
  const picture = { ...room, height: room.height - words.height - style.textMm * 0.8 };
  if (picture.height < LEAST_PICTURE_MM) return null;
  return [...picturesOf(card, picture, style, id), ...words.at(room.x, room.y + room.height - words.height)];
}

/** What stands beside the picture takes this share of the card's width, and never less than this. */
const ASIDE_SHARE = 0.25;
const LEAST_ASIDE_MM = 20;

/**
 * The picture; beside it or below it, wherever it stays the larger, the whole sheet as it is after the step where the
 * picture is a close-up, with the close-up's place in it, and the likely slip, small, crossed out and named.
 */
function picturesOf(card: Card, box: Box, style: CardStyle, id: Ids): PagePart[] {
  const { textMm } = style;
  const gap = textMm * 0.9;
  const asides = asidesOf(frameIn(box, card, style), card, style, id);
  if (asides.length === 0) return [pictured(box, card, style, id)];

  const wide = Math.max(LEAST_ASIDE_MM, box.width * ASIDE_SHARE);
  const column = { ...box, x: box.x + box.width - wide, width: wide };
  const beside = { ...box, width: box.width - wide - gap };
  const framed = frameIn(beside, card, style);
  const under = rowUnder(asides, box, gap, wide, card, style, id);
  if (under.scale > framed.scale && under.room.height > box.height * 0.55)
    return [pictured(under.room, card, style, id), ...under.parts];
  return [
    pictured(beside, card, style, id),
    ...stacked(
      asidesOf(framed, card, style, id).map((a) => inColumn(a, wide, style)),
      column,
      textMm,
    ),
  ];
}

/**
 * The small pictures in a row below the picture, and the room that leaves it. What fills the whole width may have become the
 * whole sheet, or no longer be: then another number of small ones belongs there.
 */
function rowUnder(
  asides: readonly Aside[],
  box: Box,
  gap: number,
  pictureWidth: number,
  card: Card,
  style: CardStyle,
  id: Ids,
): { readonly room: Box; readonly scale: number; readonly parts: PagePart[] } {
  const each = (box.width - gap * (asides.length - 1)) / Math.max(1, asides.length);
  const row = asides.map((a) => inRow(a, Math.min(pictureWidth, each * 0.5), each, style));
  const high = Math.max(0, ...row.map((a) => a.height));
  const room = { ...box, height: box.height - high - gap };
  const frame = frameIn(room, card, style);
  const belong = asidesOf(frame, card, style, id);
  if (belong.length > asides.length) return rowUnder(belong, box, gap, pictureWidth, card, style, id);
  const parts = row.flatMap((a, i) => a.at(box.x + i * (each + gap), box.y + box.height - high));
  return { room, scale: frame.scale, parts };
}

const roomOf = ({ width, height }: Box, textSize: number) => ({ width, height, textSize });

function frameIn(box: Box, card: Card, { textMm, full, lesson }: CardStyle): StepFrame {
  return frameOfStep(lesson, card.step, roomOf(box, textMm), { full });
}

/** The picture that explains, where it goes on the card. */
function pictured(box: Box, card: Card, style: CardStyle, id: Ids): PagePart {
  const { textMm, full, lesson } = style;
  const { drawing } = explainStep(lesson, card.step, roomOf(box, textMm), { full });
  const to = (p: Spot) => ({ x: p.x + box.x, y: p.y + box.y });
  const marks = carryMarks(drawing.marks, { to }).map((mark) => ({
    ...keptInside(mark, box, style),
    id: `${id("picture")}/${mark.id}`,
  }));
  return { reads: "picture", alt: drawing.alt, marks };
}

/** A picture may be too small for all its lettering: what would stand out of it is moved in. */
function keptInside(mark: Mark, box: Box, { measure }: CardStyle): Mark {
  if (mark.kind !== "text") return mark;
  const width = Math.max(...mark.lines.map((l) => measure(l, mark.size, mark.weight)));
  const left = mark.at.x - (mark.anchor === "start" ? 0 : mark.anchor === "end" ? width : width / 2);
  const inside = Math.max(box.x, Math.min(left, box.x + box.width - width));
  return { ...mark, at: { ...mark.at, x: mark.at.x + inside - left } };
}

/** The small pictures that belong beside a picture. */
function asidesOf({ closeUp }: StepFrame, card: Card, { full }: CardStyle, id: Ids): Aside[] {
  const showsAfter = full || !card.isAsked;
  return [
    ...(closeUp && showsAfter ? [afterOf(card, closeUp, id)] : []),
    ...(card.slipPicture ? [slipOf(card, card.slipPicture, id)] : []),
  ];
}

/** Blocks below each other, as many as there is room for: a slip's words are no instruction. */
function stacked(blocks: readonly Block[], box: Box, gap: number): PagePart[] {
  let y = box.y;
  return blocks.flatMap((block) => {
    if (y + block.height > box.y + box.height + 0.01) return [];
    const parts = block.at(box.x, y);
    y += block.height + gap;
    return parts;
  });
}
