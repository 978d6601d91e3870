import type { ComputedLesson } from "../../../document/pipeline/index.ts";
import { tileOfWord } from "../../../drawing/recipes/index.ts";
import { formatLength } from "../../../ground/base/index.ts";
import { cutOut, labelMark, type Piece } from "./piece.ts";

const SAME_MM = 0.05;

/** Every size of tile that a lesson traces round, and of letter that it cuts out of tiles, each once, to be cut from card. */
export function tilesToTrace({
  steps,
  sheet,
  lesson,
}: Pick<ComputedLesson, "steps" | "sheet" | "lesson">): Piece[] {
  const traced = steps.flatMap((step) =>
    step.acts.flatMap(({ told: { act } }) =>
      act.do === "template"
        ? [{ wide: act.wide.exactMm, high: act.high.exactMm, says: `step ${step.number}` }]
        : [],
    ),
  );
  const letters = lesson.objects.flatMap((o) => {
    const tile = o.recipe === "lettering" && !o.hidden ? tileOfWord(o) : null;
    return tile ? [{ wide: tile.wideMm, high: tile.highMm, says: o.label }] : [];
  });
  const sizes = [...traced, ...letters].filter(
    (t, i, all) =>
      all.findIndex((o) => Math.abs(o.wide - t.wide) < SAME_MM && Math.abs(o.high - t.high) < SAME_MM) === i,
  );
  return sizes.map(({ wide, high, says }, i): Piece => {
    const reads = `${formatLength(wide, sheet)} × ${formatLength(high, sheet)}`;
    const id = `tile/${i}`;
    return {
      id,
      title: `Tile to trace round: ${reads}`,
      says: `For ${says}. Cut one from card; an adult uses the knife.`,
      size: { width: wide, height: high },
      marks: [
        cutOut(id, { width: wide, height: high }),
        labelMark(`${id}/says`, { x: wide / 2, y: high / 2 }, reads, Math.min(3.2, wide / 12)),
      ],
    };
  });
}
