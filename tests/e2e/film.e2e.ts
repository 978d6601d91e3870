import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Download, Page } from "@playwright/test";
import { unzipSync } from "fflate";
import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { sourceToLesson } from "#core/time/schedule";
import { framesOf, greyOfFrames, meanDifference, onsetsOf, over, probe, soundOf } from "../film/read-back.ts";
import { FLASHES_MS, TURNING_MOVES, turningCorners } from "../takes/turning-course.ts";
import { beside, copyOf, documentOf, expect, saved, test } from "./bench-hand.ts";

const TAKE = "tests/takes/turning-take.mp4";
const KIOSK = "the-ticket-kiosk";
/** What plays of the minute: cut, four times as fast, held; ten and a half seconds. */
const EDITS: NonNullable<Lesson["takes"][number]["edits"]> = [
  { kind: "cut", fromMs: 0, toMs: 3000 },
  { kind: "cut", fromMs: 8000, toMs: 33_000 },
  { kind: "speed", fromMs: 33_000, toMs: 37_000, factor: 4 },
  { kind: "cut", fromMs: 37_000, toMs: 43_000 },
  { kind: "hold", atMs: 44_000, ms: 1500 },
  { kind: "cut", fromMs: 46_000, toMs: 60_000 },
];

/** The browser's own dialogue for a place on the disk cannot be answered here: films are downloaded instead. */
async function withoutDialogue(page: Page) {
  await page.addInitScript(() => {
    (window as unknown as { showSaveFilePicker?: unknown }).showSaveFilePicker = undefined;
  });
}

async function bringInTake(page: Page): Promise<string> {
  const take = {
    id: "take-1",
    label: "Turning",
    video: null,
    narration: null,
    corners: null,
    anchors: {},
    edits: EDITS,
  };
  const id = await copyOf(
    page,
    (l) => ({ ...l, title: "Turned under the phone", takes: [take], currentTake: "take-1" }),
    KIOSK,
  );
  await page.goto(`/lessons/${id}/narrate`);
  const choosing = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: "Bring in the recording" }).click();
  await (await choosing).setFiles(TAKE);
  await expect(page.getByRole("button", { name: "Bring in another recording" })).toBeVisible();
  await saved(page);
  return id;
}

async function make(page: Page, kind: string): Promise<string> {
  await page.getByRole("radio", { name: new RegExp(`^${kind}`) }).check();
  const button = page.getByRole("button", { name: "Make it" });
  await expect(button).toBeEnabled();
  const downloading = page.waitForEvent("download");
  await button.click();
  const download: Download = await downloading;
  const file = join(mkdtempSync(join(tmpdir(), "film-")), download.suggestedFilename());
  await download.saveAs(file);
  await expect(page.locator('[data-film="done"]')).toContainText(download.suggestedFilename());
  return file;
}

test("an evening's recording goes in; its sheet is followed, and a finished video and every overlay come out", async ({
  page,
}) => {
  await withoutDialogue(page);
  const id = await bringInTake(page);
  await page.getByRole("link", { name: "Rehearse" }).click();
  await beside(page, "Sheet");
  await page.getByRole("button", { name: "Follow the sheet" }).click();
  await expect(page.getByText("It is moved 3 times")).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("list", { name: "Movements of the sheet" }).getByRole("listitem")).toHaveCount(
    3,
  );
  await saved(page);
  const lesson = await documentOf(page, id);
  const take = lesson.takes[0];
  expect(take?.sheetMoves).toHaveLength(TURNING_MOVES.length);
  for (const [at, corners] of [
    [0, take?.corners],
    [50_000, take?.sheetMoves?.[2]?.corners],
  ] as const) {
    const truth = turningCorners(at);
    // A pixel and a half of the sheet's millimetres is a pixel here.
    expect(Math.abs((corners?.topLeft.xPx ?? 0) - truth.topLeft.xPx)).toBeLessThan(0.6);
    expect(Math.abs((corners?.bottomRight.yPx ?? 0) - truth.bottomRight.yPx)).toBeLessThan(0.6);
  }
  // On its lane a movement is shifted by keys, and taken back.
  await page.getByRole("link", { name: "Narrate" }).click();
  await page
    .getByRole("slider", { name: /^The sheet is moved/ })
    .first()
    .press("ArrowRight");
  const firstMove = async () => (await documentOf(page, id)).takes[0]?.sheetMoves?.[0]?.fromMs;
  await expect.poll(firstMove).toBe((take?.sheetMoves?.[0]?.fromMs ?? 0) + 100);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(firstMove).toBe(take?.sheetMoves?.[0]?.fromMs);
  await page.getByRole("link", { name: "Rehearse" }).click();
  const computed = computeLesson(lesson);
  const map = computed.editMap;
  if (!map) throw new Error("no edits");
  const frames = Math.round((map.lessonMs * 25) / 1000);

  await beside(page, "Take out");
  const video = await make(page, "Finished video");
  expect(probe(video)).toMatchObject({
    codec: "h264",
    width: 854,
    height: 480,
    rate: "25/1",
    frames,
    sound: "opus",
  });
  expect(Math.abs(probe(video).durationS - map.lessonMs / 1000)).toBeLessThan(0.045);
  // Where the flashes of the recording are seen, and the tones with them are heard.
  const played = FLASHES_MS.flatMap((ms) => {
    const at = sourceToLesson(map, ms);
    return at ? [{ ms: at.fromMs, fast: ms === 35_000 }] : [];
  });
  expect(played).toHaveLength(3);
  const grey = greyOfFrames(video);
  const flashes = grey.flatMap((v, n) => (v > 225 && (grey[n - 1] ?? 0) <= 225 ? [n * 40] : []));
  expect(flashes).toHaveLength(3);
  for (const [i, { ms }] of played.entries())
    expect(Math.abs((flashes[i] ?? 0) - ms)).toBeLessThanOrEqual(40);
  const heard = onsetsOf(soundOf(video), 0.05);
  const toned = played.filter((p) => !p.fast);
  expect(heard).toHaveLength(toned.length);
  for (const [i, { ms }] of toned.entries()) expect(Math.abs((heard[i] ?? 0) - ms)).toBeLessThan(20);

  const mov = await make(page, "Overlay, QuickTime");
  expect(probe(mov)).toMatchObject({ codec: "png", pixels: "rgba", rate: "25/1", frames });
  // The film is the recording with that overlay over it, in its colours; 1.2 s of the lesson are 4.2 s of the recording.
  const [filmed, recorded, laid] = [framesOf(video, [30]), framesOf(TAKE, [105]), framesOf(mov, [30])].map(
    ([f]) => f,
  );
  if (!filmed || !recorded || !laid) throw new Error("no frames");
  const [inside, outside] = differences(filmed, recorded, laid);
  expect(inside).toBeLessThan(8);
  expect(outside).toBeLessThan(2);
  const webm = await make(page, "Overlay, see-through WebM");
  expect(probe(webm)).toMatchObject({ codec: "vp9", frames });
  const some = [30, 90, 170, 210];
  const [exactly, nearly] = [framesOf(mov, some), framesOf(webm, some, "libvpx-vp9")];
  for (const i of some.keys()) {
    const [exact, lossy] = [exactly[i] ?? new Uint8Array(), nearly[i] ?? new Uint8Array()];
    for (const ground of [255, 0])
      expect(meanDifference(over(exact, ground), over(lossy, ground))).toBeLessThan(2);
  }
  const zip = unzipSync(readFileSync(await make(page, "Overlay, single pictures")));
  const list = new TextDecoder().decode(zip["frames.csv"]).trim().split("\r\n").slice(1);
  expect(list.reduce((sum, row) => sum + Number(row.split(",")[2]), 0)).toBe(frames);
  expect(list.every((row) => zip[row.split(",")[0] ?? ""] !== undefined)).toBe(true);
  const stills = unzipSync(readFileSync(await make(page, "Stills of all steps")));
  expect(Object.keys(stills)).toHaveLength(2 * computed.steps.length);

  // The animated picture shows by itself, at a moment asked for, what the overlay shows there.
  const svg = await make(page, "Overlay, one animated SVG");
  await page.goto("about:blank");
  await page.setViewportSize({ width: 854, height: 480 });
  await page.setContent(`<style>body{margin:0}</style>${readFileSync(svg, "utf8")}`);
  for (const n of [60, 200]) {
    await page.evaluate(
      (s) => {
        const shown = document.querySelector("svg");
        shown?.pauseAnimations();
        shown?.setCurrentTime(s);
      },
      n / 25 + 0.001,
    );
    const png = join(mkdtempSync(join(tmpdir(), "svg-")), "shown.png");
    await page.screenshot({ path: png, clip: { x: 0, y: 0, width: 854, height: 480 } });
    expect(
      meanDifference(
        ...([framesOf(png, [0]), framesOf(mov, [n])].map(([f]) => over(f ?? new Uint8Array(), 255)) as [
          Uint8Array,
          Uint8Array,
        ]),
      ),
    ).toBeLessThan(2);
  }
});

/** The films that lie in the browser's own store. */
function storedFilms(page: Page): Promise<string[]> {
  return page.evaluate(async () => {
    const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle("films");
    const names: string[] = [];
    for await (const name of (folder as unknown as { keys(): AsyncIterable<string> }).keys())
      names.push(name);
    return names;
  });
}

/** The mean differences of a film from the recording with the overlay over it: where the overlay covers it, and besides. */
function differences(film: Uint8Array, recorded: Uint8Array, overlay: Uint8Array): readonly [number, number] {
  const sums = [0, 0];
  const counts = [0, 0];
  for (let i = 0; i < overlay.length; i += 4) {
    const alpha = overlay[i + 3] ?? 0;
    if (alpha > 0 && alpha < 255) continue;
    const k = alpha === 255 ? 0 : 1;
    const from = k === 0 ? overlay : recorded;
    for (let c = 0; c < 3; c++) sums[k] = (sums[k] ?? 0) + Math.abs((film[i + c] ?? 0) - (from[i + c] ?? 0));
    counts[k] = (counts[k] ?? 0) + 3;
  }
  expect(counts[0]).toBeGreaterThan(3000);
  return [(sums[0] ?? 0) / (counts[0] ?? 1), (sums[1] ?? 0) / (counts[1] ?? 1)];
}

test("a film is stopped in the middle: nothing of it is left, and what cannot be made is said before", async ({
  page,
}) => {
  await withoutDialogue(page);
  await page.goto("/lessons/the-lock-keepers-glasshouse/rehearse");
  await beside(page, "Take out");
  await page.getByRole("radio", { name: /^Overlay, QuickTime/ }).check();
  // Large enough to be still under way when it is stopped.
  await page.getByRole("combobox", { name: "Size" }).click();
  await page.getByRole("option", { name: "1080 lines" }).click();
  await expect(page.getByRole("button", { name: "Make it" })).toBeEnabled();
  await page.getByRole("button", { name: "Make it" }).click();
  await expect(page.getByText(/\d+ %, \d+:\d\d left/)).toBeVisible();
  // Another place of the lesson does not end it.
  await page.getByRole("link", { name: "Plan" }).click();
  await page.getByRole("link", { name: "Rehearse" }).click();
  await beside(page, "Take out");
  await page.getByRole("button", { name: "Stop and throw it away" }).click();
  await expect(page.getByText("was stopped; nothing of it is left")).toBeVisible();
  const left = await storedFilms(page);
  // To a place the teacher chooses; the browser's own store stands for a folder on the disk.
  await page.evaluate(() => {
    (window as unknown as { showSaveFilePicker: unknown }).showSaveFilePicker = async () =>
      (await navigator.storage.getDirectory()).getFileHandle("chosen.mov", { create: true });
  });
  const chosen = () =>
    page.evaluate(async () => {
      const handle = await (await navigator.storage.getDirectory())
        .getFileHandle("chosen.mov")
        .catch(() => null);
      return handle && (await handle.getFile()).size;
    });
  await page.getByRole("radio", { name: /^Overlay, QuickTime/ }).check();
  await expect(page.getByRole("button", { name: "Make it" })).toBeEnabled();
  await page.getByRole("button", { name: "Make it" }).click();
  await expect(page.getByText(/\d+ %, \d+:\d\d left/)).toBeVisible();
  await page.getByRole("button", { name: "Stop and throw it away" }).click();
  await expect(page.getByText("was stopped; nothing of it is left")).toBeVisible();
  expect(await chosen()).toBeNull();
  await page.getByRole("radio", { name: /^Stills/ }).check();
  await expect(page.getByRole("button", { name: "Make it" })).toBeEnabled();
  await page.getByRole("button", { name: "Make it" }).click();
  await expect(page.locator('[data-film="done"]')).toContainText("is written");
  expect(await chosen()).toBeGreaterThan(100_000);
  expect(left).toEqual([]);
});

test("a recording that cannot be decoded, one with no sheet in it, and a window closed in the middle: each in words, nothing half-made left", async ({
  page,
  context,
}) => {
  const made = mkdtempSync(join(tmpdir(), "bad-"));
  const film = (name: string, args: string) =>
    execFileSync(
      "ffmpeg",
      `-y -loglevel error -f lavfi -i color=gray:s=320x180:r=10:d=8 ${args} ${join(made, name)}`.split(" "),
    );
  film("old.mp4", "-c:v mpeg4");
  film("bare.mp4", "-c:v libx264 -pix_fmt yuv420p");
  let served = "old.mp4";
  await context.route("**/media/*", (route) =>
    route.fulfill({ path: join(made, served), contentType: "video/mp4" }),
  );
  await withoutDialogue(page);
  await page.goto("/lessons/the-lock-keepers-glasshouse/rehearse");
  await beside(page, "Take out");
  await expect(
    page.getByText(/cannot decode the picture of ".*".*overlay can still be taken out/),
  ).toBeVisible();
  await expect(page.getByRole("button", { name: "Make it" })).toBeDisabled();
  // The overlay needs nothing of the recording.
  await page.getByRole("radio", { name: /^Overlay, QuickTime/ }).check();
  await expect(page.getByRole("button", { name: "Make it" })).toBeEnabled();
  served = "bare.mp4";
  await beside(page, "Sheet");
  await page.getByRole("button", { name: "Follow the sheet" }).click();
  await expect(page.getByText("No sheet was seen with all four sides in the picture")).toBeVisible();
  await context.unroute("**/media/*");

  const other = await context.newPage();
  await withoutDialogue(other);
  await other.goto("/lessons/the-lock-keepers-glasshouse/rehearse");
  await beside(other, "Take out");
  await other.getByRole("radio", { name: /^Overlay, QuickTime/ }).check();
  await expect(other.getByRole("button", { name: "Make it" })).toBeEnabled();
  await other.getByRole("button", { name: "Make it" }).click();
  await expect(other.getByText(/\d+ %, \d+:\d\d left/)).toBeVisible();
  await other.close({ runBeforeUnload: false });
  await beside(page, "Take out");
  const stills = await make(page, "Stills of all steps");
  expect(Object.keys(unzipSync(readFileSync(stills))).length).toBeGreaterThan(40);
  expect(await storedFilms(page)).toHaveLength(1);
});
