import type { Page } from "@playwright/test";
import { computeLesson } from "#core/document/pipeline";
import { copyOf, documentOf } from "./bench-hand.ts";
import { expect, test } from "./own-server.ts";

const QUAY = "crates-on-the-quay-straight-ahead";

/** One crate on the sheet: five steps. */
const oneCrate = (page: Page) =>
  copyOf(
    page,
    (l) => ({
      ...l,
      title: "One crate",
      plan: { ...l.plan, centre: "none" },
      objects: l.objects.slice(0, 1),
      frontToBack: l.frontToBack.slice(0, 1),
      steps: {},
      tasks: [],
    }),
    QUAY,
  );

const now = (page: Page) => page.getByRole("region", { name: "Now" });
/** Presses on until a step is in hand: on a slow machine what was shown may have run into its wait meanwhile. */
const onTo = async (page: Page, step: number) => {
  const heading = now(page).getByRole("heading");
  while (Number.parseInt(await heading.innerText(), 10) < step) await page.keyboard.press("Space");
};
const key = async (page: Page, name: string, of: Page = page) => {
  await page.keyboard.press(name);
  // What was pressed is seen before the next press.
  await of.clock.runFor(250);
};

test("the waits a class needs are taken; one is made longer in class and a slip is marked; the record tells, and its proposal is taken and undone", async ({
  page,
}) => {
  const id = await oneCrate(page);
  expect(computeLesson(await documentOf(page, id)).steps).toHaveLength(5);
  await page.goto(`/lessons/${id}/teach`);
  // A class of their own: reckoned with at once, and let go of again.
  const line = page.getByLabel("A line takes them");
  await line.fill("25");
  await line.press("Enter");
  await expect.poll(async () => (await documentOf(page, id)).plan.classPace).toEqual({ lineMs: 25_000 });
  await page.getByRole("button", { name: "yours ×" }).click();
  await expect(line).toHaveValue(/^1\d(\.\d)? s$/);
  await expect.poll(async () => (await documentOf(page, id)).plan.classPace).toBeUndefined();
  const held = async () =>
    Object.values((await documentOf(page, id)).steps).filter((s) => s.holdMs !== undefined).length;
  // The answer to the save before lets the class run once more: a press that falls into that moment does nothing.
  await expect(async () => {
    if ((await held()) === 0)
      await page.getByRole("button", { name: /^Take .* waits/ }).click({ timeout: 10_000 });
    await expect.poll(held, { timeout: 10_000 }).toBeGreaterThanOrEqual(4);
  }).toPass();
  const taken = await documentOf(page, id);
  await expect(page.getByText(/The waits keep 85 % of the class/)).toBeVisible();
  await expect(page.getByRole("img", { name: /at least 8\d % of the class are in step/ })).toBeVisible();

  await page.getByLabel("Group").first().fill("Saturday 9–11s");
  await page.clock.install();
  await page.getByRole("button", { name: "Begin the class" }).click();
  await expect(now(page)).toContainText("1 Draw the horizon");
  const steps = computeLesson(taken).steps;
  const slipAt = steps.findIndex((s) => s.usualSlip !== "" && s.kind === "draw-along" && s.number > 2);
  const longAt = slipAt === 3 ? 4 : 3;
  const windows = computeLesson(taken).schedule.windows;
  for (const [i, step] of steps.entries()) {
    await expect(now(page)).toContainText(`${i + 1} ${step.title}`);
    await expect(
      page.getByText(i < 4 ? `Next: ${i + 2}. ${steps[i + 1]?.title}` : "The last step"),
    ).toBeVisible();
    if (i === slipAt) await key(page, "x");
    await page.clock.runFor(2000);
    await key(page, "Space");
    const wait = page.getByRole("timer", { name: "Time left to draw" });
    if (await wait.isVisible()) {
      if (i === longAt) {
        await key(page, "w");
        const planned = (windows[i]?.endMs ?? 0) - (windows[i]?.startMs ?? 0);
        await page.clock.runFor(planned + 60_000);
        await expect(page.getByRole("timer", { name: "Past the wait" })).toBeVisible();
      }
      await key(page, "Space");
    }
  }
  await expect(page.getByRole("heading", { name: "The class is over" })).toBeVisible();
  await expect(page.getByText(new RegExp(`Step ${longAt + 1}, .* longer than planned`))).toBeVisible();
  await page.getByLabel("What to change next time").fill("More time for the last corner.");
  await page.getByRole("button", { name: "Into the record" }).click();
  await page.clock.runFor(5000);
  await page.getByRole("link", { name: "To the record" }).click();

  const row = page.getByRole("row").filter({ hasText: "Saturday 9–11s" });
  await expect(row).toContainText("More time for the last corner.");
  await row.getByRole("button").click();
  const slips = page.getByLabel(`${steps[slipAt]?.title}: slips`);
  await expect(slips).toHaveValue("1");
  await slips.fill("3");
  await slips.press("Enter");
  await expect(row).toContainText("3");
  await page.getByRole("button", { name: "Back to what it was" }).click();
  await expect(slips).toHaveValue("1");
  const ask = page.getByRole("region", { name: "What the classes speak for" });
  await expect(ask).toContainText(`Step ${longAt + 1} "${steps[longAt]?.title}" ran over in the one class.`);
  await expect(ask).toContainText(`A slip was seen in step ${slipAt + 1}`);
  const proposed = ask
    .getByRole("listitem")
    .filter({ hasText: `Step ${longAt + 1} "` })
    .last();
  await ask
    .getByRole("button", { name: /^(Wait \d|Cut it in two)/ })
    .first()
    .click();
  await page.clock.runFor(2000);
  await expect
    .poll(async () => JSON.stringify((await documentOf(page, id)).steps))
    .not.toBe(JSON.stringify(taken.steps));
  await expect(proposed).toBeHidden();
  await page.keyboard.press("Control+z");
  await page.clock.runFor(2000);
  await expect.poll(async () => (await documentOf(page, id)).steps).toEqual(taken.steps);
});

test("a class goes on after a reload, with the lesson it began with, and the desk follows and leads", async ({
  page,
  context,
}) => {
  const id = await oneCrate(page);
  await page.goto(`/lessons/${id}/teach`);
  await page.getByLabel("Group").first().fill("Tuesday club");
  await page.getByRole("button", { name: "Begin the class" }).click();
  await expect(now(page)).toContainText("1 Draw the horizon");
  const [desk] = await Promise.all([
    context.waitForEvent("page"),
    page.getByRole("link", { name: "Your desk" }).click(),
  ]);
  await desk.waitForLoadState();
  await expect(desk.getByRole("region", { name: "Script" })).toContainText("Next: 2.");
  await desk.bringToFront();
  await desk.keyboard.press("s");
  await desk.keyboard.press("Space");
  await desk.keyboard.press("Space");
  await expect(desk.getByRole("complementary", { name: "Clock" })).toContainText("2 of 5");
  await page.bringToFront();
  await expect(now(page)).toContainText("2 Mark the vanishing point");

  // Elsewhere the lesson is changed: another title, and another width of the crate.
  await page.request.post(`/lessons/${id}/save`, {
    data: { intent: "changes", base: 1, changes: [{ id: "plan", field: "centre", value: "measure" }] },
  });
  await expect(
    page.getByText(/The lesson was changed since; this class goes on with what it began with/),
  ).toBeVisible();
  await page.reload();
  await expect(now(page)).toContainText("2 Mark the vanishing point");
  await page.keyboard.press("b");
  await page.keyboard.press("b");
  await expect(now(page)).toContainText("1 Draw the horizon");
  await expect(page.getByRole("button", { name: /They are stuck/ })).toContainText("1");
  await page.goto(`/lessons/${id}/teach`);
  await expect(page.getByRole("heading", { name: "A class is under way" })).toBeVisible();
  await page.getByRole("button", { name: "Go on with it" }).click();
  await expect(now(page)).toContainText("1 Draw the horizon");
  await expect(now(page)).toContainText("Standing still");
  // A button that was clicked does not take the next key: Space goes on.
  const stuck = page.getByRole("button", { name: /They are stuck/ });
  await stuck.click();
  await page.keyboard.press("Space");
  await expect(now(page)).not.toContainText("Standing still");
  await expect(stuck).toContainText("2");
});

test("lessons are put into a course, in order, one on the sheet of another, and it all is taken back", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByLabel("Title of a new course").fill("Spring on the quay");
  await page.getByRole("button", { name: "Begin a course" }).click();
  for (const title of ["Crates on the quay, straight ahead", "The ticket kiosk"]) {
    await page.getByRole("combobox", { name: "A lesson of the shelf" }).click();
    await page.getByRole("option", { name: title, exact: true }).click();
    await page.getByRole("button", { name: "Put it in" }).click();
    await expect(page.getByRole("heading", { name: title, level: 2 })).toBeVisible();
  }
  const order = () => page.getByRole("listitem").getByRole("heading", { level: 2 }).allTextContents();
  await page.getByRole("button", { name: "The ticket kiosk earlier" }).press("Enter");
  await expect.poll(order).toEqual(["The ticket kiosk", "Crates on the quay, straight ahead"]);
  const materials = page.getByRole("region", { name: "Materials" });
  await expect(materials.getByRole("row").filter({ hasText: "One sheet each" })).toContainText("48");
  await page.getByRole("button", { name: "Go on from its sheet" }).first().click();
  await expect(page.getByText("Begins on the finished sheet of The ticket kiosk")).toBeVisible();
  await expect(materials.getByRole("row").filter({ hasText: "One sheet each" })).toContainText("48");
  await expect(page.getByRole("status").filter({ hasText: /^Saved$/ })).toBeVisible();
  for (const left of [3, 2, 2])
    await page.keyboard
      .press("Control+z")
      .then(() => expect.poll(async () => (await order()).length).toBeLessThanOrEqual(left));
  await page.goto("/");
  const course = page.getByRole("article").filter({ hasText: "Spring on the quay" });
  const sheets = course.getByRole("listitem");
  await expect(sheets).toHaveCount(2);
  // On the shelf its sheets are dragged into another order, and letting go opens none of them.
  const [first, second] = [await sheets.nth(0).boundingBox(), await sheets.nth(1).boundingBox()];
  if (!first || !second) throw new Error("no sheets");
  await page.mouse.move(first.x + 40, first.y + 40);
  await page.mouse.down();
  await page.mouse.move(first.x + 70, first.y + 44, { steps: 4 });
  await page.mouse.move(second.x + 60, second.y + 44, { steps: 8 });
  await page.mouse.up();
  await expect(sheets.first().getByRole("link")).toHaveAttribute("href", /the-ticket-kiosk$/);
  expect(new URL(page.url()).pathname).toBe("/");
});

test.describe("without a server", () => {
  test.use({
    expectedErrors: [
      /ERR_FAILED|ERR_CONNECTION_REFUSED|ERR_EMPTY_RESPONSE|ERR_CONNECTION_RESET|ERR_INCOMPLETE_CHUNKED/,
    ],
  });

  test("a class goes on while the server is dead, with its recording, and nothing that was marked is lost", async ({
    page,
    own,
  }) => {
    const o = await own();
    const { home } = o.server;
    const bundle = await page.request.get("/lessons/the-lock-keepers-glasshouse/bundle");
    const put = await page.request.put(`${home}/bundles`, {
      headers: { "Content-Type": "application/zip" },
      data: await bundle.body(),
    });
    const { id } = (await put.json()) as { id: string };
    await page.goto(`${home}/lessons/${id}/teach`);
    await page.getByLabel("Group").first().fill("Holiday week");
    await page.getByRole("button", { name: "Begin the class" }).click();
    await expect(now(page)).toContainText("1 ");
    await page.keyboard.press("s");
    await expect(page.getByText(/Needs no network/)).toBeVisible();
    await o.server.kill();
    await onTo(page, 2);
    await page.keyboard.press("s");
    await onTo(page, 3);
    await expect(now(page)).toContainText("3 Far wall");
    // The recording plays on from the copy that this browser has.
    const video = page.locator("video");
    await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.src.startsWith("blob:"))).toBe(true);
    const at = () => video.evaluate((v: HTMLVideoElement) => v.currentTime);
    const before = await at();
    await expect.poll(at).toBeGreaterThan(before);
    // Also a window that is opened anew finds its class, without a server.
    await page.reload();
    await expect(now(page)).toContainText("3 Far wall");
    await expect(now(page)).toContainText("Standing still");
    await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.src.startsWith("blob:"))).toBe(true);
    await page.keyboard.press("Space");
    const again = await at();
    await expect.poll(at).toBeGreaterThan(again);
    await page.getByRole("button", { name: "End the class" }).click();
    await page.getByRole("button", { name: "Into the record" }).click();
    await expect(page.getByRole("heading", { name: "On its way into the record" })).toBeVisible();
    await o.restart();
    await expect(page.getByRole("heading", { name: "No class is under way" })).toBeVisible();
    const table = await (await fetch(`${home}/lessons/${id}/classes`)).text();
    const stuck = table
      .split("\r\n")
      .slice(1)
      .map((line) => Number(line.split(",")[9] ?? 0));
    expect(table).toContain("Holiday week");
    expect(stuck.filter(Boolean)).toEqual([1, 1]);
  });
});
