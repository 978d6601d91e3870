import type { Finding } from "../../ground/base/index.ts";
import type { ArcEdge, Block, Solid } from "../solids/index.ts";
import type { Vec3 } from "../view/index.ts";
import type { FaceFrame } from "./face-frame.ts";

/** What ties a thing's depth to others: the ground, a host it leans on, or nothing. */
export type Tie =
  | { readonly kind: "ground" }
  | { readonly kind: "free" }
  /** Mirrored in water: seen only past everything real. */
  | { readonly kind: "mirror" }
  | { readonly kind: "host"; readonly objectId: string };

/** A flat stretch on a face ("object/face") of another thing. */
export interface Patch {
  readonly name: string;
  readonly on: string;
  readonly rings: readonly (readonly Vec3[])[];
}

/** What stands thin: a post, a pole, a trunk, by the names of its foot and top; on a trunk sits its crown. */
export interface Stick {
  readonly name: string;
  readonly from: string;
  readonly to: string;
  readonly crown?: readonly Vec3[];
}

/** A shadow by the names of its places: rings, the stretches round them, thin things' lines, and crowns drawn freely. */
export interface ThrownShadow {
  readonly rings: readonly (readonly string[])[];
  /** Each along the line between two corners' shadows, from one place to another. */
  readonly stretches: readonly {
    readonly line: readonly [string, string];
    readonly from: string;
    readonly to: string;
  }[];
  /** What round edges throw: each along its arc, through some of its places. */
  readonly curves: readonly {
    readonly name: string;
    readonly arc: Omit<ArcEdge, "facets">;
    readonly through: readonly string[];
  }[];
  /** Places where two such lines cross. */
  readonly knots: Readonly<Record<string, unknown>>;
  readonly sticks: readonly Stick[];
  readonly crowns: readonly { readonly name: string; readonly ring: readonly Vec3[] }[];
  readonly onWalls: readonly { readonly name: string; readonly on: string }[];
}

/** An object as it truly stands in front of the eye. */
export interface Built {
  /** What hides and is hidden; without faces for what lies flat on something else. */
  readonly solid: Solid;
  /** The block of space it was placed by, if it was. */
  readonly block: Block | null;
  /** Points beyond the solid's corners that the construction finds. */
  readonly points: Readonly<Record<string, Vec3>>;
  /** What teachers call corners and points whose names do not say it. */
  readonly called?: Readonly<Record<string, string>>;
  readonly tie: Tie;
  /** What of a shadow lies on the ground, and the lines it throws on faces. */
  readonly shadow?: ThrownShadow;
  /** Flat stretches on faces of other things that it covers, such as a shadow on a wall. */
  readonly patches?: readonly Patch[];
  /** What of it has no faces of its own, but throws a shadow and is mirrored. */
  readonly sticks?: readonly Stick[];
  /** The pieces of a pattern, in order, as rings on the picture plane: every other one can be coloured. */
  readonly pieces?: readonly (readonly Vec3[])[];
  /** The host's face it is drawn on, when it is. */
  readonly face?: FaceFrame;
  readonly findings: readonly Finding[];
}

/** A thing without faces: what lies flat, and hides nothing. */
export const FLAT: Omit<Solid, "corners"> = { faces: [], edges: [], opaque: false, convex: true };
