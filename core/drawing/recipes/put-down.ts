import type { Axis, Sheet, ViewSlice } from "../view/index.ts";
import type { DepthSetBy, Extent } from "./placement.ts";

/** Where on the sheet a new thing is put, from two corners of its front or a press. */
export interface PutSpot {
  readonly fromLeftMm: number;
  readonly fromBottomMm: number;
  readonly wideMm: number;
  readonly highMm: number;
  readonly depthSetBy: DepthSetBy;
  /** Extents that suit the frame: measured where the axis runs with the paper, a part of the way elsewhere. */
  readonly extent: (axis: Axis, part?: number) => Extent;
  readonly sheet: Sheet;
  readonly view: ViewSlice;
  /** The hand the demonstrator draws with. */
  readonly hand: "right" | "left";
  /** The thing it is drawn on and the face that is its front; empty where it stands by itself. */
  readonly host: { readonly object: string; readonly face: string };
}

/** A stretch of a face, in shares of its sides. */
export interface FaceCell {
  readonly across: { readonly from: number; readonly to: number };
  readonly up: { readonly from: number; readonly to: number };
}

/** How the pointer puts it down: what is said to do, and what the drag means. */
export type PutBy = "front" | "wall" | "host" | "foot-to-head" | "near-edge" | "itself";

/** Two corners of a front on the sample sheet, mm. */
export type SampleSpot = readonly [x1: number, y1: number, x2: number, y2: number];

/** A thing that is met under another name as well, with what is said otherwise then. */
interface Variant {
  readonly label: string;
  readonly menu: string;
  readonly over: Readonly<Record<string, unknown>>;
}

/** How a construction comes on the sheet. */
export interface PutDown {
  /** What a new one is called before the teacher gives it a name: "row of posts". */
  readonly label: string;
  /** What it is called where it is chosen: "Posts, rail". */
  readonly menu: string;
  readonly by: PutBy;
  /** A lesson usually has one: the first needs no number. */
  readonly oneOfAKind?: boolean;
  /** A usual one at a spot; without what every object has. */
  readonly usual: (spot: PutSpot) => Readonly<Record<string, unknown>>;
  /** What a drag over a face sets, where it is drawn on one. */
  readonly onFace?: (cell: FaceCell) => Readonly<Record<string, unknown>>;
  readonly variants?: Readonly<Record<string, Variant>>;
  /** Where its sample is put down on the sample sheet; left out where it finds its own place. */
  readonly sample?: Readonly<Record<"one-point" | "two-point", SampleSpot>>;
  /** The kind of thing its sample is drawn on; a box where left out. */
  readonly sampleHost?: string;
}

/** Whether it is drawn on another thing, and needs one. */
export function needsHost({ by }: PutDown): boolean {
  return by === "wall" || by === "host";
}

/** Foot and extents of a thing that fills a block. */
export function blockAt(spot: PutSpot, depth?: number) {
  const { fromLeftMm, fromBottomMm, depthSetBy, extent } = spot;
  return {
    depthSetBy,
    handles: {
      fromLeftMm,
      fromBottomMm,
      width: extent("width"),
      height: extent("height"),
      depth: extent("depth", depth),
    },
  };
}
