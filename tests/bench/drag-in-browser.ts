// How many frames a second a drag leaves in headless Chromium: against the same mouse over an empty page, in one run.
import { spawn } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium, type Page } from "@playwright/test";
import { serialiseLesson } from "#core/document/lesson";
import { browserPath } from "../../scripts/browser.mjs";
import { quay } from "./lessons.ts";

const PORT = "4379";
const HOME = `http://127.0.0.1:${PORT}`;
const MOVES = 150;

const server = spawn(process.execPath, ["scripts/demo.mjs"], {
  env: { ...process.env, PORT, REGULANDA_DATA: mkdtempSync(join(tmpdir(), "regulanda-bench-")) },
  stdio: ["ignore", "pipe", "inherit"],
});
await new Promise<void>((ready) =>
  server.stdout.on("data", (chunk: Buffer) => chunk.toString().includes("open at") && ready()),
);
const browser = await chromium.launch({
  executablePath: browserPath(),
  args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});

/** The gaps between frames while the mouse is moved to and fro, in ms, sorted. */
async function gapsWhile(page: Page, x: number, y: number): Promise<number[]> {
  // As text: what runs in the page must not be touched by what compiles this file.
  await page.evaluate(`
    window.gaps = [];
    let last = performance.now();
    requestAnimationFrame(function tick(now) {
      window.gaps.push(now - last);
      last = now;
      requestAnimationFrame(tick);
    });
  `);
  for (let i = 0; i < MOVES; i++) {
    await page.mouse.move(x + Math.sin(i / 12) * 60, y + Math.cos(i / 15) * 20);
    await page.waitForTimeout(8);
  }
  const gaps = await page.evaluate(() => (window as unknown as { gaps: number[] }).gaps.slice(5));
  return gaps.sort((a, b) => a - b);
}
const at = (gaps: readonly number[], share: number) => gaps[Math.floor(gaps.length * share)] ?? 0;

try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto("about:blank");
  const empty = await gapsWhile(page, 600, 400);

  await page.goto(HOME);
  const choosing = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: "Bring in a lesson file" }).click();
  const buffer = Buffer.from(serialiseLesson(quay(100)));
  await (await choosing).setFiles({ name: "quay.json", mimeType: "application/json", buffer });
  await page.waitForURL(/\/lessons\/[^/]+\/[a-z-]+$/);
  await page.getByRole("link", { name: "Build" }).click();
  await page.getByRole("button", { name: "45. crate 45" }).click();
  const handle = await page.locator('[data-handle="crate-45/foot"] > circle').first().boundingBox();
  if (!handle) throw new Error("no handle");
  const [x, y] = [handle.x + handle.width / 2, handle.y + handle.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  const dragged = await gapsWhile(page, x, y);
  await page.mouse.up();
  console.log("A handle dragged in the browser, 100 boxes");
  console.log(
    `${"  gap between frames".padEnd(62)} ${at(dragged, 0.5).toFixed(1)} ms median (${(1000 / at(dragged, 0.5)).toFixed(0)} a second), ${at(dragged, 0.95).toFixed(1)} ms p95`,
  );
  console.log(
    `${"  against an empty page".padEnd(62)} ${(at(dragged, 0.5) / at(empty, 0.5)).toFixed(2)} × median, ${(at(dragged, 0.95) / at(empty, 0.95)).toFixed(2)} × p95 (empty ${at(empty, 0.5).toFixed(1)} and ${at(empty, 0.95).toFixed(1)} ms)`,
  );
} finally {
  await browser.close();
  server.kill();
}
