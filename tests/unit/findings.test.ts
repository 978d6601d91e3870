import { expect, test } from "vitest";
import { applyChanges } from "#core/document/changes";
import { judgeComposition, judgeCrowding, judgeKeepOut } from "#core/document/judgements";
import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import type { Paper, PaperStroke } from "#core/drawing/paper";
import { planView } from "#core/drawing/view";
import { readCaptions } from "#core/time/narration";
import { changeAt } from "../change-at.ts";
import { lesson, put, sheet, views } from "./put-down.ts";

/** What a lesson is told of under one code, by what it is about. */
const told = (l: Lesson, code: string) => computeLesson(l).findings.filter((f) => f.code === code);
const about = (l: Lesson, code: string) => told(l, code).map((f) => [f.about, f.severity]);
const box = (view: Lesson["view"], from: [number, number], to: [number, number], over: object = {}) =>
  put(lesson(view, []), "box", from, to, over);
const horizonAt = (horizonFromTopMm: number): Lesson["view"] => ({ ...views.one, horizonFromTopMm });

test("a horizon off the sheet is told of with how much paper it takes; one on its edge is not", () => {
  const [above] = told(lesson(horizonAt(-20), []), "horizon-off-sheet");
  expect(above?.numbers).toEqual({ beyondMm: 20 });
  expect(above?.message).toMatch(/^The horizon lies 20.mm beyond the top edge/);
  const [below] = told(lesson(horizonAt(212), []), "horizon-off-sheet");
  expect(below?.message).toMatch(/^The horizon lies 12.mm beyond the bottom edge/);
  for (const on of [0, 200]) expect(told(lesson(horizonAt(on), []), "horizon-off-sheet")).toEqual([]);
});

test("a horizon within a millimetre of the middle is told of once there is a picture, and fixed to a third", () => {
  const picture = (horizon: number) => {
    const drawn = box(horizonAt(horizon), [60, 150], [100, 190]);
    return { ...drawn, plan: { ...drawn.plan, centre: "none" as const } };
  };
  expect(told(lesson(horizonAt(100), []), "horizon-in-middle")).toEqual([]);
  for (const clear of [98.9, 101.1]) expect(told(picture(clear), "horizon-in-middle")).toEqual([]);
  const [found] = told(picture(100.9), "horizon-in-middle");
  expect(found?.numbers.fromMiddleMm).toBeCloseTo(0.9, 9);
  expect(found?.fix?.changes).toEqual([changeAt("view", "horizonFromTopMm", 66.7)]);
});

test("a thing that runs off the sheet is told of; one that only its guides leave is not", () => {
  expect(about(box(views.one, [-10, 120], [40, 180]), "cut-by-sheet")).toEqual([["box-1", "note"]]);
  expect(about(box(views.two, [150, 120], [151, 180]), "cut-by-sheet")).toEqual([]);
});

/** A sheet with outlines on it, each of a thing of its own, from one place to another. */
function outlines(...lines: readonly (readonly [number, number, number, number])[]): Paper {
  const strokes = lines.map(([x0, y0, x1, y1], i): PaperStroke => {
    const [from, to] = [
      { xMm: x0, yMm: y0 },
      { xMm: x1, yMm: y1 },
    ];
    return {
      id: `thing-${i + 1}/edge`,
      objectId: `thing-${i + 1}`,
      moveIndex: i,
      role: "outline",
      trace: { kind: "straight", from, to, qFrom: 0, qTo: 0 },
      from,
      to,
      pieces: [{ from: 0, to: 1, part: "edge", diesAt: null }],
      firmFrom: i,
      runsOff: false,
      stoppedBy: [],
      behindOwn: [],
    };
  });
  return { strokes, fills: [], findings: [] };
}
const view = planView(views.one, sheet);

test("corners within 0.7 mm of another thing's outline seem to touch it", () => {
  const touching = (gap: number) =>
    judgeComposition(outlines([40, 100, 90, 130], [90 + gap, 60, 90 + gap, 190]), [], view, true);
  expect(touching(0.8)).toEqual([]);
  const [found] = touching(0.6);
  expect([found?.code, found?.about, found?.severity]).toEqual(["corner-touches", "thing-1", "note"]);
  expect(found?.numbers.gapMm).toBeCloseTo(0.6, 6);
});

// A soft pencil's line is half a millimetre wide; common practice, no published source.
test("lines nearer each other than a pencil is wide, and longer than 6 mm so, are told of once for two things", () => {
  const beside = (gap: number, long = 50) =>
    judgeCrowding(outlines([90, 100, 90, 100 + long], [90 + gap, 60, 90 + gap, 190]), view);
  expect(beside(0.4).map((f) => f.code)).toEqual(["crowded-lines"]);
  expect(beside(0.4)[0]?.numbers.gapMm).toBeCloseTo(0.4, 6);
  expect(beside(0.6)).toEqual([]);
  expect(beside(0)).toEqual([]);
  expect(beside(0.4, 6.1)).toHaveLength(1);
  expect(beside(0.4, 5.9)).toEqual([]);
});

test("of a thing half hidden for good, half of its outline counts as seen", () => {
  const paper = outlines([40, 100, 140, 100]);
  const hidden = (share: number): Paper => ({
    ...paper,
    strokes: paper.strokes.map((s) => ({
      ...s,
      pieces: [
        { from: 0, to: share, part: "edge" as const, diesAt: 9 },
        { from: share, to: 1, part: "edge" as const, diesAt: null },
      ],
      stoppedBy: ["shed"],
    })),
  });
  expect(judgeKeepOut(hidden(0.6))).toEqual([]);
  const [found] = judgeKeepOut(hidden(0.7));
  expect(found?.numbers.seenShare).toBeCloseTo(0.3, 9);
  expect(found?.message).toMatch(/^Only 30 % of the outline of "thing-1" is left to see behind "shed"/);
});

test("a thing of which little is left to see behind nearer ones is told of, with what hides it", () => {
  const behind = (top: number) => put(box(views.one, [40, 110], [140, 195]), "box", [60, top], [80, 170]);
  const [found] = told(behind(130), "keep-out");
  expect([found?.about, found?.severity]).toEqual(["box-2", "warning"]);
  expect(found?.numbers.seenShare).toBeLessThan(0.35);
  expect(found?.message).toMatch(/behind box 1:/);
  expect(told(behind(66), "keep-out")).toEqual([]);
});

// Thales: an angle over a diameter is right on the circle, acute outside it.
test("level corners outside the circle over the vanishing points will look sharper than right angles", () => {
  const between = (left: number, right: number): Lesson["view"] => ({
    ...views.two,
    frames: views.two.frames.map((frame) => ({
      ...frame,
      leftVanishingPoint: { fromLeftMm: left },
      rightVanishingPoint: { fromLeftMm: right },
    })),
  });
  const near = (left: number, right: number) => box(between(left, right), [150, 150], [151, 110]);
  // The near corner of the lid lies 50 mm below the middle between the points: on the circle at 100 mm apart.
  const [acute] = told(near(101, 199), "reads-acute");
  expect(acute?.numbers.beyondMm).toBeCloseTo(1, 6);
  expect(told(near(99, 201), "reads-acute")).toEqual([]);
});

test("a foot above the horizon stands on no ground: it floats until it is fixed", () => {
  const high = box(views.one, [60, 90], [90, 150], {
    handles: {
      fromLeftMm: 60,
      fromBottomMm: 150,
      width: { mm: 30 },
      height: { mm: 20 },
      depth: { fraction: 0.3 },
    },
    depthSetBy: "ground",
  });
  const [found] = told(high, "foot-above-horizon");
  expect([found?.about, found?.severity]).toEqual(["box-1", "fault"]);
  expect(found?.numbers).toEqual({ aboveHorizonMm: 10 });
  const fixed = applyChanges(high, found?.fix?.changes ?? []);
  expect(fixed.ok && told(fixed.value.lesson, "foot-above-horizon")).toEqual([]);
});

test("where nothing is rubbed out, what shows through a nearer thing is told of", () => {
  const drawn = (erase: Lesson["plan"]["erase"]) => {
    const far = box(views.one, [60, 100], [110, 140]);
    const both = put(far, "box", [80, 120], [130, 180]);
    return { ...both, plan: { ...both.plan, erase } };
  };
  expect(about(drawn("each-object"), "shows-through")).toEqual([]);
  expect(about(drawn("never"), "shows-through")).toEqual([["box-1", "warning"]]);
});

test("a road needs ground below the horizon", () => {
  const road = put(lesson(views.one, []), "road", [60, 150], [240, 190]);
  expect(told(road, "no-ground")).toEqual([]);
  const [found] = told({ ...road, view: horizonAt(204) }, "no-ground");
  expect(found?.severity).toBe("fault");
});

test("own words for a step that is gone are kept and told of", () => {
  const l = { ...box(views.one, [60, 120], [100, 180]), steps: { "box-9/front": { title: "Mine" } } };
  expect(about(l, "wording-of-vanished-step")).toEqual([["box-9/front", "note"]]);
});

test("a lesson longer than the session is told of, and by how much", () => {
  const l = box(views.one, [60, 120], [100, 180]);
  const { totalMs } = computeLesson(l).schedule;
  const minutes = Math.floor(totalMs / 60_000);
  const within = (sessionMinutes: number) => ({ ...l, plan: { ...l.plan, sessionMinutes } });
  expect(told(within(minutes + 1), "part-over-session")).toEqual([]);
  expect(minutes).toBeGreaterThan(0);
  const [found] = told(within(minutes), "part-over-session");
  expect(found?.numbers).toEqual({ partMs: totalMs, sessionMs: minutes * 60_000 });
});

test("captions without a cue, and cues that cannot be read, say so", () => {
  const empty = readCaptions("");
  expect(empty.findings.map((f) => [f.code, f.severity])).toEqual([["no-cues", "fault"]]);
  expect(empty.findings[0]?.message).toMatch(/The file is empty/);
  const half = readCaptions(
    "WEBVTT\n\n00:01.000 --> 00:04.000\nDraw it.\n\n00:0x.000 --> 00:09.000\nLost.\n",
  );
  expect(half.ok).toBe(true);
  expect(half.findings.map((f) => f.code)).toEqual(["cue-skipped"]);
  expect(half.findings[0]?.message).toMatch(/6/);
});

test("a change to what is not there is refused in words, and names it", () => {
  const refused = applyChanges(lesson(views.one, []), [changeAt("object/none", "label", "x")]);
  expect(refused.findings.map((f) => [f.code, f.about])).toEqual([["change-refused", "object/none"]]);
});
