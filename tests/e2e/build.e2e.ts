import { boxesOf, copyOf, documentOf, dragHandle, expect, saved, test } from "./bench-hand.ts";

test("from an empty shelf place to a drawn box by pointer: put down, dragged, scrubbed, undone, and safe over a reload", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("textbox", { name: "Title of a new lesson" }).fill("Lamp boxes at the lock");
  await page.getByRole("button", { name: "Start" }).click();
  await page.waitForURL(/\/lessons\/lamp-boxes-at-the-lock[^/]*\/paper/);
  const id = new URL(page.url()).pathname.split("/")[2] ?? "";
  await page.getByRole("link", { name: "Build" }).click();
  await page.getByRole("button", { name: "Box", exact: true }).click();
  const desk = await page.getByRole("group", { name: "The sheet to build on" }).boundingBox();
  if (!desk) throw new Error("no sheet");
  const at = (x: number, y: number) => [desk.x + desk.width * x, desk.y + desk.height * y] as const;
  await page.mouse.move(...at(0.25, 0.6));
  await page.mouse.down();
  await page.mouse.move(...at(0.35, 0.7), { steps: 4 });
  await page.mouse.move(...at(0.42, 0.85), { steps: 4 });
  await page.mouse.up();
  await saved(page);
  const put = boxesOf(await documentOf(page, id));
  expect(put).toHaveLength(1);
  expect(put[0]).toMatchObject({ id: "box-1", depthSetBy: "ground" });
  await expect(page.getByRole("button", { name: /^Step \d+: Box 1/ })).toHaveCount(3);

  await dragHandle(page, "box-1/width", 50, 0);
  await saved(page);
  const wider = boxesOf(await documentOf(page, id))[0];
  expect(JSON.stringify(wider?.handles.width)).not.toBe(JSON.stringify(put[0]?.handles.width));

  await page.getByRole("button", { name: "Undo" }).click();
  await saved(page);
  expect(boxesOf(await documentOf(page, id))).toEqual(put);
  await expect(page.getByRole("button", { name: "Redo" })).toBeEnabled();
  await page.getByRole("button", { name: "Redo" }).click();
  await saved(page);
  expect(boxesOf(await documentOf(page, id))[0]).toEqual(wider);

  // Move by move: the front is there before the guides, the guides before the back.
  const scrub = page.getByRole("slider", { name: "Move by move" });
  const lines = () =>
    page.getByRole("group", { name: "The sheet to build on" }).locator("path[data-stroke^='box-1/']").count();
  await scrub.fill("-1");
  expect(await lines()).toBe(0);
  await scrub.press("End");
  expect(await lines()).toBeGreaterThanOrEqual(7);

  await page.reload();
  expect(boxesOf(await documentOf(page, id))[0]).toEqual(wider);
  await expect(page.getByRole("button", { name: "1. box 1" })).toBeVisible();
});

test("a box is put down, measured, nudged, copied and taken away by keyboard alone", async ({ page }) => {
  const id = await copyOf(page, (l) => ({
    ...l,
    title: "Keyboard quay",
    objects: [],
    frontToBack: [],
    takes: [],
    currentTake: null,
  }));
  await page.goto(`/lessons/${id}/build`);
  await page.getByRole("button", { name: "Box", exact: true }).focus();
  await page.keyboard.press("Enter");
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("slider", { name: "foot of the box 1" })).toBeVisible();
  await saved(page);
  const before = boxesOf(await documentOf(page, id))[0];
  const foot = page.getByRole("slider", { name: "foot of the box 1" });
  await foot.focus();
  await page.keyboard.press("ArrowRight");
  await saved(page);
  await foot.press("ArrowUp");
  await saved(page);
  const after = boxesOf(await documentOf(page, id))[0];
  expect((after?.handles.fromLeftMm ?? 0) - (before?.handles.fromLeftMm ?? 0)).toBeCloseTo(25.4 / 8, 2);
  expect((after?.handles.fromBottomMm ?? 0) - (before?.handles.fromBottomMm ?? 0)).toBeCloseTo(25.4 / 8, 2);
  await page.getByRole("textbox", { name: "Height" }).fill("1 3/4");
  await page.keyboard.press("Enter");
  await saved(page);
  expect(boxesOf(await documentOf(page, id))[0]?.handles.height).toEqual({ mm: 44.45 });
  await page.getByRole("textbox", { name: "Depth" }).fill("1/3");
  await page.keyboard.press("Enter");
  await saved(page);
  await page.getByRole("button", { name: "Copy", exact: true }).press("Enter");
  await expect(page.getByRole("button", { name: "2. box 2" })).toBeVisible();
  await page.getByRole("button", { name: "Take away" }).press("Enter");
  await expect(page.getByRole("button", { name: "2. box 2" })).toBeHidden();
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("button", { name: "2. box 2" })).toBeVisible();
});

test("a foot dragged above the horizon is a finding with a mend, not a lost box", async ({ page }) => {
  const id = await copyOf(page);
  await page.goto(`/lessons/${id}/build`);
  await page.getByRole("button", { name: "5. left bench" }).click();
  const up = page.getByRole("textbox", { name: "Up from the bottom" });
  await up.fill("6");
  await up.press("Enter");
  await expect(
    page.getByText(
      /stands on the ground, but its foot is 1 in above the horizon|stands on the ground, but its foot is .* above the horizon/,
    ),
  ).toBeVisible();
  await page.getByRole("button", { name: "Let it float" }).click();
  await expect(page.getByText(/stands on the ground, but its foot/)).toBeHidden();
  await saved(page);
  expect(boxesOf(await documentOf(page, id)).find((b) => b.id === "left-bench")?.depthSetBy).toBe("free");
});

test("a window hears at once what another saved, shows it, and goes on from there", async ({
  page,
  context,
}) => {
  const id = await copyOf(page);
  await page.goto(`/lessons/${id}/plan`);
  const other = await context.newPage();
  await other.goto(`/lessons/${id}/plan`);
  await other.getByRole("radio", { name: "Fold twice" }).check();
  await saved(other);
  // The first window was not touched, nor reloaded.
  await expect(page.getByRole("radio", { name: "Fold twice" })).toBeChecked();
  await expect(page.getByRole("status").filter({ hasText: "Saved elsewhere too" })).toBeVisible();
  await page.getByRole("radio", { name: "By eye" }).check();
  await expect(other.getByRole("radio", { name: "By eye" })).toBeChecked();
  expect((await documentOf(page, id)).plan.centre).toBe("eye");
});

test("two windows that cannot hear each other: edits of different things are both kept", async ({
  page,
  context,
  expectedErrors,
}) => {
  expectedErrors.push(/Failed to load resource|net::ERR|EventSource/);
  await context.route("**/watch", (route) => route.abort("connectionrefused"));
  const id = await copyOf(page);
  await page.goto(`/lessons/${id}/plan`);
  const other = await context.newPage();
  await other.goto(`/lessons/${id}/plan`);
  await other.getByRole("radio", { name: "Fold twice" }).check();
  await saved(other);
  await page.getByRole("radio", { name: "Plain and short" }).check();
  await expect(page.getByRole("status").filter({ hasText: "Saved elsewhere too" })).toBeVisible();
  await expect(page.getByRole("radio", { name: "Fold twice" })).toBeChecked();
  expect((await documentOf(page, id)).plan).toMatchObject({ centre: "fold", reading: "plain" });
});

test("two windows on one thing: the later save is refused in words, both versions are kept and can be brought back", async ({
  page,
  context,
  expectedErrors,
}) => {
  expectedErrors.push(/Failed to load resource|net::ERR|EventSource/);
  await context.route("**/watch", (route) => route.abort("connectionrefused"));
  const id = await copyOf(page);
  await page.goto(`/lessons/${id}/plan`);
  const other = await context.newPage();
  await other.goto(`/lessons/${id}/plan`);
  await other.getByRole("radio", { name: "Fold twice" }).check();
  await saved(other);
  await page.getByRole("radio", { name: "By eye" }).click();
  await expect(page.getByRole("alert")).toContainText("This lesson was changed elsewhere");
  expect((await documentOf(page, id)).plan.centre).toBe("fold");
  await page.getByRole("link", { name: "Log" }).click();
  await expect(page.getByRole("heading", { name: "Kept aside" })).toBeVisible();
  await page
    .locator("section", { hasText: "Kept aside" })
    .last()
    .getByRole("button", { name: "Bring back" })
    .click();
  await expect(page.getByText("an earlier version brought back")).toBeVisible();
  expect((await documentOf(page, id)).plan.centre).toBe("eye");
  await page.getByRole("button", { name: "Bring back revision 2" }).click();
  await expect.poll(async () => (await documentOf(page, id)).plan.centre).toBe("fold");
});

test("an edit that cannot reach the server is kept, said to be unsaved, and saved when tried again", async ({
  page,
  expectedErrors,
}) => {
  expectedErrors.push(/Failed to load resource|net::ERR/);
  const id = await copyOf(page);
  await page.goto(`/lessons/${id}/plan`);
  await page.route("**/lessons/*/save*", (route) => route.abort("connectionrefused"));
  await page.getByRole("radio", { name: "Fold twice" }).check();
  await expect(page.getByRole("status").filter({ hasText: "Not saved yet" })).toBeVisible();
  await expect(page.getByRole("radio", { name: "Fold twice" })).toBeChecked();
  expect((await documentOf(page, id)).plan.centre).toBe("none");
  await page.unroute("**/lessons/*/save*");
  await page.getByRole("button", { name: "Try again" }).click();
  await saved(page);
  expect((await documentOf(page, id)).plan.centre).toBe("fold");
});

test("the order of things is changed by dragging one in the list; Escape leaves it as it was", async ({
  page,
}) => {
  const id = await copyOf(page);
  const order = async () => (await documentOf(page, id)).objects.map((o) => o.id);
  const before = await order();
  await page.goto(`/lessons/${id}/build`);
  const thing = (n: number) => page.getByRole("button", { name: new RegExp(`^${n}\\. `) });
  const middle = async (n: number) => {
    const box = await thing(n).boundingBox();
    if (!box) throw new Error(`thing ${n} is not in the list`);
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  };
  const drag = async (from: number, to: number, end: () => Promise<void>) => {
    const [a, b] = [await middle(from), await middle(to)];
    await page.mouse.move(a.x, a.y);
    await page.mouse.down();
    await page.mouse.move(b.x, b.y, { steps: 12 });
    await end();
  };
  await drag(1, 3, async () => {
    await page.keyboard.press("Escape");
    await page.mouse.up();
  });
  await page.waitForTimeout(300);
  expect(await order()).toEqual(before);
  await drag(1, 3, () => page.mouse.up());
  await saved(page);
  await expect.poll(order).toEqual([...before.slice(1, 3), before[0], ...before.slice(3)]);
});
