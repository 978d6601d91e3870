import type { PaperPoint } from "../../ground/geometry/index.ts";
import type { Act, Name } from "./told.ts";
import { endsOf, ruledEnds, type Shown } from "./told-on-paper.ts";

/**
 * The place of an act in a picture, where its number stands: its first line from where it begins, a mark, a stretch to
 * shade. Empty for what is done to the whole sheet.
 */
export function placeOfAct(act: Act, shown: Shown): readonly PaperPoint[] {
  const found = (names: readonly (Name | null | undefined)[]) =>
    names.flatMap((n) => (n && shown.at(n)) || []);
  switch (act.do) {
    case "mark":
      return found(act.at.slice(0, 1).map((m) => m.gives));
    case "rule":
      for (const line of act.lines) {
        const ends = ruledEnds(line, shown);
        if (ends) return ends;
      }
      return [];
    case "go-over":
      for (const stretch of act.lines) {
        if (stretch.k === "ends") return found([stretch.a, stretch.b]);
        const ends = endsOf(stretch.line, shown);
        if (ends) return ends;
      }
      return [];
    case "curve":
      return found(act.curves[0]?.through ?? []);
    case "fill": {
      const ring = act.pieces[0]?.outer;
      if (ring?.k === "corners") return [...middleOf(found(ring.at))];
      return ring?.k === "dash" ? found([ring.a, ring.b]) : [];
    }
    case "template":
      return found([act.at[0]?.corner, act.at[0]?.gives[0]]);
    case "inset":
      return found(act.tile.slice(0, 2));
    case "slide":
      return found(act.gives);
    case "circle":
    case "leave":
      return found(act.at.slice(0, 1));
    case "repeat":
      for (const one of act.acts) {
        const place = placeOfAct(one, shown);
        if (place.length > 0) return place;
      }
      return [];
    case "fold": {
      const { widthMm: w, heightMm: h } = shown.manner.sheet;
      return act.across === "width"
        ? [
            { xMm: w / 2, yMm: 0 },
            { xMm: w / 2, yMm: h },
          ]
        : [
            { xMm: 0, yMm: h / 2 },
            { xMm: w, yMm: h / 2 },
          ];
    }
    default:
      return [];
  }
}

function middleOf(points: readonly PaperPoint[]): readonly PaperPoint[] {
  if (points.length === 0) return [];
  const sum = points.reduce((s, p) => ({ xMm: s.xMm + p.xMm, yMm: s.yMm + p.yMm }), { xMm: 0, yMm: 0 });
  return [{ xMm: sum.xMm / points.length, yMm: sum.yMm / points.length }];
}
