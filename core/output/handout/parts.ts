import { type Colour, cornersOf, LEADING, type Mark, type Spot } from "../../showing/display/index.ts";
import type { PagePart } from "./page.ts";

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

/** A box to tick. */
export function tickBox(id: string, at: Spot, side: number): Mark {
  return {
    kind: "path",
    id,
    points: cornersOf({ ...at, width: side, height: side }),
    closed: true,
    ink: { colour: "ink", width: 0.25, dash: [] },
    fill: null,
  };
}

/** What decorates. */
export const silent = (...marks: readonly Mark[]): PagePart => ({ reads: "nothing", marks });

/** What is said. */
export const spoken = (...marks: readonly Mark[]): PagePart => ({ reads: "words", marks });
