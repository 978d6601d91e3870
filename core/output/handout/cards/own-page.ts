import { invariant } from "../../../ground/base/index.ts";
import type { Box } from "../../../showing/display/index.ts";
import type { PagePart } from "../page.ts";
import type { CardStyle } from "./card-block.ts";
import type { Card } from "./cards.ts";
import { layCard } from "./lay-card.ts";

/** Smaller than any card takes: a step's own words are 600 letters at most. */
const LEAST_TEXT_MM = 0.8;

/** A card in a place of its own, in letters as small as it takes, and how large they are: nothing of it is left out. */
export function ownPage(card: Card, box: Box, style: CardStyle): FittedCard {
  const fitted = fitCard(card, box, style, LEAST_TEXT_MM);
  invariant(fitted, `card ${card.number} fits its place in some size`);
  return fitted;
}

export interface FittedCard {
  readonly parts: PagePart[];
  readonly textMm: number;
}

/** A card in a place, in letters no smaller than `leastMm`; null where that is not small enough. */
export function fitCard(card: Card, box: Box, style: CardStyle, leastMm: number): FittedCard | null {
  for (let textMm = style.textMm; textMm >= leastMm; textMm *= 0.97) {
    const parts = layCard(card, box, { ...style, textMm });
    if (parts) return { parts, textMm };
  }
  return null;
}
