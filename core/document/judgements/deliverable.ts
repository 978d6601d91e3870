import type { StandingThing } from "../../drawing/program/index.ts";
import type { ObjectSlice } from "../../drawing/recipes/index.ts";
import { seenAt, type View } from "../../drawing/view/index.ts";
import type { Finding } from "../../ground/base/index.ts";
import type { CountWanted, Plan } from "../../ground/plan/index.ts";

const WHERE = {
  anywhere: "on the sheet",
  above: "wholly above the horizon",
  across: "across the horizon",
  below: "wholly below the horizon",
  "see-through": "see-through",
} as const;

/** How many of the things on the sheet a count of the deliverable asks for. */
export function countThings(
  wanted: CountWanted,
  objects: readonly ObjectSlice[],
  scene: ReadonlyMap<string, StandingThing>,
  view: View,
): number {
  // "boxes" counts the box, "crates" the crate.
  const word = wanted.called.toLowerCase().replace(/(?<=x|ch|sh|ss)es$|s$/, "");
  return objects.filter((object) => {
    // What only goes with a thing is not one of them: its shadow, its tone, what the water shows.
    if (object.hidden || "of" in object || !object.label.toLowerCase().includes(word)) return false;
    if (wanted.where === "anywhere") return true;
    if (wanted.where === "see-through") return "seeThrough" in object && object.seeThrough;
    return standsAt(scene.get(object.id), view) === wanted.where;
  }).length;
}

/** Reports where the drawing does not have what is to be handed in. */
export function judgeDeliverable(
  plan: Pick<Plan, "deliverable">,
  objects: readonly ObjectSlice[],
  scene: ReadonlyMap<string, StandingThing>,
  view: View,
): Finding[] {
  return (plan.deliverable?.counts ?? []).flatMap((wanted): Finding[] => {
    const found = countThings(wanted, objects, scene, view);
    if (found === wanted.count) return [];
    return [
      {
        code: "deliverable-count",
        severity: "warning",
        about: "plan",
        message: `To hand in: ${wanted.count} called "${wanted.called}" ${WHERE[wanted.where]}; the drawing has ${found}.`,
        numbers: { wanted: wanted.count, found },
      },
    ];
  });
}

/** Where all corners of a thing stand against the horizon, or null when it cannot be told. */
function standsAt(placed: StandingThing | undefined, view: View): "above" | "across" | "below" | null {
  const ys = Object.values(placed?.built.solid.corners ?? {}).flatMap((corner) => {
    const p = seenAt(view.camera, corner);
    return p ? [p.yMm] : [];
  });
  if (ys.length === 0) return null;
  if (Math.max(...ys) <= view.horizonMm) return "above";
  return Math.min(...ys) >= view.horizonMm ? "below" : "across";
}
