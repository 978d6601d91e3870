import { copyOf, documentOf, expect, saved, test } from "./bench-hand.ts";

test("tasks without a line are put in, worded, moved to the front and taken away, by keyboard alone", async ({
  page,
}) => {
  const id = await copyOf(page, (l) => ({ ...l, tasks: [] }));
  await page.goto(`/lessons/${id}/build?step=left-bench/close`);
  const steps = page.getByRole("navigation", { name: "Steps" }).getByRole("button", { name: /^Step \d+:/ });
  await expect(steps.first()).toBeVisible();
  const count = await steps.count();
  const put = page.getByRole("button", { name: "Put in a task…" });
  await put.press("Enter");
  await page.getByRole("menuitem", { name: /Colour every other piece/ }).press("Enter");
  await saved(page);
  await expect(steps).toHaveCount(count + 1);
  // It stands behind the step that was looked at, and is the one looked at now.
  await expect(page.getByRole("button", { name: "Step 17: Colour every other piece" })).toHaveAttribute(
    "aria-current",
    "step",
  );
  const words = page.getByRole("textbox", { name: "What is said" });
  await words.fill("");
  await words.blur();
  await expect(page.getByText("A task needs words.")).toBeVisible();
  await words.fill("Colour one face, leave the next.");
  await words.blur();
  await page.getByRole("combobox", { name: "It is about" }).press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Escape");
  await saved(page);
  expect((await documentOf(page, id)).tasks).toMatchObject([
    { kind: "pattern", words: "Colour one face, leave the next.", place: { after: "left-bench/close" } },
  ]);
  await expect(page.locator("[data-drawing] path[data-stroke^='task:pattern-1']").first()).toBeAttached();

  for (let k = 0; k < 16; k++)
    await page.getByRole("button", { name: "Earlier", exact: true }).press("Enter");
  await saved(page);
  await expect(page.getByRole("button", { name: "Step 1: Colour every other piece" })).toBeVisible();
  expect((await documentOf(page, id)).tasks?.[0]?.place).toBe("first");

  // It is on the cards and in the time like any step.
  await page.getByRole("link", { name: "Hand out" }).click();
  await expect(page.getByText("Colour one face, leave the next.").first()).toBeVisible();
  await page.getByRole("link", { name: "Build" }).click();
  await page.getByRole("button", { name: "Take it away" }).press("Enter");
  await saved(page);
  await expect(steps).toHaveCount(count);
});

test("a thing's name left blank is asked for where it was typed, and the thing keeps the one it had", async ({
  page,
}) => {
  const id = await copyOf(page);
  await page.goto(`/lessons/${id}/build`);
  await page.getByRole("button", { name: /^1\. / }).press("Enter");
  const name = page.getByRole("textbox", { name: "Called" });
  const before = await name.inputValue();
  await name.fill("   ");
  await name.press("Enter");
  await expect(page.getByText("A thing needs a name.")).toBeVisible();
  expect((await documentOf(page, id)).objects[0]?.label).toBe(before);
  await name.fill("potting bench");
  await name.press("Enter");
  await saved(page);
  expect((await documentOf(page, id)).objects[0]?.label).toBe("potting bench");
});
