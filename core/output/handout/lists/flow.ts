import { type Colour, LEADING, type Mark, type MeasureText, wrap } from "../../../showing/display/index.ts";
import { INSET_MM, type Page, type PagePart, type PaperInPrinter, printable } from "../page.ts";
import { pageFoot } from "../page-foot.ts";
import { silent, spoken, text } from "../parts.ts";

/** 11 pt. */
export const LIST_TEXT_MM = 3.9;

/** Something that stands on one page as a whole; the gap below it. */
export interface FlowBlock {
  readonly height: number;
  readonly gap?: number;
  /** It is a heading: what it heads stands on the same page. */
  readonly heads?: boolean;
  readonly at: (x: number, y: number) => readonly PagePart[];
}

export interface FlowAbout {
  /** Stands on top of every page. */
  readonly title: string;
  readonly lessonTitle: string;
  /** Short mark of what is printed. */
  readonly mark: string;
}

/** Words on pages: blocks below each other, each whole; a heading on every page, lesson, mark and page number at its foot. */
export class Flow {
  readonly width: number;
  readonly #blocks: FlowBlock[] = [];
  readonly #paper: PaperInPrinter;
  readonly #measure: MeasureText;

  constructor(paper: PaperInPrinter, measure: MeasureText) {
    this.#paper = paper;
    this.#measure = measure;
    this.width = printable(paper).width - 2 * INSET_MM;
  }

  block(block: FlowBlock): void {
    this.#blocks.push(block);
  }

  heading(id: string, words: string): void {
    const size = LIST_TEXT_MM * 1.2;
    const lines = wrap(words, this.width, size, "bold", this.#measure);
    this.block({
      height: lines.length * size * LEADING + LIST_TEXT_MM * 0.4,
      heads: true,
      at: (x, y) => [
        { reads: "heading", marks: [text(id, { x, y: y + size }, lines, { size, weight: "bold" })] },
      ],
    });
  }

  /** Words with, in front of them, a box to tick or a number or nothing. */
  words(id: string, words: string, manner: WordsManner = {}): void {
    this.block(this.wordsBlock(id, words, this.width, manner));
  }

  /** The same to be put beside others. */
  wordsBlock(
    id: string,
    words: string,
    width: number,
    {
      size = LIST_TEXT_MM,
      sign,
      indent = 0,
      colour = "ink",
      weight = "regular",
      gap = size * 0.55,
    }: WordsManner = {},
  ): FlowBlock {
    const lines = wrap(words, width - indent, size, weight, this.#measure);
    const height = lines.length * size * LEADING;
    return {
      height,
      gap,
      at: (x, y) => [
        silent(...(sign?.(x, y) ?? [])),
        spoken(text(id, { x: x + indent, y: y + size * 0.98 }, lines, { size, colour, weight })),
      ],
    };
  }

  /** All of it on pages. */
  pages({ title, lessonTitle, mark }: FlowAbout): Page[] {
    const { x, y, height } = printable(this.#paper);
    const left = x + INSET_MM;
    const size = LIST_TEXT_MM * 1.5;
    const heading = wrap(title, this.width, size, "bold", this.#measure);
    const top = y + INSET_MM + heading.length * size * LEADING + LIST_TEXT_MM * 0.6;
    const bottom = y + height - INSET_MM - 4;
    const filled: PagePart[][] = [[]];
    let at = top;
    for (const [i, block] of this.#blocks.entries()) {
      const parts = filled[filled.length - 1];
      const headed = block.heads ? (this.#blocks[i + 1]?.height ?? 0) : 0;
      if (at > top && at + block.height + headed > bottom) {
        filled.push([...block.at(left, top)]);
        at = top;
      } else parts?.push(...block.at(left, at));
      at += block.height + (block.gap ?? 0);
    }
    return filled.map((parts, i) => ({
      size: this.#paper.size,
      parts: [
        {
          reads: "title",
          marks: [text(`title/${i}`, { x: left, y: y + INSET_MM + size }, heading, { size, weight: "bold" })],
        },
        ...parts,
        ...pageFoot(this.#paper, { says: lessonTitle, mark, page: i + 1, of: filled.length }, this.#measure),
      ],
      alt: `${title}, page ${i + 1} of ${filled.length}, of ${lessonTitle}`,
    }));
  }
}

export interface WordsManner {
  readonly size?: number;
  readonly indent?: number;
  readonly sign?: (x: number, y: number) => readonly Mark[];
  readonly colour?: Colour;
  readonly weight?: "regular" | "bold";
  readonly gap?: number;
}

/** Blocks beside each other as one, each with its own left edge. */
export function beside(
  blocks: readonly (readonly [left: number, block: FlowBlock])[],
  gap?: number,
): FlowBlock {
  return {
    height: Math.max(...blocks.map(([, b]) => b.height)),
    ...(gap === undefined ? {} : { gap }),
    at: (x, y) => blocks.flatMap(([left, b]) => b.at(x + left, y)),
  };
}

/** Blocks below each other as one. */
export function below(blocks: readonly FlowBlock[]): FlowBlock {
  return {
    height: blocks.reduce((sum, b) => sum + b.height, 0),
    at: (x, y) => {
      let top = y;
      return blocks.flatMap((block) => {
        const parts = block.at(x, top);
        top += block.height;
        return [...parts];
      });
    },
  };
}
