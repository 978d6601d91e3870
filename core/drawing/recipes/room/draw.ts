import type { Page } from "../../page/index.ts";
import { type Edge, type Face, type Solid, towardEye } from "../../solids/index.ts";
import { type Axis, add, dot, paperToWorld, type Vec3 } from "../../view/index.ts";
import type { Drawing } from "../recipe.ts";
import type { SolveContext } from "../solve-context.ts";
import type { RoomSlice } from "./shape.ts";

export const drawing: Drawing<RoomSlice> = {
  impossible: () => [],
  solve: (slice, context) => {
    const straight =
      Math.abs(context.frame.axes.width[2]) < 1e-9 && Math.abs(context.frame.axes.height[2]) < 1e-9;
    return {
      solid: straight ? straightRoom(slice, context) : cornerRoom(slice, context),
      block: null,
      points: {},
      called: CALLED,
      tie: { kind: "ground" },
      findings: [],
    };
  },
  draw: (page, slice, built) =>
    built.solid.corners["near-left-top"] ? drawStraightRoom(page, slice) : drawCornerRoom(page),
};

const SIDES = ["left-top", "right-top", "right-bottom", "left-bottom"] as const;

/** Near opening: the sheet itself, on the picture plane. Back wall: the same, further away. */
function straightRoom(slice: RoomSlice, { view }: SolveContext): Solid {
  const { widthMm: w, heightMm: h } = view.sheet;
  const d = view.camera.distanceMm;
  const away = d / (1 - slice.handles.back) - d;
  const corners: Record<string, Vec3> = {};
  for (const side of SIDES) {
    const at = { xMm: side.startsWith("left") ? 0 : w, yMm: side.endsWith("top") ? 0 : h };
    const near = paperToWorld(view.camera, at, d);
    corners[`near-${side}`] = near;
    corners[`back-${side}`] = add(near, [0, 0, away]);
  }
  const wall = (id: string, a: (typeof SIDES)[number], b: (typeof SIDES)[number], normal: Vec3): Face => ({
    id,
    corners: [`near-${a}`, `near-${b}`, `back-${b}`, `back-${a}`],
    holes: [],
    normal,
  });
  const faces: Face[] = [
    {
      id: "back-wall",
      corners: ["back-left-bottom", "back-right-bottom", "back-right-top", "back-left-top"],
      holes: [],
      normal: [0, 0, -1],
    },
    wall("left-wall", "left-bottom", "left-top", [1, 0, 0]),
    wall("right-wall", "right-bottom", "right-top", [-1, 0, 0]),
    wall("floor", "left-bottom", "right-bottom", [0, -1, 0]),
    wall("ceiling", "left-top", "right-top", [0, 1, 0]),
  ];
  const edges: Edge[] = [
    ...SIDES.map(
      (side): Edge => ({
        id: `corner-line-${side}`,
        axis: "depth",
        from: `near-${side}`,
        to: `back-${side}`,
        faces: wallsAt(side),
      }),
    ),
    {
      id: "back-top",
      axis: "width",
      from: "back-left-top",
      to: "back-right-top",
      faces: ["back-wall", "ceiling"],
    },
    {
      id: "back-right",
      axis: "height",
      from: "back-right-bottom",
      to: "back-right-top",
      faces: ["back-wall", "right-wall"],
    },
    {
      id: "back-bottom",
      axis: "width",
      from: "back-left-bottom",
      to: "back-right-bottom",
      faces: ["back-wall", "floor"],
    },
    {
      id: "back-left",
      axis: "height",
      from: "back-left-bottom",
      to: "back-left-top",
      faces: ["back-wall", "left-wall"],
    },
  ];
  // Seen from inside no wall stands before another.
  return { corners, faces, edges, opaque: true, convex: true, seenFromInside: true };
}

function wallsAt(side: (typeof SIDES)[number]): string[] {
  return [side.startsWith("left") ? "left-wall" : "right-wall", side.endsWith("top") ? "ceiling" : "floor"];
}

/**
 * Draws a room straight ahead: from each corner of the sheet a light line to the vanishing point; the back wall
 * begun by one measured mark and closed parallel to the sheet's edges, its corners on the four lines.
 */
function drawStraightRoom(page: Page, slice: RoomSlice): void {
  page.phase("corner-lines");
  for (const side of SIDES) page.markSheetCorner(`near-${side}`);
  page.ruleGuides("depth");

  page.phase("back-wall");
  if (slice.wall === "slid") {
    page.ruleSlid(
      "back-top",
      "back-left-top",
      "back-right-top",
      "width",
      ["corner-line-left-top", "corner-line-right-top"],
      {
        called: "top of the back wall",
      },
    );
    page.countAsRuled("back-top");
  } else page.partWay("back-left-top", "near-left-top", "depth");
  page.ruleRemaining((e) => e.axis !== "depth");
}

/**
 * A room at an angle: the far corner as an upright, its ends carried out along both walls past the sheet. The
 * upright stands under the middle of the sheet's ground line, so far back as the handle says.
 */
function cornerRoom(slice: RoomSlice, { view, frame }: SolveContext): Solid {
  const { widthMm: w, heightMm: h } = view.sheet;
  const d = view.camera.distanceMm;
  const k = 1 / (1 - slice.handles.back);
  const foot = paperToWorld(view.camera, { xMm: w / 2, yMm: h }, d);
  // Away along the ground, straight under the line of sight to the middle of the horizon on the sheet.
  const away = paperToWorld(view.camera, { xMm: w / 2, yMm: view.horizonMm }, d);
  const far = add(foot, away, k - 1);
  // Looking down the upright leans toward us: it ends well before the eye.
  const lean = frame.axes.height[2] < 0 ? (0.7 * far[2]) / -frame.axes.height[2] : Number.POSITIVE_INFINITY;
  const top = add(far, frame.axes.height, Math.min((h * 0.9 * far[2]) / d, lean));
  const out = (from: Vec3, axis: "width" | "depth"): Vec3 => {
    const dir = frame.axes[axis];
    return dir[2] > 0 ? add(from, dir, -Math.min((from[2] * 0.98) / dir[2], 40 * d)) : from;
  };
  const corners: Record<string, Vec3> = {
    "far-bottom": far,
    "far-top": top,
    "left-bottom": out(far, "width"),
    "left-top": out(top, "width"),
    "right-bottom": out(far, "depth"),
    "right-top": out(top, "depth"),
  };
  const face = (id: string, ring: readonly string[]): Face => ({
    id,
    corners: ring,
    holes: [],
    normal: towardEye(ring.map((name) => corners[name] ?? far)),
  });
  // Seen from over its walls a room has no ceiling, or nobody could look in; nor a floor seen from below it.
  const overEye = (point: Vec3) => dot(point, frame.axes.height) > 0;
  const faces = [
    face("left-wall", ["far-bottom", "left-bottom", "left-top", "far-top"]),
    face("right-wall", ["far-bottom", "right-bottom", "right-top", "far-top"]),
    ...(overEye(far) ? [] : [face("floor", ["far-bottom", "left-bottom", "right-bottom"])]),
    ...(overEye(top) ? [face("ceiling", ["far-top", "left-top", "right-top"])] : []),
  ];
  const built = new Set(faces.map((f) => f.id));
  const edge = (id: string, axis: Axis, from: string, to: string, between: readonly string[]): Edge => ({
    id,
    axis,
    from,
    to,
    faces: between.filter((name) => built.has(name)),
  });
  return {
    corners,
    faces,
    edges: [
      edge("far-upright", "height", "far-bottom", "far-top", ["left-wall", "right-wall"]),
      edge("left-top-line", "width", "far-top", "left-top", ["left-wall", "ceiling"]),
      edge("left-floor-line", "width", "far-bottom", "left-bottom", ["left-wall", "floor"]),
      edge("right-top-line", "depth", "far-top", "right-top", ["right-wall", "ceiling"]),
      edge("right-floor-line", "depth", "far-bottom", "right-bottom", ["right-wall", "floor"]),
    ],
    opaque: true,
    seenFromInside: true,
    convex: true,
  };
}

/** Draws a room at an angle: the far corner's upright, then from each end a line away from each vanishing point. */
function drawCornerRoom(page: Page): void {
  page.phase("far-corner");
  page.markFromEdges("far-bottom");
  const upright = page.edge("far-upright");
  page.ruleMeasured(upright, "far-bottom");
  page.phase("walls");
  page.ruleRemaining((e) => e.axis !== "height");
}

const CALLED: Readonly<Record<string, string>> = {
  "near-left-top": "upper left corner of the sheet",
  "near-right-top": "upper right corner of the sheet",
  "near-right-bottom": "lower right corner of the sheet",
  "near-left-bottom": "lower left corner of the sheet",
  "back-left-top": "upper left corner of the back wall",
  "back-right-top": "upper right corner of the back wall",
  "back-right-bottom": "lower right corner of the back wall",
  "back-left-bottom": "lower left corner of the back wall",
  "far-bottom": "foot of the far corner",
  "far-top": "top of the far corner",
};
