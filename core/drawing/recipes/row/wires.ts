import type { Page } from "../../page/index.ts";
import { add, minus, scaled, seenAt, type Vec3 } from "../../view/index.ts";
import type { RowSlice } from "./shape.ts";
import { barsOf } from "./solve.ts";

/** Points along a wire between two heads; more are not seen on any sheet. */
const WIRE_POINTS = 17;
/** A span that runs on toward the vanishing point is drawn as far as this many gaps: there nothing is left of it. */
const FAR_GAPS = [1, 5, 40, 400] as const;

/** Slack wires from head to head, or from bar end to bar end; on and on, they come from the vanishing point and leave the sheet. */
export function drawWires(page: Page, slice: RowSlice): void {
  page.phase("wires");
  for (const end of barsOf(slice) ? ["bar-left", "bar-right"] : ["head"]) {
    const at = (n: number) => page.at(`${end}-${n}`);
    const name = end === "head" ? "wire" : `wire-${end.slice(4)}`;
    for (let n = 1; n < slice.count; n++)
      page.freehand(`${name}-${n}`, slack(at(n), at(n + 1), dropAt(page, slice)), { role: "detail" });
    if (slice.wires === "on-and-on") drawBeyond(page, slice, name, at);
  }
}

function dropAt(page: Page, slice: RowSlice): Vec3 {
  return scaled(minus(page.at("head-1"), page.at("foot-1")), -slice.sag);
}

/** A slack wire hangs nearly as a parabola: lowest in the middle, 4·t·(1 − t) of the sag elsewhere. */
function slack(a: Vec3, b: Vec3, drop: Vec3): Vec3[] {
  return Array.from({ length: WIRE_POINTS }, (_, k) => {
    const t = k / (WIRE_POINTS - 1);
    return add(add(a, minus(b, a), t), drop, 4 * t * (1 - t));
  });
}

/** The first span, from the vanishing point to the furthest pole, and the last one, from the nearest off the sheet toward us. */
function drawBeyond(page: Page, slice: RowSlice, name: string, at: (n: number) => Vec3): void {
  const [one, last] = [at(1), at(slice.count)];
  const growing = slice.order === "far-to-near";
  const step = slice.count > 1 ? minus(at(2), one) : one;
  const away = growing ? scaled(step, -1) : step;
  const [far, near] = growing ? [one, last] : [last, one];
  const drop = dropAt(page, slice);
  page.freehand(`${name}-far`, [far, ...FAR_GAPS.map((gaps) => add(far, away, gaps))], { role: "detail" });
  const end = nextOffSheet(page, near, away);
  if (end) page.freehand(`${name}-near`, slack(near, end, drop), { role: "detail" });
}

/** Where the next pole toward us would carry the wire, taken so near that its end is off the sheet: no bar is missed there. */
function nextOffSheet({ view }: Page, near: Vec3, away: Vec3): Vec3 | null {
  let end: Vec3 | null = null;
  for (let gaps = 1; gaps <= MOST_SPANS; gaps += 0.25) {
    const to = add(near, away, -gaps);
    // What would come from behind the eye cannot be drawn.
    if (!(to[2] > NEAREST * near[2])) break;
    end = to;
    const { xMm, yMm } = seenAt(view.camera, to) ?? { xMm: -1, yMm: -1 };
    if (xMm < 0 || yMm < 0 || xMm > view.sheet.widthMm || yMm > view.sheet.heightMm) break;
  }
  return end;
}

/** A wire that runs with the paper leaves any sheet after so many spans. */
const MOST_SPANS = 12;

/** As a part of the nearest pole's distance, the nearest that a wire is drawn. */
const NEAREST = 0.05;
