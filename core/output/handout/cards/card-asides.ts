import {
  type Box,
  type Colour,
  cornersOf,
  type Drawing,
  LEADING,
  type Mark,
  nearestIn,
  type Spot,
  wrap,
} from "../../../showing/display/index.ts";
import { spoken, text } from "../parts.ts";
import { smallPicture } from "../small-picture.ts";
import type { Block, CardStyle, Ids } from "./card-block.ts";
import type { Card } from "./cards.ts";

/** A small picture with a caption. */
export interface Aside {
  readonly drawing: Drawing;
  readonly id: string;
  readonly caption: string;
  readonly colour: Colour;
  /** What is drawn over it, at its scale. */
  readonly over: (x: number, y: number, scale: number) => Mark[];
}

/** An aside with its caption below. */
export function inColumn(aside: Aside, width: number, { textMm, measure }: CardStyle): Block {
  const size = textMm;
  const picture = smallPicture(aside, width);
  const lines = wrap(aside.caption, width, size, "regular", measure);
  return {
    height: picture.height + lines.length * size * LEADING,
    at: (x, y) => [
      ...picture.at(x, y),
      spoken(
        text(`${aside.id}-words`, { x, y: y + picture.height + size * 1.1 }, lines, {
          size,
          colour: aside.colour,
        }),
      ),
    ],
  };
}

/** An aside with its caption beside it. */
export function inRow(
  aside: Aside,
  pictureWidth: number,
  width: number,
  { textMm, measure }: CardStyle,
): Block {
  const size = textMm;
  const picture = smallPicture(aside, pictureWidth);
  const left = pictureWidth + textMm * 0.8;
  const lines = wrap(aside.caption, width - left, size, "regular", measure);
  const words = lines.length * size * LEADING;
  return {
    height: Math.max(picture.height, words),
    at: (x, y) => [
      ...picture.at(x, y),
      spoken(
        text(`${aside.id}-words`, { x: x + left, y: y + size * 0.95 }, lines, { size, colour: aside.colour }),
      ),
    ],
  };
}

/** The whole sheet afterwards, with the place of the close-up in it. */
export function afterOf({ after }: Card, closeUp: Box, id: Ids): Aside {
  return {
    drawing: after,
    id: id("after"),
    caption: "The sheet afterwards",
    colour: "quiet",
    over: (x, y, scale) => {
      // What lies beyond the sheet's edge is not in the small one.
      const sheet = { x: 0, y: 0, width: after.box.width, height: after.box.height };
      const corners = cornersOf(closeUp).map((corner) => nearestIn(sheet, corner));
      return [
        {
          kind: "path",
          id: id("close-up"),
          points: corners.map((p) => ({ x: x + p.x * scale, y: y + p.y * scale })),
          closed: true,
          ink: { colour: "accent", width: 0.25, dash: [0.9, 0.7] },
          fill: null,
        },
      ];
    },
  };
}

/** The likely slip, crossed out. */
export function slipOf({ slip }: Card, drawing: Drawing, id: Ids): Aside {
  const cross = (part: string, from: Spot, to: Spot): Mark => ({
    kind: "path",
    id: id(part),
    points: [from, to],
    closed: false,
    ink: { colour: "wrong", width: 0.5, dash: [] },
    fill: null,
  });
  return {
    drawing,
    id: id("slip"),
    caption: `Not so: ${slip}`,
    colour: "wrong",
    over: (x, y, scale) => {
      const arm = Math.min(drawing.box.width, drawing.box.height) * scale * 0.2;
      return [
        cross("slip-cross-1", { x: x + 0.6, y: y + 0.6 }, { x: x + arm, y: y + arm }),
        cross("slip-cross-2", { x: x + arm, y: y + 0.6 }, { x: x + 0.6, y: y + arm }),
      ];
    },
  };
}
