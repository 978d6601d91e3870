import { describe, expect, test } from "vitest";
import { computeLesson } from "#core/document/pipeline";
import { TRADE_SAMPLE_NAMES, tradeSample } from "../demo-lesson.ts";
import { differences } from "../follower/against.ts";
import { foundWhereSeen } from "./found-where-seen.ts";
import { drawnWithoutNaN } from "./never-nan.ts";
import { ruled } from "./ruled.ts";
import { standsWhereSeen } from "./stands-where-seen.ts";

// What the trade draws, each as a lesson of its own: drawn exactly, seen rightly, and told so that it can be followed.

describe.each(TRADE_SAMPLE_NAMES)("%s", (name) => {
  const lesson = tradeSample(name);

  test("its ruler finds every point where camera and three.js see it", () => {
    const drawn = ruled(lesson);
    drawnWithoutNaN(drawn);
    expect(foundWhereSeen(lesson, drawn)).toBeGreaterThan(0);
  });

  test("no line stands inside a nearer face, none that is free is missing", () => {
    expect(standsWhereSeen(lesson).seen).toBeGreaterThan(0);
  });

  test("what is told alone gives the same drawing, and nothing is wrong with it", () => {
    const computed = computeLesson(lesson);
    expect(differences(computed).differences).toEqual([]);
    expect(computed.findings.filter((f) => f.severity !== "note")).toEqual([]);
  });
});
