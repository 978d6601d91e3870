import type { PaperPoint } from "../../ground/geometry/index.ts";
import type { Sign } from "../../telling/told/index.ts";
import { holds, spanInside } from "./box.ts";
import { longestDrawn } from "./drawn-stretch.ts";
import type { Colour, Mark, Spot } from "./mark.ts";
import type { SheetInPicture } from "./sheet-in-picture.ts";
import type { SignPlace } from "./sign-place.ts";
import { halfOfText } from "./text-width.ts";
import { spotsAlong, spotsAround, writtenText } from "./written-signs.ts";

/** Where along the part of a line that is seen its arrowhead sits. */
const HEAD_AT = 0.6;

/** An arrowhead on the line, and once what the point it goes to is called: there, or where the line leaves the picture. */
export function addAim(id: string, sign: Extract<Sign, { k: "aim" }>, place: SignPlace): void {
  const { view, signs, newLines, named } = place;
  const size = view.textSize;
  const [a, b] = [view.to(sign.from), view.to(sign.to)];
  const seen = longestDrawn(a, b, newLines, view);
  if (!seen) return;
  const [start, end] = seen;
  const to = Math.hypot(end.x - start.x, end.y - start.y);
  const [ux, uy] = [(end.x - start.x) / to, (end.y - start.y) / to];
  const at = (along: number) => ({ x: start.x + ux * along, y: start.y + uy * along });
  if (to > size * 0.8) signs.marks.push(arrowHead(`${id}#head`, at(to * HEAD_AT), [ux, uy], size));
  if (named.has(sign.called)) return;
  named.add(sign.called);
  const inside = holds(view.area, b);
  const text = inside ? sign.called : `${sign.called}${place.isFirst && sign.off ? `, ${sign.off}` : ""}`;
  const [w, h] = halfOfText(text, size);
  if (inside) {
    const spots = spotsAround(
      b,
      [
        [size * 0.5, 0],
        [size * 0.9, 1],
      ],
      w,
      h,
    );
    signs.written.push(writtenText(`${id}#name`, text, size, b, spots));
    return;
  }
  const exit = at(to);
  // Only where the line itself leaves the picture, or the sheet, does the head stand at its end.
  if (leaves(exit, view)) signs.marks.push(arrowHead(`${id}#exit`, exit, [ux, uy], size));
  const back = at(Math.max(0, to - 6 * size));
  signs.written.push(
    writtenText(`${id}#name`, text, size, exit, [
      ...spotsAlong(exit, back, size * 0.35, w, h, 6),
      ...spotsAlong(exit, back, size * 1.3, w, h, 9).map((s) => ({ ...s, cost: s.cost + 2 })),
      ...spotsAround(exit, [[size * 0.4, 2] as const, [size * 1.4, 5] as const], w, h),
    ]),
  );
}

function leaves(p: Spot, { area, sheet, to }: SheetInPicture): boolean {
  const corners = [to({ xMm: 0, yMm: 0 }), to({ xMm: sheet.widthMm, yMm: sheet.heightMm })];
  const near = (v: number, edges: readonly number[]) => edges.some((e) => Math.abs(v - e) < 0.02);
  return (
    near(p.x, [area.x, area.x + area.width, ...corners.map((c) => c.x)]) ||
    near(p.y, [area.y, area.y + area.height, ...corners.map((c) => c.y)])
  );
}

/** An arrowhead with its tip at a place, filled; `size`: of the letters it stands among. */
export function arrowHead(
  id: string,
  at: Spot,
  [ux, uy]: readonly [number, number],
  size: number,
  fill: Colour = "new",
): Mark {
  const [long, half] = [size * 0.62, size * 0.24];
  const foot = { x: at.x - ux * long, y: at.y - uy * long };
  return {
    kind: "path",
    id,
    points: [
      at,
      { x: foot.x - uy * half, y: foot.y + ux * half },
      { x: foot.x + uy * half, y: foot.y - ux * half },
    ],
    closed: true,
    ink: null,
    fill,
  };
}

/** Two open hooks one after the other on each of the lines kept side by side. */
export function addChevrons(id: string, from: PaperPoint, to: PaperPoint, { view, signs }: SignPlace): void {
  const size = view.textSize;
  let [a, b] = [view.to(from), view.to(to)];
  // Both ways along a line are one: all hooks point the same way.
  if (b.x < a.x - 1e-9 || (Math.abs(b.x - a.x) <= 1e-9 && b.y > a.y)) [a, b] = [b, a];
  const span = spanInside(a, b, view.area);
  const long = Math.hypot(b.x - a.x, b.y - a.y);
  if (!span || long === 0) return;
  const [ux, uy] = [(b.x - a.x) / long, (b.y - a.y) / long];
  const t = (span[0] + (span[1] - span[0]) * 0.45) * long;
  for (const k of [0, 1]) {
    const tip = { x: a.x + ux * (t + k * size * 0.28), y: a.y + uy * (t + k * size * 0.28) };
    const arm = size * 0.26;
    signs.marks.push({
      kind: "path",
      id: `${id}-${k}`,
      points: [
        { x: tip.x - (ux + uy) * arm, y: tip.y - (uy - ux) * arm },
        tip,
        { x: tip.x - (ux - uy) * arm, y: tip.y - (uy + ux) * arm },
      ],
      closed: false,
      ink: { colour: "new", width: size * 0.08, dash: [] },
      fill: null,
    });
  }
}
