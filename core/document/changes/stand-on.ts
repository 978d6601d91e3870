import type { StandingThing } from "../../drawing/program/index.ts";
import {
  type DepthOrGuides,
  footOf,
  isBlockPlaced,
  type ObjectSlice,
  quartersOf,
  setObject,
} from "../../drawing/recipes/index.ts";
import { callFace, type Face, findFaceOnPaper, type Solid } from "../../drawing/solids/index.ts";
import type { View } from "../../drawing/view/index.ts";
import type { Change } from "../../ground/base/index.ts";
import { smallestStepMm } from "../../ground/base/index.ts";
import { type PaperPoint, regionContains } from "../../ground/geometry/index.ts";
import type { Lesson } from "../lesson/index.ts";
import { carriedBy } from "./turn-object.ts";

/** Something a thing can stand on, as it is said. */
export interface StandChoice {
  readonly stand: DepthOrGuides;
  readonly label: string;
}

/**
 * All that a thing can stand on: the ground, nothing, the lids of others, the sides of a room seen straight ahead, and for a box
 * the guides of one drawn before it. What it stands on now is named even when it is none of these.
 */
export function standChoices(
  lesson: Lesson,
  object: ObjectSlice,
  scene: ReadonlyMap<string, StandingThing>,
  view: View,
): readonly StandChoice[] {
  if (!("depthSetBy" in object)) return [];
  const carried = carriedBy(lesson, object.id);
  const others = lesson.objects.filter((o) => o.id !== object.id && !carried.has(o.id));
  const before = lesson.objects.slice(0, lesson.objects.indexOf(object));
  const choices: StandChoice[] = [
    { stand: "ground", label: "on ground" },
    { stand: "free", label: "floating" },
    ...others.flatMap((other) => {
      const solid = scene.get(other.id)?.built.solid;
      return (solid?.faces ?? []).flatMap((face): StandChoice[] => {
        const stand = { object: other.id, face: face.id };
        if (face.id === "top") return [{ stand, label: `on the ${other.label}` }];
        const side = solid?.seenFromInside && quartersOf(view, object.frame, face.id) !== null;
        return side ? [{ stand, label: `on the ${callFace(face.id)} of the ${other.label}` }] : [];
      });
    }),
    ...before.flatMap((other): StandChoice[] =>
      object.recipe === "box" && other.recipe === "box"
        ? [{ stand: { guidesOf: other.id }, label: `behind the ${other.label}, on its guides` }]
        : [],
    ),
  ];
  const now = object.depthSetBy;
  if (typeof now === "string" || choices.some(({ stand }) => isSame(stand, now))) return choices;
  const host = "face" in now ? now.object : now.guidesOf;
  const called = lesson.objects.find((o) => o.id === host)?.label ?? host;
  const part = "face" in now ? callFace(now.face) : "guides";
  return [...choices, { stand: now, label: `on the ${part} of the ${called}` }];
}

function isSame(a: DepthOrGuides, b: DepthOrGuides): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}

/**
 * Stands a thing on something else. On a side of a room the sheet is turned to that side, and a foot that is not on it goes to its
 * middle; the turn goes again when it leaves the side.
 */
export function standOn(
  object: ObjectSlice,
  stand: DepthOrGuides,
  scene: ReadonlyMap<string, StandingThing>,
  view: View,
): Change[] {
  if (!("depthSetBy" in object) || !isBlockPlaced(object)) return [];
  const { id } = object;
  const changes = [setObject(id, "depthSetBy", stand)];
  const [was, is] = [object.depthSetBy, stand].map((on) =>
    typeof on === "object" && "face" in on ? quartersOf(view, object.frame, on.face) : null,
  );
  if (is === null || is === undefined)
    return was && was === object.turned ? [...changes, setObject(id, "turned", null)] : changes;
  changes.push(setObject(id, "turned", is));
  const host =
    typeof stand === "object" && "face" in stand ? scene.get(stand.object)?.built.solid : undefined;
  const face = host?.faces.find((f) => typeof stand === "object" && "face" in stand && f.id === stand.face);
  const foot = host && face ? footOnFace(footOf(object, view.sheet.heightMm), host, face, view) : null;
  if (foot)
    changes.push(
      setObject(id, "handles.fromLeftMm", foot.xMm),
      setObject(id, "handles.fromBottomMm", view.sheet.heightMm - foot.yMm),
    );
  return changes;
}

/** The middle of a face as far as it lies on the sheet, on the ruler's marks; null where the foot is on the face already. */
function footOnFace(foot: PaperPoint, solid: Solid, face: Face, view: View): PaperPoint | null {
  const region = findFaceOnPaper(view.camera, solid, face);
  const ring = region?.[0];
  if (!region || !ring || regionContains(region, foot)) return null;
  const step = smallestStepMm(view.sheet);
  const middle = (of: (p: PaperPoint) => number, most: number) => {
    const mm = ring.reduce((sum, p) => sum + Math.min(most, Math.max(0, of(p))), 0) / ring.length;
    return Math.round(Math.round(mm / step) * step * 1000) / 1000;
  };
  return { xMm: middle((p) => p.xMm, view.sheet.widthMm), yMm: middle((p) => p.yMm, view.sheet.heightMm) };
}
