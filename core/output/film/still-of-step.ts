import type { Paper } from "../../drawing/paper/index.ts";
import type { Sheet } from "../../drawing/view/index.ts";
import { carryMarks, explainStep, filledBox, type Mark } from "../../showing/display/index.ts";
import { type FilmPicture, textSizeIn, wordArea } from "../../showing/overlay/index.ts";
import type { Step } from "../../telling/steps/index.ts";

/** A slide's title, in text sizes of the film, and the room it takes. */
const TITLE = 1.35;
const TITLE_ROOM = 2.4;

/** A step as a still picture for slides: its number and title, and under it the picture that explains it. */
export function stillOfStep(
  on: { readonly paper: Paper; readonly sheet: Sheet },
  step: Step,
  picture: FilmPicture,
): Mark[] {
  const size = textSizeIn(picture);
  const area = wordArea(picture);
  const { widthPx: w, heightPx: h } = picture;
  const top = area.y + TITLE_ROOM * size;
  const room = { width: area.width, height: area.y + area.height - top, textSize: size * 0.8 };
  const { drawing, scale } = explainStep(on, step, room, { medium: "bench" });
  return [
    filledBox("desk", { x: 0, y: 0, width: w, height: h }, "tone-1"),
    {
      kind: "text",
      id: "title",
      at: { x: area.x, y: area.y + TITLE * size },
      lines: [`${step.number}. ${step.title}`],
      size: TITLE * size,
      lineHeight: TITLE * size,
      colour: "ink",
      weight: "bold",
      anchor: "start",
    },
    // Lines have the weight they have on the sheet; letters and signs that of the picture.
    ...carryMarks(drawing.marks, {
      to: (p) => ({ x: p.x + area.x, y: p.y + top }),
      line: () => Math.max(1, Math.min(scale, size / 8)),
    }),
  ];
}
