import { changesIn, type Finding } from "../../../ground/base/index.ts";
import type { Built } from "../../page/index.ts";
import { paperToWorld, type Vec3, type View } from "../../view/index.ts";
import { groundAt } from "../ground-strip.ts";
import type { Drawing } from "../recipe.ts";
import { roughRound } from "../rough-round.ts";
import type { FreehandSlice } from "./shape.ts";

export const drawing: Drawing<FreehandSlice> = {
  impossible: () => [],
  solve: solveFreehand,
  draw: (page, slice, built) => {
    page.phase("freehand");
    page.markFromEdges("foot");
    const centre = built.points.centre;
    const [side, top] = [built.points.side, built.points.top];
    if (!centre || !side || !top) return;
    const from = (p: Vec3): Vec3 => [p[0] - centre[0], p[1] - centre[1], p[2] - centre[2]];
    page.freehand("outline", roughRound(centre, from(side), from(top), slice.id.length), {
      on: [`${slice.id}/screen`],
    });
  },
};

function solveFreehand(slice: FreehandSlice, { view }: { readonly view: View }): Built {
  const { fromLeftMm, fromBottomMm, widthMm, heightMm } = slice.handles;
  const foot = { xMm: fromLeftMm, yMm: view.sheet.heightMm - fromBottomMm };
  const ground = groundAt(view, foot.xMm, foot.yMm);
  const onGround = slice.depthSetBy === "ground" && foot.yMm > view.horizonMm;
  const z = onGround ? ground[2] : view.camera.distanceMm;
  const at = (dx: number, dy: number) =>
    paperToWorld(view.camera, { xMm: foot.xMm + dx, yMm: foot.yMm - dy }, z);
  const ring = [
    at(-widthMm / 2, 0),
    at(-widthMm / 2, heightMm),
    at(widthMm / 2, heightMm),
    at(widthMm / 2, 0),
  ];
  const findings: Finding[] =
    slice.depthSetBy === "ground" && !onGround
      ? [
          {
            code: "foot-above-horizon",
            severity: "fault",
            about: slice.id,
            message: `The ${slice.label} stands on the ground, but its foot is not below the horizon. It is drawn as floating until then.`,
            numbers: { aboveHorizonMm: view.horizonMm - foot.yMm },
            fix: {
              label: "Let it float",
              changes: [changesIn<FreehandSlice>("object")(slice.id, "depthSetBy", "free")],
            },
          },
        ]
      : [];
  // It covers by an upright screen with cut corners: a rough outline needs no finer one.
  const cut = (i: number, k: number, share: number): Vec3 =>
    mixed(ring[i] ?? ground, ring[k] ?? ground, share);
  const screen = [
    cut(0, 1, 0.25),
    cut(0, 1, 0.75),
    cut(1, 2, 0.25),
    cut(1, 2, 0.75),
    cut(2, 3, 0.25),
    cut(2, 3, 0.75),
    cut(3, 0, 0.25),
    cut(3, 0, 0.75),
  ];
  const corners = Object.fromEntries(screen.map((p, i) => [`screen-${i + 1}`, p]));
  return {
    solid: {
      corners,
      faces: [{ id: "screen", corners: Object.keys(corners), holes: [], normal: [0, 0, -1] }],
      edges: [],
      opaque: slice.covers,
      convex: true,
    },
    block: null,
    points: {
      foot: at(0, 0),
      centre: at(0, heightMm / 2),
      side: at(widthMm / 2, heightMm / 2),
      top: at(0, heightMm),
    },
    called: { foot: `foot of the ${slice.label}` },
    tie: onGround ? { kind: "ground" } : { kind: "free" },
    findings,
  };
}

function mixed(a: Vec3, b: Vec3, t: number): Vec3 {
  return [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, a[2] + (b[2] - a[2]) * t];
}
