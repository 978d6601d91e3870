import { smallestStepMm } from "../../../ground/base/index.ts";
import type { PaperPoint } from "../../../ground/geometry/index.ts";
import type { View } from "../../view/index.ts";
import type { RaysSlice } from "./shape.ts";

/** Where a ray reaches the sheet's edge. */
export interface RayStart {
  readonly name: string;
  readonly at: PaperPoint;
}

/** How far the outermost pair would reach either side on the lower edge, as a part of the sheet's width. */
const REACH = 0.75;
/** How much narrower each strip is than the one before it. */
const NARROWER = 0.78;

/** Where rays begin: pairs either side of the vanishing point along the lower edge, mirrored ones along the upper, and a few more. */
export function rayStarts(slice: RaysSlice, view: View): readonly RayStart[] {
  const { widthMm: w, heightMm: h } = view.sheet;
  const vp = { xMm: view.camera.principal.xMm, yMm: view.horizonMm };
  const step = smallestStepMm(view.sheet);
  const starts: RayStart[] = slice.centre ? [{ name: "centre", at: { xMm: vp.xMm, yMm: h } }] : [];
  for (let i = 1; i <= slice.pairs; i++) {
    // On the ruler's marks: nobody sees a strip half a mark wider, and everybody has to measure it.
    const off = Math.max(i, Math.round((w * REACH * shareOf(slice, i)) / step)) * step;
    starts.push({ name: `left-${i}`, at: { xMm: vp.xMm - off, yMm: h } });
    starts.push({ name: `right-${i}`, at: { xMm: vp.xMm + off, yMm: h } });
    if (!slice.mirrored) continue;
    // As steep above the horizon as below it, carried on to the upper edge.
    const up = (off * vp.yMm) / (h - vp.yMm);
    starts.push({ name: `upper-left-${i}`, at: { xMm: vp.xMm - up, yMm: 0 } });
    starts.push({ name: `upper-right-${i}`, at: { xMm: vp.xMm + up, yMm: 0 } });
  }
  if (slice.mirrored && slice.centre) starts.push({ name: "upper-centre", at: { xMm: vp.xMm, yMm: 0 } });
  for (let i = 1; i <= slice.above; i++) {
    const off = (w * (i - (slice.above + 1) / 2)) / Math.max(1, slice.above);
    starts.push({ name: `above-${i}`, at: { xMm: vp.xMm + off, yMm: 0 } });
  }
  return starts.map(({ name, at }) => ({ name, at: entering(at, vp, w) }));
}

/**
 * The name of the ray counted outward on one side, below or above the horizon, among the places that are there; null where there
 * is none. Rays above that are no mirror of those below stand in a row from left to right: they are counted from the outside.
 */
export function rayOn(
  there: Readonly<Record<string, unknown>>,
  side: "left" | "right",
  where: "below" | "above",
  n: number,
): string | null {
  const has = (name: string) => (name in there ? name : null);
  if (where === "below") return has(`${side}-${n}`);
  const row = Object.keys(there).filter((name) => name.startsWith("above-")).length;
  return has(`upper-${side}-${n}`) ?? has(`above-${side === "left" ? n : row + 1 - n}`);
}

/** How far out the mark of a pair lies, as a part of the whole reach. */
function shareOf({ pairs, widths }: RaysSlice, i: number): number {
  return widths === "narrowing" ? (1 - NARROWER ** i) / (1 - NARROWER ** pairs) : i / pairs;
}

/** Where a ray that begins beside the sheet comes onto it: there it can be marked. */
function entering(start: PaperPoint, vp: PaperPoint, widthMm: number): PaperPoint {
  const side = start.xMm < 0 ? 0 : start.xMm > widthMm ? widthMm : null;
  if (side === null || side === vp.xMm) return start;
  const share = (side - start.xMm) / (vp.xMm - start.xMm);
  // A ray whose point lies beyond the same side never comes onto the sheet.
  if (!(share > 0 && share < 1)) return start;
  return { xMm: side, yMm: start.yMm + (vp.yMm - start.yMm) * share };
}

/**
 * The strips between neighbouring rays, in order round the vanishing point from the left of the horizon below it to the right,
 * then above: each as a ring on paper. What lies between the outermost ray and the horizon is a strip too.
 */
export function stripsBetween(starts: readonly RayStart[], view: View): readonly (readonly PaperPoint[])[] {
  const { widthMm: w, heightMm: h } = view.sheet;
  const vp = { xMm: view.camera.principal.xMm, yMm: view.horizonMm };
  return [1, -1].flatMap((side) => {
    const rays = starts.filter(({ at }) => Math.sign(at.yMm - vp.yMm) === side).map(({ at }) => at);
    if (rays.length === 0) return [];
    const angle = (p: PaperPoint) => Math.atan2(side * (p.yMm - vp.yMm), p.xMm - vp.xMm);
    const edges = [{ xMm: 0, yMm: vp.yMm }, ...rays, { xMm: w, yMm: vp.yMm }].sort(
      (a, b) => angle(b) - angle(a),
    );
    const corners = [0, w].map((xMm) => ({ xMm, yMm: side > 0 ? h : 0 }));
    return edges.slice(1).map((to, i) => {
      const from = edges[i] ?? to;
      const between = corners
        .filter((c) => angle(c) < angle(from) && angle(c) > angle(to))
        .sort((a, b) => angle(b) - angle(a));
      return [vp, from, ...between, to];
    });
  });
}
