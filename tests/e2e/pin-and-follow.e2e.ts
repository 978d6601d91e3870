import { computeLesson } from "#core/document/pipeline";
import { placeInWords } from "#core/document/proposals";
import { isSure } from "#core/time/placing";
import { readLabelled } from "../narrations/labelled.ts";
import { copyOf, documentOf, expect, saved, test } from "./bench-hand.ts";

test("steps are placed in speech as it is really spoken: sure, doubtful and not said apart; two are pinned, and the rest follow", async ({
  page,
}) => {
  const { cues } = readLabelled("tests/narrations/spoken/held/12-glasshouse.txt");
  const id = await copyOf(page, (l) => ({
    ...l,
    title: "Told in the rain",
    takes: l.takes.map((t) => ({
      ...t,
      video: null,
      narration: { fileName: "rain.vtt", cues: [...cues] },
      anchors: {},
    })),
  }));
  await page.goto(`/lessons/${id}/narrate`);
  await page.getByRole("button", { name: "Place the steps by their words" }).click();
  await expect(
    page.getByText(/^\d+ steps placed by their words, \d+ to look at, \d+ not said\.$/),
  ).toBeVisible();
  await expect(page.getByRole("heading", { name: "Nothing seems to be said of" })).toBeVisible();
  await expect(page.getByRole("heading", { name: "Pin this one first" })).toBeVisible();
  await expect(page.getByRole("button", { name: /^Step \d+ perhaps starts here/ }).first()).toBeVisible();
  await saved(page);

  /** What the model says of the saved pins; all that is sure must stand there, and nothing else but the pins. */
  const followed = async () => {
    const lesson = await documentOf(page, id);
    const anchors = lesson.takes[0]?.anchors ?? {};
    const pinned = new Set(Object.keys(anchors).filter((step) => !anchors[step]?.found));
    const { places } = placeInWords(computeLesson(lesson), pinned);
    const sure = places.filter((p) => isSure(p) && (p.said || pinned.has(p.stepId)));
    return {
      pinned,
      saved: Object.fromEntries(Object.entries(anchors).map(([step, a]) => [step, a.wordId])),
      expected: Object.fromEntries(sure.map((p) => [p.stepId, p.wordId])),
    };
  };
  const before = await followed();
  expect(before.pinned.size).toBe(0);
  expect(before.saved).toEqual(before.expected);
  expect(Object.keys(before.saved).length).toBeGreaterThan(6);

  // The right bench is told by nobody where the floor is: pinned there, what was found after it must give way.
  const pin = async (step: string, from: RegExp, nth: number) => {
    await page.getByRole("button", { name: step, exact: true }).click();
    await page.locator("[data-word]").filter({ hasText: from }).nth(nth).click();
    await expect(
      page.getByRole("button", { name: new RegExp(`^${step.replace(":", " starts here:")}`) }),
    ).toBeVisible();
    await saved(page);
  };
  await pin("Step 19: Right bench: the front", /^floor$/, 0);
  const once = await followed();
  expect([...once.pinned]).toEqual(["right-bench/front"]);
  expect(once.saved).toEqual(once.expected);
  expect(once.saved).not.toEqual(before.saved);
  await pin("Step 5: Door: heights", /^rectangle,$/, 0);
  const twice = await followed();
  expect([...twice.pinned].sort()).toEqual(["door/heights", "right-bench/front"]);
  expect(twice.saved).toEqual(twice.expected);

  // A pin and what followed it are one gesture.
  await page.getByRole("button", { name: "Undo" }).click();
  await saved(page);
  expect((await followed()).saved).toEqual(once.saved);
});
