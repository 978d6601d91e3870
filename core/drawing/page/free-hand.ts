import type { PaperPoint } from "../../ground/geometry/index.ts";
import type { Drafter } from "../drafter/index.ts";
import { type ArcEdge, cornerAt, type Face, type Solid } from "../solids/index.ts";
import { paperToWorld, type Vec3 } from "../view/index.ts";
import type { Knowledge } from "./knowledge.ts";
import type { RuleOptions } from "./ruled-line.ts";

export type FreeHand = ReturnType<typeof freeHandOn>;

/** What the hand does without a ruler: curves, lines drawn freely, and tones. */
export function freeHandOn(d: Drafter, known: Knowledge) {
  /** Draws a curve by hand through found points: an arc of a circle somewhere in space. */
  function curve(name: string, arc: Omit<ArcEdge, "facets">, options: RuleOptions = {}): void {
    d.curve(name, {
      plane: "space-arc",
      role: options.role ?? "outline",
      arc,
      ...(options.light ? { light: true } : {}),
      ...(options.on ? { on: options.on } : {}),
      ...(options.within ? { within: options.within } : {}),
    });
  }

  /** Draws freely along points of space, such as a slack wire or a crown of leaves. */
  function freehand(name: string, points: readonly Vec3[], options: RuleOptions = {}): void {
    d.freehand(name, {
      plane: "space-path",
      role: options.role ?? "freehand",
      points,
      ...(options.on ? { on: options.on } : {}),
      ...(options.within ? { within: options.within } : {}),
    });
  }

  /** Fills the stretch between found points with a tone. */
  function fill(name: string, ring: readonly Vec3[], tone: 1 | 2 | 3, on: readonly string[] = []): void {
    d.fill(name, { plane: "fill", role: "fill", rings: [ring], tone, on });
  }

  /** Fills stretches given by their outlines in space, all on one plane. */
  function fillRings(
    name: string,
    rings: readonly (readonly Vec3[])[],
    tone: 1 | 2 | 3,
    on: readonly string[],
  ): void {
    d.fill(name, { plane: "fill", role: "fill", rings, tone, on });
  }

  /** Fills a face of a solid with a tone, its openings left free. */
  function fillFace(name: string, solid: Solid, face: Face, tone: 1 | 2 | 3, on: readonly string[]): void {
    const rings = [face.corners, ...face.holes].map((ring) => ring.map((c) => cornerAt(solid, c)));
    d.fill(name, { plane: "fill", role: "fill", rings, tone, on });
  }

  /** Draws freely along paper points infinitely far away, such as a skyline. */
  function freehandFarAway(name: string, points: readonly PaperPoint[]): void {
    const far = 1e6 * known.view.camera.distanceMm;
    freehand(
      name,
      points.map((p) => paperToWorld(known.view.camera, p, far)),
    );
  }

  return { curve, freehand, freehandFarAway, fill, fillRings, fillFace };
}
