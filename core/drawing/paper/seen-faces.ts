import { areaMm2, cutAway, inBoth, type Region } from "../../ground/geometry/index.ts";
import type { Program } from "../program/index.ts";
import { apart, hidingFaces } from "../solids/index.ts";
import type { View } from "../view/index.ts";
import { LEAST_MM2, nearerPart, sheetRegion } from "./draw-fills.ts";
import { findOccluder } from "./occluder.ts";

/** A face of a thing as far as it shows on the finished sheet. */
export interface SeenFace {
  readonly id: string;
  readonly region: Region;
}

/** The faces of a thing that show on the finished sheet, cut at its edge and at whatever stands before them. */
export function seenFaces(program: Program, view: View, objectId: string): readonly SeenFace[] {
  const rankOf = (group: string) => {
    const rank = program.frontToBack.indexOf(group);
    return rank < 0 ? program.frontToBack.length : rank;
  };
  const planned = program.solids.find((s) => s.objectId === objectId);
  if (!planned) return [];
  const own = hidingFaces(view.camera, { ...planned.solid, opaque: true });
  const others = program.solids.flatMap((s) =>
    s === planned ? [] : (findOccluder(hidingFaces(view.camera, s.solid), s, rankOf(s.depthGroup)) ?? []),
  );
  const before = [
    ...own.map((face) => ({ face, rankGap: 0 })),
    ...others.flatMap((o) =>
      o.faces.map((face) => ({ face, rankGap: o.groupRank - rankOf(planned.depthGroup) })),
    ),
  ];
  const sheet = sheetRegion(view);
  return own.flatMap((face) => {
    let left: Region = inBoth(face.region, sheet);
    for (const { face: other, rankGap } of before) {
      if (other === face || apart(face.box, other.box)) continue;
      left = cutAway(left, [nearerPart(other.region, other.plane, face.plane, rankGap)]);
    }
    return areaMm2(left) < LEAST_MM2 ? [] : [{ id: face.id, region: left }];
  });
}
