import { type Box, type Drawing, drawState, LEADING, wrap } from "../../../showing/display/index.ts";
import type { HandedOut } from "../laid.ts";
import type { PagePart } from "../page.ts";
import { rule, silent, spoken, text } from "../parts.ts";
import { smallPicture } from "../small-picture.ts";
import type { CardStyle } from "./card-block.ts";
import { CARD_PADDING_MM } from "./lay-card.ts";

/** What comes before all steps: what it will be, and whose it is. */
export function goalCard(goal: Drawing, box: Box, { textMm, lessonTitle, measure }: CardStyle): PagePart[] {
  const x = box.x + CARD_PADDING_MM;
  const width = box.width - 2 * CARD_PADDING_MM;
  const size = textMm * 1.5;
  const title = wrap(lessonTitle, width, size, "bold", measure).slice(0, 2);
  const top = box.y + CARD_PADDING_MM + size;
  const under = top + (title.length - 1) * size * LEADING + textMm * 0.9;
  const nameAt = box.y + box.height - CARD_PADDING_MM - textMm * 0.6;
  const room = { width, height: nameAt - textMm * 4 - under };
  const scale = Math.min(room.width / goal.box.width, room.height / goal.box.height);
  const wide = goal.box.width * scale;
  const name = "Name";
  return [
    { reads: "title", marks: [text("goal/title", { x, y: top }, title, { size, weight: "bold" })] },
    ...smallPicture({ drawing: goal, id: "goal/picture" }, wide, 0.8).at(x + (width - wide) / 2, under),
    spoken(
      text(
        "goal/says",
        { x, y: under + goal.box.height * scale + textMm * 1.3 },
        ["This is what it will be."],
        {
          size: textMm,
          colour: "quiet",
        },
      ),
      text("goal/name", { x, y: nameAt }, [name], { size: textMm }),
    ),
    silent(
      rule(
        "goal/line",
        { x: x + measure(name, textMm, "regular") + textMm * 0.6, y: nameAt },
        { x: x + width, y: nameAt },
      ),
    ),
  ];
}

/** The finished drawing, with the weights of what stands. */
export function finished({ paper, sheet, moves, title }: HandedOut): Drawing {
  const state = drawState(paper, sheet, moves.length - 1, moves.length, "bench");
  return { ...state, alt: `The finished drawing of ${title}.` };
}
