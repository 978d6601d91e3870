import { type MeasureText, wrap } from "../../showing/display/index.ts";
import { INSET_MM, type PagePart, type PaperInPrinter, printable } from "./page.ts";
import { rule, silent, spoken, text } from "./parts.ts";

const FOOT_MM = 2.7;

/** The foot of every page: what it is of, its mark, and which page. */
export function pageFoot(
  paper: PaperInPrinter,
  {
    says,
    mark,
    page,
    of,
  }: { readonly says: string; readonly mark: string; readonly page: number; readonly of: number },
  measure: MeasureText,
): PagePart[] {
  const { x, y, width, height } = printable(paper);
  const at = y + height - 1;
  const right = `${mark}${of > 1 ? ` · page ${page} of ${of}` : ""}`;
  const room = width - 2 * INSET_MM - measure(right, FOOT_MM, "regular") - 4;
  const left = wrap(says, room, FOOT_MM, "regular", measure)[0] ?? "";
  return [
    silent(rule(`foot/rule-${page}`, { x: x + INSET_MM, y: at - 4 }, { x: x + width - INSET_MM, y: at - 4 })),
    spoken(
      text(`foot/says-${page}`, { x: x + INSET_MM, y: at }, [left], { size: FOOT_MM, colour: "quiet" }),
      text(`foot/mark-${page}`, { x: x + width - INSET_MM, y: at }, [right], {
        size: FOOT_MM,
        colour: "quiet",
        anchor: "end",
      }),
    ),
  ];
}
