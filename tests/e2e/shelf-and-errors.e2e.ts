import { readFileSync } from "node:fs";
import { connect } from "node:net";
import AxeBuilder from "@axe-core/playwright";
import { boxesOf, bringIn, copyOf, DEMO, documentOf, expect, saved, test } from "./bench-hand.ts";

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
    "This lesson file is version 7; this program reads versions up to 2.",
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
    /vanishing point stands 81.6 mm above the horizon/,
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

test.describe("with a recording that is gone", () => {
  test.use({ expectedErrors: [/Failed to load resource: .*404/] });
  test("the bench says why no picture of it can be laid under the sheet", async ({ page }) => {
    const id = await copyOf(page, (l) => ({
      ...l,
      takes: l.takes.map((t) => ({ ...t, video: t.video && { ...t.video, file: "gone.mp4" } })),
    }));
    await page.goto(`/lessons/${id}/build`);
    await page.getByRole("switch", { name: "Lay the take under the sheet" }).click();
    await expect(page.getByText("The recording gone.mp4 is not in the store.")).toBeVisible();
    await expect(page.getByText("Laying the picture flat…")).toBeHidden();
  });
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

test("a lesson is found, copied, taken out as one file with its recording, and brought in again", async ({
  page,
}) => {
  const id = await copyOf(page, (l) => ({ ...l, title: "Reed bank by the weir" }));
  await page.goto("/");
  const find = page.getByRole("searchbox", { name: "Find a lesson" });
  await find.fill("reed one-point");
  await expect(page.getByRole("heading", { level: 3 })).toHaveText(["Reed bank by the weir"]);
  await expect(page.getByRole("status").filter({ hasText: /^1 of / })).toBeVisible();
  await page.getByRole("button", { name: "Copy Reed bank by the weir" }).click();
  await expect(page.getByRole("heading", { level: 3 })).toHaveText([
    "Reed bank by the weir, copy",
    "Reed bank by the weir",
  ]);
  await page.getByRole("combobox", { name: "Order of the shelf" }).click();
  await page.getByRole("option", { name: "by name" }).click();
  await expect(page.getByRole("heading", { level: 3 })).toHaveText([
    "Reed bank by the weir",
    "Reed bank by the weir, copy",
  ]);
  const download = page.waitForEvent("download");
  await page
    .getByRole("link", { name: "Take out Reed bank by the weir with all that belongs to it" })
    .click();
  const bundle = await download;
  expect(bundle.suggestedFilename()).toMatch(/\.zip$/);
  const path = await bundle.path();
  const choosing = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: "Bring in a lesson file" }).click();
  await (await choosing).setFiles({
    name: "reed.zip",
    mimeType: "application/zip",
    buffer: readFileSync(path),
  });
  await page.waitForURL(/\/lessons\/[^/]+\/[a-z-]+$/);
  const brought = new URL(page.url()).pathname.split("/")[2] ?? "";
  expect(brought).not.toBe(id);
  expect(await documentOf(page, brought)).toEqual(await documentOf(page, id));
  // Its recording plays from the store.
  const video = (await documentOf(page, brought)).takes[0]?.video?.file ?? "";
  expect((await page.request.get(`/media/${video}`, { headers: { Range: "bytes=0-9" } })).status()).toBe(206);
});

test("a bundle that is none is refused in words", async ({ page, expectedErrors }) => {
  expectedErrors.push(/400/);
  await page.goto("/");
  const choosing = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: "Bring in a lesson file" }).click();
  await (await choosing).setFiles({
    name: "holiday.zip",
    mimeType: "application/zip",
    buffer: Buffer.from("no"),
  });
  await expect(page.getByRole("alert")).toContainText(
    '"holiday.zip" was not brought in; the shelf is as it was.',
  );
});

test("a new lesson begins from a demo, and an earlier revision is looked at beside the present one", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("button", { name: "From a demo" }).click();
  await page.getByRole("menuitem", { name: "The crane tower" }).click();
  await page.waitForURL(/\/lessons\/the-crane-tower-\d+\//);
  const id = new URL(page.url()).pathname.split("/")[2] ?? "";
  await page.goto(`/lessons/${id}/build`);
  await page.getByRole("button", { name: /^1\. / }).click();
  await page.keyboard.press("ArrowRight");
  await saved(page);
  await page.getByRole("link", { name: "Log" }).click();
  const pictures = page.locator("figure img");
  await expect(pictures).toHaveCount(2);
  for (const picture of await pictures.all())
    await expect.poll(() => picture.evaluate((i) => (i as HTMLImageElement).naturalWidth)).toBeGreaterThan(0);
  // What is new since is drawn in the accent, what is gone dashed.
  const now = await page.request.get((await pictures.last().getAttribute("src")) ?? "");
  expect(await now.text()).toMatch(/stroke="#b8441f"/);
  expect(await now.text()).toMatch(/stroke="#9a5a43"[^>]*stroke-dasharray/);
});

test("no place moves under the hand while it loads, on a slow machine too", async ({ page }) => {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send("Emulation.setCPUThrottlingRate", { rate: 4 });
  await page.addInitScript(() => {
    const shifts: { value: number; what: string }[] = [];
    Object.assign(window, { shifts, busyUntil: 0 });
    new PerformanceObserver((list) => {
      for (const { startTime, duration } of list.getEntries())
        Object.assign(window, { busyUntil: Math.max(window.performance.now(), startTime + duration) });
    }).observe({ entryTypes: ["longtask", "resource"] });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries() as unknown as {
        value: number;
        hadRecentInput: boolean;
        sources: { node?: Element }[];
      }[])
        if (!entry.hadRecentInput)
          shifts.push({ value: entry.value, what: entry.sources.map((s) => s.node?.nodeName).join(" ") });
    }).observe({ type: "layout-shift", buffered: true });
  });
  for (const place of ["", "plan", "paper", "build", "narrate", "rehearse", "hand-out", "teach", "log"]) {
    await page.goto(place === "" ? "/" : `/lessons/${DEMO}/${place}`);
    // Until nothing has been fetched or worked on for a while.
    await page.waitForFunction(
      () => performance.now() - (window as unknown as { busyUntil: number }).busyUntil > 800,
    );
    const shifts = await page.evaluate(
      () => (window as unknown as { shifts: { value: number; what: string }[] }).shifts,
    );
    const sum = shifts.reduce((s, x) => s + x.value, 0);
    // Web Vitals call 0.1 good; a bench should not move at all.
    expect(sum, `${place}: ${JSON.stringify(shifts)}`).toBeLessThan(0.01);
  }
});

test("a loading cut off by going elsewhere is no error of the page; any other failure unheard is", async ({
  page,
}) => {
  await page.goto("/");
  const other = await page.context().newPage();
  const errors: string[] = [];
  other.on("pageerror", (e) => errors.push(e.message));
  await other.goto("/");
  const unheard = async (kind: "cut off" | "line broke" | "real") => {
    await other.evaluate(async (which) => {
      void Promise.reject(
        {
          real: new Error("a real one"),
          "cut off": new DOMException("signal is aborted", "AbortError"),
          "line broke": new TypeError("network error"),
        }[which],
      );
      await new Promise((done) => setTimeout(done, 60));
    }, kind);
    return errors.splice(0);
  };
  // The page hears of it once it has woken up.
  await expect.poll(() => unheard("cut off")).toEqual([]);
  expect(await unheard("real")).toEqual(["a real one"]);
  expect(await unheard("cut off")).toEqual([]);
  expect(await unheard("line broke")).toEqual([]);
});

test("whoever breaks off a request at any moment leaves the server standing", async ({ page, baseURL }) => {
  const lesson = await documentOf(page, DEMO);
  const media = `/media/${lesson.takes[0]?.video?.file}`;
  const { hostname, port } = new URL(baseURL ?? "");
  const breakOff = (head: string, afterMs: number) =>
    new Promise<void>((done) => {
      const socket = connect(Number(port), hostname, () => {
        socket.write(`${head}\r\nHost: ${hostname}:${port}\r\n\r\n`);
        setTimeout(() => {
          socket.resetAndDestroy();
          done();
        }, afterMs);
      });
      socket.on("error", () => done());
    });
  const asked = [
    `GET ${media} HTTP/1.1\r\nRange: bytes=1000-`,
    `GET ${media} HTTP/1.1`,
    `GET /lessons/${DEMO}/watch HTTP/1.1`,
    `GET /lessons/${DEMO}/build HTTP/1.1`,
    `GET /lessons/${DEMO}/bundle HTTP/1.1`,
    `PUT /lessons/${DEMO}/recording HTTP/1.1\r\nContent-Type: video/mp4\r\nContent-Length: 900000`,
    "PUT /bundles HTTP/1.1\r\nContent-Type: application/zip\r\nContent-Length: 900000",
    `POST /lessons/${DEMO}/save HTTP/1.1\r\nContent-Type: application/json\r\nContent-Length: 9000`,
  ];
  for (let round = 0; round < 12; round++)
    await Promise.all(asked.map((head, i) => breakOff(head, (round * 7 + i * 3) % 60)));
  // A window that went while a lesson is saved hears of it no more; the save goes through.
  const id = await copyOf(page);
  await breakOff(`GET /lessons/${id}/watch HTTP/1.1`, 30);
  await page.goto(`/lessons/${id}/build`);
  await page.getByRole("button", { name: /^1\. / }).click();
  await page.keyboard.press("ArrowRight");
  await saved(page);
});

test("at 1024 by 700 nothing of a place is cut off to the side, and the sheet stays the largest thing", async ({
  page,
}) => {
  await page.setViewportSize({ width: 1024, height: 700 });
  for (const place of ["plan", "paper", "build", "narrate", "rehearse", "hand-out", "teach", "log"]) {
    await page.goto(`/lessons/${DEMO}/${place}`);
    const wide = await page.evaluate(() => ({
      page: document.documentElement.scrollWidth,
      header: document.querySelector("header")?.scrollWidth ?? 0,
      main: document.querySelector("main")?.scrollWidth ?? 0,
    }));
    expect(Math.max(wide.page, wide.header, wide.main), place).toBeLessThanOrEqual(1024);
  }
  await page.goto(`/lessons/${DEMO}/build`);
  const sheet = await page.getByRole("group", { name: "The sheet to build on" }).boundingBox();
  expect((sheet?.width ?? 0) * (sheet?.height ?? 0)).toBeGreaterThan(1024 * 700 * 0.35);
});

test("the keys are listed on one sheet, single ones can be switched off, and a chosen thing is worked on with none but keys", async ({
  page,
}) => {
  const id = await copyOf(page, (l) => ({ ...l, title: "Keys on the quay", takes: [], currentTake: null }));
  await page.goto(`/lessons/${id}/build`);
  await page.getByRole("button", { name: "5. left bench" }).press("Enter");
  const left = async () =>
    boxesOf(await documentOf(page, id)).find((b) => b.id === "left-bench")?.handles.fromLeftMm ?? 0;
  const before = await left();
  await page.keyboard.press("Shift+ArrowRight");
  await saved(page);
  expect((await left()) - before).toBeCloseTo(25.4, 3);
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag22aa"]).analyze();
  expect(violations.filter((v) => v.impact === "serious" || v.impact === "critical")).toEqual([]);
  await page.getByRole("switch", { name: /Single keys work/ }).click();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeHidden();
  const then = await left();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("d");
  await page.waitForTimeout(400);
  expect(await left()).toBe(then);
  expect((await documentOf(page, id)).objects).toHaveLength(6);
});

test.describe("without the server", () => {
  test.use({ expectedErrors: [/Failed to load resource/] });

  test("the sheet of keys stays away and the page stands; once it can be fetched a press opens it", async ({
    page,
  }) => {
    await page.route(/KeySheet/, (route) => route.abort());
    await page.goto(`/lessons/${DEMO}/build`);
    const sheet = page.getByRole("dialog", { name: "Keys" });
    const things = page.getByRole("button", { name: "5. left bench" });
    await expect(things).toBeVisible();
    await page.getByRole("button", { name: "Keys", exact: true }).click();
    await expect(things).toBeVisible();
    await expect(sheet).toHaveCount(0);
    await page.unroute(/KeySheet/);
    await page.keyboard.press("?");
    await expect(sheet).toBeVisible();
  });
});

for (const scheme of ["light", "dark"] as const) {
  test(`no place has a serious accessibility fault (${scheme})`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme });
    for (const place of [
      "",
      "plan",
      "paper",
      "build",
      "narrate",
      "rehearse",
      "hand-out",
      "teach",
      "log",
      "class/stage",
      "courses/1",
    ]) {
      const ofLesson = `/lessons/${DEMO}/${place}`;
      await page.goto(
        place === "" || place === "courses/1" ? `/${place}` : `${ofLesson}?step=left-bench/guides`,
      );
      if (place === "class/stage") await page.getByRole("button", { name: "Begin a class" }).click();
      // Names, roles and order are the same at night: only what is seen is looked at again.
      const look = new AxeBuilder({ page });
      const { violations } = await (scheme === "light"
        ? look.withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"])
        : look.withRules(["color-contrast"])
      ).analyze();
      const serious = violations.filter((v) => v.impact === "serious" || v.impact === "critical");
      expect(
        serious.map((v) => `${place}: ${v.id}: ${v.nodes[0]?.html} ${v.nodes[0]?.failureSummary}`),
      ).toEqual([]);
    }
  });
}
