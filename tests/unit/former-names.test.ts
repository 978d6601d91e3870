import { expect, test } from "vitest";
import { sampleLesson } from "#core/document/changes";
import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";

// A lesson saved by an earlier program, whose streets crossed by a bar.

const base = sampleLesson("road", "one-point");
const cues = ["First the road.", "Then the street across.", "It lies just here."].map((text, i) => ({
  id: `c${i + 1}`,
  startMs: 4000 * i,
  endMs: 4000 * i + 3500,
  text,
}));

const saved: Lesson = {
  ...base,
  objects: base.objects.map((o) => (o.recipe === "road" ? { ...o, crossing: { from: 0.3, to: 0.5 } } : o)),
  steps: { "road-1/crossing": { holdMs: 9000 } },
  takes: [
    {
      id: "take-1",
      label: "Take 1",
      video: null,
      narration: { fileName: "take.vtt", cues },
      corners: null,
      anchors: {
        "road-1/crossing": { wordId: "c2.w1", offsetMs: 0 },
        "road-1/crossing-to": { wordId: "c3.w1", offsetMs: 0 },
      },
      strokeAnchors: { "road-1/crossing-to": { wordId: "c3.w3", offsetMs: 0 } },
    },
  ],
  currentTake: "take-1",
};

test("what was kept under a former name is found under the present one", () => {
  const c = computeLesson(saved);
  const step = c.steps.find((s) => s.id.split("~")[0] === "road-1/crossing-from");
  expect(step?.holdMs).toBe(9000);
  const starts = (id: string | undefined) => c.schedule.windows.find((w) => w.stepId === id)?.startMs;
  expect(starts(step?.id)).toBe(4000);
  const lost = ["anchor-without-stroke", "anchor-without-step", "words-without-step"];
  expect(c.findings.filter((f) => lost.includes(f.code))).toEqual([]);
  // The tie to a single line is that line's: it is spoken before the line's turn here, and said to be.
  const early = c.findings.find((f) => f.code === "anchor-out-of-order");
  expect(early?.about).toBe("road-1/crossing-to");
});

test("a name that is in use means what it says now", () => {
  const c = computeLesson({ ...saved, steps: { "road-1/crossing-to": { holdMs: 7000 } } });
  const held = c.steps.filter((s) => s.holdMs === 7000).map((s) => s.id.split("~")[0]);
  expect(held).toEqual(["road-1/crossing-to"]);
});
