import * as v from "valibot";
import type { Sheet } from "./sheet.ts";

/** A vanishing point can be taped on paper up to this far beyond the sheet's corner; further is a typing slip. */
const REACH_MM = 10_000;
const place = v.pipe(
  v.number(),
  v.minValue(-REACH_MM, `no further than ${REACH_MM} mm outside the sheet`),
  v.maxValue(REACH_MM, `no further than ${REACH_MM} mm outside the sheet`),
);

const frameId = v.pipe(
  v.string(),
  v.regex(/^[a-z][a-z0-9-]*$/, "a frame's id is lower-case letters, digits and hyphens"),
);

const OnePointFrameSchema = v.strictObject({
  id: frameId,
  kind: v.literal("one-point"),
  vanishingPoint: v.strictObject({
    fromLeftMm: place,
    /** May be stated in a file written by hand, and must then agree with the horizon. */
    fromTopMm: v.optional(place),
  }),
});

const TwoPointFrameSchema = v.strictObject({
  id: frameId,
  kind: v.literal("two-point"),
  leftVanishingPoint: v.strictObject({ fromLeftMm: place, fromTopMm: v.optional(place) }),
  rightVanishingPoint: v.strictObject({ fromLeftMm: place, fromTopMm: v.optional(place) }),
});

export const FrameSchema = v.variant("kind", [OnePointFrameSchema, TwoPointFrameSchema]);
export type FrameSlice = v.InferOutput<typeof FrameSchema>;

export const ViewSchema = v.strictObject({
  horizonFromTopMm: v.pipe(
    v.number(),
    v.minValue(-1000, "the horizon is at most 1000 mm above the sheet"),
    v.maxValue(4000, "the horizon is at most 4000 mm below the sheet's top"),
  ),
  /** Paper mm from the eye to the picture plane; null takes the default, 0.87 × the sheet's diagonal. */
  viewingDistanceMm: v.nullable(v.pipe(v.number(), v.minValue(20, "the viewing distance is at least 20 mm"))),
  frames: v.pipe(
    v.array(FrameSchema),
    v.minLength(1, "a view needs at least one frame"),
    v.maxLength(1, "this version draws with one frame"),
  ),
});
export type ViewSlice = v.InferOutput<typeof ViewSchema>;

/** Visible sameness on paper: how far a stated VP may stand off the horizon before it counts as off it. */
const ON_HORIZON_MM = 0.05;

/** The vanishing points a frame states, each with the name teachers give it. */
export function statedVanishingPoints(frame: FrameSlice) {
  switch (frame.kind) {
    case "one-point":
      return [{ field: "vanishingPoint", name: "vanishing point", ...frame.vanishingPoint }] as const;
    case "two-point":
      return [
        { field: "leftVanishingPoint", name: "left vanishing point", ...frame.leftVanishingPoint },
        { field: "rightVanishingPoint", name: "right vanishing point", ...frame.rightVanishingPoint },
      ] as const;
  }
}

/** What is impossible in a view, as one sentence each, with the field it concerns. Empty when it can be drawn. */
export function impossibleInView(view: ViewSlice, _sheet: Sheet): { field: string; message: string }[] {
  return view.frames.flatMap((frame, i) => {
    const found = statedVanishingPoints(frame).flatMap((vp) => {
      const off = vp.fromTopMm === undefined ? 0 : vp.fromTopMm - view.horizonFromTopMm;
      if (Math.abs(off) <= ON_HORIZON_MM) return [];
      const side = off > 0 ? "below" : "above";
      return [
        {
          field: `frames.${i}.${vp.field}.fromTopMm`,
          message: `the ${vp.name} stands ${Math.abs(off).toFixed(1)} mm ${side} the horizon (${view.horizonFromTopMm} mm from the top); level edges vanish on the horizon`,
        },
      ];
    });
    if (frame.kind === "two-point") {
      const gap = frame.rightVanishingPoint.fromLeftMm - frame.leftVanishingPoint.fromLeftMm;
      if (gap < 10) {
        found.push({
          field: `frames.${i}.rightVanishingPoint.fromLeftMm`,
          message: `the right vanishing point must stand at least 10 mm right of the left one, got ${gap.toFixed(1)} mm`,
        });
      }
    }
    return found;
  });
}
