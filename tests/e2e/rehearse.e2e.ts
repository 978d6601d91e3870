import { applyChanges } from "#core/document/changes";
import { computeLesson } from "#core/document/pipeline";
import { holdsToAdd } from "#core/document/proposals";
import { findPaperToPicture, paperToPicture } from "#core/ground/geometry";
import {
  beside,
  copyOf,
  DEMO,
  documentOf,
  expect,
  overlayStrokes,
  saved,
  seek,
  shownMoment,
  shownStrokes,
  test,
} from "./bench-hand.ts";

test("at twenty moments the overlay over the take shows exactly the scheduled strokes", async ({ page }) => {
  const computed = computeLesson(await documentOf(page, DEMO));
  await page.goto(`/lessons/${DEMO}/rehearse`);
  await expect(page.locator("video")).toHaveJSProperty("readyState", 4);
  let state = 20_261_126;
  const random = () => {
    state = (state * 16807) % 2147483647;
    return state / 2147483647;
  };
  let drawn = 0;
  for (let i = 0; i < 20; i++) {
    await seek(page, random() * (computed.schedule.totalMs - 500));
    const { atMs, strokes } = await shownMoment(page);
    const due = overlayStrokes(computed, atMs);
    expect(strokes, `at ${atMs} ms`).toEqual(due);
    drawn += due.length;
  }
  expect(drawn).toBeGreaterThan(50);
});

test("with waits in the lesson, the step chosen in the strip is the step shown, in its words and at its time", async ({
  page,
}) => {
  const id = await copyOf(page, (lesson) => {
    const holds = holdsToAdd(computeLesson(lesson));
    const changed = holds && applyChanges(lesson, holds);
    if (!changed?.ok) throw new Error("no waits to add");
    return changed.value.lesson;
  });
  const { steps, schedule } = computeLesson(await documentOf(page, id));
  await page.goto(`/lessons/${id}/rehearse`);
  await expect(page.locator("video")).toHaveJSProperty("readyState", 4);
  const screen = page.locator("[data-at-ms]");
  for (const number of [9, 2, 12, 6]) {
    const [step, window] = [steps[number - 1], schedule.windows[number - 1]];
    if (!step || !window) throw new Error(`no step ${number}`);
    await page.getByRole("button", { name: `Step ${number}: ${step.title}` }).click();
    await expect(page.getByRole("heading", { name: `${number} ${step.title}` })).toBeVisible();
    // It stays: nothing takes it back to the end of the step before once the video has found its frame.
    await page.waitForTimeout(600);
    await expect(page.getByRole("heading", { name: `${number} ${step.title}` })).toBeVisible();
    const at = Number(await screen.getAttribute("data-at-ms"));
    expect(at).toBeGreaterThanOrEqual(window.startMs);
    expect(at).toBeLessThan(window.endMs);
  }
});

test("the lines of the overlay lie where the sheet's corners put them, also after a corner is dragged", async ({
  page,
}) => {
  const id = await copyOf(page);
  const lesson = await documentOf(page, id);
  const corners = lesson.takes[0]?.corners;
  await page.goto(`/lessons/${id}/rehearse`);
  await seek(page, 24_000);
  const line = page.locator('[data-overlay] [data-stroke="sheet/horizon"]');
  // In pieces, where the wall will cover it: the first begins at the left edge, the last ends at the right one.
  const numbers = (d: string | null) => (d ?? "").match(/-?[\d.]+/g)?.map(Number) ?? [];
  const ends = async () => [
    ...numbers(await line.first().getAttribute("d")).slice(0, 2),
    ...numbers(await line.last().getAttribute("d")).slice(-2),
  ];
  // The horizon runs from edge to edge of the sheet, in pixels of the video.
  const { sheet, view } = lesson;
  const edgeAt = (at: typeof corners, xMm: number) => {
    const toPx = at && findPaperToPicture(sheet.widthMm, sheet.heightMm, at);
    return toPx ? paperToPicture(toPx, { xMm, yMm: view.horizonFromTopMm }) : { xPx: 0, yPx: 0 };
  };
  const before = await ends();
  expect(before[0]).toBeCloseTo(edgeAt(corners, 0).xPx, 1);
  expect(before[3]).toBeCloseTo(edgeAt(corners, sheet.widthMm).yPx, 1);

  await beside(page, "Sheet");
  await page.getByRole("button", { name: "Place the sheet's corners" }).click();
  const grip = page.locator('[data-corner="topLeft"]');
  const box = await grip.locator("circle").first().boundingBox();
  if (!box) throw new Error("no corner handle");
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 40, box.y + box.height / 2 + 20, { steps: 5 });
  await page.mouse.up();
  await saved(page);
  const moved = (await documentOf(page, id)).takes[0]?.corners;
  expect((moved?.topLeft.xPx ?? 0) - (corners?.topLeft.xPx ?? 0)).toBeGreaterThan(25);
  expect((await ends())[0]).toBeCloseTo(edgeAt(moved, 0).xPx, 1);
  // Once they are right, the overlay's colours go by the paper as it is in the picture.
  await page.getByRole("button", { name: "Corners are right" }).click();
  await expect
    .poll(async () => (await documentOf(page, id)).takes[0]?.tones?.paper)
    .toMatch(/^#f[0-9a-f]f[0-9a-f]e[0-9a-f]$/);
});

test("playing draws strokes on, at half speed half as fast, and pausing holds them", async ({ page }) => {
  await page.goto(`/lessons/${DEMO}/rehearse`);
  await expect(page.locator("video")).toHaveJSProperty("readyState", 4);
  await seek(page, 40_000);
  const at = async () => Number(await page.locator("[data-at-ms]").getAttribute("data-at-ms"));
  const both = () =>
    page.evaluate(() => ({
      lessonMs: Number(document.querySelector("[data-at-ms]")?.getAttribute("data-at-ms")),
      realMs: performance.now(),
      rate: document.querySelector("video")?.playbackRate,
    }));
  await page.getByText("half", { exact: true }).click();
  await page.getByRole("button", { name: "Play" }).click();
  const start = await both();
  await expect.poll(async () => (await both()).lessonMs).toBeGreaterThan(start.lessonMs + 500);
  const then = await both();
  expect(then.rate).toBe(0.5);
  // A busy machine may lag behind half speed; it never runs ahead of it.
  expect((then.lessonMs - start.lessonMs) / (then.realMs - start.realMs)).toBeLessThan(0.75);
  await page.getByRole("button", { name: "Pause" }).click();
  await page.waitForTimeout(200);
  const held = await shownStrokes(page);
  const stopped = await at();
  await page.waitForTimeout(500);
  expect(await at()).toBe(stopped);
  expect(await shownStrokes(page)).toEqual(held);
});

test("without a take the lesson draws itself at its estimated pace, by keyboard alone", async ({ page }) => {
  const id = await copyOf(page, (l) => ({ ...l, takes: [], currentTake: null }));
  await page.goto(`/lessons/${id}/rehearse`);
  await expect(page.getByText("No recording yet")).toBeVisible();
  await page.keyboard.press("n");
  await page.keyboard.press("n");
  await page.keyboard.press("n");
  await expect(page.getByRole("heading", { name: /Far wall: the front, part 2/ })).toBeVisible();
  await page.keyboard.press("Space");
  const at = async () => Number(await page.locator("[data-at-ms]").getAttribute("data-at-ms"));
  const from = await at();
  await expect.poll(at).toBeGreaterThan(from + 400);
  await page.keyboard.press("Space");
  // Space presses the button that has the focus; it plays only where none has.
  await page.getByRole("button", { name: "Next step" }).press("Space");
  await expect(page.getByRole("heading", { name: /Door: heights/ })).toBeVisible();
  await expect(page.getByRole("button", { name: "Play" })).toBeVisible();
});
