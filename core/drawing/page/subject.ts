import type { HLine } from "../../ground/geometry/index.ts";
import type { Solid } from "../solids/index.ts";
import type { Frame, Vec3, View } from "../view/index.ts";
import type { Built } from "./built.ts";

interface DrawingOptions {
  readonly guides: "to-vp" | "part-way";
  /** Which guide carries the depth mark: 0, or left out, is the one from which most back edges start. */
  readonly depthMark?: number;
}

/** A line the ruler has drawn, as it runs in space. */
export interface SpaceLine {
  readonly id: string;
  readonly through: Vec3;
  readonly direction: Vec3;
  readonly onPaper: HLine;
}

export interface Named {
  readonly name: string;
  readonly at: Vec3;
}

/** A line already there and the angle at which another crosses it. */
export interface Crossing {
  readonly line: SpaceLine;
  readonly angleRad: number;
}

/** What one object's drawing has found so far; others that lean on it go on from there. */
export interface FoundSoFar {
  readonly points: ReadonlyMap<string, Vec3>;
  readonly lines: readonly SpaceLine[];
  readonly solid: Solid;
}

/** The object on the page, and how it is drawn. */
export interface Subject {
  readonly objectId: string;
  readonly view: View;
  readonly frame: Frame;
  readonly options: DrawingOptions;
  readonly built: Built;
  /** Corners that lie behind what was finished before: nothing is marked there if it can be helped. */
  readonly covered?: readonly string[];
  /** What has been found of another object, or null when it is not drawn yet. */
  readonly foundOf: (objectId: string) => FoundSoFar | null;
}
