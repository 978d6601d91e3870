import type { Built } from "../../page/index.ts";
import type { View } from "../../view/index.ts";
import type { NumberPath } from "../option.ts";
import { handlesOnFace, type OwnHandle } from "../own-handle.ts";
import type { OpeningsSlice } from "./shape.ts";

/** The four sides of the first row. */
export function handles(slice: OpeningsSlice, built: Built, view: View): OwnHandle[] {
  const row = slice.rows[0];
  if (!row) return [];
  const { between: b } = slice;
  const [across, up] = [(b.from + b.to) / 2, (row.from + row.to) / 2];
  const side = (
    part: string,
    called: string,
    at: number,
    field: NumberPath<OpeningsSlice>,
    between: readonly [number, number],
  ) => ({ part, called, across: at, up, slides: "across", field, between }) as const;
  const edge = (
    part: string,
    called: string,
    at: number,
    field: NumberPath<OpeningsSlice>,
    between: readonly [number, number],
  ) => ({ part, called, across, up: at, slides: "up", field, between }) as const;
  return handlesOnFace<OpeningsSlice>(built, view, [
    side("begin", "left end", b.from, "between.from", [0, b.to - 0.02]),
    side("end", "right end", b.to, "between.to", [b.from + 0.02, 1]),
    edge("low", "lower edge", row.from, "rows.0.from", [0, row.to - 0.02]),
    edge("high", "upper edge", row.to, "rows.0.to", [row.from + 0.02, 1]),
  ]);
}
