import { execFileSync } from "node:child_process";
import { computeLesson } from "#core/document/pipeline";
import { makeCards } from "#core/output/handout";
import { boxesOf, copyOf, documentOf, dragHandle, expect, saved, seek, test } from "./bench-hand.ts";

test("dragging the vanishing point moves the overlay, makes other cards, calls the printed ones out of date and prints only these again", async ({
  page,
}, info) => {
  const id = await copyOf(page);
  const print = async (name: string, button = "Make the PDF") => {
    await page.goto(`/lessons/${id}/hand-out`);
    const download = page.waitForEvent("download");
    await page.getByRole("button", { name: button }).click();
    const path = info.outputPath(name);
    await (await download).saveAs(path);
    return execFileSync("pdftotext", ["-layout", path, "-"], { encoding: "utf8" }).replace(/\s+/g, " ");
  };
  const overlayLine = async () => {
    await page.goto(`/lessons/${id}/rehearse`);
    await seek(page, 187_500);
    return page.locator('[data-overlay] [data-stroke="left-bench/right-top"]').first().getAttribute("d");
  };
  const first = await print("first.pdf");
  await expect(page.getByText(/all 23 cards still good/)).toBeVisible();
  const marksBefore = makeCards(computeLesson(await documentOf(page, id))).map((c) => c.mark);
  for (const mark of marksBefore) expect(first).toContain(mark);
  expect(first).toContain("5 1⁄2 in from the left");
  const before = await overlayLine();

  await page.getByRole("link", { name: "Paper", exact: true }).click();
  await dragHandle(page, "frame/main/vanishingPoint", 60, 0);
  await saved(page);
  const moved = await documentOf(page, id);
  const vp = moved.view.frames[0]?.kind === "one-point" ? moved.view.frames[0].vanishingPoint.fromLeftMm : 0;
  expect(vp).toBeGreaterThan(150);
  // Handles snap to the smallest fraction: eighths of an inch.
  expect(Math.abs((vp / 25.4) * 8 - Math.round((vp / 25.4) * 8))).toBeLessThan(1e-3);

  expect(await overlayLine()).not.toBe(before);
  await page.goto(`/lessons/${id}/hand-out`);
  await expect(page.getByText(/cards 2, .*out of date/)).toBeVisible();
  await expect(page.getByText(/cards? 1 still good/)).toBeVisible();
  await expect(page.getByText(/22 cards have changed since the print of/)).toBeVisible();
  // Only these are printed again, by one press.
  const second = await print("second.pdf", "Print only what changed");
  const marksAfter = makeCards(computeLesson(moved)).map((c) => c.mark);
  for (const mark of marksAfter.slice(1)) expect(second).toContain(mark);
  expect(second).not.toContain(marksAfter[0]);
  await expect(page.getByText(/Nothing changed since the print of/)).toBeVisible();
  expect(marksAfter[0]).toBe(marksBefore[0]);
  expect(marksAfter[4]).not.toBe(marksBefore[4]);
});

test("sheet and horizon are set by typing, wrong typing is refused in words, and units switch without moving a line", async ({
  page,
}) => {
  const id = await copyOf(page);
  await page.goto(`/lessons/${id}/paper`);
  const horizon = page.getByRole("textbox", { name: "Horizon, down from the top" });
  await horizon.fill("half");
  await horizon.press("Enter");
  await saved(page);
  expect((await documentOf(page, id)).view.horizonFromTopMm).toBeCloseTo(215.9 / 2, 6);
  await horizon.fill("a bit lower");
  await horizon.press("Enter");
  await expect(page.getByText("Type a length such as 4 1/2 or half")).toBeVisible();
  await horizon.press("Escape");
  await page.getByRole("textbox", { name: "Sheet width" }).fill("-3");
  await page.getByRole("textbox", { name: "Sheet width" }).press("Enter");
  await expect(page.getByRole("alert")).toContainText("a side is at least 50 mm");
  expect((await documentOf(page, id)).sheet.widthMm).toBe(279.4);

  const paths = () =>
    page
      .locator("[data-drawing] [data-stroke]")
      .evaluateAll((all) => all.map((e) => e.getAttribute("d")).join());
  const inInches = await paths();
  await page.getByText("millimetres").click();
  await saved(page);
  await expect(page.getByRole("textbox", { name: "Sheet width" })).toHaveValue(/279.5\smm/);
  expect(await paths()).toBe(inInches);
});

test("a lesson that goes out of the sheet is drawn to the edge and says so", async ({ page }) => {
  const id = await copyOf(page, (l) => ({
    ...l,
    objects: boxesOf(l).map((o) =>
      o.id === "left-bench" ? { ...o, handles: { ...o.handles, fromLeftMm: -25.4 } } : o,
    ),
  }));
  await page.goto(`/lessons/${id}/build?step=left-bench/front`);
  await expect(page.getByText("Stop at the edge of the sheet.")).toBeVisible();
});
