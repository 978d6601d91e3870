import { type Change, formatLength, smallestStepMm } from "../base/index.ts";
import { between, findPaperPoint, type PaperPoint } from "../geometry/index.ts";
import { sayShare } from "../lexicon/index.ts";
import type { ObjectSlice, Placed } from "../recipes/index.ts";
import type { Block } from "../solids/index.ts";
import {
  type Axis,
  add,
  cross,
  dot,
  findVanishingPoint,
  minus,
  paperToWorld,
  requireFrame,
  scaled,
  type Vec3,
  type View,
  worldToPaper,
} from "../view/index.ts";
import type { Handle } from "./handle.ts";

/** Handles that a kind of thing has beside those of its block, each with what dragging it changes. */
interface SpecialHandle extends Handle {
  readonly drag: (to: PaperPoint) => readonly Omit<Change, "id">[];
}

export function specialHandles(object: ObjectSlice, placed: Placed, view: View): Handle[] {
  return specialsOf(object, placed, view).map(({ drag: _, ...handle }) => handle);
}

/** The changes that dragging one of them makes; null when the object has no such handle. */
export function dragSpecialHandle(
  object: ObjectSlice,
  placed: Placed,
  handleId: string,
  to: PaperPoint,
  view: View,
): Change[] | null {
  const handle = specialsOf(object, placed, view).find((h) => h.id === handleId);
  return handle ? handle.drag(to).map((c) => ({ id: `object/${object.id}`, ...c })) : null;
}

function specialsOf(object: ObjectSlice, placed: Placed, view: View): SpecialHandle[] {
  const { widthMm, heightMm } = view.sheet;
  const step = smallestStepMm(view.sheet);
  const snap = (mm: number) => Math.round(Math.round(mm / step) * step * 1000) / 1000;
  const say = (mm: number) => formatLength(mm, view.sheet);
  const handle = (
    part: string,
    called: string,
    reading: string,
    way: Handle["way"],
    at: PaperPoint,
    drag: SpecialHandle["drag"],
  ): SpecialHandle => ({
    id: `${object.id}/${part}`,
    called: `${called} of the ${object.label}`,
    reading,
    way,
    at,
    drag,
  });

  switch (object.recipe) {
    case "row": {
      const { gap, fromLeftMm, fromBottomMm } = object.handles;
      const second = placed.built.points["foot-2"];
      const at = second && second[2] > 0 ? findPaperPoint(worldToPaper(view.camera, second)) : null;
      const foot = { xMm: fromLeftMm, yMm: heightMm - fromBottomMm };
      if (!at) return [];
      if ("mm" in gap)
        return [
          handle("gap", "second one", `${say(gap.mm)} from the first`, "across", at, (to) => [
            { field: "handles.gap", value: { mm: Math.max(step, snap(to.xMm - foot.xMm)) } },
          ]),
        ];
      return [
        handle(
          "gap",
          "second one",
          `${sayShare(gap.fraction)} of the way to the vanishing point`,
          "along-guide",
          at,
          (to) =>
            alongGuide(foot, object.along, object.frame, view, to, 0.02, 0.9, (fraction) => ({
              field: "handles.gap",
              value: { fraction },
            })),
        ),
      ];
    }
    case "room": {
      const corner = { xMm: 0, yMm: 0 };
      const vp = findVanishingPoint(view, requireFrame(view, object.frame), "depth");
      if (!vp || !placed.built.solid.corners["near-left-top"]) return [];
      const at = between(corner, vp, object.handles.back);
      return [
        handle(
          "back",
          "back wall",
          `${sayShare(object.handles.back)} of the way to the vanishing point`,
          "along-guide",
          at,
          (to) =>
            alongGuide(corner, "depth", object.frame, view, to, 0.1, 0.95, (back) => ({
              field: "handles.back",
              value: back,
            })),
        ),
      ];
    }
    case "road": {
      const { fromLeftMm, half } = object.handles;
      return [
        handle(
          "middle",
          "middle",
          `${say(fromLeftMm)} from the left edge`,
          "across",
          { xMm: fromLeftMm, yMm: heightMm },
          (to) => [{ field: "handles.fromLeftMm", value: snap(to.xMm) }],
        ),
        handle(
          "half",
          "edge",
          `${say(half)} from the middle`,
          "across",
          { xMm: fromLeftMm + half, yMm: heightMm },
          (to) => [{ field: "handles.half", value: Math.max(1, snap(to.xMm - fromLeftMm)) }],
        ),
      ];
    }
    case "shadow": {
      const { sunFromLeftMm, sunFromTopMm } = object.handles;
      return [
        handle(
          "sun",
          "sun",
          `${say(sunFromLeftMm)} from the left edge`,
          "freely",
          { xMm: sunFromLeftMm, yMm: sunFromTopMm },
          (to) => [
            { field: "handles.sunFromLeftMm", value: snap(to.xMm) },
            { field: "handles.sunFromTopMm", value: snap(to.yMm) },
          ],
        ),
      ];
    }
    case "reflection": {
      const { shoreFromBottomMm } = object.handles;
      const at = { xMm: widthMm * 0.92, yMm: heightMm - shoreFromBottomMm };
      return [
        handle(
          "shore",
          "shore line",
          `${say(shoreFromBottomMm)} up from the bottom`,
          "up-and-down",
          at,
          (to) => [{ field: "handles.shoreFromBottomMm", value: Math.max(0, snap(heightMm - to.yMm)) }],
        ),
      ];
    }
    case "freehand": {
      const { fromLeftMm, fromBottomMm, widthMm: wide, heightMm: high } = object.handles;
      const at = { xMm: fromLeftMm + wide / 2, yMm: heightMm - fromBottomMm - high };
      return [
        handle("size", "size", `${say(wide)} wide and ${say(high)} high`, "freely", at, (to) => [
          { field: "handles.widthMm", value: Math.max(1, snap(2 * (to.xMm - fromLeftMm))) },
          { field: "handles.heightMm", value: Math.max(1, snap(heightMm - fromBottomMm - to.yMm)) },
        ]),
      ];
    }
    case "outline": {
      const { block, solid } = placed.built;
      if (!block) return [];
      const [across, end] =
        object.side === "front" ? (["width", "front"] as const) : (["depth", "left"] as const);
      return object.corners.flatMap((corner, k): SpecialHandle[] => {
        const p = solid.corners[`${end}-corner-${k + 1}`];
        const at = p && p[2] > 0 ? findPaperPoint(worldToPaper(view.camera, p)) : null;
        if (!at) return [];
        const reading = `${sayShare(corner.across)} across, ${sayShare(corner.up)} up`;
        return [
          handle(`corner-${k + 1}`, `corner ${k + 1}`, reading, "freely", at, (to) => {
            const shares = sharesOnFront(block, across, to, view);
            return shares ? [{ field: `corners.${k}`, value: shares }] : [];
          }),
        ];
      });
    }
    case "openings": {
      const row = object.rows[0];
      if (!row) return [];
      const middle = (object.between.from + object.between.to) / 2;
      const height = (row.from + row.to) / 2;
      return onFace(
        placed,
        view,
        [
          [
            "begin",
            "left end",
            object.between.from,
            height,
            "across",
            "between.from",
            [0, object.between.to - 0.02],
          ],
          [
            "end",
            "right end",
            object.between.to,
            height,
            "across",
            "between.to",
            [object.between.from + 0.02, 1],
          ],
          ["low", "lower edge", middle, row.from, "up", "rows.0.from", [0, row.to - 0.02]],
          ["high", "upper edge", middle, row.to, "up", "rows.0.to", [row.from + 0.02, 1]],
        ],
        handle,
      );
    }
    case "round": {
      const { between: b, foot, springing } = object;
      const middle = (b.from + b.to) / 2;
      return onFace(
        placed,
        view,
        [
          ["begin", "left end", b.from, springing, "across", "between.from", [0, b.to - 0.02]],
          ["end", "right end", b.to, springing, "across", "between.to", [b.from + 0.02, 1]],
          ["springing", "springing line", middle, springing, "up", "springing", [foot + 0.02, 1]],
        ],
        handle,
      );
    }
    case "hills":
      return object.topsMm.map((top, k) => {
        const at = {
          xMm: (widthMm * k) / (object.topsMm.length - 1),
          yMm: view.horizonMm - top,
        };
        return handle(
          `top-${k + 1}`,
          `top ${k + 1}`,
          `${say(top)} above the horizon`,
          "up-and-down",
          at,
          (to) => [{ field: `topsMm.${k}`, value: Math.max(0, snap(view.horizonMm - to.yMm)) }],
        );
      });
    default:
      return [];
  }
}

/** A handle that slides over a face along one of its sides: part, name, where it stands, its side, its field, its bounds. */
type FaceHandle = readonly [
  part: string,
  called: string,
  across: number,
  up: number,
  side: "across" | "up",
  field: string,
  bounds: readonly [least: number, most: number],
];

/** Handles of what is drawn on a face: each slides along the face's own side, in hundredths of it. */
function onFace(
  placed: Placed,
  view: View,
  handles: readonly FaceHandle[],
  make: (
    part: string,
    called: string,
    reading: string,
    way: Handle["way"],
    at: PaperPoint,
    drag: SpecialHandle["drag"],
  ) => SpecialHandle,
): SpecialHandle[] {
  const { face } = placed.built;
  if (!face) return [];
  return handles.flatMap(([part, called, across, up, side, field, [least, most]]): SpecialHandle[] => {
    const point = add(add(face.origin, face.across.side, across), face.up.side, up);
    const at = point[2] > 0 ? findPaperPoint(worldToPaper(view.camera, point)) : null;
    if (!at) return [];
    const share = side === "across" ? across : up;
    const reading = `${sayShare(share)} ${side === "across" ? "along the wall" : "up the wall"}`;
    const drag = (to: PaperPoint) => {
      const normal = cross(face.across.side, face.up.side);
      const ray = paperToWorld(view.camera, to, 1);
      const z = dot(normal, face.origin) / dot(normal, ray);
      if (!(z > 0 && Number.isFinite(z))) return [];
      const along = face[side].side;
      const value = dot(minus(scaled(ray, z), face.origin), along) / dot(along, along);
      return [{ field, value: Math.round(Math.min(most, Math.max(least, value)) * 100) / 100 }];
    };
    return [make(part, called, reading, "along-guide", at, drag)];
  });
}

/** Where a line of sight meets the front plane of a block, in shares of its two sides, in hundredths. */
function sharesOnFront(
  block: Block,
  across: "width" | "depth",
  to: PaperPoint,
  view: View,
): { across: number; up: number } | null {
  const [u, w] = [block[across], block.height];
  const normal = cross(u, w);
  const ray = paperToWorld(view.camera, to, 1);
  const z = dot(normal, block.origin) / dot(normal, ray);
  if (!(z > 0 && Number.isFinite(z))) return null;
  const off = minus(scaled(ray, z), block.origin);
  // The two sides need not be square to each other on paper, but are in space: shares by projection.
  const share = (side: Vec3) =>
    Math.round(Math.min(1, Math.max(0, dot(off, side) / dot(side, side))) * 100) / 100;
  return { across: share(u), up: share(w) };
}

/** The change for the part of the way along a guide nearest a point, in two-hundredths between least and most. */
function alongGuide(
  from: PaperPoint,
  axis: Axis,
  frameId: string,
  view: View,
  to: PaperPoint,
  least: number,
  most: number,
  change: (share: number) => Omit<Change, "id">,
): Omit<Change, "id">[] {
  const vp = findVanishingPoint(view, requireFrame(view, frameId), axis);
  if (!vp) return [];
  const [dx, dy] = [vp.xMm - from.xMm, vp.yMm - from.yMm];
  const size2 = dx * dx + dy * dy;
  if (size2 === 0) return [];
  const share = ((to.xMm - from.xMm) * dx + (to.yMm - from.yMm) * dy) / size2;
  return [change(Math.round(Math.min(most, Math.max(least, share)) * 200) / 200)];
}
