import type { Page } from "../../page/index.ts";
import { add, type Frame, scaled, type Vec3, type View } from "../../view/index.ts";
import { groundAt } from "../ground-strip.ts";
import { axesOf, runsToItsPoint } from "./lines.ts";
import type { RoadSlice } from "./shape.ts";

/** A stretch of kerb above a line on the ground: along the road, or round a corner along the crossing road. */
interface Stretch {
  readonly name: string;
  readonly side: "left" | "right";
  readonly from: string;
  readonly to: string;
  readonly runs: "along" | "across";
}

const SIDES = ["left", "right"] as const;

/**
 * The kerbs that are seen: both sides of the road up to the crossing one and on behind it; of those along the crossing road the
 * far one faces us, and of the near one only the top is seen.
 */
function stretchesOf({ crossing }: RoadSlice): readonly Stretch[] {
  return SIDES.flatMap((side): Stretch[] =>
    crossing
      ? [
          { side, name: `${side}-near`, from: `${side}-near`, to: `${side}-from`, runs: "along" },
          { side, name: `${side}-turn`, from: `${side}-from`, to: `${side}-from-end`, runs: "across" },
          { side, name: `${side}-round`, from: `${side}-to`, to: `${side}-to-end`, runs: "across" },
          { side, name: `${side}-far`, from: `${side}-to`, to: `${side}-far`, runs: "along" },
        ]
      : [{ side, name: side, from: `${side}-near`, to: `${side}-far`, runs: "along" }],
  );
}

/** How high the kerb stands in truth, mm: as measured on the sheet's lower edge. */
export function kerbHeight({ handles }: RoadSlice, view: View): number {
  const near = groundAt(view, handles.fromLeftMm, view.sheet.heightMm);
  return (handles.kerb * near[2]) / view.camera.distanceMm;
}

/** The upper edge of the kerbs: as high everywhere as measured on the sheet's lower edge. */
export function kerbPoints(
  slice: RoadSlice,
  view: View,
  frame: Frame,
  points: Readonly<Record<string, Vec3>>,
): Record<string, Vec3> {
  const kerbs: Record<string, Vec3> = {};
  if (slice.handles.kerb === 0) return kerbs;
  const up = scaled(frame.axes.height, kerbHeight(slice, view));
  for (const end of new Set(stretchesOf(slice).flatMap(({ from, to }) => [from, to]))) {
    const foot = points[end];
    if (foot) kerbs[`kerb-${end}`] = add(foot, up);
  }
  return kerbs;
}

/**
 * Draws the kerbs: at the start of each stretch a short upright, from its top a line to the vanishing point; where the kerb
 * goes round a corner the line from its top sets the height.
 */
export function drawKerbs(page: Page, slice: RoadSlice): void {
  page.phase("kerbs");
  for (const { name, side, from, to, runs } of stretchesOf(slice)) {
    const [near, far] = [`kerb-${from}`, `kerb-${to}`];
    if (!page.knows(near) || !page.isFound(from)) continue;
    // The line from the other side's corner lies in line with this one's, but was never drawn so far.
    page.keepTo([`kerb-${side}-`, `${side}-`]);
    if (!page.isFound(near))
      page.ruleAlong(`kerb-${name}`, from, near, "height", {
        measured: true,
        called: "short upright of the kerb",
      });
    const axis = axesOf(slice, page.frame)[runs];
    const called = "upper edge of the kerb";
    const toPoint = runs === "across" ? !page.knows(far) : runsToItsPoint(slice) && to === `${side}-far`;
    if (toPoint) page.ruleToVanishingPoint(`kerb-${name}-line`, near, axis, { role: "outline", called });
    else page.ruleAlong(`kerb-${name}-line`, near, far, axis, { called });
    if (slice.crossing && page.isFound(to) && to.endsWith("from"))
      page.ruleAlong(`kerb-${name}-end`, to, far, "height", { called: "upright of the kerb at the corner" });
    page.keepTo(null);
  }
}
