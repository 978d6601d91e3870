import { test as base, expect, type Page } from "@playwright/test";
import { type Lesson, parseLesson } from "#core/document/lesson";
import { type ComputedLesson, overlaySourceOf } from "#core/document/pipeline";
import { strokeIdOf } from "#core/showing/display";
import { fitRecording, fitSheet, overlayOf } from "#core/showing/overlay";

/** A page on which any console error or uncaught exception fails the test. */
export const test = base.extend<{ page: Page; expectedErrors: RegExp[] }>({
  // Answers such as 404 are logged by the browser itself; a test that asks for one says so.
  // biome-ignore lint/correctness/noEmptyPattern: the test runner reads fixtures off the pattern
  expectedErrors: async ({}, use) => use([]),
  page: async ({ page, expectedErrors }, use) => {
    const errors: string[] = [];
    page.on("console", (m) => {
      if (m.type() === "error" && !expectedErrors.some((e) => e.test(m.text()))) errors.push(m.text());
    });
    page.on("pageerror", (e) => errors.push(e.message));
    await use(page);
    expect(errors, "console errors").toEqual([]);
  },
});

export { expect };

export const DEMO = "the-lock-keepers-glasshouse";

/** The document of a lesson as the server has it now. */
export type Box = Extract<Lesson["objects"][number], { recipe: "box" }>;

/** The boxes of a lesson, in drawing order. */
export function boxesOf(lesson: Lesson): Box[] {
  return lesson.objects.filter((o): o is Box => o.recipe === "box");
}

export async function documentOf(page: Page, lessonId: string): Promise<Lesson> {
  // A kept connection may be closed by the server in the very moment it is used again: asked once more.
  const answer = await page.request.get(`/lessons/${lessonId}/file`, { maxRetries: 2 });
  const parsed = parseLesson(await answer.json());
  if (!parsed.ok) throw new Error(parsed.findings[0]?.message);
  return parsed.value;
}

/**
 * A copy of a lesson on the shelf, brought in as a file without the pages (they have tests of their own); returns its
 * address. Nothing of it is open yet.
 */
export async function copyOf(
  page: Page,
  change: (lesson: Lesson) => Lesson = (l) => l,
  from = DEMO,
): Promise<string> {
  const lesson = change(await documentOf(page, from));
  const file = {
    name: "lesson.json",
    mimeType: "application/json",
    buffer: Buffer.from(JSON.stringify(lesson)),
  };
  const answer = await page.request.post("/?index", {
    multipart: { intent: "bring-in", file },
    maxRedirects: 0,
  });
  expect(answer.status(), await answer.text()).toBe(302);
  return answer.headers().location?.split("/")[2] ?? "";
}

/** Chooses a file behind "Bring in a lesson file". */
export async function bringIn(page: Page, name: string, content: string): Promise<void> {
  const choosing = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: "Bring in a lesson file" }).click();
  await (await choosing).setFiles({ name, mimeType: "application/json", buffer: Buffer.from(content) });
}

/** Waits until the page says that everything is saved. */
export async function saved(page: Page): Promise<void> {
  await expect(page.getByRole("status").filter({ hasText: /^Saved$/ })).toBeVisible();
}

/** Does something rare with the chosen thing or step: behind one more press, by keys alone. */
export async function doMore(page: Page, name: string | RegExp): Promise<void> {
  await page.getByRole("button", { name: /^More to do with/ }).press("Enter");
  await page.getByRole("menuitem", { name }).press("Enter");
}

/** Drags a handle on the sheet by a distance in screen pixels. */
export async function dragHandle(page: Page, handleId: string, dx: number, dy: number): Promise<void> {
  const box = await page.locator(`[data-handle="${handleId}"] > circle`).first().boundingBox();
  if (!box) throw new Error(`handle ${handleId} is not on the page`);
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 4 });
  await page.mouse.move(x + dx, y + dy, { steps: 4 });
  await page.mouse.up();
}

/** Goes to a lesson time in Rehearse and waits until the frame of that time is on the screen. */
export async function seek(page: Page, ms: number): Promise<number> {
  const screen = page.locator("[data-at-ms]");
  const time = page.getByRole("slider", { name: "Lesson time" });
  // A page that is still waking up does not hear the first turn of the slider.
  await expect(async () => {
    await time.fill(String(Math.round(ms / 10) * 10 + 10));
    await time.fill(String(Math.round(ms / 10) * 10));
    await expect
      .poll(async () => Math.abs(Number(await screen.getAttribute("data-at-ms")) - ms), { timeout: 4000 })
      .toBeLessThan(120);
  }).toPass();
  // The frame of an earlier turn may still be on its way.
  await page.waitForTimeout(150);
  return Number(await screen.getAttribute("data-at-ms"));
}

/** The overlay as one moment: the time it shows and the ids of its strokes, once for each mark, sorted. */
export async function shownMoment(page: Page): Promise<{ atMs: number; strokes: string[] }> {
  const moment = await page.locator("[data-at-ms]").evaluate((screen) => ({
    atMs: Number(screen.getAttribute("data-at-ms")),
    strokes: [...screen.querySelectorAll("[data-overlay] [data-stroke]")].map(
      (e) => e.getAttribute("data-stroke") ?? "",
    ),
  }));
  return { ...moment, strokes: moment.strokes.sort() };
}

/** The strokes the overlay must show at a moment of lesson time, once for each mark, sorted; `missing`: without the recording. */
export function overlayStrokes(computed: ComputedLesson, atMs: number, missing = false): string[] {
  const video = computed.lesson.takes.find((t) => t.id === computed.lesson.currentTake)?.video;
  const picture =
    video && !missing
      ? fitRecording(video, video.widthPx, video.heightPx)
      : fitSheet(computed.sheet, 1280, 720);
  const { lines, drawn } = overlayOf(overlaySourceOf(computed, missing), picture, "lesson")(atMs);
  return [...lines, ...drawn].map((m) => strokeIdOf(m.id)).sort();
}

/** Opens one of the panels beside the picture in Rehearse. */
export async function beside(page: Page, name: "Step" | "Overlay" | "Sheet" | "Take out"): Promise<void> {
  await page.getByRole("radiogroup", { name: "Beside the picture" }).getByText(name, { exact: true }).click();
}

/** The ids of the strokes the overlay shows, once for each mark, sorted. */
export async function shownStrokes(page: Page): Promise<string[]> {
  return (
    await page
      .locator("[data-overlay] [data-stroke]")
      .evaluateAll((all) => all.map((e) => e.getAttribute("data-stroke") ?? ""))
  ).sort();
}
