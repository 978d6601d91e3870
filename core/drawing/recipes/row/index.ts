import { requireFrame, runsWithPaper, type View } from "../../view/index.ts";
import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { handles } from "./handles.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { RowSchema, type RowSlice } from "./shape.ts";
import { words } from "./words.ts";

export const row = recipe({
  shape: RowSchema,
  about: "Posts or trees in a row, equally spaced by the crossed diagonal, with rails or slack wires.",
  ...drawing,
  words,
  options,
  putDown,
  handles,
  extentFields: ({ along }) => ({ height: "height", [along]: "gap" }),
  afterChoice: gapAlong,
});

/** A row that runs another way takes its gap along: measured where it runs with the paper, a part of the way elsewhere. */
function gapAlong(was: RowSlice, next: RowSlice, view: View): RowSlice {
  const flat = runsWithPaper(requireFrame(view, next.frame), next.along);
  if (was.along === next.along || "mm" in next.handles.gap === flat) return next;
  const gap = flat ? { mm: Math.round(view.sheet.widthMm / 12) } : { fraction: 0.2 };
  return { ...next, handles: { ...next.handles, gap } };
}
