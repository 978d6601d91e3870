import type { Mark } from "./mark.ts";

type MarkOf<K extends Mark["kind"]> = Extract<Mark, { kind: K }>;

/**
 * What a surface does with each kind of mark. SVG, canvas and PDF are pens, and so is whatever else is made of marks: one
 * kind is told from another in `drawWith` and nowhere else.
 */
export interface Pen<T> {
  readonly path: (mark: MarkOf<"path">) => T;
  readonly area: (mark: MarkOf<"area">) => T;
  readonly dot: (mark: MarkOf<"dot">) => T;
  readonly text: (mark: MarkOf<"text">) => T;
}

/** Draws a mark with a pen. */
export function drawWith<T>(pen: Pen<T>, mark: Mark): T {
  switch (mark.kind) {
    case "path":
      return pen.path(mark);
    case "area":
      return pen.area(mark);
    case "dot":
      return pen.dot(mark);
    case "text":
      return pen.text(mark);
  }
}
