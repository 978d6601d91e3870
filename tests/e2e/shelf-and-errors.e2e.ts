import AxeBuilder from "@axe-core/playwright";
import { boxesOf, bringIn, copyOf, DEMO, documentOf, expect, test } from "./bench-hand.ts";

test("lesson files that cannot be used are refused with the place of the fault, and the shelf stays as it was", async ({
  page,
  expectedErrors,
}) => {
  expectedErrors.push(/400/);
  const lesson = await documentOf(page, DEMO);
  await page.goto("/");
  const shelf = () => page.getByRole("heading", { level: 3 }).allTextContents();
  const before = await shelf();
  const refused = async (content: string, said: string | RegExp) => {
    await bringIn(page, "lesson.json", content);
    await expect(page.getByRole("alert")).toContainText(said);
  };
  await refused("{ not json", "not valid JSON");
  await refused(
    JSON.stringify({ ...lesson, version: 7 }),
    "This lesson file is version 7; this program reads version 1.",
  );
  const bench = boxesOf(lesson)[0];
  await refused(
    JSON.stringify({ ...lesson, objects: [{ ...bench, handles: { ...bench?.handles, height: { mm: 0 } } }] }),
    "objects.0.handles.height",
  );
  await refused(
    JSON.stringify({
      ...lesson,
      view: {
        ...lesson.view,
        frames: [{ id: "main", kind: "one-point", vanishingPoint: { fromLeftMm: 100, fromTopMm: 20 } }],
      },
    }),
    /vanishing point stands 68.9 mm above the horizon/,
  );
  expect(await shelf()).toEqual(before);
});

test("an address without a lesson answers with a page of our own, and the shelf is one step away", async ({
  page,
  expectedErrors,
}) => {
  expectedErrors.push(/404/);
  const answer = await page.goto("/lessons/no-such-lesson/build");
  expect(answer?.status()).toBe(404);
  await expect(page.getByRole("heading", { name: "Not found" })).toBeVisible();
  await expect(page.getByText(/There is no lesson at "no-such-lesson"/)).toBeVisible();
  await page.getByRole("link", { name: "Back to the shelf" }).click();
  await expect(page.getByRole("link", { name: /Open The lock-keeper's glasshouse/ }).first()).toBeVisible();
  expect((await page.goto("/nowhere"))?.status()).toBe(404);
});

test("a take whose file is missing leaves the lesson usable and says what is kept", async ({ page }) => {
  const id = await copyOf(page, (l) => ({
    ...l,
    takes: l.takes.map((t) => ({ ...t, video: t.video && { ...t.video, file: "gone.mp4" } })),
  }));
  await page.goto(`/lessons/${id}/rehearse`);
  await expect(page.getByRole("alert")).toContainText("The recording gone.mp4 is not in the store");
  await page.getByRole("button", { name: "Play" }).click();
  await expect
    .poll(async () => Number(await page.locator("[data-at-ms]").getAttribute("data-at-ms")))
    .toBeGreaterThan(200);
});

test("lessons are put away and brought back", async ({ page }) => {
  const id = await copyOf(page, (l) => ({ ...l, title: "Put away for winter" }));
  await page.goto("/");
  await page.getByRole("button", { name: "Put away Put away for winter" }).first().click();
  await expect(page.getByRole("button", { name: "Bring back Put away for winter" }).first()).toBeVisible();
  await page.getByRole("button", { name: "Bring back Put away for winter" }).first().click();
  await expect(page.getByRole("button", { name: "Put away Put away for winter" }).first()).toBeVisible();
  expect((await documentOf(page, id)).title).toBe("Put away for winter");
});

for (const scheme of ["light", "dark"] as const) {
  test(`no place has a serious accessibility fault (${scheme})`, async ({ page }) => {
    test.setTimeout(120_000);
    await page.emulateMedia({ colorScheme: scheme });
    for (const place of ["", "plan", "paper", "build", "narrate", "rehearse", "hand-out", "log"]) {
      await page.goto(place === "" ? "/" : `/lessons/${DEMO}/${place}?step=left-bench/guides`);
      const { violations } = await new AxeBuilder({ page })
        .withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"])
        .analyze();
      const serious = violations.filter((v) => v.impact === "serious" || v.impact === "critical");
      expect(
        serious.map((v) => `${place}: ${v.id}: ${v.nodes[0]?.html} ${v.nodes[0]?.failureSummary}`),
      ).toEqual([]);
    }
  });
}
