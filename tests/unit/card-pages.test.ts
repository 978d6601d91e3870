import { describe, expect, test } from "vitest";
import { computeLesson } from "#core/document/pipeline";
import type { HandOut } from "#core/ground/plan";
import { type Card, makeCards } from "#core/output/handout";
import { demoLesson } from "../demo-lesson.ts";
import { extentOf, laidOut, marksOn, textOf } from "../printed.ts";

const cards = { what: "cards" } as const;

const PAPERS: readonly [HandOut["paper"], number, number][] = [
  ["a4", 210, 297],
  ["letter", 215.9, 279.4],
];
const PER_PAGE: readonly [HandOut["cardsPerPage"], columns: number, rows: number][] = [
  [1, 1, 1],
  [2, 1, 2],
  [4, 2, 2],
  [6, 2, 3],
];

/** Height of the strip at the foot of a page, by how many cards stand on it. */
const STRIP = { 1: 34, 2: 28, 4: 24, 6: 17 } as const;

describe("answers and all the words", () => {
  const nine = demoLesson("crates-nine-ways");
  const asking = makeCards(computeLesson(nine));

  test("what a card asks or leaves out stands on the answer sheet, whole and inside the page", () => {
    const asked = asking.filter((c) => c.answers.length > 0);
    expect(asked.length).toBeGreaterThan(5);
    const { pages } = laidOut(nine, { what: "answers" }, { paper: "a4" });
    const text = textOf(pages);
    for (const { answers } of asked) for (const answer of answers) expect(text).toContain(answer);
    for (const mark of pages.flatMap(marksOn)) {
      const { left, right, top, bottom } = extentOf(mark);
      expect(Math.min(left, top, 210 - right, 297 - bottom), mark.id).toBeGreaterThan(7.9);
    }
  });

  test("for a pupil who was away every card has the words it would have had the first time", () => {
    const { pages, computed } = laidOut(nine, cards, { cardsPerPage: 1, words: "full" });
    const text = textOf(pages);
    for (const { told, sentences } of computed.steps.flatMap((s) => s.acts))
      if (told.moves.length > 0) for (const s of sentences) expect(text).toContain(s);
    expect(text).not.toContain("Which corners");
  });
});

// The glasshouse's cards carry codes to its video, the kiosk's do not.
const LESSONS = ["ticket-kiosk", "glasshouse"];

describe.each(PAPERS)("cards on %s", (paper, width, height) => {
  test.each(
    PER_PAGE.flatMap((grid) =>
      LESSONS.filter((_, i) => i === 0 || grid[0] > 2).map((demo) => [demo, ...grid] as const),
    ),
  )(
    "of %s, %i to a page: each in its own equal place, clear of the border, nothing over another",
    (demo, cardsPerPage, columns, rows) => {
      const { pages, computed, notices } = laidOut(demoLesson(demo), cards, { paper, cardsPerPage });
      const all: (Card | null)[] = [null, ...makeCards(computed)];
      expect(notices).toEqual([]);
      expect(pages).toHaveLength(Math.ceil(all.length / cardsPerPage));
      for (const [p, page] of pages.entries()) {
        const marks = marksOn(page);
        expect(new Set(marks.map((m) => m.id)).size).toBe(marks.length);
        expect(page.size).toEqual({ width, height });
        const onPage = all.slice(p * cardsPerPage, (p + 1) * cardsPerPage);
        // The goal and the name stand first of all; what the sheet looks like by then at the foot of each page of cards.
        expect(marks.some((m) => m.id === "goal/name")).toBe(p === 0);
        const last = onPage[onPage.length - 1];
        expect(marks.some((m) => m.id === `after/${last?.stepId}/says`)).toBe(last !== null);
        for (const [i, card] of onPage.entries()) {
          if (!card) continue;
          // A printer's border of 8 mm, and 4 mm of air inside the place.
          const [wide, high] = [(width - 16) / columns, (height - 16 - STRIP[cardsPerPage]) / rows];
          const [x, y] = [8 + (i % columns) * wide, 8 + Math.floor(i / columns) * high];
          const own = marks.filter((m) => m.id.startsWith(`card/${card.stepId}/`));
          expect(own.length).toBeGreaterThan(5);
          for (const mark of own) {
            const { left, right, top, bottom } = extentOf(mark);
            const at = `${mark.id} on card ${card.number}`;
            // A tick on the very edge of the sheet reaches over it.
            const air = mark.kind === "text" ? 3.5 : 2;
            expect(left, at).toBeGreaterThanOrEqual(x + air);
            expect(right, at).toBeLessThanOrEqual(x + wide - air);
            expect(top, at).toBeGreaterThanOrEqual(y + air);
            expect(bottom, at).toBeLessThanOrEqual(y + high - 3);
          }
          const words = own.flatMap((m) =>
            m.kind === "text" && !/\/(picture|slip|after)\//.test(m.id) ? [m] : [],
          );
          for (const [k, a] of words.entries())
            for (const b of words.slice(k + 1)) {
              const [one, other] = [extentOf(a), extentOf(b)];
              const apart = Math.max(
                Math.max(one.left, other.left) - Math.min(one.right, other.right),
                Math.max(one.top, other.top) - Math.min(one.bottom, other.bottom),
              );
              expect(apart, `${a.id} and ${b.id} on card ${card.number}`).toBeGreaterThan(-0.3);
            }
          // The picture is below the head, and above the words or beside them.
          const picture = own.filter((m) => m.id.includes("/picture/")).map(extentOf);
          const line = (part: string) => words.find((m) => m.id.endsWith(`/${part}`));
          const instruction = line("action-1");
          const title = line("title");
          if (!instruction || !title) throw new Error("no words");
          const shown = {
            left: Math.min(...picture.map((e) => e.left)),
            right: Math.max(...picture.map((e) => e.right)),
            top: Math.min(...picture.map((e) => e.top)),
            bottom: Math.max(...picture.map((e) => e.bottom)),
          };
          const [beside, below] = [extentOf(instruction).left, extentOf(instruction).top];
          expect(shown.right <= beside || shown.bottom <= below, `card ${card.number}`).toBe(true);
          expect(shown.top).toBeGreaterThanOrEqual(extentOf(title).bottom - 0.6);
          // It takes the greater part of the card's width, or of the height there is.
          const fills = Math.max(
            (shown.right - shown.left) / (wide - 8),
            (shown.bottom - shown.top) / ((cardsPerPage === 2 ? high : below - y) - 20),
          );
          expect(fills, `card ${card.number}`).toBeGreaterThan(cardsPerPage === 6 ? 0.35 : 0.5);
        }
        // Cut marks stand between the places and above the foot, and are printed: inside the border.
        const cuts = marks.filter((m) => m.id.startsWith("cut/")).map(extentOf);
        expect(cuts).toHaveLength(2 * (columns - 1) + 2 * rows);
        for (const { left, right, top, bottom } of cuts) {
          const upright = left === right;
          const place = upright ? left : top;
          const [whole, n] = upright ? [width - 16, columns] : [height - 16 - STRIP[cardsPerPage], rows];
          const step = ((place - 8) * n) / whole;
          expect(Math.abs(step - Math.round(step))).toBeLessThan(1e-9);
          expect(Math.min(left, top, width - right, height - bottom)).toBeGreaterThanOrEqual(8 - 1e-9);
        }
      }
    },
  );
});
