import { describe, expect, test } from "vitest";
import { type Lesson, parseLesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import { findVanishingPoint } from "#core/drawing/view";
import { findPaperPoint, type PaperPoint } from "#core/ground/geometry";
import { slopeStrips, tapedPoints, tickStrips, varyLesson } from "#core/output/handout";
import { demoLesson } from "../demo-lesson.ts";
import { differences } from "../follower/against.ts";
import { laidOut, textOf } from "../printed.ts";

/** Where a tick of a strip comes to lie on the sheet. */
const tickAt = (strip: ReturnType<typeof tickStrips>[number], mm: number) => ({
  xMm: strip.from.xMm + strip.along.x * mm,
  yMm: strip.from.yMm + strip.along.y * mm,
});

const apart = (a: PaperPoint | { xMm: number; yMm: number }, b: { xMm: number; yMm: number }) =>
  Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm);

/** The constructed places that an act of a step gives, by the letter it says. */
function placesIn({ steps, evaluation }: ComputedLesson, stepNumber: number) {
  return (steps[stepNumber - 1]?.acts ?? []).flatMap(({ told }) =>
    (told.bearers ?? []).flatMap(([letter, id]) => {
      const point = evaluation.points.get(id);
      const at = point && findPaperPoint(point);
      return at ? [{ letter, at }] : [];
    }),
  );
}

describe("a tick strip laid on the sheet gives the constructed points", () => {
  test.each([
    ["glasshouse", 3],
    ["ticket-kiosk", 4],
    ["lock-in-block-letters", 4],
    ["footbridge-in-fog", 1],
  ])("of %s", (demo, atLeast) => {
    const c = computeLesson(demoLesson(demo));
    const strips = tickStrips(c);
    expect(strips.length).toBeGreaterThanOrEqual(atLeast);
    for (const strip of strips) {
      const number = Number(/step (\d+)/.exec(strip.title)?.[1]);
      const places = placesIn(c, number);
      expect(strip.ticks.length).toBeGreaterThan(1);
      for (const { mm, says } of strip.ticks) {
        const there = places.filter((p) => p.letter === says);
        expect(there.length, `${strip.title}: ${says}`).toBeGreaterThan(0);
        expect(Math.min(...there.map((p) => apart(p.at, tickAt(strip, mm))))).toBeLessThan(0.05);
      }
    }
  });

  test("also where the class goes by eye: the rows of the aisle, nearer and nearer to the point", () => {
    const c = computeLesson(demoLesson("glasshouse"));
    const rows = tickStrips(c).find((s) => s.title.includes("the rows"));
    const gaps = rows?.ticks.map((t, i) => t.mm - (rows.ticks[i - 1]?.mm ?? 0)) ?? [];
    expect(gaps).toHaveLength(4);
    for (const [i, gap] of gaps.entries()) if (i > 1) expect(gap).toBeLessThan(gaps[i - 1] ?? 0);
    // Toward the vanishing point, 5 1/2 in from the left and 4 in from the top.
    const far = rows && tickAt(rows, Math.hypot(139.7 - rows.from.xMm, 101.6 - rows.from.yMm));
    expect(far && apart(far, { xMm: 139.7, yMm: 101.6 })).toBeLessThan(0.05);
  });
});

describe("slope marks on two strips lay the ruler on the line to the far point", () => {
  /** The kiosk with its points out of every strip's reach. */
  function farPoints(): Lesson {
    const kiosk = demoLesson("ticket-kiosk");
    const frames = kiosk.view.frames.map((f) =>
      f.kind === "two-point"
        ? { ...f, leftVanishingPoint: { fromLeftMm: -420 }, rightVanishingPoint: { fromLeftMm: 720 } }
        : f,
    );
    const parsed = parseLesson({ ...kiosk, view: { ...kiosk.view, frames } });
    if (!parsed.ok) throw new Error(parsed.findings[0]?.message);
    return parsed.value;
  }

  test("through both ticks of one name, within a hair", () => {
    const c = computeLesson(farPoints());
    const strips = slopeStrips(c);
    const frame = c.view.frames[0];
    if (!frame) throw new Error("no frame");
    const points = (["width", "depth"] as const).flatMap(
      (axis) => findVanishingPoint(c.view, frame, axis) ?? [],
    );
    expect(points).toHaveLength(2);
    let lines = 0;
    for (const object of new Set(strips.map((s) => s.id.split("/")[1]))) {
      const own = strips.filter((s) => s.id.split("/")[1] === object);
      const names = new Set(own.flatMap((s) => s.ticks.map((t) => t.says)));
      for (const name of names) {
        const ticks = own.flatMap((s) => s.ticks.filter((t) => t.says === name).map((t) => tickAt(s, t.mm)));
        expect(ticks, `${object} ${name}`).toHaveLength(2);
        const [a, b] = ticks;
        if (!a || !b) continue;
        lines++;
        const off = points.map((p) => {
          const long = apart(a, b);
          return Math.abs((b.xMm - a.xMm) * (p.yMm - a.yMm) - (b.yMm - a.yMm) * (p.xMm - a.xMm)) / long;
        });
        expect(Math.min(...off), `${object} ${name}`).toBeLessThan(0.01);
      }
    }
    expect(lines).toBeGreaterThan(10);
  });
});

test("strips to tape on carry the points that lie beside the sheet", () => {
  const c = computeLesson(demoLesson("ticket-kiosk"));
  const taped = tapedPoints(c);
  const frame = c.view.frames[0];
  if (!frame) throw new Error("no frame");
  const points = (["width", "depth"] as const).flatMap(
    (axis) => findVanishingPoint(c.view, frame, axis) ?? [],
  );
  const beside = points.filter((p) => p.xMm < 0 || p.xMm > c.sheet.widthMm);
  expect(taped).toHaveLength(beside.length);
  for (const { at } of taped) expect(Math.min(...beside.map((p) => apart(p, at)))).toBeLessThan(0.05);
});

describe("other measures for the rows of a class", () => {
  const quay = demoLesson("quay-crates");
  const lesson = { ...quay, objects: quay.objects.slice(0, 3) };
  const base = computeLesson(lesson);
  const variants = varyLesson(base, 7, 3);

  test("each differs from the lesson and from the others, tells nothing to mend, and a pupil who follows it gets its drawing", () => {
    const said = [base, ...variants.map((v) => v.computed)].map((c) =>
      JSON.stringify(c.steps.map((s) => s.instruction)),
    );
    expect(new Set(said).size).toBe(4);
    for (const { computed, changed } of variants) {
      expect(changed).toBeGreaterThan(2);
      expect(differences(computed).differences).toEqual([]);
      expect(parseLesson(computed.lesson).ok).toBe(true);
    }
  });

  test("the class's own cards tell it but for the numbers: a pupil who takes the row's numbers into them gets the row's drawing", () => {
    for (const { computed, byTheCards } of variants) {
      expect(byTheCards).toBe(true);
      const wordless = (c: ComputedLesson) =>
        c.steps.map((s) =>
          s.instruction.map((i) => i.replace(/about |exactly /g, "").replace(/\d+/g, "#")).join(" "),
        );
      const same = wordless(computed).filter((w, i) => w === wordless(base)[i]);
      expect(same.length / base.steps.length).toBeGreaterThan(0.9);
    }
  });

  test("the same seed gives the same rows, another gives others", () => {
    const words = (seed: number) =>
      varyLesson(base, seed, 1).map((v) => v.computed.steps.map((s) => s.instruction));
    expect(words(7)).toEqual(variants.slice(0, 1).map((v) => v.computed.steps.map((s) => s.instruction)));
    expect(words(8)).not.toEqual(words(7));
  });

  test("the rows' pages say their own lengths, and the key has the checks of each", () => {
    const { pages } = laidOut(lesson, { what: "variants", seed: 7, rows: 2 });
    const plain = (text: string) => text.replace(/\s+/g, " ");
    const all = plain(textOf(pages));
    for (const { row, computed } of varyLesson(base, 7, 2)) {
      const name = `Row ${"AB"[row - 1]}`;
      const own = plain(textOf(pages.filter((p) => p.alt.startsWith(`${name}:`))));
      for (const { told, sentences } of computed.steps.flatMap((s) => s.acts))
        if (JSON.stringify(told.act).includes('"marks"'))
          for (const sentence of sentences) expect(own).toContain(plain(sentence));
      for (const step of computed.steps)
        if (/\d/.test(step.check)) expect(all).toContain(plain(`Step ${step.number}: ${step.check}`));
    }
  });

  test("where no other length leaves the cards as they are, the row has all of its own words", () => {
    const [variant] = varyLesson(computeLesson(demoLesson("lock-in-block-letters")), 1, 1);
    expect(variant?.byTheCards).toBe(false);
    expect(variant && differences(variant.computed).differences).toEqual([]);
  });
});
