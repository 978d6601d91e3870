import { type ChildProcess, spawn } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";

const PORT = 4378;
const HOME = `http://127.0.0.1:${PORT}`;

function start(folder: string): ChildProcess {
  return spawn(process.execPath, ["scripts/demo.mjs"], {
    env: { ...process.env, PORT: String(PORT), REGULANDA_DATA: folder },
    stdio: "ignore",
    detached: true,
  });
}

/** Waits until the server answers; the browser's own page is not asked, so that it shows no errors of ours. */
async function ready(): Promise<void> {
  await expect.poll(async () => (await fetch(`${HOME}/mark.svg`).catch(() => null))?.status ?? 0).toBe(200);
}

/** Ends the server and all it started in the middle of whatever it does. */
function kill(server: ChildProcess): void {
  try {
    if (server.pid) process.kill(-server.pid, "SIGKILL");
  } catch {
    // Gone already.
  }
}

test("a server killed in the middle of a hundred edits has lost nothing that the page called saved", async ({
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), "regulanda-kill-"));
  let server = start(folder);
  try {
    await ready();
    await page.goto(`${HOME}/lessons/the-ticket-kiosk/build`);
    await page.getByRole("button", { name: "2. kiosk" }).click();
    const status = page.locator("header [role=status]");
    /** How far to the right the page says it is saved: what it showed when it last said "Saved". */
    const place = page.getByRole("textbox", { name: "From the left edge" });
    let saved = 141;
    for (let i = 0; i < 100; i++) {
      await page.keyboard.press("ArrowRight");
      if (i === 70) kill(server);
      if (i % 20 === 19 && i < 70) await expect(status).toHaveText("Saved");
      if ((await status.textContent()) === "Saved") saved = Number.parseInt(await place.inputValue(), 10);
    }
    expect(saved).toBeGreaterThanOrEqual(201);
    await expect(status).toHaveText("Not saved yet");
    const shown = Number.parseInt(await place.inputValue(), 10);
    expect(shown).toBe(241);
    server = start(folder);
    await ready();
    const file = async () =>
      (await (await fetch(`${HOME}/lessons/the-ticket-kiosk/file`)).json()) as {
        objects: { handles: { fromLeftMm: number } }[];
      };
    const kept = (await file()).objects[1]?.handles.fromLeftMm ?? 0;
    expect(kept).toBeGreaterThanOrEqual(saved);
    expect(kept).toBeLessThanOrEqual(shown);
    console.log(`called saved at ${saved}, kept ${kept}, shown ${shown}`);
    // The page lost nothing either: what was not saved is sent once the server answers again, without a word.
    await expect(status).toHaveText(/^Saved/);
    expect((await file()).objects[1]?.handles.fromLeftMm).toBe(shown);
  } finally {
    kill(server);
  }
});
