import { cornerAt, type Solid } from "../solids/index.ts";
import { AXES, type Axis, add, dot, type Frame, minus, scaled, type Vec3 } from "../view/index.ts";

/** A flat face of a host as one draws on it: a corner, and two sides along axes of the frame. */
export interface FaceFrame {
  /** Corner names of the host: the near lower one, and the ends of the two sides that leave it. */
  readonly corner: string;
  readonly acrossEnd: string;
  readonly upEnd: string;
  readonly across: { readonly axis: Axis; readonly side: Vec3 };
  readonly up: { readonly axis: Axis; readonly side: Vec3 };
  readonly origin: Vec3;
}

/** A face's side runs along an axis when it strays from it by less than this share. */
const STRAIGHT = 1e-6;

/**
 * The sides of a face that run along the frame's axes and meet in its near lower corner; null when it has none.
 * "Across" is the level side; on a level face the sides are its width and its depth.
 */
export function findFaceFrame(solid: Solid, faceId: string, frame: Frame): FaceFrame | null {
  const face = solid.faces.find((f) => f.id === faceId);
  if (!face) return null;
  const n = face.corners.length;
  const sides = face.corners.flatMap((from, i) => {
    const to = face.corners[(i + 1) % n] ?? from;
    const side = minus(cornerAt(solid, to), cornerAt(solid, from));
    const axis = AXES.find((a) => {
      const along = dot(side, frame.axes[a]);
      return Math.hypot(...minus(side, scaled(frame.axes[a], along))) < STRAIGHT * Math.hypot(...side);
    });
    return axis ? [{ from, to, axis, forward: dot(side, frame.axes[axis]) > 0 }] : [];
  });
  const leaving = (corner: string) =>
    sides.flatMap((s) =>
      s.from === corner && s.forward
        ? [{ axis: s.axis, end: s.to }]
        : s.to === corner && !s.forward
          ? [{ axis: s.axis, end: s.from }]
          : [],
    );
  for (const corner of face.corners) {
    const out = leaving(corner);
    const level = out.find((s) => s.axis !== "height");
    const other = out.find((s) => s !== level && s.axis !== level?.axis);
    if (!level || !other) continue;
    // On level faces the width comes first.
    const [across, up] = other.axis === "width" ? [other, level] : [level, other];
    const origin = cornerAt(solid, corner);
    return {
      corner,
      acrossEnd: across.end,
      upEnd: up.end,
      across: { axis: across.axis, side: minus(cornerAt(solid, across.end), origin) },
      up: { axis: up.axis, side: minus(cornerAt(solid, up.end), origin) },
      origin,
    };
  }
  return null;
}

/** The point at shares of a face's two sides. */
export function pointOnFace(face: FaceFrame, across: number, up: number): Vec3 {
  return add(add(face.origin, face.across.side, across), face.up.side, up);
}
