// Takes the pictures of docs/screenshots from the demo data: starts the built app on a fresh folder and visits each place.
import { spawn } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium, type Page } from "@playwright/test";
import { type Lesson, parseLesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { holdLocked } from "../tests/attack/break-store.ts";
import { browserPath } from "./browser.mjs";

const PORT = "4391";
const HOME = `http://127.0.0.1:${PORT}`;
const GLASSHOUSE = `${HOME}/lessons/the-lock-keepers-glasshouse`;
const CRATES = `${HOME}/lessons/crates-on-the-quay-straight-ahead`;
const KIOSK = `${HOME}/lessons/the-ticket-kiosk`;
const TOWER = `${HOME}/lessons/the-crane-tower`;

const DATA = mkdtempSync(join(tmpdir(), "regulanda-shots-"));
const server = spawn(process.execPath, ["scripts/demo.mjs"], {
  env: { ...process.env, PORT, REGULANDA_DATA: DATA },
  stdio: ["ignore", "pipe", "inherit"],
});
await new Promise<void>((ready) =>
  server.stdout.on("data", (chunk: Buffer) => chunk.toString().includes("open at") && ready()),
);

/** Opens a page and lets it come alive. A lesson page keeps a line to the server open, so the network never rests. */
async function visit(page: Page, address: string): Promise<void> {
  await page.goto(address, { waitUntil: "load" });
  await page.getByText("Opening the lesson").waitFor({ state: "detached" });
  await page.waitForTimeout(1200);
}

/** The lesson as the server has it now. */
async function lessonAt(page: Page, address: string): Promise<Lesson> {
  const parsed = parseLesson(await (await page.request.get(`${address}/file`)).json());
  if (!parsed.ok) throw new Error(parsed.findings[0]?.message);
  return parsed.value;
}

const browser = await chromium.launch({
  executablePath: browserPath(),
  args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});
/** Waits for the pictures by which a hand-out is chosen. */
const kindsShown = async (page: Page) => {
  await page.waitForFunction(() =>
    [...document.querySelectorAll("nav img")].every((img) => (img as HTMLImageElement).naturalWidth > 0),
  );
};

try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const shot = async (
    name: string,
    address: string,
    prepare: (page: Page) => Promise<void> = async () => {},
  ) => {
    await visit(page, address);
    await prepare(page);
    await page.mouse.move(0, 0);
    await page.waitForTimeout(400);
    await page.screenshot({ path: `docs/screenshots/${name}.png` });
  };
  await shot("hand-out", `${GLASSHOUSE}/hand-out`, async (p) => {
    const download = p.waitForEvent("download");
    await p.getByRole("button", { name: "Make the PDF" }).click();
    await download;
    await visit(p, `${GLASSHOUSE}/paper`);
    const horizon = p.getByRole("textbox", { name: "Vanishing point, from the left edge" });
    await horizon.fill("5 3/4");
    await horizon.press("Enter");
    await p.waitForTimeout(600);
    await visit(p, `${GLASSHOUSE}/hand-out`);
    await kindsShown(p);
  });
  await visit(page, `${GLASSHOUSE}/paper`);
  await page.getByRole("button", { name: "Undo" }).click();
  await page.waitForTimeout(600);
  await shot("shelf", `${HOME}/`);
  await shot("teach", `${KIOSK}/teach`, async (p) => {
    await p.getByText(/the same each time/).waitFor();
    await p.waitForTimeout(800);
  });
  await shot("record", `${KIOSK}/log`, (p) => p.waitForTimeout(1500));
  await shot("course", `${HOME}/courses/1`, (p) => p.waitForTimeout(2500));
  await shot("plan", `${GLASSHOUSE}/plan`);
  await shot("paper", `${CRATES}/paper`, (p) =>
    p.locator('[data-handle="frame/main/vanishingPoint"]').focus(),
  );
  await shot("three-point", `${TOWER}/paper`);
  await shot("build", `${KIOSK}/build?step=kiosk/peak`, (p) =>
    p.getByRole("button", { name: "2. kiosk" }).click(),
  );
  await shot("step", `${KIOSK}/build?step=kiosk/peak`);
  await page.emulateMedia({ colorScheme: "dark" });
  await shot("dark", `${GLASSHOUSE}/build?step=floor/rows`);
  await page.emulateMedia({ colorScheme: "light" });
  await shot("constructions", `${KIOSK}/build`, async (p) => {
    await p.getByRole("button", { name: "All constructions" }).click();
    await p.waitForTimeout(900);
  });
  await shot("rehearse", `${GLASSHOUSE}/rehearse`, async (p) => {
    await p.waitForTimeout(800);
    await p.getByRole("slider", { name: "Lesson time" }).fill("91000");
    await p.waitForTimeout(600);
  });
  await shot("script", `${KIOSK}/narrate`);
  await visit(page, `${GLASSHOUSE}/narrate`);
  await page.getByRole("button", { name: "Add the waits" }).click();
  await page.waitForTimeout(800);
  await shot("take-out", `${GLASSHOUSE}/rehearse`, async (p) => {
    await p.waitForTimeout(800);
    await p.getByRole("slider", { name: "Lesson time" }).fill("240000");
    await p.getByText("Take out", { exact: true }).click();
    await p.getByText("Looking at what this browser can write").waitFor({ state: "detached" });
    await p.waitForTimeout(500);
  });
  await shot("wait", `${GLASSHOUSE}/rehearse`, async (p) => {
    await p.waitForTimeout(800);
    // In the wait after the front of the far wall, which was added above.
    const { schedule, editMap, steps } = computeLesson(await lessonAt(p, GLASSHOUSE));
    const at = schedule.windows[steps.findIndex((s) => s.id.startsWith("left-bench/front"))];
    const wait = editMap?.holds.find((h) => at && h.lessonFrom >= at.startMs && h.lessonFrom < at.endMs);
    if (!wait) throw new Error("no wait to show");
    await p
      .getByRole("slider", { name: "Lesson time" })
      .fill(String(Math.round((wait.lessonFrom + 6500) / 10) * 10));
    await p.waitForTimeout(800);
  });
  await shot("narrate", `${GLASSHOUSE}/narrate`, async (p) => {
    const { steps } = computeLesson(await lessonAt(p, GLASSHOUSE));
    const choose = (step: { number: number; title: string } | undefined) =>
      p.getByRole("button", { name: `Step ${step?.number}: ${step?.title}`, exact: true }).click();
    // The first steps are pinned; the others are found in the words.
    for (const step of steps.slice(4)) {
      await choose(step);
      await p.getByRole("button", { name: "Free it from the word" }).click();
    }
    await p.getByRole("button", { name: "Place the steps by their words" }).click();
    await p.getByText(/steps placed by their words/).waitFor();
    await choose(steps[5]);
    await p.waitForTimeout(1500);
  });
  const release = holdLocked(DATA);
  await shot("not-saved", `${CRATES}/build`, async (p) => {
    await p.getByRole("button", { name: "1. low crate" }).click();
    for (let i = 0; i < 5; i++) await p.keyboard.press("ArrowRight");
    await p.getByRole("alert").waitFor();
  });
  release();
  await visit(page, `${KIOSK}/teach`);
  await page.getByLabel("Group").first().fill("Saturday 9–11s");
  await page.getByRole("button", { name: "Begin the class" }).click();
  await page.locator("[data-station]").waitFor();
  // Into the wait after the walls.
  const walls = computeLesson(await lessonAt(page, KIOSK)).steps.findIndex((s) => s.id === "kiosk/roof");
  const title = page.getByRole("region", { name: "Now" }).getByRole("heading");
  for (let i = 0; i < 60 && !(await title.innerText()).startsWith(`${walls + 1} `); i++)
    await page.keyboard.press("Space", { delay: 60 });
  if (!(await page.getByRole("timer").isVisible())) await page.keyboard.press("Space");
  await page.waitForTimeout(6500);
  await page.mouse.move(0, 0);
  await page.screenshot({ path: "docs/screenshots/class.png" });
} finally {
  await browser.close();
  server.kill();
}
