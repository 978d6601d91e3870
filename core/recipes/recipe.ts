import type { Finding } from "../base/index.ts";
import type { Block, Solid } from "../solids/index.ts";
import type { Frame, Vec3, View } from "../view/index.ts";
import type { FaceFrame } from "./face-frame.ts";
import type { SolidPage } from "./solid-page.ts";

/** What is impossible in an object, with the field it concerns. */
export interface Fault {
  readonly field: string;
  readonly message: string;
}

/** What ties a thing's depth to others: the ground, a host it leans on, or nothing. */
export type Tie =
  | { readonly kind: "ground" }
  | { readonly kind: "free" }
  /** Mirrored in water: seen only past everything real. */
  | { readonly kind: "mirror" }
  | { readonly kind: "host"; readonly objectId: string };

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
  /** Names of the points that ring a flat thing, in order. */
  readonly outline?: readonly string[];
  /** The host's face it is drawn on, when it is. */
  readonly face?: FaceFrame;
  readonly findings: readonly Finding[];
}

export interface SolveContext {
  readonly view: View;
  readonly frame: Frame;
  /** The object with this id as it stands, or null when there is none or it leans on this one in turn. */
  readonly hostOf: (objectId: string) => Built | null;
}

/** One construction. `draw` reads like the teacher's instruction: its moves are what a hand can do. */
export interface Recipe<S> {
  readonly impossible: (slice: S, frame: Frame) => readonly Fault[];
  readonly solve: (slice: S, context: SolveContext) => Built;
  readonly draw: (page: SolidPage, slice: S, built: Built) => void;
}

/** A thing without faces: what lies flat, and hides nothing. */
export const FLAT: Omit<Solid, "corners"> = { faces: [], edges: [], opaque: false, convex: true };
