import { expect, test } from "./own-server.ts";

test.use({ expectedErrors: [/Failed to load resource|net::ERR|EventSource/] });

test("a server killed in the middle of a hundred edits has lost nothing that the page called saved", async ({
  page,
  own,
}) => {
  const o = await own({}, "ticket-kiosk");
  const { home } = o.server;
  await page.goto(`${home}/lessons/${o.lesson}/build`);
  await page.getByRole("button", { name: "2. kiosk" }).click();
  const status = page.locator("header [role=status]");
  /** How far to the right the page says it is saved: what it showed when it last said "Saved". */
  const place = page.getByRole("textbox", { name: "From the left edge" });
  let saved = 141;
  for (let i = 0; i < 100; i++) {
    await page.keyboard.press("ArrowRight");
    if (i === 70) await o.server.kill();
    if (i % 20 === 19 && i < 70) await expect(status).toHaveText("Saved");
    if ((await status.textContent()) === "Saved") saved = Number.parseInt(await place.inputValue(), 10);
  }
  expect(saved).toBeGreaterThanOrEqual(201);
  await expect(status).toHaveText("Not saved yet");
  const shown = Number.parseInt(await place.inputValue(), 10);
  expect(shown).toBe(241);
  await o.restart();
  const file = async () =>
    (await (await fetch(`${home}/lessons/${o.lesson}/file`)).json()) as {
      objects: { handles: { fromLeftMm: number } }[];
    };
  const kept = (await file()).objects[1]?.handles.fromLeftMm ?? 0;
  expect(kept).toBeGreaterThanOrEqual(saved);
  expect(kept).toBeLessThanOrEqual(shown);
  console.log(`called saved at ${saved}, kept ${kept}, shown ${shown}`);
  // The page lost nothing either: what was not saved is sent once the server answers again, without a word.
  await expect(status).toHaveText(/^Saved/);
  expect((await file()).objects[1]?.handles.fromLeftMm).toBe(shown);
});
