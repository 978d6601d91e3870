import { describe, expect, test } from "vitest";
import { type HandOut, layAnswerPages, layCardPages, type Mark, makeCards } from "#core/display";
import { computeLesson } from "#core/pipeline";
import { measureText } from "../../server/pdf/fonts.server.ts";
import { demoLesson } from "../demo-lesson.ts";

const lesson = demoLesson("ticket-kiosk");
const kiosk = computeLesson(lesson);
const cards = makeCards(kiosk);
const handedOut = { ...kiosk, title: lesson.title, ageBand: lesson.plan.ageBand };

interface Extent {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** The paper a mark covers; letters reach three quarters of their size up and a quarter down. */
function extentOf(mark: Mark): Extent {
  if (mark.kind === "text") {
    const width = Math.max(...mark.lines.map((l) => measureText(l, mark.size, mark.weight)));
    const left = mark.at.x - (mark.anchor === "start" ? 0 : mark.anchor === "end" ? width : width / 2);
    const below = (mark.lines.length - 1) * mark.lineHeight;
    return {
      left,
      right: left + width,
      top: mark.at.y - 0.75 * mark.size,
      bottom: mark.at.y + below + 0.25 * mark.size,
    };
  }
  const spots =
    mark.kind === "path"
      ? mark.points
      : mark.kind === "area"
        ? mark.rings.flat()
        : [
            { x: mark.at.x - mark.radius, y: mark.at.y - mark.radius },
            { x: mark.at.x + mark.radius, y: mark.at.y + mark.radius },
          ];
  const [xs, ys] = [spots.map((p) => p.x), spots.map((p) => p.y)];
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
}

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

describe("answers and all the words", () => {
  const nine = demoLesson("crates-nine-ways");
  const computed = computeLesson(nine);
  const asking = makeCards(computed);
  const nineOut = { ...computed, title: nine.title, ageBand: nine.plan.ageBand };
  const textOf = (pages: ReturnType<typeof layCardPages>) =>
    pages
      .flatMap((p) => p.marks)
      .flatMap((m) => (m.kind === "text" ? [m.lines.join(" ")] : []))
      .join("\n");

  test("what a card asks or leaves out stands on the answer sheet, whole and inside the page", () => {
    const asked = asking.filter((c) => c.answers.length > 0);
    expect(asked.length).toBeGreaterThan(5);
    const pages = layAnswerPages(asking, { paper: "a4", cardsPerPage: 4 }, nineOut, measureText);
    const text = textOf(pages);
    for (const { answers } of asked) for (const answer of answers) expect(text).toContain(answer);
    for (const mark of pages.flatMap((p) => p.marks)) {
      const { left, right, top, bottom } = extentOf(mark);
      expect(Math.min(left, top, 210 - right, 297 - bottom), mark.id).toBeGreaterThan(8);
    }
    expect(
      layAnswerPages(cards, { paper: "a4", cardsPerPage: 4, words: "full" }, handedOut, measureText),
    ).toEqual([]);
  });

  test("for a pupil who was away every card has the words it would have had the first time", () => {
    const full = { paper: "a4", cardsPerPage: 1, words: "full" } as const;
    const text = textOf(layCardPages(asking, full, nineOut, measureText));
    for (const { told, sentences } of computed.steps.flatMap((s) => s.acts))
      if (told.moves.length > 0) for (const s of sentences) expect(text).toContain(s);
    expect(text).not.toContain("Which corners");
  });
});

describe.each(PAPERS)("cards on %s", (paper, width, height) => {
  test.each(PER_PAGE)(
    "%i to a page: each in its own equal place, clear of the border, nothing over another",
    (cardsPerPage, columns, rows) => {
      const pages = layCardPages(cards, { paper, cardsPerPage }, handedOut, measureText);
      expect(pages).toHaveLength(Math.ceil(cards.length / cardsPerPage));
      for (const [p, page] of pages.entries()) {
        expect(page.box).toEqual({ x: 0, y: 0, width, height });
        const onPage = cards.slice(p * cardsPerPage, (p + 1) * cardsPerPage);
        for (const [i, card] of onPage.entries()) {
          // A printer's border of 8 mm, and 4 mm of air inside the place.
          const [wide, high] = [(width - 16) / columns, (height - 16) / rows];
          const [x, y] = [8 + (i % columns) * wide, 8 + Math.floor(i / columns) * high];
          const own = page.marks.filter((m) => m.id.startsWith(`card/${card.stepId}/`));
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
          expect(fills, `card ${card.number}`).toBeGreaterThan(0.55);
        }
        // Cut marks stand between the places, at the edges of the page, and nowhere else.
        const cuts = page.marks.filter((m) => m.id.startsWith("cut/")).map(extentOf);
        expect(cuts).toHaveLength(2 * (columns - 1) + 2 * (rows - 1));
        for (const { left, right, top, bottom } of cuts) {
          const upright = left === right;
          const place = upright ? left : top;
          const [whole, n] = upright ? [width, columns] : [height, rows];
          const step = ((place - 8) * n) / (whole - 16);
          expect(Math.abs(step - Math.round(step))).toBeLessThan(1e-9);
          expect(upright ? bottom - top : right - left).toBeCloseTo(4, 9);
          const [near, far] = upright ? [top, bottom] : [left, right];
          expect(Math.min(near, (upright ? height : width) - far)).toBeCloseTo(2, 9);
        }
      }
    },
  );
});
