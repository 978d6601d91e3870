import type { Page } from "../page/index.ts";
import { AXES, type Axis } from "../view/index.ts";

/** Which axes run with the paper and which to vanishing points. */
export function axesByView(page: Page): { flat: readonly Axis[]; deep: readonly Axis[] } {
  return {
    flat: AXES.filter((axis) => page.isFlat(axis)),
    deep: AXES.filter((axis) => !page.isFlat(axis)),
  };
}
