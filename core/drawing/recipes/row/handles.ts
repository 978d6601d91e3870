import { formatLength, smallestStepMm } from "../../../ground/base/index.ts";
import { sayShare } from "../../../ground/lexicon/index.ts";
import type { Built } from "../../page/index.ts";
import { seenAt, type View } from "../../view/index.ts";
import { type OwnHandle, ownChanges, shareOfGuide, snapMm } from "../own-handle.ts";
import type { RowSlice } from "./shape.ts";

const set = ownChanges<RowSlice>();

/** The second one: where it stands sets the gap. */
export function handles(slice: RowSlice, built: Built, view: View): OwnHandle[] {
  const { gap, fromLeftMm, fromBottomMm } = slice.handles;
  const standing = built.points["foot-2"];
  const at = standing && seenAt(view.camera, standing);
  if (!at) return [];
  const foot = { xMm: fromLeftMm, yMm: view.sheet.heightMm - fromBottomMm };
  const second = { part: "gap", called: "second one", at };
  if ("mm" in gap) {
    const least = smallestStepMm(view.sheet);
    return [
      {
        ...second,
        reading: `${formatLength(gap.mm, view.sheet)} from the first`,
        way: "across",
        drag: (to) => [set("handles.gap", { mm: Math.max(least, snapMm(to.xMm - foot.xMm, view)) })],
      },
    ];
  }
  return [
    {
      ...second,
      reading: `${sayShare(gap.fraction)} of the way to the vanishing point`,
      way: "along-guide",
      drag: (to) => {
        const fraction = shareOfGuide(foot, slice.along, slice.frame, view, to, [0.02, 0.9]);
        return fraction === null ? [] : [set("handles.gap", { fraction })];
      },
    },
  ];
}
