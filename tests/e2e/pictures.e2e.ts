import { computeLesson } from "#core/document/pipeline";
import { lettersSaid } from "#core/telling/told";
import { beside, boxesOf, copyOf, documentOf, expect, saved, test } from "./bench-hand.ts";

const CRATES = "crates-on-the-quay-straight-ahead";

test("the sheet shows the letters and readings that the chosen step's words speak of, and the strip tells what it is", async ({
  page,
}) => {
  const { steps } = computeLesson(await documentOf(page, CRATES));
  const step = steps.find((s) => s.id === "low-crate/close");
  if (!step) throw new Error("no such step");
  await page.goto(`/lessons/${CRATES}/build?step=${step.id}`);
  const sheet = page.getByRole("group", { name: "The sheet to build on" });
  await expect(sheet.locator("text", { hasText: "36" })).toBeVisible();
  const written = (await sheet.locator("text").allTextContents()).filter((t) => /^[A-Z]\d*$/.test(t));
  expect(new Set(written)).toEqual(new Set(step.instruction.flatMap(lettersSaid)));
  // By keyboard: the strip's next step takes the focus and says its title and kind.
  await page.getByRole("button", { name: `Step ${step.number}: ${step.title}` }).focus();
  await page.keyboard.press("ArrowRight");
  const next = steps[step.number];
  await expect(page.getByRole("tooltip", { name: `${next?.title} · Draw along` })).toBeVisible();
  // What a move is told by can be read whole under the sheet.
  await page.getByRole("button", { name: "One move back" }).click();
  const at = next?.acts.find(({ told }) => told.moves.includes((next?.lastMove ?? 0) - 1));
  await expect(
    page.getByText(`of ${computeLesson(await documentOf(page, CRATES)).moves.length}`),
  ).toBeVisible();
  await expect(page.getByText(at?.sentences.join(" ") ?? "no words").last()).toBeVisible();
});

test("a measure is typed where it stands on the sheet, stepped by arrows, and refused in words", async ({
  page,
}) => {
  const id = await copyOf(page, (l) => ({ ...l, title: "Measured on the sheet" }), CRATES);
  await page.goto(`/lessons/${id}/build`);
  await page.getByRole("button", { name: "1. low crate" }).press("Enter");
  const measures = page.getByRole("group", { name: "Measures of the low crate" });
  await expect(measures.getByRole("textbox")).toHaveCount(5);
  const width = measures.getByRole("textbox", { name: "Width" });
  await expect(width).toHaveValue("70\u00a0mm");
  await width.fill("half a crate");
  await expect(page.getByText("Type a length such as 115 mm or half")).toBeVisible();
  await width.fill("82");
  await width.press("Enter");
  await width.press("ArrowUp");
  await saved(page);
  const crate = async () => boxesOf(await documentOf(page, id)).find((b) => b.id === "low-crate");
  expect((await crate())?.handles.width).toEqual({ mm: 83 });
  const depth = measures.getByRole("textbox", { name: "Depth" });
  await expect(depth).toHaveValue("0.35 of the way");
  await depth.fill("1/3 of the way");
  await depth.press("Enter");
  await saved(page);
  const share = (await crate())?.handles.depth;
  expect(share && "fraction" in share ? share.fraction : 0).toBeCloseTo(1 / 3, 9);
  // The field stands beside the line it measures, on the sheet.
  const [field, desk] = await Promise.all([
    width.boundingBox(),
    page.getByRole("group", { name: "The sheet to build on" }).boundingBox(),
  ]);
  if (!field || !desk) throw new Error("not on the page");
  expect(field.x).toBeGreaterThan(desk.x);
  expect(field.y + field.height).toBeLessThan(desk.y + desk.height);
});

test("at its very start a lesson shows the first step faintly, and letters come with their lines", async ({
  page,
}) => {
  const id = await copyOf(
    page,
    (l) => ({ ...l, title: "What comes", tasks: [], takes: [], currentTake: null }),
    CRATES,
  );
  const { steps, schedule } = computeLesson(await documentOf(page, id));
  await page.goto(`/lessons/${id}/rehearse`);
  // The two creases: a level or upright line has no box of its own to be visible by.
  await expect(page.locator('[data-overlay] [data-stroke^="to-come/"]')).toHaveCount(2);
  const step = steps.find((s) => s.id === "low-crate/front");
  const first = schedule.moves.find((m) => m.moveIndex === step?.firstMove);
  const time = page.getByRole("slider", { name: "Lesson time" });
  const letters = page.locator("[data-signs] text");
  await time.fill(String(Math.round(((first?.startMs ?? 0) + 200) / 10) * 10));
  await expect(letters.filter({ hasText: /^A$/ })).toBeVisible();
  await expect(letters.filter({ hasText: /^D$/ })).toHaveCount(0);
  await beside(page, "Overlay");
  await page
    .getByRole("group", { name: "Shown in the lesson" })
    .getByText("Letters", { exact: true })
    .click();
  await expect(letters.filter({ hasText: /^A$/ })).toHaveCount(0);
});
