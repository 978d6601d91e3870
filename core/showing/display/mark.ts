/** A point of a drawing, in the drawing's own unit: mm on paper or pixels in the picture. */
export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** Colours by the part they play; each pen looks up what they are on its surface. */
export type Colour =
  | "sheet"
  | "graphite"
  | "pale"
  | "faint"
  | "guide"
  | "horizon"
  | "new"
  | "accent"
  | "going"
  | "tone-1"
  | "tone-2"
  | "tone-3"
  | "wrong"
  | "ruler"
  | "hand"
  | "ink"
  | "quiet"
  | "frame";

/** How a line is drawn: width and dashes in the drawing's unit. An empty dash is a full line. */
export interface Ink {
  readonly colour: Colour;
  readonly width: number;
  readonly dash: readonly number[];
}

/** What any pen can draw. `id` leads back to the stroke it shows: `move-id#piece`. */
export type Mark = {
  /** How much of it is seen, from 0 to 1, while it comes or goes; left out: all of it. */
  readonly opacity?: number;
} & (
  | {
      readonly kind: "path";
      readonly id: string;
      readonly points: readonly Spot[];
      readonly closed: boolean;
      readonly ink: Ink | null;
      readonly fill: Colour | null;
    }
  /** A filled stretch: outlines and openings under the even-odd rule. */
  | {
      readonly kind: "area";
      readonly id: string;
      readonly rings: readonly (readonly Spot[])[];
      readonly fill: Colour;
    }
  | {
      readonly kind: "dot";
      readonly id: string;
      readonly at: Spot;
      readonly radius: number;
      readonly fill: Colour;
    }
  | {
      readonly kind: "text";
      readonly id: string;
      /** Left end, middle or right end of the first baseline, by `anchor`. */
      readonly at: Spot;
      /** Finished lines: no pen wraps. */
      readonly lines: readonly string[];
      readonly size: number;
      readonly lineHeight: number;
      readonly colour: Colour;
      readonly weight: "regular" | "bold";
      readonly anchor: "start" | "middle" | "end";
      /** How far the sheet's tone reaches round the letters, over lines they stand on; left out: not at all. */
      readonly halo?: number;
      /** Turned by half about `at`, for whoever sits opposite, or folds the page; left out: upright. */
      readonly onHead?: true;
    }
);

/** A picture: marks from back to front in a box of the drawing's unit. */
export interface Drawing {
  readonly unit: "mm" | "px";
  readonly box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  readonly marks: readonly Mark[];
  /** What the picture shows, in a sentence, for those who cannot see it. */
  readonly alt: string;
}

/** The id of the stroke behind a mark's id. */
export function strokeIdOf(markId: string): string {
  return markId.split("#")[0] ?? markId;
}
