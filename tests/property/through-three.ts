import { Matrix4, PerspectiveCamera, Vector3 } from "three";
import type { View } from "#core/drawing/view";
import type { PaperPoint } from "#core/ground/geometry";

/** The three.js perspective camera: an independent projection with a shifted frustum. */
export function throughThree(view: View): (at: readonly [number, number, number]) => PaperPoint {
  const { widthMm: w, heightMm: h } = view.sheet;
  const { principal: p, distanceMm: d } = view.camera;
  const camera = new PerspectiveCamera();
  const matrix = new Matrix4().makePerspective(-p.xMm, w - p.xMm, p.yMm, p.yMm - h, d, d * 1e6);
  camera.projectionMatrix.copy(matrix);
  camera.projectionMatrixInverse.copy(matrix).invert();
  return (at) => {
    // three.js looks down −z with y up.
    const ndc = new Vector3(at[0], -at[1], -at[2]).project(camera);
    return { xMm: ((ndc.x + 1) / 2) * w, yMm: ((1 - ndc.y) / 2) * h };
  };
}
