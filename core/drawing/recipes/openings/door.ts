import type { Page } from "../../page/index.ts";
import { add, minus, scaled, type Vec3 } from "../../view/index.ts";
import type { OpeningsSlice } from "./shape.ts";
import type { Wall } from "./walls.ts";

/** Where the knob sits: so far from the right side, as a part of the width, and so far up the door; and how big it is, of the width. */
const KNOB = { fromRight: 0.14, up: 0.46, size: 0.05 } as const;

/**
 * Draws doors as a class does: both sides marked on the base, the near one measured up, a line along the wall from its top, the
 * other up to that; a knob by hand. The ground is there already.
 */
export function drawDoors(page: Page, slice: OpeningsSlice, { prefix, host, face, frame }: Wall): void {
  const on = [`${host}/${face}`];
  for (let c = 1; c <= slice.columns; c++) {
    const name = (part: string) => `${prefix}door-${c}-${part}`;
    const [left, right] = [`${prefix}column-${c}-left`, `${prefix}column-${c}-right`];
    const [high, across] = [`${prefix}cell-1-${c}-left-high`, `${prefix}cell-1-${c}-right-high`];
    page.phase(slice.columns === 1 && prefix === "" ? "door" : `${prefix}door-${c}`);
    for (const mark of [left, right])
      if (!page.isFound(mark)) page.measure(mark, `${host}/${frame.corner}`, `${host}/${frame.acrossEnd}`);
    page.ruleAlong(name("left"), left, high, frame.up.axis, {
      role: "detail",
      on,
      measured: true,
      called: "left side of the door",
    });
    page.ruleAlong(name("top"), high, across, frame.across.axis, {
      role: "detail",
      on,
      called: "top of the door",
    });
    page.ruleAlong(name("right"), right, across, frame.up.axis, {
      role: "detail",
      on,
      called: "right side of the door",
    });
    page.freehand(name("knob"), knob(page.at(left), page.at(right), page.at(high)), { role: "detail", on });
  }
}

const AROUND = 12;

/** A small round on the door. */
function knob(left: Vec3, right: Vec3, high: Vec3): Vec3[] {
  const [wide, up] = [minus(right, left), minus(high, left)];
  const centre = add(add(right, wide, -KNOB.fromRight), up, KNOB.up);
  const size = Math.hypot(...wide) * KNOB.size;
  const [along, rise] = [scaled(wide, size / Math.hypot(...wide)), scaled(up, size / Math.hypot(...up))];
  return Array.from({ length: AROUND + 1 }, (_, k) => {
    const t = (2 * Math.PI * k) / AROUND;
    return add(add(centre, along, Math.cos(t)), rise, Math.sin(t));
  });
}
