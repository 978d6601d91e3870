import { describe, expect, test } from "vitest";
import {
  applyChanges,
  changeViewKind,
  putObject,
  sampleLesson,
  squareObject,
  takeAway,
  turnObject,
  VIEW_KINDS,
} from "#core/document/changes";
import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { findVanishingPoint, planView, requireFrame } from "#core/drawing/view";
import type { Change } from "#core/ground/base";

function applied(lesson: Lesson, changes: readonly Change[] | null): Lesson {
  const result = applyChanges(lesson, changes ?? []);
  expect(changes).not.toBeNull();
  expect(result.ok, result.findings.map((f) => f.message).join(" ")).toBe(true);
  if (!result.ok) throw new Error("the changes did not apply");
  const back = applyChanges(result.value.lesson, result.value.inverse);
  expect(back.ok && back.value.lesson).toEqual(lesson);
  return result.value.lesson;
}

describe.each(VIEW_KINDS.map((v) => v.kind))("a box with windows, seen with %s", (kind) => {
  const sample = sampleLesson("openings", "one-point");
  const before = kind === "one-point" ? sample : applied(sample, changeViewKind(sample, kind));
  const host = before.objects.find((o) => o.recipe !== "openings")?.id ?? "";

  test("turned, both its points stand on the horizon and belong to the same eye", () => {
    const after = applied(before, turnObject(before, host));
    const view = planView(after.view, after.sheet);
    expect(view.camera).toEqual(planView(before.view, before.sheet).camera);
    const frame = requireFrame(view, after.objects.find((o) => o.id === host)?.frame ?? "");
    const [left, right] = [
      findVanishingPoint(view, frame, "depth"),
      findVanishingPoint(view, frame, "width"),
    ];
    if (!left || !right) throw new Error("a turned thing has two level vanishing points");
    expect(left.xMm).toBeLessThan(right.xMm);
    expect(left.yMm).toBeCloseTo(view.horizonMm, 6);
    expect(right.yMm).toBeCloseTo(view.horizonMm, 6);
    // (vL − p)·(vR − p) = −d² (Hartley & Zisserman, Multiple View Geometry, 2nd ed., ch. 8, from memory).
    const { principal: p, distanceMm: d } = view.camera;
    const product = (left.xMm - p.xMm) * (right.xMm - p.xMm) + (left.yMm - p.yMm) * (right.yMm - p.yMm);
    expect(product / d ** 2).toBeCloseTo(-1, 6);
  });

  test("the windows turn along, and the words tell its points from the others'", () => {
    const after = applied(before, turnObject(before, host));
    expect(new Set(after.objects.map((o) => o.frame)).size).toBe(1);
    const { paper, steps, findings } = computeLesson(after);
    expect(findings.filter((f) => f.severity === "fault")).toEqual([]);
    for (const s of paper.strokes) expect(Number.isFinite(s.from.xMm + s.to.yMm), s.id).toBe(true);
    const label = after.objects.find((o) => o.id === host)?.label ?? "";
    const words = steps.map((s) => s.instruction.join(" ")).join(" ");
    // Of its two points at least one lies within reach of a strip of paper; the other may be told by marks on the edges.
    expect(words).toMatch(new RegExp(`(?:left|right) point of the ${label}`));
  });

  test("square again it has the others' points, and its own are gone", () => {
    const turned = applied(before, turnObject(before, host));
    const square = applied(turned, squareObject(turned, host));
    expect(square.view.frames).toEqual(before.view.frames);
    expect(square.objects.map((o) => o.frame)).toEqual(before.objects.map((o) => o.frame));
    expect(turnObject(turned, host)).toBeNull();
    expect(squareObject(before, host)).toBeNull();
  });

  test("what is put on a turned thing later runs to its points; points nobody needs go with the last", () => {
    const turned = applied(before, turnObject(before, host));
    const view = planView(turned.view, turned.sheet);
    const at = { xMm: 50, yMm: 50 };
    const put = putObject(turned, view, "tone", at, at, host);
    const toned = applied(turned, put?.changes ?? null);
    expect(toned.objects.at(-1)?.frame).toBe(turned.objects[0]?.frame);
    const bare: Lesson = { ...turned, objects: turned.objects.filter((o) => o.id === host) };
    expect(applied(bare, takeAway(bare, host)).view.frames).toHaveLength(1);
  });
});

test("windows do not turn by themselves, and a thing called by signs alone still gets a frame", () => {
  const lesson = sampleLesson("openings", "one-point");
  const windows = lesson.objects.find((o) => o.recipe === "openings")?.id ?? "";
  expect(turnObject(lesson, windows)).toBeNull();
  const host = lesson.objects.find((o) => o.recipe !== "openings")?.id ?? "";
  const signs = {
    ...lesson,
    objects: lesson.objects.map((o) => (o.id === host ? { ...o, label: "№ 7!" } : o)),
  };
  expect(applied(signs, turnObject(signs, host)).view.frames[1]?.id).toBe("the-7");
  const nameless = {
    ...lesson,
    objects: lesson.objects.map((o) => (o.id === host ? { ...o, label: "…" } : o)),
  };
  expect(applied(nameless, turnObject(nameless, host)).view.frames[1]?.id).toBe("the-turned-thing");
});
