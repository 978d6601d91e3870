import { describe, expect, test } from "vitest";
import { applyChanges } from "#core/document/changes";
import { computeLesson } from "#core/document/pipeline";
import { RECIPE_NAMES, type RecipeName } from "#core/drawing/recipes";
import { changeAt } from "../change-at.ts";
import { lesson, put, views } from "./put-down.ts";

describe("bad input", () => {
  const cases: [RecipeName, object, RegExp][] = [
    [
      "outline",
      {
        corners: [
          { across: 0, up: 0 },
          { across: 1, up: 1 },
          { across: 1, up: 0 },
          { across: 0, up: 1 },
        ],
      },
      /crosses itself/,
    ],
    [
      "outline",
      {
        corners: [
          { across: 0, up: 0 },
          { across: 1, up: 0 },
          { across: 0.5, up: 0 },
        ],
      },
      /no area/,
    ],
    ["lettering", { text: "lock!" }, /capital letters/],
    ["stairs", { steps: 1 }, /at least two steps/],
    ["openings", { rows: [{ from: 0.7, to: 0.2 }] }, /upper edge must lie above/],
    ["round", { between: { from: 0.6, to: 0.4 } }, /right side must lie beyond/],
    ["road", { crossing: { from: 0.6, to: 0.4 } }, /far edge of the crossing/],
    [
      "row",
      { handles: { fromLeftMm: 30, fromBottomMm: 20, height: { mm: 20 }, gap: { mm: 20 } } },
      /"fraction"/,
    ],
    [
      "box",
      {
        handles: {
          fromLeftMm: 30,
          fromBottomMm: 20,
          width: { mm: -5 },
          height: { mm: 20 },
          depth: { fraction: 0.4 },
        },
      },
      /at least 0.5 mm/,
    ],
    [
      "box",
      {
        handles: {
          fromLeftMm: 30,
          fromBottomMm: 20,
          width: { mm: 5 },
          height: { mm: 20 },
          depth: { fraction: 1.2 },
        },
      },
      /in front of the vanishing point/,
    ],
    ["box", { frame: "nowhere" }, /no frame "nowhere"/],
    ["reflection", { of: "reflection-1" }, /cannot mirror itself/],
  ];
  test.each(cases)("%s %j is refused by name", (recipe, over, said) => {
    const base = put(
      put(lesson(views.one, []), "box", [40, 170], [120, 110]),
      recipe,
      [150, 150],
      [200, 120],
    );
    const id = base.objects[base.objects.length - 1]?.id ?? "";
    const changes = Object.entries(over).map(([field, value]) => changeAt(`object/${id}`, field, value));
    const changed = applyChanges(base, changes);
    expect(changed.ok).toBe(false);
    expect(changed.findings.map((f) => f.message).join(" ")).toMatch(said);
  });

  test.each(RECIPE_NAMES)("%s on a thing that is gone, or behind the viewer, is kept and said", (recipe) => {
    const base = put(
      put(lesson(views.two, []), "box", [150, 170], [151, 110]),
      recipe,
      [150, 150],
      [151, 120],
    );
    const orphan = computeLesson({
      ...base,
      objects: base.objects.filter((o) => o.id !== "box-1" || recipe === "box"),
    });
    if (["openings", "round", "reflection", "shadow", "tone"].includes(recipe))
      expect(orphan.findings.some((f) => f.code === "no-host")).toBe(true);
    for (const s of orphan.paper.strokes) expect(Number.isFinite(s.from.xMm + s.to.yMm)).toBe(true);
  });
});
