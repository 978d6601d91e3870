import * as v from "valibot";
import { describe, expect, test } from "vitest";
import { blankLesson, type Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { HandOutSchema } from "#core/ground/plan";
import {
  CALLED,
  HAND_OUTS,
  type HandOutKind,
  layHandOut,
  makeCards,
  OF_CARDS,
  printAgain,
  printsOf,
  wordsUsed,
} from "#core/output/handout";
import { addressAt, VideoAddressSchema } from "#core/time/schedule";
import { measureText } from "../../server/pdf/fonts.server.ts";
import { takeHomePage } from "../../server/take-home/take-home.server.ts";
import { demoLesson } from "../demo-lesson.ts";
import { differences } from "../follower/against.ts";
import { extentOf, laidOut, marksOn, printedAs, textOf } from "../printed.ts";

const ON_PAPER = HAND_OUTS.filter((k) => k !== "take-home");
/** The smallest letters anything is printed in: 6 pt, at the foot of cards. */
const LEAST_TEXT_MM = 1.85;

describe.each([
  ["ticket-kiosk", { paper: "letter", colour: "black" }],
  ["crane-tower", { paper: "a4", marginMm: 12 }],
] as const)("of %s", (demo, handOut) => {
  const lesson = demoLesson(demo);
  // Lots for a row of the class take seconds each: one lesson stands for all.
  const kinds = ON_PAPER.filter((what) =>
    demo === "ticket-kiosk" ? true : ["cards", "booklet", "templates", "recap"].includes(what),
  );

  test.each(kinds)("%s: every mark has a name of its own and lies inside the printer's border", (what) => {
    const wish = what === "variants" ? { what, rows: 1 } : { what };
    const { pages, prints, title } = laidOut(lesson, wish, handOut);
    const margin = "marginMm" in handOut ? handOut.marginMm : 8;
    expect(pages.length).toBeGreaterThan(0);
    expect(prints.length).toBeGreaterThan(0);
    expect(title).toContain(lesson.title);
    for (const page of pages) {
      const marks = marksOn(page);
      expect(new Set(marks.map((m) => m.id)).size, page.alt).toBe(marks.length);
      for (const mark of marks) {
        const { left, right, top, bottom } = extentOf(mark);
        const clear = Math.min(left, top, page.size.width - right, page.size.height - bottom);
        // Letters hardly ever reach the three quarters of their size that are reckoned here.
        expect(clear, `${mark.id} on ${page.alt}`).toBeGreaterThan(
          margin - (mark.kind === "text" ? 0.8 : 0.05),
        );
        if (mark.kind === "text") expect(mark.size, mark.id).toBeGreaterThan(LEAST_TEXT_MM);
      }
      // Read aloud, every page begins with words, and every picture is spoken of.
      const heard = page.parts.filter((p) => p.reads !== "nothing");
      expect(heard.length, page.alt).toBeGreaterThan(0);
      for (const part of heard) if (part.reads === "picture") expect(part.alt.length).toBeGreaterThan(8);
    }
  });
});

test("large print is 18 pt in words and pictures, lists are 9 pt at least", () => {
  const lesson = demoLesson("ticket-kiosk");
  const { pages } = laidOut(lesson, { what: "large-print" });
  for (const mark of pages.flatMap(marksOn))
    if (mark.kind === "text" && /\/(action-\d+|why|check|notes)$/.test(mark.id))
      expect((mark.size * 72) / 25.4, mark.id).toBeGreaterThanOrEqual(17.9);
  for (const what of ["answers", "recap", "checks", "kit", "run-sheet", "variants"] as const)
    for (const mark of laidOut(lesson, what === "variants" ? { what, rows: 1 } : { what }).pages.flatMap(
      marksOn,
    ))
      if (mark.kind === "text" && !mark.id.startsWith("foot/"))
        expect(mark.size, mark.id).toBeGreaterThan(3.17);
});

test("a booklet's pages follow each other once it is folded: the ring of its eight panels", () => {
  const { pages } = laidOut(demoLesson("glasshouse"), { what: "booklet" }, { paper: "a4" });
  expect(pages).toHaveLength(4);
  const [first] = pages;
  if (!first) throw new Error("no page");
  expect(first.size).toEqual({ width: 297, height: 210 });
  // Common practice: in the upper row, heads down, pages 7 6 5 4; below, 8 1 2 3. Page 1 is the cover, page 8 the back.
  const numberAt = (column: number, row: number) => {
    const own = marksOn(first).filter((m) => {
      const { left, right, top, bottom } = extentOf(m);
      return (
        m.kind === "text" &&
        Math.floor((left + right) / 2 / (297 / 4)) === column &&
        Math.floor((top + bottom) / 2 / 105) === row
      );
    });
    const number = own.find((m) => m.id.endsWith("/number"));
    const turned = own.every((m) => (m.kind === "text" && m.onHead === true) === (row === 0));
    expect(turned).toBe(true);
    if (own.some((m) => m.id === "goal/name")) return "cover";
    if (own.some((m) => m.id === "back/title")) return "back";
    return number?.kind === "text" ? Number(number.lines[0]) : null;
  };
  expect([0, 1, 2, 3].map((c) => numberAt(c, 0))).toEqual([6, 5, 4, 3]);
  expect([0, 1, 2, 3].map((c) => numberAt(c, 1))).toEqual(["back", "cover", 1, 2]);
});

describe("for the left hand", () => {
  test.each(["glasshouse", "lock-in-block-letters", "crane-tower"])(
    "the same drawing of %s, begun from the right",
    (demo) => {
      const { computed } = laidOut(demoLesson(demo), { what: "cards" }, { hand: "left" });
      expect(differences(computed).differences).toEqual([]);
    },
  );

  test("families go from the right to the left, and letters from the right", () => {
    const said = (hand: "left" | "right", demo: string) =>
      laidOut(demoLesson(demo), { what: "cards" }, { hand }).computed.steps;
    const guides = (hand: "left" | "right") =>
      said(hand, "glasshouse").find((s) => s.id === "floor/rays")?.instruction[0];
    expect(guides("right")).toMatch(/^From A, C, D and B /);
    expect(guides("left")).toMatch(/^From B, D, C and A /);
    const cuts = (hand: "left" | "right") =>
      said(hand, "lock-in-block-letters")
        .filter((s) => /\/cut-/.test(s.id) && !s.id.includes("~"))
        .map((s) => s.id.split("/cut-")[1]?.charAt(0));
    expect(cuts("right").join("")).toMatch(/^l.*k$/);
    expect(cuts("left").join("")).toMatch(/^k.*l$/);
  });
});

describe("what was printed", () => {
  const lesson = demoLesson("ticket-kiosk");
  const printed = (of: Lesson, what: HandOutKind) => printsOf(printedAs(of), { what }, measureText);
  const handOut = lesson.handOut;
  const longer: Lesson = {
    ...lesson,
    steps: { ...lesson.steps, "sheet/horizon": { instruction: "Draw the horizon where your eyes are." } },
  };

  test.each(HAND_OUTS)("of %s is still good while the lesson is as it was", (what) => {
    const now = printed(lesson, what);
    expect(now.length).toBeGreaterThan(0);
    const log = [{ wish: { what }, handOut, parts: now }];
    expect(printAgain(now, { wish: { what }, handOut }, log)?.ids).toEqual([]);
    // Of another kind nothing was printed.
    const other = what === "kit" ? "recap" : "kit";
    expect(printAgain(printed(lesson, other), { wish: { what: other }, handOut }, log)).toBeNull();
  });

  test("only the cards that changed are to be printed again, measured against the newest print of each", () => {
    const [old, now] = [printed(lesson, "cards"), printed(longer, "cards")];
    const wish = { what: "cards" } as const;
    const before = { wish, handOut, parts: old };
    expect(printAgain(now, { wish, handOut }, [before])?.ids).toEqual(["sheet/horizon"]);
    const some = {
      wish: { ...wish, only: ["sheet/horizon"] },
      handOut,
      parts: now.filter((p) => p.id === "sheet/horizon"),
    };
    expect(printAgain(now, { wish, handOut }, [some, before])?.ids).toEqual([]);
    // For the other hand, or in all words, nothing is printed yet.
    expect(printAgain(now, { wish, handOut: { ...handOut, hand: "left" } }, [before])).toBeNull();
    const { pages } = laidOut(longer, some.wish);
    expect(pages).toHaveLength(1);
    const marks = pages.flatMap(marksOn);
    expect(
      new Set(marks.flatMap((m) => (m.id.startsWith("card/") ? m.id.split("/").slice(1, 3).join("/") : []))),
    ).toEqual(new Set(["sheet/horizon"]));
    expect(marks.some((m) => m.id === "goal/name")).toBe(false);
  });

  test("a code that leads to another address is out of date, a card without one is not", () => {
    const glasshouse = demoLesson("glasshouse");
    const elsewhere = {
      ...glasshouse,
      takes: glasshouse.takes.map((t) => ({
        ...t,
        address: { pattern: "https://osier-lock.example/other?t={s}", clock: "lesson" as const },
      })),
    };
    const wish = { what: "cards" } as const;
    const again = (parts: ReturnType<typeof printed>) =>
      printAgain(printed(elsewhere, "cards"), { wish, handOut }, [{ wish, handOut, parts }])?.ids;
    expect(again(printed(glasshouse, "cards"))).toHaveLength(23);
    expect(again(printed(glasshouse, "cards").map(({ video: _, ...p }) => p))).toEqual([]);
  });
});

describe("what cannot be handed out, or not as wished", () => {
  test("a lesson of no steps is said to have none, in every kind that needs some", () => {
    const blank = blankLesson("Nothing yet", "mm");
    const none = computeLesson({ ...blank, plan: { ...blank.plan, centre: "none", horizon: "none" } });
    const empty = { ...none, steps: [] };
    for (const what of ON_PAPER) {
      const laid = layHandOut(empty, { what }, measureText);
      expect(laid.ok, what).toBe(what === "kit");
      if (!laid.ok) expect(laid.says).toContain("no steps yet");
    }
    expect(takeHomePage(empty)).toMatchObject({ ok: false });
  });

  test("600 letters of own words at six to a page stand on a page of their own, whole, and it is said", () => {
    const lesson = demoLesson("ticket-kiosk");
    const words = `${"Look along the ruler before you draw, and draw once. ".repeat(11).trim()} So it is.`;
    const id = computeLesson(lesson).steps[6]?.id ?? "";
    const own = { ...lesson, steps: { ...lesson.steps, [id]: { instruction: words } } };
    const { pages, notices } = laidOut(
      own,
      { what: "cards" },
      { cardsPerPage: 6, paper: "letter", marginMm: 24 },
    );
    expect(notices).toContain("Card 7 has more words than room at 6 to a page: it has a page of its own.");
    expect(textOf(pages).replace(/\s+/g, " ")).toContain(words);
    const booklet = laidOut(own, { what: "booklet" }, { marginMm: 16 });
    expect(booklet.notices.join()).toContain("Card 7 is printed in smaller letters");
    expect(textOf(booklet.pages).replace(/\s+/g, " ")).toContain(words);
  });

  test("three hundred steps make cards, a poster that is called a wall, and a page to take home", () => {
    const one = computeLesson({ ...demoLesson("quay-crates"), handOut: { paper: "a4", cardsPerPage: 6 } });
    const steps = Array.from({ length: 300 }, (_, i) => {
      const step = one.steps[i % one.steps.length];
      if (!step) throw new Error("no step");
      return { ...step, id: `${step.id}-${i}`, number: i + 1 };
    });
    const many = { ...one, steps };
    const cards = layHandOut(many, { what: "cards" }, measureText);
    expect(cards.ok && numbersOn(cards.pages)).toEqual(steps.map((s) => s.number));
    const poster = layHandOut(many, { what: "poster" }, measureText);
    expect(poster.ok && numbersOn(poster.pages)).toEqual(steps.map((s) => s.number));
    expect(poster.ok && poster.notices.join()).toContain("300 steps make a wall of a poster");
    const page = takeHomePage(many);
    expect(page.ok && page.html.match(/<section /g)?.length).toBe(300);
  });

  const numbersOn = (pages: Parameters<typeof textOf>[0]) =>
    pages
      .flatMap(marksOn)
      .flatMap((m) => (m.kind === "text" && m.id.endsWith("/number") ? [Number(m.lines[0])] : []))
      .sort((a, b) => a - b);

  test("an address without a place for the seconds, or that is none, is refused in words; so is a margin out of reach", () => {
    const refused = (pattern: string) =>
      v.safeParse(VideoAddressSchema, { pattern, clock: "lesson" }).issues?.[0]?.message;
    expect(refused("https://osier-lock.example/glasshouse")).toContain("{s}");
    expect(refused("osier-lock.example?t={s}")).toContain("http");
    expect(refused("https://osier-lock.example?t={s}")).toBeUndefined();
    const margin = (marginMm: number) =>
      v.safeParse(HandOutSchema, { paper: "a4", cardsPerPage: 4, marginMm }).issues?.[0]?.message;
    expect(margin(2)).toContain("a printer does not reach");
    expect(margin(6)).toBeUndefined();
  });

  test("seconds are written into an address as its pattern says", () => {
    const at = (pattern: string) => addressAt({ pattern }, 3_725_900);
    expect(at("https://x.example/?t={s}")).toBe("https://x.example/?t=3725");
    expect(at("https://x.example/#{m}m{s}s")).toBe("https://x.example/#62m5s");
    expect(at("https://x.example/{h}h{m}m{s}s")).toBe("https://x.example/1h2m5s");
  });
});

test("a rubric asks for nothing that the drawing's view or school makes untrue", () => {
  const rubric = (lesson: Lesson) => textOf(laidOut(lesson, { what: "checks" }).pages);
  const pen = demoLesson("quay-crates");
  expect(rubric(demoLesson("glasshouse"))).toContain("Level lines are level");
  expect(rubric(demoLesson("ticket-kiosk"))).not.toContain("Level lines are level");
  expect(rubric(demoLesson("ticket-kiosk"))).toContain("Uprights are upright");
  expect(rubric(demoLesson("crane-tower"))).not.toContain("Uprights are upright");
  expect(rubric(pen)).toContain("rubbed out");
  expect(rubric({ ...pen, plan: { ...pen.plan, erase: "never" } })).not.toContain("rubbed out");
});

test("a run sheet says the waits that the overlay marks: a hold of half a minute stands at its step, and nowhere else", () => {
  const lesson = demoLesson("glasshouse");
  const held = {
    ...lesson,
    takes: lesson.takes.map((t) => ({ ...t, edits: [{ kind: "hold" as const, atMs: 46_000, ms: 30_000 }] })),
  };
  const waits = laidOut(held, { what: "run-sheet" })
    .pages.flatMap(marksOn)
    .flatMap((m) => (m.kind === "text" && m.id.endsWith("/wait") ? m.lines : []));
  expect(waits).toHaveLength(23);
  expect(waits.filter((w) => w !== "–")).toEqual(["0:30"]);
});

test("the words of a lesson are those it uses, and no others", () => {
  const words = (demo: string) => wordsUsed(computeLesson(demoLesson(demo)).steps).map((w) => w.word);
  expect(words("glasshouse")).toContain("arch");
  expect(words("glasshouse")).not.toContain("gable");
  expect(words("ticket-kiosk")).toContain("eaves");
  expect(words("crane-tower")).not.toContain("arch");
});

test("a step is a card under its own id, and every kind has a name and says what it is", () => {
  const computed = computeLesson(demoLesson("ticket-kiosk"));
  const ids = makeCards(computed).map((c) => c.stepId);
  for (const what of OF_CARDS)
    expect(printsOf(computed, { what }, measureText).map((p) => p.id)).toEqual(ids);
  expect(new Set(HAND_OUTS.map((k) => CALLED[k].name)).size).toBe(HAND_OUTS.length);
});
