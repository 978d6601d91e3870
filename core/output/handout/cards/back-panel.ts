import { type Box, LEADING, wrap } from "../../../showing/display/index.ts";
import type { PagePart } from "../page.ts";
import { silent, spoken, text, tickBox } from "../parts.ts";
import type { CardStyle } from "./card-block.ts";
import type { Card } from "./cards.ts";
import { CARD_PADDING_MM } from "./lay-card.ts";

/** The last page of a booklet: the checks of its steps, to be ticked. */
export function backPanel(cards: readonly Card[], box: Box, { textMm, measure }: CardStyle): PagePart[] {
  const x = box.x + CARD_PADDING_MM;
  const width = box.width - 2 * CARD_PADDING_MM;
  const bottom = box.y + box.height - CARD_PADDING_MM;
  const size = textMm * 1.2;
  let y = box.y + CARD_PADDING_MM + size;
  const parts: PagePart[] = [
    {
      reads: "heading",
      marks: [text("back/title", { x, y }, ["Check your sheet"], { size, weight: "bold" })],
    },
  ];
  y += textMm * 0.8;
  const indent = textMm * 1.35;
  for (const { stepId, check, number } of cards) {
    if (check === "") continue;
    const lines = wrap(`${number}. ${check}`, width - indent, textMm, "regular", measure);
    const high = lines.length * textMm * LEADING;
    if (y + high > bottom) break;
    parts.push(
      silent(tickBox(`back/${stepId}/tick`, { x, y: y + textMm * 0.12 }, textMm * 0.86)),
      spoken(text(`back/${stepId}/says`, { x: x + indent, y: y + textMm * 0.95 }, lines, { size: textMm })),
    );
    y += high + textMm * 0.4;
  }
  return parts;
}
