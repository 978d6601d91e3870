import * as v from "valibot";
import { changesIn, type Finding, formatSmallLength } from "../../ground/base/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";
import type { Tie } from "../page/index.ts";
import { type Block, callFace, cornerAt, type Solid } from "../solids/index.ts";
import {
  AXES,
  type Axis,
  add,
  dot,
  type Frame,
  findGroundDepth,
  findVanishingPoint,
  paperToWorld,
  runsWithPaper,
  scaled,
  seenAt,
  type Vec3,
} from "../view/index.ts";
import type { Fault } from "./fault.ts";
import { faceOfObject, otherObject } from "./object-base.ts";
import type { SolveContext } from "./solve-context.ts";

/** How far a thing reaches along an axis: mm on paper where the axis runs with the paper, else the part of the way to its VP. */
export const ExtentSchema = v.union(
  [
    v.strictObject({
      mm: v.pipe(
        v.number(),
        v.minValue(0.5, "a side is at least 0.5 mm"),
        v.maxValue(3000, "a side is at most 3000 mm"),
      ),
    }),
    v.strictObject({
      fraction: v.pipe(
        v.number(),
        v.minValue(0.01, "at least 0.01 of the way to the vanishing point"),
        v.maxValue(0.99, "at most 0.99 of the way: the back edge stays in front of the vanishing point"),
      ),
    }),
  ],
  'give { "mm": … } along the paper or { "fraction": … } of the way to the vanishing point',
);
export type Extent = v.InferOutput<typeof ExtentSchema>;

const place = v.pipe(
  v.number(),
  v.minValue(-3000, "no further than 3000 mm outside the sheet"),
  v.maxValue(3000, "no further than 3000 mm outside the sheet"),
);

/** The near lower left corner, measured from the sheet's edges. */
export const FOOT = { fromLeftMm: place, fromBottomMm: place } as const;

/** What sets a thing's depth: standing on the ground, nothing, or its foot lying on a face of another thing. */
export const DepthSetBySchema = v.union(
  [v.picklist(["ground", "free"]), faceOfObject],
  'give "ground", "free" or { "object": …, "face": … }',
);
export type DepthSetBy = v.InferOutput<typeof DepthSetBySchema>;

/** The same, or a front standing further back between the guides of another, which gives it its width and height. */
export const DepthOrGuidesSchema = v.union(
  [v.picklist(["ground", "free"]), faceOfObject, v.strictObject({ guidesOf: otherObject })],
  'give "ground", "free", { "object": …, "face": … } or { "guidesOf": … }',
);
export type DepthOrGuides = v.InferOutput<typeof DepthOrGuidesSchema>;

/** The thing between whose guides another stands, or null. */
export function guidesOf(depthSetBy: DepthOrGuides): string | null {
  return typeof depthSetBy === "object" && "guidesOf" in depthSetBy ? depthSetBy.guidesOf : null;
}

interface BlockPlaced {
  readonly id: string;
  readonly label: string;
  readonly depthSetBy: DepthOrGuides;
  readonly handles: {
    readonly fromLeftMm: number;
    readonly fromBottomMm: number;
    readonly width?: Extent;
    readonly height?: Extent;
    readonly depth?: Extent;
  };
}

/** Extents must suit the way each axis runs in this frame. */
export function impossibleExtents(handles: BlockPlaced["handles"], frame: Frame): Fault[] {
  return AXES.flatMap((axis) => {
    const extent = handles[axis];
    if (!extent) return [];
    const flat = runsWithPaper(frame, axis);
    if (flat === "mm" in extent) return [];
    const message = flat
      ? `the ${axis} runs with the paper here, so it is given as { "mm": … }`
      : `the ${axis} runs to a vanishing point here, so it is given as { "fraction": … } of the way to it`;
    return [{ field: `handles.${axis}`, message }];
  });
}

export interface Foundation {
  readonly block: Block;
  readonly tie: Tie;
  readonly findings: readonly Finding[];
}

/**
 * The block of space that a thing's handles take up. Paper measures hold at the foot's depth; extents left out
 * have no length. A foot that what it stands on cannot carry is reported and stands free.
 */
export function layBlock(placed: BlockPlaced, context: SolveContext): Foundation {
  const { view, frame } = context;
  const foot = footOnPaper(placed.handles, view.sheet.heightMm);
  if (typeof placed.depthSetBy === "object" && "guidesOf" in placed.depthSetBy) {
    const between = layBetweenGuides(placed, placed.depthSetBy.guidesOf, foot, context);
    if (between) return between;
  }
  const depth = depthOfFoot(placed, foot, context);
  const reach = (axis: Axis): Vec3 =>
    extentVector(frame.axes[axis], placed.handles[axis], depth.zMm, view.camera.distanceMm);
  return {
    block: {
      origin: paperToWorld(view.camera, foot, depth.zMm),
      width: reach("width"),
      height: reach("height"),
      depth: reach("depth"),
    },
    tie: depth.tie,
    findings: depth.findings,
  };
}

/** How much of the way a front stands back between the guides of another: never in front of it, never in the point itself. */
const BETWEEN_GUIDES = { least: 0.02, most: 0.95 };

/** The block whose front is another's front slid back along its guides, to where the foot lies on the first of them. */
function layBetweenGuides(
  placed: BlockPlaced,
  hostId: string,
  foot: PaperPoint,
  { view, frame, hostOf }: SolveContext,
): Foundation | null {
  const host = hostOf(hostId)?.block;
  const from = host && seenAt(view.camera, host.origin);
  const vp = findVanishingPoint(view, frame, "depth");
  if (!host || !from || !vp) return null;
  const [dx, dy] = [vp.xMm - from.xMm, vp.yMm - from.yMm];
  const share = ((foot.xMm - from.xMm) * dx + (foot.yMm - from.yMm) * dy) / (dx * dx + dy * dy);
  const fraction = Math.min(BETWEEN_GUIDES.most, Math.max(BETWEEN_GUIDES.least, share));
  const away = extentVector(frame.axes.depth, { fraction }, host.origin[2], view.camera.distanceMm);
  const origin = add(host.origin, away);
  const depth = extentVector(frame.axes.depth, placed.handles.depth, origin[2], view.camera.distanceMm);
  return {
    block: { origin, width: host.width, height: host.height, depth },
    tie: { kind: "host", objectId: hostId },
    findings: [],
  };
}

/** As far of the way to its vanishing point as what is never closed reaches: what stands behind lies behind all of it. */
const NEVER_CLOSED = 0.9995;

/** Handles of a thing that is never closed behind: what runs away level runs all the way. */
export function neverClosed<H extends BlockPlaced["handles"]>(
  handles: H,
  frame: Frame,
  along: readonly Axis[] = ["width", "depth"],
): H {
  const deep = along.filter((axis) => axis in handles && !runsWithPaper(frame, axis));
  return { ...handles, ...Object.fromEntries(deep.map((axis) => [axis, { fraction: NEVER_CLOSED }])) };
}

/** Whether a thing is closed behind, or only its rays are drawn. */
export const BACK = v.optional(v.picklist(["closed", "rays"]));

/**
 * The vector of an extent from a point at depth z. Along the paper, true length = paper length × z/d. Away from
 * the eye, zNear/zFar = 1 − fraction. An upright that leans toward the eye (looking down) is given from its far
 * end's view: the foot lies `fraction` of the way from the top to the VP.
 */
export function extentVector(dir: Vec3, extent: Extent | undefined, zMm: number, distanceMm: number): Vec3 {
  if (!extent) return [0, 0, 0];
  if ("mm" in extent) return scaled(dir, (extent.mm * zMm) / distanceMm);
  const { fraction } = extent;
  return dir[2] > 0
    ? scaled(dir, (fraction * zMm) / ((1 - fraction) * dir[2]))
    : scaled(dir, (fraction * zMm) / -dir[2]);
}

export function footOnPaper(
  handles: { readonly fromLeftMm: number; readonly fromBottomMm: number },
  sheetHeightMm: number,
): PaperPoint {
  return { xMm: handles.fromLeftMm, yMm: sheetHeightMm - handles.fromBottomMm };
}

interface FootDepth {
  readonly zMm: number;
  readonly tie: Tie;
  readonly findings: readonly Finding[];
}

const FREE: Tie = { kind: "free" };

function depthOfFoot(placed: BlockPlaced, foot: PaperPoint, context: SolveContext): FootDepth {
  const { view } = context;
  const zFree = view.camera.distanceMm;
  if (placed.depthSetBy === "free") return { zMm: zFree, tie: FREE, findings: [] };
  if (typeof placed.depthSetBy === "object" && "guidesOf" in placed.depthSetBy)
    return {
      zMm: zFree,
      tie: FREE,
      findings: [
        {
          code: "no-host",
          severity: "fault",
          about: placed.id,
          message: `The ${placed.label} stands between the guides of "${placed.depthSetBy.guidesOf}", which is not in the lesson, leans on it in turn or has no guides. It is drawn as floating until then.`,
          numbers: {},
          fix: letItFloat(placed.id),
        },
      ],
    };
  if (placed.depthSetBy !== "ground") return depthOnFace(placed, placed.depthSetBy, foot, context);
  const z = findGroundDepth(view, foot);
  if (z !== null) return { zMm: z, tie: { kind: "ground" }, findings: [] };
  const above = view.horizonMm - foot.yMm;
  return {
    zMm: zFree,
    tie: FREE,
    findings: [
      {
        code: "foot-above-horizon",
        severity: "fault",
        about: placed.id,
        message: `The ${placed.label} stands on the ground, but its foot is ${
          above < 0.05 ? "on the horizon" : `${formatSmallLength(above, view.sheet)} above the horizon`
        }, where no ground is. It is drawn as floating until then.`,
        numbers: { aboveHorizonMm: above },
        fix: letItFloat(placed.id),
      },
    ],
  };
}

const letItFloat = (id: string) => ({
  label: "Let it float",
  changes: [changesIn<BlockPlaced>("object")(id, "depthSetBy", "free")],
});

/** A face seen so flatly that a ray meets it this many times further than the viewing distance carries nothing. */
const TOO_FAR = 1e5;

function depthOnFace(
  placed: BlockPlaced,
  on: { readonly object: string; readonly face: string },
  foot: PaperPoint,
  { view, hostOf }: SolveContext,
): FootDepth {
  const free = (code: string, message: string): FootDepth => ({
    zMm: view.camera.distanceMm,
    tie: FREE,
    findings: [
      { code, severity: "fault", about: placed.id, message, numbers: {}, fix: letItFloat(placed.id) },
    ],
  });
  const host = hostOf(on.object);
  if (!host)
    return free(
      "no-host",
      `The ${placed.label} leans on "${on.object}", which is not in the lesson or leans on it in turn. It is drawn as floating until then.`,
    );
  const face = findFace(host.solid, on.face);
  if (!face)
    return free(
      "no-such-face",
      `The ${placed.label} leans on the ${on.face} of "${on.object}", which has ${host.solid.faces.length === 0 ? "no faces" : `only ${host.solid.faces.map((f) => f.id).join(", ")}`}. It is drawn as floating until then.`,
    );
  const ray = paperToWorld(view.camera, foot, 1);
  const z = dot(face.normal, face.through) / dot(face.normal, ray);
  if (!(z > 0 && z < TOO_FAR * view.camera.distanceMm))
    return free(
      "foot-off-face",
      `The foot of the ${placed.label} cannot lie on the ${callFace(on.face)} of "${on.object}": that face is seen edge-on there. It is drawn as floating until then.`,
    );
  return { zMm: z, tie: { kind: "host", objectId: on.object }, findings: [] };
}

/** The plane of a face. */
function findFace(solid: Solid, id: string): { readonly normal: Vec3; readonly through: Vec3 } | null {
  const face = solid.faces.find((f) => f.id === id);
  return face ? { normal: face.normal, through: cornerAt(solid, face.corners[0] ?? "") } : null;
}
