import { formatClock } from "../../../ground/base/index.ts";
import { CAP_HEIGHT, type Colour, LEADING, type Mark, ring, wrap } from "../../../showing/display/index.ts";
import { rule, silent, spoken, text, tickBox } from "../parts.ts";
import { qrCode } from "../qr-code.ts";
import type { Block, CardStyle, Ids } from "./card-block.ts";
import type { Card } from "./cards.ts";

/** Number in a disc, title, lesson time, the code that leads to the video there, and a rule under them. */
export function headOf(card: Card, width: number, { textMm, measure, videoAt }: CardStyle, id: Ids): Block {
  const size = textMm * 1.3;
  const radius = size * 0.85;
  const clock = formatClock(card.startMs);
  const code = videoAt && qrCode(id("code"), videoAt(card.startMs), `the video at ${clock}`);
  const codeWidth = code?.sideMm ?? 0;
  const clockWidth = measure(clock, textMm, "regular");
  const indent = 2 * radius + textMm * 0.7;
  const right = width - codeWidth;
  const title = wrap(card.title, right - clockWidth - indent - textMm, size, "bold", measure).slice(0, 2);
  const words = Math.max(2 * radius, title.length * size * LEADING);
  const height = Math.max(words, codeWidth) + textMm * 0.45;
  return {
    height,
    at: (x, y) => {
      const middle = y + (height - textMm * 0.45) / 2;
      const first = middle - ((title.length - 1) * size * LEADING) / 2 + (size * CAP_HEIGHT) / 2;
      const digits = card.number > 99 ? size * 0.8 : size;
      return [
        silent(
          ring(id("disc"), { x: x + radius, y: middle }, radius, null, "accent"),
          rule(id("rule"), { x, y: y + height }, { x: x + width, y: y + height }),
        ),
        {
          reads: "heading",
          marks: [
            text(id("number"), { x: x + radius, y: middle + (digits * CAP_HEIGHT) / 2 }, [`${card.number}`], {
              size: digits,
              weight: "bold",
              colour: "sheet",
              anchor: "middle",
            }),
            text(id("title"), { x: x + indent, y: first }, title, { size, weight: "bold" }),
          ],
        },
        spoken(
          text(id("time"), { x: x + right, y: middle + (textMm * CAP_HEIGHT) / 2 }, [clock], {
            size: textMm,
            anchor: "end",
            colour: "quiet",
          }),
        ),
        ...(code ? [code.at(x + right, y)] : []),
      ];
    },
  };
}

/** Lesson and mark, small. */
export function footOf(
  card: Card,
  width: number,
  { textMm, lessonTitle, measure }: CardStyle,
  id: Ids,
): Block {
  const size = Math.max(2.1, textMm * 0.68);
  const free = width - measure(card.mark, size, "regular") - 4;
  const lesson = wrap(lessonTitle, free, size, "regular", measure)[0] ?? "";
  return {
    height: size,
    at: (x, y) => [
      spoken(
        text(id("lesson"), { x, y: y + size * 0.9 }, [lesson], { size, colour: "quiet" }),
        text(id("mark"), { x: x + width, y: y + size * 0.9 }, [card.mark], {
          size,
          anchor: "end",
          colour: "quiet",
        }),
      ),
    ],
  };
}

/** The list of actions, what the paper makes special, the reason, and the check with its box. */
export function wordsOf(card: Card, width: number, style: CardStyle, id: Ids): Block {
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
        silent(...sign(x, y, lines.length * line)),
        spoken(text(id(part), { x: x + left, y: y + size * 0.95 }, lines, { size, colour })),
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
            rule(
              id("why-bar"),
              { x: x + size * 0.2, y: y + size * 0.2 },
              { x: x + size * 0.2, y: y + height - size * 0.15 },
            ),
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
