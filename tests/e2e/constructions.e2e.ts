import { copyOf, documentOf, doMore, dragHandle, expect, saved, test } from "./bench-hand.ts";

const emptyQuay = (title: string) => ({
  title,
  objects: [],
  frontToBack: [],
  takes: [],
  currentTake: null,
  steps: {},
});

test("a gable house with windows is built in two points: view, tray, options, words and cards follow", async ({
  page,
}) => {
  const id = await copyOf(page, (l) => ({ ...l, ...emptyQuay("A boathouse at the lock") }));
  await page.goto(`/lessons/${id}/paper`);
  await page.getByRole("combobox", { name: "Seen with" }).click();
  await page.getByRole("option", { name: "Two vanishing points" }).click();
  await saved(page);
  expect((await documentOf(page, id)).view.frames[0]).toMatchObject({ kind: "two-point" });
  await expect(page.getByRole("slider", { name: "left vanishing point" })).toBeVisible();

  await page.getByRole("link", { name: "Build" }).click();
  await page.getByRole("button", { name: "All constructions" }).click();
  await expect(page.getByRole("button", { name: "Windows" }).last()).toBeDisabled();
  await page.getByRole("button", { name: "Gable house" }).last().click();
  const desk = await page.getByRole("group", { name: "The sheet to build on" }).boundingBox();
  if (!desk) throw new Error("no sheet");
  await page.mouse.move(desk.x + desk.width * 0.5, desk.y + desk.height * 0.35);
  await page.mouse.down();
  await page.mouse.move(desk.x + desk.width * 0.55, desk.y + desk.height * 0.8, { steps: 6 });
  await page.mouse.up();
  await saved(page);
  await expect(page.getByRole("button", { name: /^Step \d+: House 1: the peak/ })).toBeVisible();

  // Windows go on the chosen house; three become four, and the steps say so.
  await page.getByRole("button", { name: "Windows" }).click();
  await page.getByRole("button", { name: "Put it in the middle" }).click();
  await saved(page);
  await page.getByRole("textbox", { name: "In a row" }).fill("4");
  await page.getByRole("textbox", { name: "In a row" }).press("Enter");
  await saved(page);
  expect((await documentOf(page, id)).objects[1]).toMatchObject({
    recipe: "openings",
    on: { object: "house-1" },
    columns: 4,
  });
  const words = page.getByRole("textbox", { name: "What is said" });
  await page.getByRole("button", { name: /^Step \d+: Windows 1: widths along the base/ }).click();
  await expect(page.getByRole("textbox", { name: "Title of the step" })).toHaveValue(
    "Windows 1: widths along the base",
  );
  const lengths = [
    ...(await words.inputValue()).matchAll(/[\d\u2044]+(?:\u00a0[\d\u2044]+)?\u00a0(?:mm|in)/g),
  ];
  expect(lengths).toHaveLength(8);

  // Dragging the house takes its windows along.
  const windowLine = page
    .getByRole("group", { name: "The sheet to build on" })
    .locator("path[data-stroke='windows-1/cell-1-1-left'], path[data-stroke='openings-1/cell-1-1-left']");
  await page
    .getByRole("button", { name: /^Step \d+: Windows 1: / })
    .last()
    .click();
  const before = await windowLine.first().getAttribute("d");
  await page.getByRole("button", { name: "1. house 1" }).click();
  await dragHandle(page, "house-1/foot", 30, 0);
  await saved(page);
  await expect.poll(() => windowLine.first().getAttribute("d")).not.toBe(before);

  await page.getByRole("link", { name: "Hand out" }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Make the PDF" }).click();
  expect((await download).suggestedFilename()).toMatch(/\.pdf$/);
});

test("the tray, a posts' handle and the choice of order are reached by keyboard alone", async ({ page }) => {
  const id = await copyOf(page, (l) => ({ ...l, ...emptyQuay("Posts along the quay") }));
  await page.goto(`/lessons/${id}/build`);
  const posts = page.getByRole("button", { name: "Posts, rail" });
  // A page that is still waking up does not hear a key: it is pressed until all constructions stand beside the tray.
  await expect(async () => {
    if ((await posts.count()) < 2)
      await page.getByRole("button", { name: "All constructions" }).press("Enter");
    await expect(posts).toHaveCount(2, { timeout: 2000 });
  }).toPass();
  await posts.last().press("Enter");
  await page.getByRole("button", { name: "Put it in the middle" }).focus();
  await page.keyboard.press("Enter");
  await saved(page);
  const gap = async () => {
    const row = (await documentOf(page, id)).objects[0];
    return row?.recipe === "row" && "fraction" in row.handles.gap ? row.handles.gap.fraction : 0;
  };
  const first = await gap();
  const second = page.getByRole("slider", { name: "second one of the row of posts 1" });
  await second.focus();
  for (let i = 0; i < 4; i++) await second.press("ArrowUp");
  await saved(page);
  expect(await gap()).toBeGreaterThan(first);
  await page.getByRole("button", { name: "1. row of posts 1" }).click();
  await page.getByRole("button", { name: "Order with less rubbing out" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByText("No other order rubs out less.")).toBeVisible();
});

test("a proposed order is shown on the sheet, taken, and undone", async ({ page }) => {
  const crate = (id: string, at: [number, number], size: [number, number]) => ({
    id,
    label: id.replace("-", " "),
    recipe: "box" as const,
    frame: "main",
    depthSetBy: "ground" as const,
    seeThrough: false,
    handles: {
      fromLeftMm: at[0],
      fromBottomMm: at[1],
      width: { mm: size[0] },
      height: { mm: size[1] },
      depth: { fraction: 0.4 },
    },
  });
  const id = await copyOf(page, (l) => ({
    ...l,
    ...emptyQuay("Two crates"),
    view: {
      horizonFromTopMm: 60,
      viewingDistanceMm: 320,
      frames: [{ id: "main", kind: "one-point", vanishingPoint: { fromLeftMm: 150 } }],
    },
    objects: [crate("far-crate", [90, 86], [80, 60]), crate("near-crate", [60, 26], [90, 80])],
  }));
  await page.goto(`/lessons/${id}/build`);
  await page.getByRole("button", { name: "Order with less rubbing out" }).click();
  await expect(page.getByText(/cm less is rubbed out/)).toBeVisible();
  await expect(page.getByRole("button", { name: "1. near crate" })).toBeVisible();
  expect((await documentOf(page, id)).objects[0]?.id).toBe("far-crate");
  await page.getByRole("button", { name: "Take it" }).click();
  await saved(page);
  expect((await documentOf(page, id)).objects[0]?.id).toBe("near-crate");
  await page.getByRole("button", { name: "Undo" }).click();
  await saved(page);
  expect((await documentOf(page, id)).objects[0]?.id).toBe("far-crate");
});

test("while a vanishing point is dragged the sheet follows before it is let go, and nothing is saved until then", async ({
  page,
}) => {
  const id = await copyOf(
    page,
    (l) => ({ ...l, title: "The kiosk, moved", takes: [], currentTake: null }),
    "the-ticket-kiosk",
  );
  await page.goto(`/lessons/${id}/paper`);
  const ridge = page
    .getByRole("group", { name: "The sheet on the desk" })
    .locator("path[data-stroke='kiosk/peak']")
    .first();
  const before = await ridge.getAttribute("d");
  const handle = await page
    .locator('[data-handle="frame/main/rightVanishingPoint"] > circle')
    .first()
    .boundingBox();
  if (!handle) throw new Error("no handle");
  await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2);
  await page.mouse.down();
  await page.mouse.move(handle.x - 30, handle.y, { steps: 12 });
  await expect.poll(() => ridge.getAttribute("d")).not.toBe(before);
  expect((await documentOf(page, id)).view.frames[0]).toMatchObject({
    rightVanishingPoint: { fromLeftMm: 380 },
  });
  // The worker draws the latest of twelve places after the one it was at: its last answer is the one that stays.
  let dragged = await ridge.getAttribute("d");
  await expect
    .poll(
      async () => {
        const earlier = dragged;
        dragged = await ridge.getAttribute("d");
        return dragged === earlier;
      },
      { intervals: [400] },
    )
    .toBe(true);
  await page.mouse.up();
  await saved(page);
  // Let go, the page's own drawing is the worker's last one.
  await expect.poll(() => ridge.getAttribute("d")).toBe(dragged);
  expect((await documentOf(page, id)).view.frames[0]).not.toMatchObject({
    rightVanishingPoint: { fromLeftMm: 380 },
  });
});

test("a crate set askew gets points of its own on the same horizon, and loses them again", async ({
  page,
}) => {
  const id = await copyOf(page, (l) => ({ ...l, ...emptyQuay("A crate askew on the quay") }));
  await page.goto(`/lessons/${id}/build`);
  for (const name of ["Box", "Put it in the middle"])
    await page.getByRole("button", { name, exact: true }).click();
  await saved(page);
  const strokes = page
    .getByRole("group", { name: "The sheet to build on" })
    .locator("path[data-stroke^='box-1/']");
  const square = await strokes.first().getAttribute("d");
  await doMore(page, "Turn it askew");
  await saved(page);
  await expect.poll(() => strokes.first().getAttribute("d")).not.toBe(square);
  expect((await documentOf(page, id)).view.frames[1]).toMatchObject({ id: "the-box-1", kind: "turned" });

  await page.getByRole("button", { name: /^Step \d+: Mark the vanishing points/ }).click();
  await expect(page.getByText(/vanishing point of the box 1/).first()).toBeVisible();
  await page.getByRole("link", { name: "Paper" }).click();
  const own = page.getByRole("slider", { name: "vanishing point of the box 1" });
  await own.focus();
  await page.keyboard.press("ArrowRight");
  await saved(page);

  await page.getByRole("link", { name: "Build" }).click();
  await page.getByRole("button", { name: "1. box 1" }).click();
  await doMore(page, "Square with the others");
  await saved(page);
  expect((await documentOf(page, id)).view.frames).toHaveLength(1);
});
