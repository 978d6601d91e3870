import { computeLesson } from "#core/document/pipeline";
import { wordsOf } from "#core/time/narration";
import {
  beside,
  boxesOf,
  copyOf,
  documentOf,
  expect,
  saved,
  seek,
  shownStrokes,
  test,
} from "./bench-hand.ts";

const CAPTIONS = `WEBVTT

00:01.000 --> 00:04.000
Lay the ruler from corner to corner.

00:06.000 --> 00:10.000
Now the horizon, three and a half inches down.

00:broken --> 00:13.000
This cue cannot be read.

00:20.000 --> 00:24.000
And here begins the left bench, watch the corner.
`;

async function bringInCaptions(page: import("@playwright/test").Page, name: string, content: string) {
  const choosing = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: /Bring in.*captions/ }).click();
  await (await choosing).setFiles({ name, mimeType: "text/vtt", buffer: Buffer.from(content) });
}

test("captions are brought in, a step is put on a word, and its strokes start there when it plays", async ({
  page,
}) => {
  const id = await copyOf(page, (l) => ({
    ...l,
    takes: l.takes.map((t) => ({ ...t, narration: null, anchors: {} })),
  }));
  await page.goto(`/lessons/${id}/narrate`);
  await bringInCaptions(page, "quay.vtt", CAPTIONS);
  await expect(page.getByText(/Line 9: a cue was skipped, because the start time "00:broken"/)).toBeVisible();
  await expect(page.getByText("3 cues,")).toBeVisible();
  await page.getByRole("button", { name: "Step 15: Left bench: the front" }).click();
  await page.getByRole("button", { name: "bench,", exact: true }).click();
  await expect(
    page.getByRole("button", { name: "Step 15 starts here: Left bench: the front" }),
  ).toBeVisible();
  await saved(page);

  const lesson = await documentOf(page, id);
  const word = lesson.takes[0]?.narration?.cues.flatMap(wordsOf).find((w) => w.text === "bench,");
  expect(word).toBeDefined();
  expect(lesson.takes[0]?.anchors["left-bench/front"]?.wordId).toBe(word?.id);
  const startMs = word?.startMs ?? 0;
  const first = computeLesson(lesson).schedule.moves.find((m) => m.moveId.startsWith("left-bench/"));
  expect(first?.startMs).toBe(startMs);

  await page.getByRole("link", { name: "Rehearse" }).click();
  await expect(page.locator("video")).toHaveJSProperty("readyState", 4);
  await seek(page, startMs - 400);
  const benchStrokes = async () =>
    (await shownStrokes(page)).filter((s) => s.startsWith("left-bench/")).length;
  expect(await benchStrokes()).toBe(0);
  await page.getByRole("button", { name: "Play" }).click();
  const screen = page.locator("[data-at-ms]");
  // Watch the first stroke appear while it plays: never before its word.
  const appearedAt = await screen.evaluate(
    (element) =>
      new Promise<number>((resolve) => {
        const look = () => {
          if (element.querySelector('[data-overlay] [data-stroke^="left-bench/"]'))
            resolve(Number(element.getAttribute("data-at-ms")));
          else requestAnimationFrame(look);
        };
        look();
      }),
  );
  const appears = first ? first.drawFromMs : 0;
  expect(appearedAt).toBeGreaterThanOrEqual(startMs);
  expect(appearedAt).toBeGreaterThanOrEqual(appears);
  expect(appearedAt).toBeLessThan(appears + 400);
});

test("broken and empty captions change nothing and say why", async ({ page }) => {
  const id = await copyOf(page);
  await page.goto(`/lessons/${id}/narrate`);
  const before = JSON.stringify((await documentOf(page, id)).takes);
  await bringInCaptions(page, "empty.vtt", "");
  await expect(page.getByText("The file is empty. Nothing was changed.")).toBeVisible();
  // A browser tells of no choice of a file that is chosen already: once mended, it is chosen again.
  await expect(page.locator('input[type="file"]').first()).toHaveValue("");
  await bringInCaptions(page, "broken.srt", "1\n00:00:xx --> yesterday\nhello\n");
  await expect(page.getByText(/no readable cue/)).toBeVisible();
  await expect(page.getByText(/Line 2: a cue was skipped/)).toBeVisible();
  await bringInCaptions(page, "huge.vtt", "x".repeat(9 * 1024 * 1024));
  await expect(page.getByText(/captions have at most 8 MB. Nothing was changed/)).toBeVisible();
  expect(JSON.stringify((await documentOf(page, id)).takes)).toBe(before);
});

test("captions that are not quite as their format wants are read, and each cue lost or mended is told by its line", async ({
  page,
}) => {
  const id = await copyOf(page, (l) => ({ ...l, title: "Mended on the quay", takes: [], currentTake: null }));
  await page.goto(`/lessons/${id}/narrate`);
  const bring = (text: string) => bringInCaptions(page, "quay.vtt", text);
  const cue = (n: number, end = n + 1) => `00:0${n}.000 --> 00:0${end}.000\nline ${n} &amp; more`;
  await bring(`WEBVTT\n${cue(1)}\n${cue(2)}\n\n${cue(5, 4)}\n\n${cue(6)}`);
  const found = page.getByRole("region", { name: "Found in the file" });
  await expect(found).toContainText("Line 2: a cue stands directly under the head of the file; it was read.");
  await expect(found).toContainText("Line 4: no blank line stands before this cue");
  await expect(found).toContainText("Line 7: a cue was skipped, because it ends before it starts.");
  await expect(page.getByText("3 cues, 12 words from quay.vtt")).toBeVisible();
  await saved(page);
  expect((await documentOf(page, id)).takes[0]?.narration?.cues.map((c) => c.text)).toEqual([
    "line 1 & more",
    "line 2 & more",
    "line 6 & more",
  ]);
  await page.getByRole("button", { name: "Understood" }).click();
  await expect(found).toBeHidden();
  // One of eight thousand lines is read beside the page.
  await bring(
    `WEBVTT\n\n${Array.from({ length: 8000 }, (_, i) => `${String(Math.floor(i / 3600)).padStart(2, "0")}:${String(Math.floor(i / 60) % 60).padStart(2, "0")}:${String(i % 60).padStart(2, "0")}.000 --> 99:00:00.000\nword ${i}`).join("\n\n")}`,
  );
  await expect(page.getByText(/^8000 cues, 16000 words/)).toBeVisible();
});

test("a caption file that is gone since it was chosen is said to be, and another can be chosen", async ({
  page,
}) => {
  // As the browser answers once the file under a chosen name was moved (W3C, File API: NotReadableError).
  const gone =
    'Blob.prototype.arrayBuffer = () => Promise.reject(new DOMException("moved", "NotReadableError"));';
  await page.route(/captions\.worker/, async (route) => {
    const script = await route.fetch();
    await route.fulfill({ response: script, body: `${gone}${await script.text()}` });
  });
  const id = await copyOf(page, (l) => ({ ...l, title: "Gone from the quay", takes: [], currentTake: null }));
  await page.goto(`/lessons/${id}/narrate`);
  await bringInCaptions(page, "quay.vtt", CAPTIONS);
  await expect(
    page.getByText('"quay.vtt" could not be read. Nothing was changed; choose it again.'),
  ).toBeVisible();
  await page.unroute(/captions\.worker/);
  await bringInCaptions(page, "quay.vtt", CAPTIONS);
  await expect(page.getByText(/^3 cues/)).toBeVisible();
});

test("a recording is brought in and plays; one over the limit or of another kind is refused in words", async ({
  page,
  expectedErrors,
}) => {
  expectedErrors.push(/413|415/);
  const id = await copyOf(page, (l) => ({ ...l, takes: [], currentTake: null }));
  await page.goto(`/lessons/${id}/narrate`);
  const choosing = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: "Bring in the recording" }).click();
  await (await choosing).setFiles("demo/take/glasshouse-take.mp4");
  await expect(page.getByRole("button", { name: "Bring in another recording" })).toBeVisible();
  await saved(page);
  const video = (await documentOf(page, id)).takes[0]?.video;
  expect(video).toMatchObject({ widthPx: 854, heightPx: 480 });

  const refused = await page.request.put(`/lessons/${id}/recording`, {
    headers: { "Content-Type": "video/mp4", "X-File-Name": "long.mp4" },
    data: Buffer.alloc(3 * 1024 * 1024),
  });
  expect(refused.status()).toBe(413);
  expect(await refused.json()).toEqual({
    problem: '"long.mp4" is larger than 2 MB. Nothing was stored; make it smaller or split it.',
  });
  const other = await page.request.put(`/lessons/${id}/recording`, {
    headers: { "Content-Type": "text/plain", "X-File-Name": "notes.txt" },
    data: "notes",
  });
  expect(other.status()).toBe(415);

  await page.getByRole("link", { name: "Rehearse" }).click();
  await beside(page, "Sheet");
  await page.getByRole("button", { name: "Place the sheet's corners" }).click();
  await expect(page.getByRole("slider", { name: "Top left corner of the sheet" })).toBeVisible();
  await page.getByRole("slider", { name: "Top left corner of the sheet" }).press("ArrowRight");
  await saved(page);
  expect((await documentOf(page, id)).takes[0]?.corners?.topLeft.xPx).toBe(86);
});

test("the take's video is served in ranges", async ({ page }) => {
  const lesson = await documentOf(page, "the-lock-keepers-glasshouse");
  const url = `/media/${lesson.takes[0]?.video?.file}`;
  const part = await page.request.get(url, { headers: { Range: "bytes=100-199" } });
  expect(part.status()).toBe(206);
  expect((await part.body()).length).toBe(100);
  expect(part.headers()["content-range"]).toMatch(/^bytes 100-199\/\d+$/);
  const whole = await page.request.get(url);
  expect((await whole.body()).subarray(100, 200).equals(await part.body())).toBe(true);
  expect((await page.request.get(url, { headers: { Range: "bytes=99999999-" } })).status()).toBe(416);
});

test("single lines are put on words, from the list and on the lane, and start there in the player", async ({
  page,
}) => {
  const id = await copyOf(page);
  await page.goto(`/lessons/${id}/narrate`);
  await page.getByRole("button", { name: "Step 16: Left bench: to the vanishing point" }).click();
  const lines = page.getByRole("region", { name: "Its lines, one by one" }).getByRole("listitem");
  await expect(lines).toHaveCount(3);
  await lines.nth(1).getByRole("button").first().click();
  await expect(page.getByText("Press the word at which the pencil begins this line.")).toBeVisible();
  await page.getByRole("button", { name: "lower", exact: true }).first().click();
  // The next line is chosen by itself: its word follows.
  await expect(lines.nth(2).getByRole("button").first()).toHaveAttribute("aria-pressed", "true");
  await expect(page.getByRole("button", { name: "Line 2 of step 16 starts here" })).toBeVisible();
  await page.getByRole("slider", { name: "Start of line 2 of step 16" }).press("ArrowRight");
  await saved(page);

  const lesson = await documentOf(page, id);
  const words = lesson.takes[0]?.narration?.cues.flatMap(wordsOf) ?? [];
  const computed = computeLesson(lesson);
  const step = computed.steps.find((s) => s.id === "left-bench/guides");
  const moveId = computed.moves[(step?.firstMove ?? 0) + 1]?.id ?? "";
  const lower = words.findIndex((w) => w.text === "lower");
  expect(lesson.takes[0]?.strokeAnchors).toEqual({
    [moveId]: { wordId: words[lower + 1]?.id, offsetMs: 0 },
  });
  const timing = computed.schedule.moves.find((m) => m.moveId === moveId);
  expect(timing?.wordId).toBe(words[lower + 1]?.id);

  await page.getByRole("link", { name: "Rehearse" }).click();
  await expect(page.locator("video")).toHaveJSProperty("readyState", 4);
  await seek(page, (timing?.drawFromMs ?? 0) - 80);
  expect(await shownStrokes(page)).not.toContain(moveId);
  await seek(page, (timing?.drawFromMs ?? 0) + 120);
  expect(await shownStrokes(page)).toContain(moveId);
});

test("tapping along puts steps and lines where the recording stood, a hand's lag before the key", async ({
  page,
}) => {
  const id = await copyOf(page, (l) => ({
    ...l,
    tasks: [],
    takes: l.takes.map((t) => ({ ...t, anchors: {} })),
  }));
  await page.goto(`/lessons/${id}/narrate`);
  const video = page.locator("video");
  await expect(video).toHaveJSProperty("readyState", 4);
  await page.getByRole("button", { name: "Tap along" }).click();
  const tapAfter = async (ms: number, key: string) => {
    const from = await video.evaluate((v: HTMLVideoElement) => v.currentTime * 1000);
    await expect
      .poll(() => video.evaluate((v: HTMLVideoElement) => v.currentTime * 1000))
      .toBeGreaterThan(from + ms);
    await page.keyboard.press(key);
    return video.evaluate((v: HTMLVideoElement) => v.currentTime * 1000);
  };
  const first = await tapAfter(800, "Enter");
  const line = await tapAfter(1500, ".");
  const second = await tapAfter(1500, "Enter");
  await page.keyboard.press("Space");
  await expect(video).toHaveJSProperty("paused", true);
  await saved(page);

  const lesson = await documentOf(page, id);
  const take = lesson.takes[0];
  const { steps, moves } = computeLesson(lesson);
  const words = new Map((take?.narration?.cues ?? []).flatMap(wordsOf).map((w) => [w.id, w]));
  const at = (anchor: { wordId: string; offsetMs: number } | undefined) =>
    (words.get(anchor?.wordId ?? "")?.startMs ?? Number.NaN) + (anchor?.offsetMs ?? 0);
  // Where the video stood is read some time after the key: on a busy machine, much later.
  const near = (ms: number, tapped: number) => {
    expect(ms).toBeLessThanOrEqual(tapped - 200);
    expect(ms).toBeGreaterThan(tapped - 2500);
  };
  near(at(take?.anchors[steps[0]?.id ?? ""]), first);
  near(at(take?.strokeAnchors?.[moves[0]?.id ?? ""]), line);
  near(at(take?.anchors[steps[1]?.id ?? ""]), second);
  const taps = [
    at(take?.anchors[steps[0]?.id ?? ""]),
    at(take?.strokeAnchors?.[moves[0]?.id ?? ""]),
    at(take?.anchors[steps[1]?.id ?? ""]),
  ];
  // The taps were at least a second and a half apart.
  expect((taps[1] ?? 0) - (taps[0] ?? 0)).toBeGreaterThan(1450);
  expect((taps[2] ?? 0) - (taps[1] ?? 0)).toBeGreaterThan(1450);
});

test("a new take tells what it says otherwise and what no step draws; the drawing is mended to the words", async ({
  page,
}) => {
  const id = await copyOf(page);
  const told = await (await page.request.get(`/lessons/${id}/times/vtt`)).text();
  const otherwise = told
    .replace("two and a half inches wide", "three inches wide")
    .replace("Three corners go", "Go ahead and draw a tall chimney on the roof. Three corners go");
  expect(otherwise).not.toBe(told);
  await page.goto(`/lessons/${id}/narrate`);
  const choosing = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: "A new take, by its captions" }).click();
  await (await choosing).setFiles({
    name: "second-take.vtt",
    mimeType: "text/vtt",
    buffer: Buffer.from(otherwise),
  });
  await expect(page.getByText(/2\d places stand at the same words/)).toBeVisible();
  const contradiction = page.getByText(/Step 19 .*says "three inches"; drawn are 2/);
  await expect(contradiction).toBeVisible();
  // Nothing is taken yet.
  expect((await documentOf(page, id)).takes).toHaveLength(1);
  await page.getByRole("button", { name: "Take all that is sure" }).click();
  await expect(page.getByText("Told, but in no step")).toBeVisible();
  await expect(page.getByRole("button", { name: /draw a tall chimney on the roof/ })).toBeVisible();
  await page.getByRole("button", { name: /^Draw it so: width 3/ }).click();
  await expect(contradiction).toBeHidden();
  await saved(page);
  const lesson = await documentOf(page, id);
  const width = boxesOf(lesson).find((b) => b.id === "right-bench")?.handles.width;
  expect(width && "mm" in width ? width.mm : 0).toBeCloseTo(76.2, 3);

  await page.getByRole("button", { name: "Go to this take" }).click();
  await expect(page.getByText(/37 cues, \d+ words/)).toBeVisible();
});

test("captions stand under the picture in their turn, and can be put away", async ({ page }) => {
  const id = await copyOf(page);
  await page.goto(`/lessons/${id}/rehearse`);
  await expect(page.locator("video")).toHaveJSProperty("readyState", 4);
  const caption = page.locator("[data-caption]");
  await seek(page, 16_000);
  await expect(caption).toHaveText(/^On both sides, mark four inches down from the top/);
  await seek(page, 1_000);
  await expect(caption).toHaveText(/Welcome to Osier Lock/);
  await page.getByRole("switch", { name: "Captions" }).click();
  await expect(caption).toBeHidden();
});
