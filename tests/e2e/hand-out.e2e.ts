import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { pathToFileURL } from "node:url";
import AxeBuilder from "@axe-core/playwright";
import type { Page, TestInfo } from "@playwright/test";
import { computeLesson } from "#core/document/pipeline";
import { copyOf, documentOf, expect, saved, test } from "./bench-hand.ts";

/** Makes the file of what is shown, and gives its path. */
async function made(page: Page, info: TestInfo, name: string, button = "Make the PDF"): Promise<string> {
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: button, exact: true }).click();
  const path = info.outputPath(name);
  await (await download).saveAs(path);
  return path;
}

const wordsIn = (pdf: string) =>
  execFileSync("pdftotext", ["-layout", pdf, "-"], { encoding: "utf8" }).replace(/\s+/g, " ");
const pagesIn = (pdf: string) =>
  Number(/Pages: +(\d+)/.exec(execFileSync("pdfinfo", [pdf], { encoding: "utf8" }))?.[1]);

test("a worksheet after a step is chosen by its picture, by keys alone, in black, on the printer's paper, and logged as what it is; cards get codes, and go the other way for the left hand", async ({
  page,
}, info) => {
  const id = await copyOf(page, (l) => ({ ...l, takes: l.takes.map(({ address: _, ...t }) => t) }));
  await page.goto(`/lessons/${id}/hand-out`);
  const kinds = page.getByRole("navigation", { name: "What to hand out" });
  await expect(kinds.getByRole("button")).toHaveCount(15);
  // Every kind has the picture of its first page, as far as it has been scrolled to.
  await expect
    .poll(() =>
      kinds
        .locator("img")
        .evaluateAll((all) => all.filter((i) => (i as HTMLImageElement).naturalWidth > 0).length),
    )
    .toBe(14);
  await kinds.getByRole("button", { name: "Worksheet" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("complementary", { name: "Worksheet" })).toBeVisible();
  await expect(page).toHaveURL(/what=worksheet/);
  const pages = page.getByRole("region", { name: "Pages" });
  const strokes = () => pages.locator("[data-stroke]").count();
  await expect.poll(strokes).toBeGreaterThan(2);
  const early = await strokes();
  await page.getByRole("button", { name: /^Step 18/ }).click();
  await expect.poll(strokes).toBeGreaterThan(early + 10);
  await expect(page.getByText("After step 18.")).toBeVisible();
  await expect(page.getByText(/the page itself is the sheet/)).toBeVisible();

  // On A4 the sheet is larger than the paper: it comes in pieces, and that is said.
  await page.getByText("A4", { exact: true }).click();
  await saved(page);
  await expect(page.getByText(/comes in 2 pieces that overlap/)).toBeVisible();
  await expect(pages.locator("svg")).toHaveCount(2);
  await page.getByText("Black only").click();
  await saved(page);
  await expect
    .poll(() =>
      pages
        .locator("[stroke], [fill]")
        .evaluateAll(
          (all) =>
            all
              .flatMap((e) => [e.getAttribute("stroke"), e.getAttribute("fill")])
              .filter((c) => c !== null && /^#/.test(c) && !/^#(..)\1\1$/.test(c)).length,
        ),
    )
    .toBe(0);
  const margin = page.getByRole("textbox", { name: "White border" });
  await margin.fill("2");
  await margin.press("Enter");
  await expect(page.getByText(/nearer to the edge a printer does not reach/)).toBeVisible();
  await margin.press("Escape");

  const pdf = await made(page, info, "worksheet.pdf");
  expect(pagesIn(pdf)).toBe(2);
  expect(wordsIn(pdf)).toContain("Go on from step 18");
  await expect(page.getByRole("region", { name: "Printed so far" })).toContainText(
    /Worksheet.*it is still good/,
  );

  // Cards carry codes once it is known where the video is, with a place for the seconds.
  await kinds.getByRole("button", { name: "Step cards" }).click();
  await expect(page.getByText(/23 cards on \d+ pages/)).toBeVisible();
  const codes = pages.locator('[data-stroke$="/code"]');
  await expect(pages.locator("svg").first()).toBeVisible();
  await expect(codes).toHaveCount(0);
  const address = page.getByRole("textbox", { name: /Address of the video/ });
  await address.fill("https://osier-lock.example/glasshouse");
  await address.press("Enter");
  await expect(page.getByText(/needs \{s\} where the seconds go/)).toBeVisible();
  expect((await documentOf(page, id)).takes[0]?.address).toBeUndefined();
  await address.fill("https://osier-lock.example/glasshouse#{m}m{s}s");
  await address.press("Enter");
  await saved(page);
  await expect(codes).toHaveCount(23);

  await expect(pages).toContainText("From A, C, D and B draw lightly");
  await page.getByText("Left hand").click();
  await saved(page);
  await expect(pages).toContainText("From B, D, C and A draw lightly");
  // The lesson is filmed as before.
  expect((await documentOf(page, id)).plan.hand).toBeUndefined();
  await page.goto(`/lessons/${id}/log`);
  await expect(page.getByRole("region", { name: "Printed so far" })).toContainText("Worksheet");
});

test("the take-home page opens from a file without a network, plays, steps on and back, prints all, and can be used by everyone", async ({
  page,
  browser,
}, info) => {
  const id = await copyOf(page);
  await page.goto(`/lessons/${id}/hand-out?what=take-home`);
  const path = await made(page, info, "take-home.html", "Make the page");
  expect(readFileSync(path).length).toBeLessThan(1024 ** 2);
  const { steps } = computeLesson(await documentOf(page, id));

  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    reducedMotion: "no-preference",
    offline: true,
  });
  const phone = await context.newPage();
  const troubles: string[] = [];
  const asked: string[] = [];
  phone.on("console", (m) => m.type() === "error" && troubles.push(m.text()));
  phone.on("pageerror", (e) => troubles.push(e.message));
  phone.on("request", (r) => asked.push(r.url().split(":")[0] ?? ""));
  await phone.goto(pathToFileURL(path).href);

  await expect(phone.getByRole("heading", { level: 2 })).toHaveCount(1);
  await expect(phone.getByRole("heading", { level: 2 })).toHaveText(`1. ${steps[0]?.title}`);
  await expect(phone.getByRole("button", { name: "Back" })).toBeDisabled();
  await phone.getByRole("button", { name: "Next" }).click();
  await phone.getByRole("button", { name: "Next" }).click();
  await expect(phone.getByRole("heading", { level: 2 })).toHaveText(`3. ${steps[2]?.title}`);
  await expect(phone.getByRole("heading", { level: 2 })).toBeFocused();
  // The base of the wall is not there yet, then it is, all of it; slowly it takes three times as long.
  const grown = () =>
    phone
      .locator(".step.on .grows")
      .last()
      .evaluate((e) => Number.parseFloat(getComputedStyle(e).strokeDashoffset));
  const lasts = () =>
    phone
      .locator(".step.on .grows")
      .last()
      .evaluate((e) => Number.parseFloat(getComputedStyle(e).animationDuration));
  await phone.getByRole("button", { name: "Draw again" }).click();
  expect(await grown()).toBeGreaterThan(0.5);
  await expect.poll(grown).toBeCloseTo(0, 6);
  const quick = await lasts();
  await phone.getByRole("button", { name: "Slowly" }).click();
  expect(await lasts()).toBeCloseTo(3 * quick, 5);
  await phone.keyboard.press("ArrowLeft");
  await expect(phone.getByRole("heading", { level: 2 })).toHaveText(`2. ${steps[1]?.title}`);
  await phone.getByRole("link", { name: /^Step 14:/ }).click();
  await expect(phone.getByRole("heading", { level: 2 })).toHaveText(`14. ${steps[13]?.title}`);
  for (const action of steps[13]?.inFull ?? []) await expect(phone.getByText(action)).toBeVisible();
  // A phone held upright needs no scrolling sideways.
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);

  const { violations } = await new AxeBuilder({ page: phone }).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes[0]?.target}`)).toEqual([]);
  await phone.emulateMedia({ media: "print" });
  await expect(phone.getByRole("heading", { level: 2 })).toHaveCount(steps.length);
  await expect(phone.getByRole("button", { name: "Next" })).toBeHidden();
  expect(troubles).toEqual([]);
  expect(asked.filter((scheme) => scheme !== "file" && scheme !== "data")).toEqual([]);
  await context.close();
});
