import { formatClock } from "../base/index.ts";
import type { Box } from "./box.ts";
import type { Card } from "./cards.ts";
import { type Explained, explainStep, type SheetToExplain } from "./explain-step.ts";
import type { Colour, Drawing, Mark, Spot } from "./mark.ts";
import { carryMarks } from "./move-mark.ts";
import { LEADING, type MeasureText, wrap } from "./page.ts";
import { CAP_HEIGHT } from "./text-width.ts";
import { ring } from "./written-signs.ts";

/** How cards are printed. */
export interface CardStyle {
  /** Size of the running text, and of what is written in the picture. */
  readonly textMm: number;
  /** With all the words, for a pupil who was away. */
  readonly full: boolean;
  readonly lessonTitle: string;
  readonly lesson: SheetToExplain;
  readonly measure: MeasureText;
}

const PADDING_MM = 4;

/** Something laid out: what it takes of the card, and its marks once its upper left corner is known. */
interface Block {
  readonly height: number;
  readonly at: (x: number, y: number) => Mark[];
}

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

type Ids = (part: string) => string;

interface TextManner {
  readonly size: number;
  readonly colour?: Colour;
  readonly weight?: "regular" | "bold";
  readonly anchor?: "start" | "middle" | "end";
}

function text(id: string, at: Spot, lines: readonly string[], how: TextManner): Mark {
  return {
    kind: "text",
    id,
    at,
    lines,
    size: how.size,
    lineHeight: how.size * LEADING,
    colour: how.colour ?? "ink",
    weight: how.weight ?? "regular",
    anchor: how.anchor ?? "start",
  };
}

/** Number in a disc, title, lesson time, and a rule under them. */
function headOf(card: Card, width: number, { textMm, measure }: CardStyle, id: Ids): Block {
  const size = textMm * 1.3;
  const radius = size * 0.85;
  const clock = formatClock(card.startMs);
  const clockWidth = measure(clock, textMm, "regular");
  const indent = 2 * radius + textMm * 0.7;
  const title = wrap(card.title, width - clockWidth - indent - textMm, size, "bold", measure).slice(0, 2);
  const height = Math.max(2 * radius, title.length * size * LEADING) + textMm * 0.45;
  return {
    height,
    at: (x, y) => {
      const middle = y + (height - textMm * 0.45) / 2;
      const first = middle - ((title.length - 1) * size * LEADING) / 2 + (size * CAP_HEIGHT) / 2;
      const digits = card.number > 99 ? size * 0.8 : size;
      return [
        ring(id("disc"), { x: x + radius, y: middle }, radius, null, "accent"),
        text(id("number"), { x: x + radius, y: middle + (digits * CAP_HEIGHT) / 2 }, [`${card.number}`], {
          size: digits,
          weight: "bold",
          colour: "sheet",
          anchor: "middle",
        }),
        text(id("title"), { x: x + indent, y: first }, title, { size, weight: "bold" }),
        text(id("time"), { x: x + width, y: middle + (textMm * CAP_HEIGHT) / 2 }, [clock], {
          size: textMm,
          anchor: "end",
          colour: "quiet",
        }),
        rule(id("rule"), { x, y: y + height }, { x: x + width, y: y + height }),
      ];
    },
  };
}

function rule(id: string, from: Spot, to: Spot): Mark {
  const ink = { colour: "frame", width: 0.3, dash: [] } as const;
  return { kind: "path", id, points: [from, to], closed: false, ink, fill: null };
}

/** Lesson and mark, small. */
function footOf(card: Card, width: number, { textMm, lessonTitle, measure }: CardStyle, id: Ids): Block {
  const size = Math.max(2.1, textMm * 0.68);
  const free = width - measure(card.mark, size, "regular") - 4;
  const lesson = wrap(lessonTitle, free, size, "regular", measure)[0] ?? "";
  return {
    height: size,
    at: (x, y) => [
      text(id("lesson"), { x, y: y + size * 0.9 }, [lesson], { size, colour: "quiet" }),
      text(id("mark"), { x: x + width, y: y + size * 0.9 }, [card.mark], {
        size,
        anchor: "end",
        colour: "quiet",
      }),
    ],
  };
}

/** The list of actions, what the paper makes special, the reason, and the check with its box. */
function wordsOf(card: Card, width: number, style: CardStyle, id: Ids): Block {
  const { textMm: size, measure, full } = style;
  const actions = full ? card.inFull : card.actions;
  const several = actions.length > 1;
  const indent = several ? size * 1.55 : 0;
  const line = size * LEADING;
  const gap = size * 0.42;
  const paragraph = (
    part: string,
    words: string,
    left: number,
    colour: Colour,
    sign: (x: number, y: number, height: number) => readonly Mark[],
  ): Block => {
    const lines = wrap(words, width - left, size, "regular", measure);
    return {
      height: lines.length * line,
      at: (x, y) => [
        ...sign(x, y, lines.length * line),
        text(id(part), { x: x + left, y: y + size * 0.95 }, lines, { size, colour }),
      ],
    };
  };
  const numbered = (n: number) => (x: number, y: number) => {
    const at = { x: x + size * 0.6, y: y + size * 0.95 - (size * CAP_HEIGHT) / 2 };
    const ink = { colour: "accent", width: size * 0.08, dash: [] } as const;
    return [
      ring(id(`action-${n}-ring`), at, size * 0.6, ink, "sheet"),
      text(id(`action-${n}-number`), { x: at.x, y: at.y + (size * 0.8 * CAP_HEIGHT) / 2 }, [`${n}`], {
        size: size * 0.8,
        weight: "bold",
        colour: "accent",
        anchor: "middle",
      }),
    ];
  };
  const none = () => [];
  const blocks = [
    ...actions.map((words, i) =>
      paragraph(`action-${i + 1}`, words, indent, "ink", several ? numbered(i + 1) : none),
    ),
    ...(card.notes ? [paragraph("notes", card.notes, indent, "ink", none)] : []),
    ...(card.why
      ? [
          paragraph("why", card.why, size * 0.8, "quiet", (x, y, height) => [
            {
              ...rule(
                id("why-bar"),
                { x: x + size * 0.2, y: y + size * 0.2 },
                { x: x + size * 0.2, y: y + height - size * 0.15 },
              ),
            },
          ]),
        ]
      : []),
    ...(card.check
      ? [
          paragraph("check", card.check, size * 1.35, "ink", (x, y) => [
            tickBox(id("tick"), { x: x + size * 0.08, y: y + size * 0.12 }, size * 0.86),
          ]),
        ]
      : []),
  ];
  const height = blocks.reduce((sum, b) => sum + b.height + gap, -gap);
  return {
    height,
    at: (x, y) => {
      let top = y;
      return blocks.flatMap((b) => {
        const marks = b.at(x, top);
        top += b.height + gap;
        return marks;
      });
    },
  };
}

/** A box to tick beside the check. */
function tickBox(id: string, at: Spot, side: number): Mark {
  return {
    kind: "path",
    id,
    points: [
      at,
      { x: at.x + side, y: at.y },
      { x: at.x + side, y: at.y + side },
      { x: at.x, y: at.y + side },
    ],
    closed: true,
    ink: { colour: "ink", width: 0.25, dash: [] },
    fill: null,
  };
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

/** A small picture with a caption. */
interface Aside {
  readonly drawing: Drawing;
  readonly id: string;
  readonly caption: string;
  readonly colour: Colour;
  /** What is drawn over it, at its scale. */
  readonly over: (x: number, y: number, scale: number) => Mark[];
}

function inColumn(aside: Aside, width: number, { textMm, measure }: CardStyle): Block {
  const size = textMm;
  const picture = small(aside, width);
  const lines = wrap(aside.caption, width, size, "regular", measure);
  return {
    height: picture.height + lines.length * size * LEADING,
    at: (x, y) => [
      ...picture.at(x, y),
      text(`${aside.id}-words`, { x, y: y + picture.height + size * 1.1 }, lines, {
        size,
        colour: aside.colour,
      }),
    ],
  };
}

function inRow(aside: Aside, pictureWidth: number, width: number, { textMm, measure }: CardStyle): Block {
  const size = textMm;
  const picture = small(aside, pictureWidth);
  const left = pictureWidth + textMm * 0.8;
  const lines = wrap(aside.caption, width - left, size, "regular", measure);
  const words = lines.length * size * LEADING;
  return {
    height: Math.max(picture.height, words),
    at: (x, y) => [
      ...picture.at(x, y),
      text(`${aside.id}-words`, { x: x + left, y: y + size * 0.95 }, lines, { size, colour: aside.colour }),
    ],
  };
}

function placed({ drawing }: Explained, box: Box, id: string): Mark[] {
  const to = (p: Spot) => ({ x: p.x + box.x, y: p.y + box.y });
  return carryMarks(drawing.marks, { to }).map((mark) => ({ ...mark, id: `${id}/${mark.id}` }));
}

/** A picture so small shows lines this thin. */
const SMALL_LINE = 0.45;

/** A whole drawing fitted to a width, with what lies over it. */
function small({ drawing, id, over }: Aside, width: number): Block {
  const scale = width / drawing.box.width;
  return {
    height: drawing.box.height * scale,
    at: (x, y) => {
      const to = (p: Spot) => ({
        x: x + (p.x - drawing.box.x) * scale,
        y: y + (p.y - drawing.box.y) * scale,
      });
      const marks = carryMarks(drawing.marks, { to, line: () => SMALL_LINE, letter: () => scale });
      return [...marks.map((mark) => ({ ...mark, id: `${id}/${mark.id}` })), ...over(x, y, scale)];
    },
  };
}

function afterOf({ after }: Card, closeUp: Box, id: Ids): Aside {
  return {
    drawing: after,
    id: id("after"),
    caption: "The sheet afterwards",
    colour: "quiet",
    over: (x, y, scale) => {
      // What lies beyond the sheet's edge is not in the small one.
      const clamp = (v: number, most: number) => Math.min(most, Math.max(0, v));
      const [w, h] = [after.box.width, after.box.height];
      const [x0, y0] = [clamp(closeUp.x, w), clamp(closeUp.y, h)];
      const [x1, y1] = [clamp(closeUp.x + closeUp.width, w), clamp(closeUp.y + closeUp.height, h)];
      const at = (px: number, py: number) => ({ x: x + px * scale, y: y + py * scale });
      return [
        {
          kind: "path",
          id: id("close-up"),
          points: [at(x0, y0), at(x1, y0), at(x1, y1), at(x0, y1)],
          closed: true,
          ink: { colour: "accent", width: 0.25, dash: [0.9, 0.7] },
          fill: null,
        },
      ];
    },
  };
}

function slipOf({ slip }: Card, drawing: Drawing, id: Ids): Aside {
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
