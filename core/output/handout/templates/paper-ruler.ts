import type { Sheet } from "../../../drawing/view/index.ts";
import { MM_PER_INCH } from "../../../ground/lexicon/index.ts";
import { cutOut, labelMark, type Piece, pathMark } from "./piece.ts";

const WIDE_MM = 26;
const END_MM = 6;

/** A ruler of paper, as long as the sheet's longer side, in the lesson's unit and its smallest mark. */
export function paperRuler(sheet: Sheet): Piece {
  const long = Math.max(sheet.widthMm, sheet.heightMm);
  const inches = sheet.unit === "in";
  const unit = inches ? MM_PER_INCH : 10;
  const parts = inches ? sheet.smallestFraction : 10;
  const count = Math.ceil(long / unit - 1e-6);
  const length = count * unit;
  const marks = Array.from({ length: count * parts + 1 }, (_, i) => {
    const x = END_MM + (i * unit) / parts;
    const half = (i * 2) % parts === 0;
    const quarter = inches && (i * 4) % parts === 0;
    const high = i % parts === 0 ? 9 : half ? 6.5 : quarter ? 5 : 3.2;
    return pathMark(`ruler/mark-${i}`, [
      { x, y: 0 },
      { x, y: high },
    ]);
  });
  const numbers = Array.from({ length: count + 1 }, (_, i) =>
    labelMark(`ruler/number-${i}`, { x: END_MM + i * unit, y: 13 }, inches ? `${i}` : `${i * 10}`, 3.4),
  );
  const width = length + 2 * END_MM;
  return {
    id: "ruler",
    title: `Paper ruler, ${inches ? `${count} in` : `${count * 10} mm`}`,
    says: "Cut along the upper edge, glue it on card.",
    size: { width, height: WIDE_MM },
    marks: [
      cutOut("ruler", { width, height: WIDE_MM }),
      ...marks,
      ...numbers,
      labelMark("ruler/unit", { x: END_MM, y: WIDE_MM - 3 }, inches ? "inches" : "mm", 3, "start"),
    ],
  };
}
