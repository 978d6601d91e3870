import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { sampleLesson, VIEW_KINDS } from "#core/document/changes";
import { withMarks } from "#core/document/judgements";
import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { evaluate } from "#core/drawing/drafter";
import { RECIPE_NAMES, type RecipeName } from "#core/drawing/recipes";
import { findPaperPoint } from "#core/ground/geometry";
import { type Act, rulerMarkMm } from "#core/telling/told";
import { DEMO_NAMES, demoLesson } from "../demo-lesson.ts";
import { differences, heardOf } from "../follower/against.ts";
import { follow, type Heard } from "../follower/follow.ts";
import { apart } from "../follower/plane.ts";
import { lessonWith } from "./recipe-arbitraries.ts";

// A pupil who has only what is told must arrive at the same drawing.

describe("what is told alone gives the same drawing", () => {
  test.each(DEMO_NAMES)("%s", (name) => {
    const { differences: found, followed } = differences(computeLesson(demoLesson(name)));
    expect(found).toEqual([]);
    expect(new Set(followed.onlyCounted)).toEqual(
      new Set(followed.onlyCounted.filter((k) => k === "freehand")),
    );
  });

  test.each(RECIPE_NAMES)("%s in every view", (recipe) => {
    for (const { kind } of VIEW_KINDS) {
      const c = computeLesson(sampleLesson(recipe, kind));
      expect(differences(c).differences, kind).toEqual([]);
    }
  });

  test("of things put down at random, also where they run off the sheet, all but few", () => {
    let [all, same] = [0, 0];
    for (const [r, recipe] of RECIPE_NAMES.entries())
      for (const [k, { kind }] of VIEW_KINDS.entries())
        for (const lesson of fc.sample(lessonWith(recipe, kind), { numRuns: 2, seed: 411 + 13 * r + k })) {
          all++;
          if (differences(computeLesson(lesson)).differences.length === 0) same++;
        }
    expect(all).toBeGreaterThanOrEqual(200);
    expect(same / all).toBeGreaterThan(0.85);
  });
});

test("with a ruler's own marks the places are where the drafter with the same marks puts them", () => {
  let places = 0;
  const off: { where: string; mm: number }[] = [];
  for (const recipe of RECIPE_NAMES)
    for (const { kind } of VIEW_KINDS) {
      const c = computeLesson(sampleLesson(recipe, kind));
      const truth = evaluate(withMarks(c.moves, c.evaluation, c.view), c.view);
      const sheet = { wide: c.sheet.widthMm, high: c.sheet.heightMm, markMm: rulerMarkMm(c.sheet) };
      const told = c.steps.flatMap((s) => s.acts.map((a) => a.told));
      for (const { name, at, act } of follow(heardOf(c), sheet, false).found) {
        const id = told[act]?.bearers?.find(([n]) => n === name)?.[1];
        const h = id === undefined ? undefined : truth.points.get(id);
        const p = h && findPaperPoint(h);
        if (!p) continue;
        places++;
        const mm = apart(at, { x: p.xMm, y: p.yMm });
        if (mm > 0.05) off.push({ where: `${recipe}, ${kind}: ${name} = ${id}`, mm });
      }
    }
  // Where a line cannot be ruled on the sheet its end is told by measure: the drafter has another mark to round there.
  expect(places).toBeGreaterThan(1400);
  expect(off.length / places).toBeLessThan(0.04);
  expect(off.filter(({ mm }) => mm > 2)).toEqual([]);
});

/** The lessons in which something is set off by eye. */
function byEye(): Lesson[] {
  const eyed = (recipe: RecipeName): Lesson => {
    const lesson = sampleLesson(recipe, "one-point");
    const objects = lesson.objects.map((o) =>
      o.recipe === "floor" || o.recipe === "row" ? { ...o, spacing: "by-eye" as const } : o,
    );
    return { ...lesson, objects };
  };
  return [eyed("floor"), eyed("row"), eyed("road")];
}

describe("what is set off by eye", () => {
  test("is told by what is there and by how it changes, without a number, and drawn the same by whoever has the data", () => {
    for (const lesson of byEye()) {
      const c = computeLesson(lesson);
      expect(differences(c).differences).toEqual([]);
      const repeats = c.steps.flatMap((s) => s.acts).filter((a) => a.told.act.do === "repeat");
      expect(repeats).toHaveLength(1);
      expect(repeats[0]?.sentences.join(" ")).not.toMatch(/\d/);
    }
  });

  test("may come out a fifth more or less: order and counts hold, and nothing after it contradicts it", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...byEye()),
        fc.array(fc.double({ min: 0.8, max: 1.2, noNaN: true }), { minLength: 30, maxLength: 30 }),
        (lesson, by) => {
          const c = computeLesson(lesson);
          const sheet = { wide: c.sheet.widthMm, high: c.sheet.heightMm, markMm: rulerMarkMm(c.sheet) };
          const heard = heardOf(c).map((h): Heard => {
            if (h.act.do !== "repeat") return h;
            // Each gap a little otherwise, the marks still in order.
            const marks = h.act.acts.flatMap((a) => (a.do === "mark" ? a.at : []));
            const readings = marks.flatMap((m) => (m.where.k === "along" ? [m.where.reading.exactMm] : []));
            let at = (readings[0] ?? 0) - ((readings[1] ?? 0) - (readings[0] ?? 0));
            const choices = readings.map((mm, k) => {
              at += (mm - (readings[k - 1] ?? at)) * (by[k % by.length] ?? 1);
              return at;
            });
            // Nobody draws beyond the end of the guide.
            const fits = Math.min(1, (readings.at(-1) ?? 1) / (choices.at(-1) ?? 1));
            const chosen = new Map(readings.map((mm, k) => [mm, (choices[k] ?? mm) * fits]));
            const varied = JSON.parse(JSON.stringify(h.act), (key, value) =>
              key === "exactMm" ? (chosen.get(value) ?? value) : value,
            ) as Act;
            return { ...h, act: varied };
          });
          const [drawn, usual] = [follow(heard, sheet, true), follow(heardOf(c), sheet, true)];
          expect(drawn.stuck).toEqual([]);
          expect(drawn.fills.length).toBe(usual.fills.length);
          expect(drawn.ink.filter((s) => s.press === "firm").length).toBe(
            usual.ink.filter((s) => s.press === "firm").length,
          );
        },
      ),
      { numRuns: 40, seed: 20 },
    );
  });
});

/** Faults in what is told, each of which a pupil would stumble over. */
type Planting = (acts: readonly Act[], n: number) => Act[] | null;

const nthOf = (acts: readonly Act[], kind: Act["do"], n: number) => {
  const all = acts.flatMap((a, i) => (a.do === kind ? [i] : []));
  return all.length === 0 ? -1 : (all[n % all.length] ?? -1);
};
const changed = (acts: readonly Act[], i: number, to: (a: Act) => Act | null): Act[] | null => {
  const act = acts[i];
  const next = act && to(act);
  if (!act || next === undefined) return null;
  return next === null ? acts.filter((_, k) => k !== i) : acts.map((a, k) => (k === i ? next : a));
};

const OTHER_WAY = { up: "down", down: "up", left: "right", right: "left" } as const;

const FAULTS: Readonly<Record<string, Planting>> = {
  "an act left out": (acts, n) => changed(acts, nthOf(acts, "rule", n), () => null),
  "a mark left out": (acts, n) => changed(acts, nthOf(acts, "mark", n), () => null),
  "a mark 2 mm off": (acts, n) =>
    changed(acts, nthOf(acts, "mark", n), (a) =>
      JSON.parse(JSON.stringify(a), (k, v) => (k === "exactMm" ? v + 2 : v)),
    ),
  // Between two lines it does not matter from which side the ruler is laid.
  "a line the other way": (acts, n) =>
    changed(acts, nthOf(acts, "rule", n), (a) =>
      a.do !== "rule"
        ? a
        : {
            ...a,
            lines: a.lines.map((l) =>
              l.toward.k === "way" && !l.begin
                ? { ...l, toward: { k: "way" as const, way: OTHER_WAY[l.toward.way] } }
                : l,
            ),
          },
    ),
  "a line too short": (acts, n) =>
    changed(acts, nthOf(acts, "rule", n), (a) =>
      JSON.parse(JSON.stringify(a), (k, v) => (k === "exactMm" ? v * 0.8 : v)),
    ),
  "from another corner": (acts, n) =>
    changed(acts, nthOf(acts, "rule", n), (a) => {
      if (a.do !== "rule") return a;
      const [first, ...rest] = a.lines;
      return first
        ? {
            ...a,
            lines: [
              {
                ...first,
                from: {
                  k: "letter",
                  letter: first.from.k === "letter" && first.from.letter === "A" ? "B" : "A",
                },
              },
              ...rest,
            ],
          }
        : a;
    }),
  "not gone over": (acts, n) => changed(acts, nthOf(acts, "go-over", n), () => null),
  "a stray line more": (acts, n) => {
    const i = nthOf(acts, "rule", n);
    const act = acts[i];
    if (act?.do !== "rule") return null;
    const line = act.lines[0];
    return line
      ? [
          ...acts.slice(0, i + 1),
          {
            do: "rule",
            press: "firm",
            lines: [
              {
                from: line.from,
                toward: { k: "way", way: "left" },
                end: { k: "length", reading: { marks: 23, kind: "measured", about: false, exactMm: 23 } },
              },
            ],
          },
          ...acts.slice(i + 1),
        ]
      : null;
  },
  "told before what it ends on": (acts, n) => {
    const i = nthOf(acts, "go-over", n);
    const act = acts[i];
    return act && i > 1 ? [act, ...acts.slice(0, i), ...acts.slice(i + 1)] : null;
  },
  "drawn lightly": (acts, n) =>
    changed(
      acts,
      acts.findIndex((a, i) => i > n && a.do === "rule" && a.press === "firm"),
      (a) => ({ ...a, press: "light" }) as Act,
    ),
};

test("a planted fault is noticed: a box set in 2 mm too far, or at the wrong tile", () => {
  const c = computeLesson(demoLesson("lock-in-block-letters"));
  const heard = heardOf(c);
  const planted = (to: (a: Act & { do: "inset" }) => Act) =>
    heard.map((h) => (h.act.do === "inset" ? { ...h, act: to(h.act) } : h));
  expect(heard.filter((h) => h.act.do === "inset")).toHaveLength(1);
  expect(differences(c, heard).differences).toEqual([]);
  const faults = [
    planted((a) => JSON.parse(JSON.stringify(a), (k, v) => (k === "exactMm" ? v + 2 : v))),
    planted((a) => ({ ...a, margins: [a.margins[1], a.margins[0]] })),
    planted((a) => ({ ...a, tile: [a.tile[0], a.tile[1], a.tile[2], a.tile[0]] })),
  ];
  for (const wrong of faults) expect(differences(c, wrong).differences.length).toBeGreaterThan(0);
});

test.each(Object.entries(FAULTS))("a planted fault is noticed: %s", (_name, plant) => {
  let [planted, noticed] = [0, 0];
  for (const recipe of ["box", "house", "stairs", "openings"] as const) {
    const c = computeLesson(sampleLesson(recipe, "two-point"));
    const heard = heardOf(c);
    for (let n = 3; n < 6; n++) {
      const acts = plant(
        heard.map((h) => h.act),
        n,
      );
      if (!acts || JSON.stringify(acts) === JSON.stringify(heard.map((h) => h.act))) continue;
      planted++;
      const things = heard.map((h) => h.thing);
      const thing = things[things.length - 1] ?? "";
      const wrong: Heard[] = acts.map((act) => ({
        act,
        anew: [],
        thing: heard.find((h) => h.act === act)?.thing ?? thing,
      }));
      if (differences(c, wrong).differences.length > 0) noticed++;
    }
  }
  expect(planted).toBeGreaterThanOrEqual(3);
  expect(noticed).toBe(planted);
});
