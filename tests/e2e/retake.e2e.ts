import type { Page } from "@playwright/test";
import { computeLesson } from "#core/document/pipeline";
import { writeWebVtt } from "#core/time/narration";
import { lessonToSource } from "#core/time/schedule";
import { copyOf, documentOf, expect, overlayStrokes, saved, seek, shownMoment, test } from "./bench-hand.ts";

async function choose(page: Page, button: string | RegExp, name: string, content: string) {
  const choosing = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: button }).click();
  await (await choosing).setFiles({ name, mimeType: "text/vtt", buffer: Buffer.from(content) });
}

/** Marks words from one to another, as a hand with Shift does. */
async function mark(page: Page, from: number, to: number) {
  const words = page.locator("[data-word]");
  await page.keyboard.press("Escape");
  await words.nth(from).focus();
  await words.nth(from).click({ modifiers: ["Shift"] });
  await words.nth(to).click({ modifiers: ["Shift"] });
}

test("captions are brought in, steps placed, the take cut, speeded and held, and a new take carries it all over", async ({
  page,
}) => {
  const id = await copyOf(page, (l) => ({
    ...l,
    title: "Told once, told again",
    takes: l.takes.map((t) => ({ ...t, narration: null, anchors: {} })),
  }));
  const original = (await documentOf(page, "the-lock-keepers-glasshouse")).takes[0]?.narration?.cues ?? [];
  await page.goto(`/lessons/${id}/narrate`);
  await choose(page, /Bring in captions/, "take-one.vtt", writeWebVtt(original));
  await expect(page.getByText(`${original.length} cues,`)).toBeVisible();

  // All steps: the sure ones at once, the doubtful one after another with one key each.
  await page.getByRole("button", { name: "Place the steps by their words" }).click();
  await expect(page.getByText(/\d+ steps placed by their words/)).toBeVisible();
  const doubtful = page.getByRole("button", { name: /^(It begins|Its lines go) there$/ });
  const steps = computeLesson(await documentOf(page, id)).steps.length;
  const anchors = async () => Object.values((await documentOf(page, id)).takes[0]?.anchors ?? {});
  const pinned = async () => (await anchors()).filter((a) => !a.found).length;
  await saved(page);
  // A pin may open a place that seemed sure, once the others follow it.
  while ((await anchors()).length < steps) {
    const before = await pinned();
    await doubtful.first().focus();
    await page.keyboard.press("Enter");
    await expect.poll(pinned).toBe(before + 1);
    await saved(page);
  }

  // A cut, a stretch four times as fast, three holds.
  await mark(page, 60, 66);
  await page.getByRole("button", { name: "Cut", exact: true }).click();
  await saved(page);
  await mark(page, 150, 175);
  await page.getByRole("button", { name: "Play ×4" }).click();
  await saved(page);
  for (const at of [40, 110, 200]) {
    await mark(page, at, at + 2);
    await page.getByRole("button", { name: "Hold 20 s after" }).click();
    await saved(page);
  }
  const edited = await documentOf(page, id);
  expect(edited.takes[0]?.edits?.map((e) => e.kind)).toEqual(["cut", "speed", "hold", "hold", "hold"]);
  // Each edit is on its lane and reached by keys: one arrow is a tenth of a second.
  const hold = page.getByRole("slider", { name: /^Hold of 20 s at/ }).first();
  const before = edited.takes[0]?.edits?.find((e) => e.kind === "hold");
  await hold.focus();
  await page.keyboard.press("ArrowRight");
  await saved(page);
  const after = (await documentOf(page, id)).takes[0]?.edits?.find((e) => e.kind === "hold");
  expect((after?.kind === "hold" ? after.atMs : 0) - (before?.kind === "hold" ? before.atMs : 0)).toBe(100);

  // Cards are printed by these times.
  await page.getByRole("link", { name: "Hand out" }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Make the PDF" }).click();
  await download;

  // The player follows: at any time the picture is the one the map says, the overlay the one the words say.
  await page.goto(`/lessons/${id}/rehearse`);
  await expect(page.locator("video")).toHaveJSProperty("readyState", 4);
  const told = await documentOf(page, id);
  const computed = computeLesson(told);
  const map = computed.editMap;
  if (!map) throw new Error("no take");
  let state = 7;
  const chance = () => {
    state = (state * 1664525 + 1013904223) % 4294967296;
    return state / 4294967296;
  };
  const FRAME_MS = 1000 / 12;
  for (let i = 0; i < 10; i++) {
    await seek(page, Math.round((chance() * (computed.schedule.totalMs - 2000)) / 10) * 10);
    const shown = await shownMoment(page);
    expect(shown.strokes).toEqual(overlayStrokes(computed, shown.atMs, false));
    const sourceMs = await page.locator("video").evaluate((v) => (v as HTMLVideoElement).currentTime * 1000);
    expect(Math.abs(sourceMs - lessonToSource(map, shown.atMs))).toBeLessThan(FRAME_MS * 2);
  }
  // A hold stands while the lesson's time goes on, and then the picture moves again.
  const held = map.holds[0];
  if (!held) throw new Error("no hold");
  await seek(page, held.lessonFrom + held.ms - 1500);
  await page.getByRole("button", { name: "Play" }).click();
  const screen = page.locator("[data-at-ms]");
  await expect
    .poll(async () => Number(await screen.getAttribute("data-at-ms")))
    .toBeGreaterThan(held.lessonFrom + held.ms + 300);
  await page.getByRole("button", { name: "Pause" }).click();
  expect(
    await page.locator("video").evaluate((v) => (v as HTMLVideoElement).currentTime * 1000),
  ).toBeGreaterThan(held.sourceAt);

  // A new take: told more slowly, some words otherwise.
  const again = original.map((c, i) => ({
    ...c,
    startMs: Math.round(c.startMs * 1.15) + 3000,
    endMs: Math.round(c.endMs * 1.15) + 3000,
    text: i % 4 === 1 ? `Well, ${c.text.replace("lightly", "softly").replace("corner", "edge")}` : c.text,
  }));
  await page.goto(`/lessons/${id}/narrate`);
  await choose(page, "A new take, by its captions", "take-two.vtt", writeWebVtt(again));
  await expect(page.getByText(/take-two: \d+ places stand at the same words/)).toBeVisible();
  await page.getByRole("button", { name: "Take all that is sure" }).click();
  await saved(page);
  const retold = await documentOf(page, id);
  expect(retold.takes).toHaveLength(2);
  expect(retold.takes[0]).toEqual(told.takes[0]);
  const next = retold.takes[1];
  expect(next?.edits?.filter((e) => e.kind === "hold")).toHaveLength(3);
  expect(Object.keys(next?.anchors ?? {}).length).toBe(steps);
  // Every step still begins at the words it began at, a fifth later.
  const [was, is] = [computeLesson(told), computeLesson(retold)];
  const at = (c: typeof was, stepId: string) => {
    const word = c.schedule.windows.find((w) => w.stepId === stepId)?.wordId;
    return c.words.find((w) => w.id === word)?.startMs ?? 0;
  };
  for (const step of was.steps)
    expect(Math.abs(at(is, step.id) - (at(was, step.id) * 1.15 + 3000)), step.id).toBeLessThan(1500);

  await page.goto(`/lessons/${id}/rehearse`);
  for (let i = 0; i < 10; i++) {
    await seek(page, Math.round((chance() * (is.schedule.totalMs - 2000)) / 10) * 10);
    const shown = await shownMoment(page);
    expect(shown.strokes).toEqual(overlayStrokes(is, shown.atMs, true));
  }

  // Cards keep their pictures and marks: only their times have moved. A changed word makes one stale.
  await page.goto(`/lessons/${id}/hand-out`);
  await expect(page.getByText(/times moved/).first()).toBeVisible();
  await expect(page.getByText(/stale/)).toHaveCount(0);
  await page.goto(`/lessons/${id}/narrate`);
  await page.getByRole("button", { name: "Go to this take" }).click();
  await saved(page);
  expect((await documentOf(page, id)).currentTake).toBe(told.currentTake);
});
