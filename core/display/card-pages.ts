import * as v from "valibot";
import { formatClock } from "../base/index.ts";
import type { Card } from "./cards.ts";
import type { Colour, Drawing, Mark, Spot } from "./mark.ts";
import { carryMarks } from "./move-mark.ts";

export const HandOutSchema = v.strictObject({
  paper: v.picklist(["a4", "letter"]),
  cardsPerPage: v.picklist([1, 2, 4, 6]),
  /** As they are taught, with help that fades, or each with all its words; left out: as they are taught. */
  words: v.optional(v.picklist(["as-taught", "full"])),
});
export type HandOut = v.InferOutput<typeof HandOutSchema>;

/** Width of a text in the drawing's unit, measured with the fonts that will be printed. */
export type MeasureText = (text: string, size: number, weight: "regular" | "bold") => number;

/** A4: ISO 216. Letter: ANSI/ASME Y14.1 (from memory). Upright, mm. */
export const PAGE_MM = { a4: { width: 210, height: 297 }, letter: { width: 215.9, height: 279.4 } } as const;

/** How many cards side by side and below each other, and the size of the running text in mm (2.83 pt a mm). */
const GRID = {
  1: { columns: 1, rows: 1, textMm: 5.2 },
  2: { columns: 1, rows: 2, textMm: 4 },
  4: { columns: 2, rows: 2, textMm: 3.1 },
  6: { columns: 2, rows: 3, textMm: 2.7 },
} as const;

/** Printers leave a border of up to about 6 mm unprinted; cards keep clear of it. */
export const MARGIN_MM = 8;
const PADDING_MM = 4;

/** Lays cards on pages, in mm, with cut marks between them. Every text is wrapped and finished here. */
export function layCardPages(
  cards: readonly Card[],
  handOut: HandOut,
  lessonTitle: string,
  measure: MeasureText,
): Drawing[] {
  const page = PAGE_MM[handOut.paper];
  const { columns, rows, textMm } = GRID[handOut.cardsPerPage];
  const size = {
    width: (page.width - 2 * MARGIN_MM) / columns,
    height: (page.height - 2 * MARGIN_MM) / rows,
  };
  const pages: Drawing[] = [];
  for (let first = 0; first < cards.length; first += handOut.cardsPerPage) {
    const onPage = cards
      .slice(first, first + handOut.cardsPerPage)
      .map((c) => (handOut.words === "full" ? { ...c, actions: c.inFull } : c));
    const marks = onPage.flatMap((card, i) => {
      const x = MARGIN_MM + (i % columns) * size.width;
      const y = MARGIN_MM + Math.floor(i / columns) * size.height;
      return layCard(card, { x, y, ...size }, textMm, lessonTitle, measure);
    });
    pages.push({
      unit: "mm",
      box: { x: 0, y: 0, width: page.width, height: page.height },
      marks: [...cutMarks(page, columns, rows), ...marks],
      alt: `Cards ${onPage.map((c) => c.number).join(", ")} of ${lessonTitle}`,
    });
  }
  return pages;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

function layCard(card: Card, box: Box, textMm: number, lessonTitle: string, measure: MeasureText): Mark[] {
  const inner = {
    x: box.x + PADDING_MM,
    y: box.y + PADDING_MM,
    width: box.width - 2 * PADDING_MM,
    height: box.height - 2 * PADDING_MM,
  };
  const id = (part: string) => `card/${card.stepId}/${part}`;
  const marks: Mark[] = [];
  const text = (
    part: string,
    at: Spot,
    lines: readonly string[],
    how: { size: number; colour?: Colour; weight?: "regular" | "bold"; anchor?: "start" | "middle" | "end" },
  ) =>
    marks.push({
      kind: "text",
      id: id(part),
      at,
      lines,
      size: how.size,
      lineHeight: how.size * LEADING,
      colour: how.colour ?? "ink",
      weight: how.weight ?? "regular",
      anchor: how.anchor ?? "start",
    });

  // Head: number and title on the left, lesson time on the right.
  const headSize = textMm * 1.35;
  const clock = formatClock(card.startMs);
  const clockWidth = measure(clock, textMm, "regular");
  const number = `${card.number}`;
  const numberWidth = measure(number, headSize * 1.5, "bold") + textMm * 0.8;
  const title = wrap(
    card.title,
    inner.width - clockWidth - numberWidth - textMm,
    headSize,
    "bold",
    measure,
  ).slice(0, 2);
  let y = inner.y + headSize * 1.2;
  text("number", { x: inner.x, y: y + headSize * 0.2 }, [number], {
    size: headSize * 1.5,
    weight: "bold",
    colour: "new",
  });
  text("title", { x: inner.x + numberWidth, y }, title, { size: headSize, weight: "bold" });
  text("time", { x: inner.x + inner.width, y }, [clock], { size: textMm, anchor: "end", colour: "quiet" });
  y += headSize * LEADING * Math.max(1, title.length - 1) * (title.length > 1 ? 1 : 0) + headSize * 0.7;

  // Foot: lesson and mark.
  const footSize = Math.max(2.1, textMm * 0.72);
  const footY = inner.y + inner.height;
  text("mark", { x: inner.x + inner.width, y: footY }, [card.mark], {
    size: footSize,
    anchor: "end",
    colour: "quiet",
  });
  const lesson =
    wrap(
      lessonTitle,
      inner.width - measure(card.mark, footSize, "regular") - 4,
      footSize,
      "regular",
      measure,
    )[0] ?? "";
  text("lesson", { x: inner.x, y: footY }, [lesson], { size: footSize, colour: "quiet" });

  // Words above the foot, then the picture takes all that is left. Actions are numbered where there are several.
  const several = card.actions.length > 1;
  const paragraphs = [
    ...card.actions.map((words, i) => ({
      part: `action-${i + 1}`,
      words,
      lead: several ? `${i + 1}` : "",
      weight: "regular" as const,
      colour: "ink" as const,
    })),
    { part: "notes", words: card.notes, lead: "", weight: "regular" as const, colour: "ink" as const },
    { part: "why", words: card.why, lead: "", weight: "regular" as const, colour: "quiet" as const },
    {
      part: "check",
      words: card.check,
      lead: card.check === "" ? "" : "box",
      weight: "regular" as const,
      colour: "ink" as const,
    },
  ].filter((p) => p.words !== "");
  let size = textMm;
  const indentOf = (lead: string) => (lead === "" ? 0 : size * 1.25);
  const laid = () =>
    paragraphs.map((p) => ({
      ...p,
      indent: indentOf(p.lead),
      lines: wrap(p.words, inner.width - indentOf(p.lead), size, p.weight, measure),
    }));
  const heightOf = (all: { lines: string[] }[]) =>
    all.reduce((sum, p) => sum + p.lines.length * size * LEADING + size * 0.35, 0);
  // Long wordings shrink a little before they squeeze the picture below half the card.
  while (heightOf(laid()) > (footY - y) * 0.5 && size > textMm * 0.7) size *= 0.95;
  const finished = laid();
  let textY = footY - footSize * 1.9 - heightOf(finished) + size;
  const pictureBox = { x: inner.x, y, width: inner.width, height: textY - size * 1.4 - y };
  for (const p of finished) {
    if (p.lead === "box")
      marks.push(tickBox(id("tick"), { x: inner.x, y: textY - size * 0.78 }, size * 0.82));
    else if (p.lead !== "")
      text(`${p.part}-number`, { x: inner.x, y: textY }, [p.lead], { size, weight: "bold", colour: "new" });
    text(p.part, { x: inner.x + p.indent, y: textY }, p.lines, { size, weight: p.weight, colour: p.colour });
    textY += p.lines.length * size * LEADING + size * 0.35;
  }
  return [...layPictures(card, pictureBox, textMm, id, measure), ...marks];
}

export const LEADING = 1.32;

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

/** A wrong picture smaller than this shows nothing. */
const LEAST_SLIP_MM = 26;
const SLIP_SHARE = 0.26;

/** The picture of the step; beside it, where there is room, the likely slip, small, crossed out and named. */
function layPictures(
  card: Card,
  box: Box,
  textMm: number,
  id: (part: string) => string,
  measure: MeasureText,
): Mark[] {
  const slipWidth = box.width * SLIP_SHARE;
  if (!card.slipPicture || slipWidth < LEAST_SLIP_MM) return placeDrawing(card.picture, box, id("picture"));
  const gap = textMm;
  const size = textMm * 0.8;
  const main = { ...box, width: box.width - slipWidth - gap };
  const ratio = card.slipPicture.box.height / card.slipPicture.box.width;
  const slip = { x: box.x + box.width - slipWidth, y: box.y, width: slipWidth, height: slipWidth * ratio };
  const lines = wrap(`Not so: ${card.slip}`, slipWidth, size, "regular", measure);
  const cross = (part: string, from: Spot, to: Spot): Mark => ({
    kind: "path",
    id: id(part),
    points: [from, to],
    closed: false,
    ink: { colour: "wrong", width: 0.35, dash: [] },
    fill: null,
  });
  const corner = Math.min(slip.width, slip.height) * 0.16;
  return [
    ...placeDrawing(card.picture, main, id("picture")),
    ...placeDrawing(card.slipPicture, slip, id("slip")),
    cross("slip-cross-1", { x: slip.x, y: slip.y }, { x: slip.x + corner, y: slip.y + corner }),
    cross("slip-cross-2", { x: slip.x + corner, y: slip.y }, { x: slip.x, y: slip.y + corner }),
    {
      kind: "text",
      id: id("slip-words"),
      at: { x: slip.x, y: slip.y + slip.height + size * 1.4 },
      lines: lines.slice(0, Math.max(1, Math.floor((box.height - slip.height) / (size * LEADING)) - 1)),
      size,
      lineHeight: size * LEADING,
      colour: "wrong",
      weight: "regular",
      anchor: "start",
    },
  ];
}

/** Fits a drawing into a box, centred; line widths stay as they are, so thin stays thin on small cards. */
function placeDrawing(drawing: Drawing, box: Box, id: string): Mark[] {
  const scale = Math.min(box.width / drawing.box.width, box.height / drawing.box.height);
  if (!(scale > 0)) return [];
  const dx = box.x + (box.width - drawing.box.width * scale) / 2;
  const dy = box.y + (box.height - drawing.box.height * scale) / 2;
  const map = (p: Spot) => ({ x: dx + (p.x - drawing.box.x) * scale, y: dy + (p.y - drawing.box.y) * scale });
  const thin = Math.max(0.55, Math.min(1, scale * 1.2));
  const carried = { to: map, line: () => thin, letter: () => scale };
  return carryMarks(drawing.marks, carried).map((mark) => ({ ...mark, id: `${id}/${mark.id}` }));
}

/**
 * Greedy lines at spaces; a no-break space keeps a reading together. A word wider than the line stands alone. Words are
 * measured one by one: letters fit themselves to their neighbours inside a word, hardly across a space.
 */
export function wrap(
  text: string,
  width: number,
  size: number,
  weight: "regular" | "bold",
  measure: MeasureText,
): string[] {
  const gap = measure(" ", size, weight);
  const lines: string[] = [];
  let line = "";
  let filled = 0;
  for (const word of text.split(" ").filter(Boolean)) {
    const wide = measure(word, size, weight);
    if (line !== "" && filled + gap + wide > width) {
      lines.push(line);
      line = word;
      filled = wide;
    } else {
      line = line === "" ? word : `${line} ${word}`;
      filled += line === word ? wide : gap + wide;
    }
  }
  if (line !== "") lines.push(line);
  return lines;
}

const CUT_MM = 4;

/** Short marks at the edges where the page is cut into cards. */
function cutMarks(page: { width: number; height: number }, columns: number, rows: number): Mark[] {
  const marks: Mark[] = [];
  const cut = (id: string, from: Spot, to: Spot) =>
    marks.push({
      kind: "path",
      id: `cut/${id}`,
      points: [from, to],
      closed: false,
      ink: { colour: "frame", width: 0.2, dash: [] },
      fill: null,
    });
  for (let c = 1; c < columns; c++) {
    const x = MARGIN_MM + ((page.width - 2 * MARGIN_MM) * c) / columns;
    cut(`top-${c}`, { x, y: 2 }, { x, y: 2 + CUT_MM });
    cut(`bottom-${c}`, { x, y: page.height - 2 - CUT_MM }, { x, y: page.height - 2 });
  }
  for (let r = 1; r < rows; r++) {
    const y = MARGIN_MM + ((page.height - 2 * MARGIN_MM) * r) / rows;
    cut(`left-${r}`, { x: 2, y }, { x: 2 + CUT_MM, y });
    cut(`right-${r}`, { x: page.width - 2 - CUT_MM, y }, { x: page.width - 2, y });
  }
  return marks;
}
