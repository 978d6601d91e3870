import type { Lesson } from "#core/document/lesson";
import { type DrawnLesson, drawLesson } from "#core/document/pipeline";
import { evaluate } from "#core/drawing/drafter";

/** A drawing with its points as a ruler finds them. */
export type Ruled = DrawnLesson & { readonly evaluation: ReturnType<typeof evaluate> };

/** A lesson drawn and ruled, neither worded nor timed: most properties of the drawing ask for no more. */
export function ruled(lesson: Lesson): Ruled {
  const drawn = drawLesson(lesson);
  return { ...drawn, evaluation: evaluate(drawn.moves, drawn.view) };
}
