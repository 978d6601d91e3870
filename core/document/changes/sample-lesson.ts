import { recipeNamed, type SampleSpot } from "../../drawing/recipes/index.ts";
import { planView } from "../../drawing/view/index.ts";
import { invariant } from "../../ground/base/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";
import { blankLesson, type Lesson } from "../lesson/index.ts";
import { applyChanges } from "./apply-changes.ts";
import { type Construction, findChoosable, putObject } from "./put-object.ts";
import { changeViewKind, type ViewKind } from "./view-changes.ts";

type SampleView = "one-point" | "two-point";

const VIEWS = {
  "one-point": {
    horizonFromTopMm: 70,
    viewingDistanceMm: null,
    frames: [{ id: "main", kind: "one-point", vanishingPoint: { fromLeftMm: 165 } }],
  },
  "two-point": {
    horizonFromTopMm: 70,
    viewingDistanceMm: null,
    frames: [
      {
        id: "main",
        kind: "two-point",
        leftVanishingPoint: { fromLeftMm: -60 },
        rightVanishingPoint: { fromLeftMm: 360 },
      },
    ],
  },
} satisfies Record<SampleView, Lesson["view"]>;

/** The box or house on which a construction that needs a host is shown: as a wall, or with room for water below. */
const HOSTS: Readonly<Record<"wall" | "mirrored", Readonly<Record<SampleView, SampleSpot>>>> = {
  wall: { "one-point": [40, 165, 130, 60], "two-point": [150, 165, 151, 60] },
  mirrored: { "one-point": [40, 130, 130, 70], "two-point": [150, 130, 151, 70] },
};

/**
 * A lesson that shows one construction on an A4 sheet, on a host where it needs one: for pictures of constructions. Looking up
 * or down it is what two points show, seen otherwise.
 */
export function sampleLesson(construction: Construction, kind: ViewKind): Lesson {
  return kind === "one-point" || kind === "two-point"
    ? levelSample(construction, kind)
    : seenOtherwise(levelSample(construction, "two-point"), kind);
}

function seenOtherwise(lesson: Lesson, kind: ViewKind): Lesson {
  const changed = applyChanges(lesson, changeViewKind(lesson, kind));
  invariant(changed.ok, `the sample cannot be seen in the view "${kind}"`);
  return changed.value.lesson;
}

function levelSample(construction: Construction, kind: SampleView): Lesson {
  const chosen = findChoosable(construction);
  invariant(chosen, `there is no construction "${construction}"`);
  const { putDown } = recipeNamed(chosen.recipe);
  const blank = blankLesson("Osier Lock", "mm");
  const lesson: Lesson = { ...blank, plan: { ...blank.plan, centre: "none" }, view: VIEWS[kind] };
  const hostName = putDown.sampleHost ?? "box";
  const based = chosen.needsHost
    ? put(lesson, hostName, HOSTS[hostName === "box" ? "wall" : "mirrored"][kind], null)
    : lesson;
  return put(based, construction, putDown.sample?.[kind] ?? [0, 0, 0, 0], based.objects[0]?.id ?? null);
}

function put(
  lesson: Lesson,
  recipe: Construction,
  [x1, y1, x2, y2]: SampleSpot,
  host: string | null,
): Lesson {
  const at = (xMm: number, yMm: number): PaperPoint => ({ xMm, yMm });
  const placed = putObject(lesson, planView(lesson.view, lesson.sheet), recipe, at(x1, y1), at(x2, y2), host);
  const changed = placed && applyChanges(lesson, placed.changes);
  invariant(changed?.ok, `the sample of "${recipe}" cannot be put down`);
  return changed.value.lesson;
}
