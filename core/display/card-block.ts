import type { SheetToExplain } from "./explain-step.ts";
import type { Colour, Mark, Spot } from "./mark.ts";
import { LEADING, type MeasureText } from "./page.ts";

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

/** Something laid out: what it takes of the card, and its marks once its upper left corner is known. */
export interface Block {
  readonly height: number;
  readonly at: (x: number, y: number) => Mark[];
}

/** Ids of the marks of a card, by what they are. */
export type Ids = (part: string) => string;

interface TextManner {
  readonly size: number;
  readonly colour?: Colour;
  readonly weight?: "regular" | "bold";
  readonly anchor?: "start" | "middle" | "end";
}

/** Lines of text from the base line of the first on. */
export function text(id: string, at: Spot, lines: readonly string[], how: TextManner): Mark {
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

/** A thin line that divides. */
export function rule(id: string, from: Spot, to: Spot): Mark {
  const ink = { colour: "frame", width: 0.3, dash: [] } as const;
  return { kind: "path", id, points: [from, to], closed: false, ink, fill: null };
}
