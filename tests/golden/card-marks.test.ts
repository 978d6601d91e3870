import { createHash } from "node:crypto";
import { describe, expect, test } from "vitest";
import { computeLesson } from "#core/document/pipeline";
import { cardMark, makeCards, stateOfPrinted } from "#core/output/handout";
import { DEMO_NAMES, demoLesson } from "../demo-lesson.ts";

const cardsOf = (demo: string) => makeCards(computeLesson(demoLesson(demo)));

describe.each(DEMO_NAMES)("cards of %s", (demo) => {
  const cards = cardsOf(demo);
  const now = cards.map(({ stepId, number, startMs, mark }) => ({ id: stepId, number, startMs, mark }));

  test("printed while marks were of another version are said to be older, and only these", () => {
    for (const printed of now) {
      for (const before of [`2${printed.mark.slice(1)}`, printed.mark.slice(1), "AAAAAA"])
        expect(stateOfPrinted({ ...printed, mark: before }, now)).toBe("older");
      expect(stateOfPrinted(printed, now)).toBe("good");
    }
    // A step that is gone was told by an older version too.
    expect(stateOfPrinted({ id: "gone/erase", number: 1, startMs: 0, mark: "2ABCDEF" }, now)).toBe("older");
  });

  test("have marks of their own that change with every word and every line", () => {
    expect(new Set(cards.map((c) => c.mark)).size).toBe(cards.length);
    for (const card of cards) {
      expect(card.mark).toMatch(/^4[2-9A-HJKMNP-TV-Z]{6}$/);
      for (const field of ["title", "instruction", "why", "check", "notes", "slip"] as const)
        expect(cardMark({ ...card, [field]: `${card[field]}.` })).not.toBe(card.mark);
      expect(cardMark({ ...card, number: card.number + 1 })).not.toBe(card.mark);
      const fewer = { ...card.picture, marks: card.picture.marks.slice(0, -1) };
      expect(cardMark({ ...card, picture: fewer })).not.toBe(card.mark);
      // Lesson time is no part of it.
      expect(cardMark({ ...card, ...{ startMs: card.startMs + 5000 } })).toBe(card.mark);
    }
  });
});

test("a mark is SHA-256 of picture and words, by another implementation of it", () => {
  const [card] = cardsOf("quay-crates");
  if (!card) throw new Error("no card");
  const { picture, signs, number, title, instruction, why, check, notes, slip } = card;
  const text = JSON.stringify(
    [picture.box, picture.marks, signs, { number, title, instruction, why, check, notes, slip }],
    (_, value) => (typeof value === "number" ? Math.round(value * 100) / 100 : value),
  );
  let rest = createHash("sha256").update(text).digest().readBigUInt64BE(0);
  let letters = "";
  for (let i = 0; i < 6; i++) {
    letters += "23456789ABCDEFGHJKMNPQRSTVWXYZ"[Number(rest % 30n)];
    rest /= 30n;
  }
  expect(card.mark).toBe(`4${letters}`);
});

test("a mark of a version that is not known yet is not taken for this one", () => {
  const [card] = cardsOf("quay-crates");
  if (!card) throw new Error("no card");
  const now = { id: card.stepId, number: card.number, startMs: card.startMs, mark: card.mark };
  expect(stateOfPrinted({ ...now, mark: `5${card.mark.slice(1)}` }, [now])).toBe("stale");
});
