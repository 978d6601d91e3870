import { type Built, FLAT, findFaceFrame, type Page, pointOnFace } from "../../page/index.ts";
import { callFace } from "../../solids/index.ts";
import { add, minus, scaled, type Vec3 } from "../../view/index.ts";
import { hostMissing } from "../host-missing.ts";
import type { Drawing } from "../recipe.ts";
import type { SolveContext } from "../solve-context.ts";
import type { RoundSlice } from "./shape.ts";

/** Where a circle crosses its square's diagonals, from the square's side: (1 − √½)/2 of the side. */
const EIGHT_POINT_SHARE = (1 - Math.SQRT1_2) / 2;

export const drawing: Drawing<RoundSlice> = {
  impossible: (slice) => [
    ...(slice.between.to > slice.between.from + 0.001
      ? []
      : [{ field: "between.to", message: "the right side must lie beyond the left one" }]),
    ...(slice.shape === "arch" && slice.springing < slice.foot
      ? [{ field: "springing", message: "an arch springs at or above its foot" }]
      : []),
  ],
  solve: solveRound,
  draw: drawRound,
};

function solveRound(slice: RoundSlice, context: SolveContext): Built {
  const host = context.hostOf(slice.on.object);
  const face = host && findFaceFrame(host.solid, slice.on.face, context.frame);
  if (!face) return hostMissing(slice, slice.on, host);
  const { from, to } = slice.between;
  // True round: as high as it is wide.
  const high = ((to - from) * Math.hypot(...face.across.side)) / Math.hypot(...face.up.side);
  const low = slice.shape === "circle" ? slice.foot : slice.springing;
  const top = low + (slice.shape === "circle" ? high : high / 2);
  const at = (across: number, up: number) => pointOnFace(face, across, up);
  const middle = (from + to) / 2;
  const points: Record<string, Vec3> = {
    "base-left": at(from, 0),
    "base-right": at(to, 0),
    "low-edge": at(0, low),
    "high-edge": at(0, top),
    "low-left": at(from, low),
    "low-right": at(to, low),
    "high-left": at(from, top),
    "high-right": at(to, top),
    "foot-left": at(from, slice.foot),
    "foot-right": at(to, slice.foot),
    crown: at(middle, top),
    "low-middle": at(middle, low),
    "square-centre": at(middle, (low + top) / 2),
  };
  const cut = 2 * EIGHT_POINT_SHARE;
  const wide = to - from;
  if (slice.shape === "circle") {
    const centre = (low + top) / 2;
    Object.assign(points, {
      "left-middle": at(from, centre),
      "right-middle": at(to, centre),
      "mark-low": at(from, low + high * EIGHT_POINT_SHARE),
      "mark-high": at(from, top - high * EIGHT_POINT_SHARE),
      "eighth-low-left": at(from + wide * EIGHT_POINT_SHARE, low + high * EIGHT_POINT_SHARE),
      "eighth-low-right": at(to - wide * EIGHT_POINT_SHARE, low + high * EIGHT_POINT_SHARE),
      "eighth-high-left": at(from + wide * EIGHT_POINT_SHARE, top - high * EIGHT_POINT_SHARE),
      "eighth-high-right": at(to - wide * EIGHT_POINT_SHARE, top - high * EIGHT_POINT_SHARE),
    });
  } else {
    Object.assign(points, {
      "mark-high": at(from, top - (high / 2) * cut),
      "eighth-high-left": at(from + wide * EIGHT_POINT_SHARE, top - (high / 2) * cut),
      "eighth-high-right": at(to - wide * EIGHT_POINT_SHARE, top - (high / 2) * cut),
    });
  }
  const over =
    top > 1.0001
      ? [
          {
            code: "round-beyond-face",
            severity: "warning" as const,
            about: slice.id,
            message: `The ${slice.label} is as high as it is wide and reaches beyond the upper edge of the ${callFace(slice.on.face)}: make it narrower or lower.`,
            numbers: { beyondShare: top - 1 },
          },
        ]
      : [];
  return {
    solid: { ...FLAT, corners: {} },
    block: null,
    points,
    called: CALLED,
    tie: { kind: "host", objectId: slice.on.object },
    face,
    findings: over,
  };
}

/**
 * Draws a circle or arch on a wall: its square along the wall's own axes; its diagonals and middle lines; a mark 0.1464 of
 * the side from each end of the upright edge, carried to the wall's vanishing point: where that crosses the diagonals lie
 * the points between. Then the curve by hand through all points.
 */
function drawRound(page: Page, slice: RoundSlice, built: Built): void {
  const { face } = built;
  const host = slice.on.object;
  if (!face || ![face.corner, face.acrossEnd, face.upEnd].every((c) => page.isFound(`${host}/${c}`))) return;
  const on = [`${host}/${slice.on.face}`];
  const help = { role: "construction", light: true, on } as const;
  const [corner, acrossEnd, upEnd] = [
    `${host}/${face.corner}`,
    `${host}/${face.acrossEnd}`,
    `${host}/${face.upEnd}`,
  ];
  const { axis } = face.across;
  page.goesOnFrom(host);

  page.phase("square");
  page.measure("base-left", corner, acrossEnd);
  page.measure("base-right", corner, acrossEnd);
  for (const level of ["low", "high"]) {
    if (!page.isFound(`${level}-edge`)) page.measure(`${level}-edge`, corner, upEnd);
    page.ruleAlong(`${level}-line`, `${level}-edge`, `${level}-right`, axis, {
      ...help,
      called: "guide along the wall",
    });
  }
  for (const side of ["left", "right"]) {
    page.ruleAlong(`${side}-side`, `base-${side}`, `high-${side}`, face.up.axis, {
      ...help,
      between: [`low-${side}`, `high-${side}`],
      called: `${side} side of the square`,
    });
    if (slice.shape === "arch" && slice.springing > slice.foot)
      page.ruleAlong(`${side}-upright`, `base-${side}`, `low-${side}`, face.up.axis, {
        role: "detail",
        on,
        between: [`foot-${side}`, `low-${side}`],
        called: `${side} upright`,
      });
  }
  if (slice.construction === "eight-points") findRoundPoints(page, slice, axis, face.up.axis, help);

  page.phase("curve");
  const [left, right] = [page.at("low-left"), page.at("low-right")];
  const half = scaled(minus(right, left), 0.5);
  const [centre, up] =
    slice.shape === "circle"
      ? [page.at("square-centre"), scaled(minus(page.at("high-left"), left), 0.5)]
      : [add(left, half), minus(page.at("high-left"), left)];
  page.curve(
    "curve",
    { centre, across: half, up, fromRad: Math.PI, toRad: slice.shape === "circle" ? -Math.PI : 0 },
    { role: "detail", on },
  );
}

function findRoundPoints(
  page: Page,
  slice: RoundSlice,
  axis: "width" | "height" | "depth",
  up: "width" | "height" | "depth",
  help: { role: "construction"; light: true; on: readonly string[] },
): void {
  page.phase("points");
  page.join("falling-diagonal", "high-left", "low-right", { ...help, called: "diagonal of the square" });
  page.join("rising-diagonal", "low-left", "high-right", { ...help, called: "diagonal of the square" });
  page.ruleAlong("middle-upright", "square-centre", "crown", up, {
    ...help,
    called: "upright through the crossing",
  });
  if (slice.shape === "circle") {
    page.ruleAlong("middle-level", "square-centre", "right-middle", axis, {
      ...help,
      between: ["left-middle", "right-middle"],
      called: "middle line along the wall",
    });
  } else {
    // The half circle's own diagonals run from the middle of its base.
    page.join("left-ray", "low-middle", "high-left", { ...help, called: "diagonal of the left half" });
    page.join("right-ray", "low-middle", "high-right", { ...help, called: "diagonal of the right half" });
  }
  for (const mark of slice.shape === "circle" ? ["low", "high"] : ["high"]) {
    page.measure(
      `mark-${mark}`,
      mark === "low" ? "low-left" : "high-left",
      mark === "low" ? "high-left" : "low-left",
    );
    page.ruleAlong(`mark-${mark}-line`, `mark-${mark}`, `eighth-${mark}-right`, axis, {
      ...help,
      called: "line from the mark along the wall",
    });
  }
}

const CALLED: Readonly<Record<string, string>> = {
  "base-left": "left foot on the base line",
  "base-right": "right foot on the base line",
  "low-edge": "height of its lower edge on the near upright",
  "high-edge": "height of its top on the near upright",
  "mark-high": "mark 0.15 of the side below the top",
  "mark-low": "mark 0.15 of the side above the foot",
  "square-centre": "crossing of the diagonals",
  crown: "crown",
};
