import { expect, test } from "vitest";
import { applyChanges } from "#core/document/changes";
import { computeLesson, judgeDrift } from "#core/document/pipeline";
import { proposeVanishingPoints } from "#core/document/proposals";
import { lesson, put, views } from "./put-down.ts";

test("the proposed vanishing points bring every corner inside the 60° cone and say what they cost in paper", () => {
  const narrow = put(
    lesson(
      {
        ...views.two,
        frames: [
          {
            id: "main",
            kind: "two-point",
            leftVanishingPoint: { fromLeftMm: 60 },
            rightVanishingPoint: { fromLeftMm: 240 },
          },
        ],
      },
      [],
    ),
    "box",
    [150, 180],
    [151, 90],
  );
  expect(computeLesson(narrow).findings.some((f) => f.code === "outside-cone")).toBe(true);
  const proposal = proposeVanishingPoints(narrow);
  const changed = applyChanges(narrow, proposal?.changes ?? []);
  if (!proposal || !changed.ok) throw new Error("no proposal");
  expect(computeLesson(changed.value.lesson).findings.some((f) => f.code === "outside-cone")).toBe(false);
  expect(proposal.numbers.tapeMm).toBeGreaterThan(0);
});

test("drift points at the move that spoils most, and a flat crossing drifts more than a square one", () => {
  const c = computeLesson(put(lesson(views.two, []), "box", [150, 190], [151, 110], { seeThrough: true }));
  const { points } = judgeDrift(c);
  const of = (name: string) => points.find((p) => p.pointId === `box-1/${name}`);
  expect(of("back-right-bottom")?.expectedMm).toBeGreaterThan(of("front-left-bottom")?.expectedMm ?? 0);
  expect(of("back-right-bottom")?.weakestMove).toMatch(/^box-1\//);
  // A flat lid just below the eyes strays far, and the finding says whether marking the depth elsewhere would help.
  const flat = computeLesson(
    put(lesson(views.two, []), "box", [150, 150], [151, 66], {
      handles: {
        fromLeftMm: 150,
        fromBottomMm: 50,
        width: { fraction: 0.4 },
        height: { mm: 85 },
        depth: { fraction: 0.4 },
      },
    }),
  );
  const [finding] = judgeDrift(flat, { withinMm: 1 }).findings;
  expect(finding?.message).toMatch(/will stray by about .*(would not halve it|instead, it would be)/);
});
