import type { Page } from "../../page/index.ts";
import { add, dot, type Frame, minus, scaled, type Vec3, type View } from "../../view/index.ts";
import { meetLevel } from "../ground-strip.ts";
import { kerbHeight } from "./kerbs.ts";
import { axesOf } from "./lines.ts";
import type { RoadSlice } from "./shape.ts";

const LINES = ["left-outer", "left", "right", "right-outer"] as const;

/** Where the joints of the pavements lie: even steps along the road in truth, none where another street crosses. */
export function jointPoints(
  slice: RoadSlice,
  view: View,
  frame: Frame,
  road: { readonly points: Readonly<Record<string, Vec3>>; readonly from: Vec3; readonly to: Vec3 },
): Record<string, Vec3> {
  const joints: Record<string, Vec3> = {};
  if (slice.handles.pavement === 0) return joints;
  const { along, across } = axesOf(slice, frame);
  const go = frame.axes[along];
  const up = scaled(frame.axes.height, kerbHeight(slice, view));
  const station = (p: Vec3 | undefined) => (p ? dot(p, go) : null);
  const corner = (edge: string) => station(road.points[`left-${edge}-outer`] ?? road.points[`left-${edge}`]);
  const [open, closed] = [corner("from"), corner("to")];
  for (let i = 1; i <= slice.joints; i++) {
    const at = add(road.from, minus(road.to, road.from), i / (slice.joints + 1));
    const here = dot(at, go);
    if (open !== null && closed !== null && here > open && here < closed) continue;
    for (const line of LINES) {
      const on = road.points[`${line}-near`];
      const end =
        on && meetLevel(add(at, up), frame.axes[across], line.endsWith("outer") ? on : add(on, up), go);
      if (end && end[2] > 0) joints[`joint-${i}-${line}`] = end;
    }
  }
  return joints;
}

/** Draws the joints one by one, each with one ruler across both pavements: the pencil lifts over the road. */
export function drawJoints(page: Page, slice: RoadSlice): void {
  const { across } = axesOf(slice, page.frame);
  for (let i = 1; i <= slice.joints; i++) {
    const at = (line: (typeof LINES)[number]) => `joint-${i}-${line}`;
    if (!LINES.every((line) => page.knows(at(line)))) continue;
    page.phase("joints");
    page.measureOnLine(at("left-outer"), "left-outer-near", "left-outer-line");
    page.ruleAlong(`joint-${i}`, at("left-outer"), at("right-outer"), across, {
      role: "detail",
      between: [at("left-outer"), at("left")],
      called: "joint of the left pavement",
    });
    page.join(`joint-${i}-right`, at("right"), at("right-outer"), {
      role: "detail",
      called: "joint of the right pavement",
    });
  }
}
