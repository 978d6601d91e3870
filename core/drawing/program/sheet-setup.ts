import type { PaperPoint } from "../../ground/geometry/index.ts";
import type { Plan } from "../../ground/plan/index.ts";
import type { Drafter } from "../drafter/index.ts";
import {
  callHeightPoint,
  callVanishingPoint,
  findVanishingPoint,
  paperToWorld,
  type Sheet,
  type SpacePoint,
  type View,
} from "../view/index.ts";

/** The object id of what belongs to the sheet itself. */
export const SHEET_ID = "sheet";
/** Visible sameness on paper: a horizon this near the middle is ruled through the centre. */
const SAME_PLACE_MM = 0.05;
/** A vanishing point this near the found centre is the centre: well below what an aim shows. */
const ONE_PLACE_MM = 1e-6;

/** Finds the centre of the sheet as the educator's school does. Leaves the point "sheet/centre". */
export function drawCentre(d: Drafter, sheet: Sheet, school: Exclude<Plan["centre"], "none">): void {
  const { widthMm: w, heightMm: h } = sheet;
  const centre = { xMm: w / 2, yMm: h / 2 };
  const crossing = (a: string, b: string) => ({
    name: "centre",
    called: "centre of the sheet",
    rule: { kind: "crossing", lines: [`${SHEET_ID}/${a}`, `${SHEET_ID}/${b}`] } as const,
  });
  d.phase("centre");
  switch (school) {
    case "fold": {
      const crease = (across: "width" | "height", xMm: number, yMm: number) =>
        ({
          name: `crease-${across}`,
          called: across === "width" ? "upright crease" : "level crease",
          rule: { kind: "sheet-crease", across },
          stroke: {
            plane: "paper",
            role: "crease",
            from: { xMm, yMm },
            to: across === "width" ? { xMm, yMm: h } : { xMm: w, yMm },
            rubbedOut: false,
          },
        }) as const;
      d.fold(crease("width", w / 2, 0));
      d.fold({ ...crease("height", 0, h / 2), finds: [crossing("crease-width", "crease-height")] });
      return;
    }
    case "diagonals": {
      const diagonal = (name: string, from: "top-left" | "top-right", xMm: number) =>
        ({
          name,
          called:
            name === "falling-diagonal"
              ? "diagonal from the upper left corner"
              : "diagonal from the upper right corner",
          rule: { kind: "sheet-diagonal", from },
          stroke: {
            plane: "paper",
            role: "construction",
            from: { xMm, yMm: 0 },
            to: { xMm: w - xMm, yMm: h },
            rubbedOut: true,
          },
        }) as const;
      d.rule(diagonal("falling-diagonal", "top-left", 0));
      d.rule({
        ...diagonal("rising-diagonal", "top-right", w),
        finds: [crossing("falling-diagonal", "rising-diagonal")],
      });
      return;
    }
    case "measure": {
      const mark = (name: string, called: string, xMm: number, yMm: number) =>
        d.measureFromEdges({
          name,
          called,
          across: { edge: "left", mm: xMm },
          down: { edge: "top", mm: yMm },
          at: { xMm, yMm },
        });
      const top = mark("top-middle", "middle of the top edge", w / 2, 0);
      const bottom = mark("bottom-middle", "middle of the bottom edge", w / 2, h);
      const left = mark("left-middle", "middle of the left edge", 0, h / 2);
      const right = mark("right-middle", "middle of the right edge", w, h / 2);
      const light = (
        name: string,
        points: readonly [string, string],
        from: { xMm: number; yMm: number },
        to: { xMm: number; yMm: number },
      ) =>
        ({
          name,
          called: name === "upright-middle" ? "upright middle line" : "level middle line",
          rule: { kind: "join", points },
          stroke: { plane: "paper", role: "construction", from, to, rubbedOut: true },
        }) as const;
      d.rule(light("upright-middle", [top, bottom], { xMm: w / 2, yMm: 0 }, { xMm: w / 2, yMm: h }));
      d.rule({
        ...light("level-middle", [left, right], { xMm: 0, yMm: h / 2 }, { xMm: w, yMm: h / 2 }),
        finds: [crossing("upright-middle", "level-middle")],
      });
      return;
    }
    case "eye":
      d.measureFromEdges({
        name: "centre",
        called: "centre of the sheet",
        across: { edge: "left", mm: centre.xMm },
        down: { edge: "top", mm: centre.yMm },
        at: centre,
      });
  }
}

/** The horizon's own line. */
export const HORIZON_ID = `${SHEET_ID}/horizon`;

/** Rules the horizon: through the centre when it runs there, else between two marks measured from the top edge. */
export function drawHorizon(d: Drafter, view: View, hasCentre: boolean): void {
  const { widthMm: w, heightMm: h } = view.sheet;
  const yMm = view.horizonMm;
  // The horizon is infinitely far away, so every solid in front of it covers it.
  const farAway = (xMm: number): SpacePoint => [...paperToWorld(view.camera, { xMm, yMm }, 1), 0];
  const stroke = { plane: "space", role: "horizon", from: farAway(0), to: farAway(w), tailTo: null } as const;
  d.phase("horizon");
  if (hasCentre && Math.abs(yMm - h / 2) < SAME_PLACE_MM) {
    d.rule({
      name: "horizon",
      called: "horizon",
      rule: { kind: "toward", through: `${SHEET_ID}/centre`, aim: { kind: "level" } },
      stroke,
    });
    return;
  }
  const end = (name: string, called: string, edge: "left" | "right", xMm: number) =>
    d.measureFromEdges({
      name,
      called,
      across: { edge, mm: 0 },
      down: { edge: "top", mm: yMm },
      at: { xMm, yMm },
    });
  const left = end("horizon-left", "mark on the left edge", "left", 0);
  const right = end("horizon-right", "mark on the right edge", "right", w);
  d.rule({ name: "horizon", called: "horizon", rule: { kind: "join", points: [left, right] }, stroke });
}

/** What is there when the vanishing points are marked, and the names of those that will be found by looking. */
export interface SetUp {
  readonly hasCentre: boolean;
  readonly hasHorizon: boolean;
  readonly seen: readonly string[];
}

/**
 * Marks every finite vanishing point: on the horizon, measured from the left edge; where no horizon is drawn, and the third
 * one of a three-point view, from the sheet's edges. The centre of the sheet, where it was found, is not measured again.
 */
export function drawVanishingPoints(d: Drafter, view: View, { hasCentre, hasHorizon, seen }: SetUp): void {
  const { widthMm: w, heightMm: h } = view.sheet;
  const isCentre = ({ xMm, yMm }: PaperPoint) =>
    hasCentre && Math.hypot(xMm - w / 2, yMm - h / 2) < ONE_PLACE_MM;
  d.phase("vanishing-points");
  for (const frame of view.frames) {
    for (const axis of ["depth", "width"] as const) {
      const at = findVanishingPoint(view, frame, axis);
      if (!at) continue;
      const called = callVanishingPoint(view, frame, axis);
      if (seen.includes(called)) continue;
      const across = { edge: "left", mm: at.xMm } as const;
      d.mark({
        name: called.replaceAll(" ", "-"),
        called,
        rule: isCentre(at)
          ? { kind: "same", as: `${SHEET_ID}/centre` }
          : hasHorizon
            ? { kind: "on-line-from-edge", line: HORIZON_ID, across }
            : { kind: "from-edges", across, down: { edge: "top", mm: at.yMm } },
        at,
        role: "vanishing-point",
        rubbedOut: false,
      });
    }
    markHeightPoint(d, view, frame);
  }
}

/** Where uprights lean they run to a point of their own, above or below: marked as the others are, once for all frames. */
function markHeightPoint(d: Drafter, view: View, frame: View["frames"][number]): void {
  const at = findVanishingPoint(view, frame, "height");
  if (!at || frame !== view.frames[0]) return;
  const called = callHeightPoint(view, at);
  d.measureFromEdges({
    name: called.replaceAll(" ", "-"),
    called,
    across: { edge: "left", mm: at.xMm },
    down: { edge: "top", mm: at.yMm },
    at,
    role: "vanishing-point",
    rubbedOut: false,
  });
}
