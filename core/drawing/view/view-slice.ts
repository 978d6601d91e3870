import * as v from "valibot";
import { changesIn, changesOf, numbersIn, numbersOf } from "../../ground/base/index.ts";
import { callFrame } from "./call-frame.ts";
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
  /** Where we look straight ahead, strictly between the two; left out: midway. */
  centreOfVision: v.optional(v.strictObject({ fromLeftMm: place })),
});

const ThreePointFrameSchema = v.strictObject({
  id: frameId,
  kind: v.literal("three-point"),
  leftVanishingPoint: v.strictObject({ fromLeftMm: place, fromTopMm: v.optional(place) }),
  rightVanishingPoint: v.strictObject({ fromLeftMm: place, fromTopMm: v.optional(place) }),
  /** Above the horizon: looking up; below it: looking down. */
  heightVanishingPoint: v.strictObject({ fromLeftMm: place, fromTopMm: place }),
});

/** A further frame on the same horizon: its depth VP is set, its width VP follows from the camera. */
const TurnedFrameSchema = v.strictObject({
  id: frameId,
  kind: v.literal("turned"),
  vanishingPoint: v.strictObject({ fromLeftMm: place, fromTopMm: v.optional(place) }),
});

const FrameSchema = v.variant("kind", [
  OnePointFrameSchema,
  TwoPointFrameSchema,
  ThreePointFrameSchema,
  TurnedFrameSchema,
]);
export type FrameSlice = v.InferOutput<typeof FrameSchema>;

/** Addresses of the numbers of frames. */
export const numberOfFrame = numbersIn<FrameSlice>("frame");

/** Sets a field of a frame. */
export const setFrame = changesIn<FrameSlice>("frame");

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
    v.maxLength(8, "a view holds at most eight frames"),
  ),
});
export type ViewSlice = v.InferOutput<typeof ViewSchema>;

/** Addresses of the numbers of the view. */
export const numberOfView = numbersOf<ViewSlice>("view");

/** Sets a field of the view. */
export const setView = changesOf<ViewSlice>("view");

/** Visible sameness on paper: how far a stated VP may stand off the horizon before it counts as off it. */
const ON_HORIZON_MM = 0.05;
/** Two vanishing points nearer than this give a picture seen from the tip of the nose. */
const LEAST_GAP_MM = 10;

/** The fields in which frames state their vanishing points. */
type VanishingPointField = Extract<
  FrameSlice extends infer F ? (F extends unknown ? keyof F : never) : never,
  `${string}anishingPoint`
>;

export interface StatedVanishingPoint {
  readonly field: VanishingPointField;
  /** What teachers call it. */
  readonly name: string;
  readonly fromLeftMm: number;
  readonly fromTopMm?: number | undefined;
  /** Level edges vanish on the horizon; only the VP of the uprights stands off it. */
  readonly onHorizon: boolean;
}

/** The vanishing points a frame states, each with the name teachers give it. */
export function statedVanishingPoints(frame: FrameSlice): readonly StatedVanishingPoint[] {
  const level = (
    field: VanishingPointField,
    name: string,
    vp: { fromLeftMm: number; fromTopMm?: number | undefined },
  ) => ({
    field,
    name,
    ...vp,
    onHorizon: true,
  });
  switch (frame.kind) {
    case "one-point":
      return [level("vanishingPoint", "vanishing point", frame.vanishingPoint)];
    case "turned":
      return [level("vanishingPoint", `vanishing point of ${callFrame(frame.id)}`, frame.vanishingPoint)];
    case "two-point":
    case "three-point":
      return [
        level("leftVanishingPoint", "left vanishing point", frame.leftVanishingPoint),
        level("rightVanishingPoint", "right vanishing point", frame.rightVanishingPoint),
        ...(frame.kind === "three-point"
          ? [
              {
                field: "heightVanishingPoint" as const,
                name: "vanishing point of the uprights",
                ...frame.heightVanishingPoint,
                onHorizon: false,
              },
            ]
          : []),
      ];
  }
}

/** What is impossible in a view, as one sentence each, with the field it concerns. Empty when it can be drawn. */
export function impossibleInView(view: ViewSlice, _sheet: Sheet): { field: string; message: string }[] {
  return view.frames.flatMap((frame, i) => {
    const found = statedVanishingPoints(frame).flatMap((vp) => {
      const off = vp.fromTopMm === undefined ? 0 : vp.fromTopMm - view.horizonFromTopMm;
      if (!vp.onHorizon || Math.abs(off) <= ON_HORIZON_MM) return [];
      const side = off > 0 ? "below" : "above";
      return [
        {
          field: `frames.${i}.${vp.field}.fromTopMm`,
          message: `the ${vp.name} stands ${Math.abs(off).toFixed(1)} mm ${side} the horizon (${view.horizonFromTopMm} mm from the top); level edges vanish on the horizon`,
        },
      ];
    });
    return [...found, ...impossibleFrame(frame, i, view)];
  });
}

function impossibleFrame(
  frame: FrameSlice,
  i: number,
  view: ViewSlice,
): { field: string; message: string }[] {
  const at = (field: string, message: string) => [{ field: `frames.${i}.${field}`, message }];
  if (view.frames.findIndex((f) => f.id === frame.id) !== i)
    return at("id", `"${frame.id}" is already taken; every frame has its own`);
  if (i > 0 && frame.kind !== "turned")
    return at("kind", 'only the first frame sets the camera; further ones are of the kind "turned"');
  if (i === 0 && frame.kind === "turned")
    return at("kind", "the first frame sets the camera: it cannot be turned");
  if (frame.kind !== "two-point" && frame.kind !== "three-point") return [];
  const left = frame.leftVanishingPoint.fromLeftMm;
  const right = frame.rightVanishingPoint.fromLeftMm;
  if (right - left < LEAST_GAP_MM)
    return at(
      "rightVanishingPoint.fromLeftMm",
      `the right vanishing point must stand at least ${LEAST_GAP_MM} mm right of the left one, got ${(right - left).toFixed(1)} mm`,
    );
  const inside = (x: number) => x - left > 1 && right - x > 1;
  if (frame.kind === "two-point") {
    const centre = frame.centreOfVision?.fromLeftMm;
    return centre === undefined || inside(centre)
      ? []
      : at("centreOfVision.fromLeftMm", "the centre of vision must lie between the two vanishing points");
  }
  const { fromLeftMm: x, fromTopMm: y } = frame.heightVanishingPoint;
  if (!inside(x))
    return at("heightVanishingPoint.fromLeftMm", "the third vanishing point must lie between the other two");
  const drop = Math.abs(y - view.horizonFromTopMm);
  // The triangle of the three is acute, and so has a camera, just when the third stands off this far.
  const least = Math.sqrt((x - left) * (right - x));
  return drop > least * 1.001
    ? []
    : at(
        "heightVanishingPoint.fromTopMm",
        `the third vanishing point must stand more than ${least.toFixed(0)} mm off the horizon, got ${drop.toFixed(0)} mm: no eye sees the three at right angles otherwise`,
      );
}
