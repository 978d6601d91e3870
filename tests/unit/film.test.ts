import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Resvg } from "@resvg/resvg-js";
import fc from "fast-check";
import { unzipSync } from "fflate";
import { afterAll, describe, expect, test } from "vitest";
import { applyChanges, sampleLesson, setEdits, showLayer } from "#core/document/changes";
import { type Lesson, serialiseLesson } from "#core/document/lesson";
import { computeLesson, exportLesson, overlaySourceOf } from "#core/document/pipeline";
import {
  bitrateOf,
  type FilmWish,
  fadeEnds,
  filmRuns,
  msOfPicture,
  offerFilm,
  planFilm,
  soundPlan,
  tickSound,
} from "#core/output/film";
import { toSvg } from "#core/showing/display";
import { fitRecording, marksOf, overlayOf, overlayPalette } from "#core/showing/overlay";
import { readCaptions } from "#core/time/narration";
import { editMap, lessonToSource } from "#core/time/schedule";
import { writePngMovie } from "#film/png-movie.ts";
import { CliError } from "../../cli/arguments.ts";
import { run } from "../../cli/run.ts";
import { inWords } from "../../workers/film/film-trouble.ts";
import { changeAt } from "../change-at.ts";
import { demoLesson } from "../demo-lesson.ts";
import { framesOf, meanDifference, over, probe } from "../film/read-back.ts";
import { anyEdits, SOURCE } from "../property/edit-arbitraries.ts";

const folder = mkdtempSync(join(tmpdir(), "film-"));
afterAll(() => rmSync(folder, { recursive: true }));

function changed(lesson: Lesson, changes: Parameters<typeof applyChanges>[1]): Lesson {
  const done = applyChanges(lesson, changes);
  if (!done.ok) throw new Error(done.findings[0]?.message);
  return done.value.lesson;
}

/** Ten seconds of the glasshouse, a wait among them, without words: letters are drawn otherwise by other pens. */
function tenSeconds(): Lesson {
  const full = demoLesson("glasshouse");
  const cut = changed(
    full,
    setEdits(full, [
      { kind: "cut", fromMs: 0, toMs: 70_000 },
      { kind: "hold", atMs: 77_000, ms: 2000 },
      { kind: "cut", fromMs: 78_000, toMs: 239_000 },
    ]),
  );
  return (["letters", "readings", "title", "check", "pause"] as const).reduce(
    (lesson, layer) => changed(lesson, showLayer(lesson, null, layer, false)),
    cut,
  );
}

const WISH: FilmWish = { kind: "overlay-mov", clock: "lesson", size: "recording", rate: "25" };

describe("a film is planned", () => {
  const computed = computeLesson(demoLesson("glasshouse"));
  const planOf = (wish: Partial<FilmWish>, framesPerSecond: number | null = 12) => {
    const planned = planFilm(
      computed,
      { ...WISH, ...wish },
      framesPerSecond === null ? null : { framesPerSecond },
    );
    if (!planned.ok) throw new Error(planned.finding.message);
    return planned.plan;
  };

  test("by the recording's own rate and shape, or another; measured rates are what they are meant to be", () => {
    expect(planOf({ rate: "recording" })).toMatchObject({ rate: { frames: 12, per: 1 }, frames: 2868 });
    expect(planOf({ rate: "recording" }, 29.9701).rate).toEqual({ frames: 30_000, per: 1001 });
    expect(planOf({ rate: "recording" }, 25.0001).rate).toEqual({ frames: 25, per: 1 });
    expect(planOf({ size: "720" }).picture).toMatchObject({ widthPx: 1282, heightPx: 720 });
    expect(planOf({ size: "upright" }).picture).toMatchObject({ widthPx: 1080, heightPx: 1920, dx: 0 });
    for (const size of ["recording", "720", "1080", "2160", "square", "upright"] as const) {
      const { picture } = planOf({ size });
      expect([picture.widthPx % 2, picture.heightPx % 2]).toEqual([0, 0]);
      // The recording is whole in it, in its own shape.
      expect(picture.dx * 2 + 854 * picture.scale).toBeCloseTo(picture.widthPx, 6);
      expect(picture.dy * 2 + 480 * picture.scale).toBeCloseTo(picture.heightPx, 6);
    }
    expect(planOf({}, null)).toMatchObject({
      overRecording: false,
      picture: { widthPx: 1280, heightPx: 720 },
    });
  });

  test("an empty lesson, and one of which everything is cut, are refused in words", () => {
    const full = demoLesson("glasshouse");
    const none = planFilm({ ...computed, steps: [] }, WISH, null);
    expect(none.ok ? "" : none.finding.message).toMatch(/no steps yet/);
    const cut = computeLesson(changed(full, setEdits(full, [{ kind: "cut", fromMs: 0, toMs: 239_000 }])));
    const gone = planFilm(cut, WISH, { framesPerSecond: 12 });
    expect(gone.ok ? "" : gone.finding.message).toMatch(/cut out, so the film would be empty/);
  });

  test("a recording shorter than its captions is told, and its film is as long as the recording", () => {
    const full = demoLesson("glasshouse");
    const short = computeLesson(
      changed(full, [
        changeAt("take/take-1", "video", { file: "a.mp4", durationMs: 60_000, widthPx: 854, heightPx: 480 }),
      ]),
    );
    expect(short.findings.find((f) => f.code === "words-after-recording")?.message).toMatch(
      /recording ends at 1:00.*kept/,
    );
    const planned = planFilm(short, WISH, { framesPerSecond: 12 });
    expect(planned.ok && planned.plan.totalMs).toBe(60_000);
    expect(computed.findings.some((f) => f.code === "words-after-recording")).toBe(false);
  });

  test("what this browser cannot write is said before, with the nearest that it can", () => {
    const all = { h264: true, vp9: true, aac: true, opus: true };
    expect(offerFilm("video", "mp4", all)).toEqual({
      ok: true,
      form: { container: "mp4", picture: "avc", sound: "aac" },
      says: null,
    });
    const opus = offerFilm("video", "mp4", { ...all, aac: false });
    expect(opus).toMatchObject({ ok: true, form: { sound: "opus" } });
    expect(opus.says).toMatch(/Opus.*some editors do not take it.*WebM/);
    expect(offerFilm("video", "mp4", { ...all, h264: false })).toMatchObject({
      form: { container: "webm" },
      says: expect.stringMatching(/cannot write H.264, so it will be a WebM/),
    });
    expect(offerFilm("video", "mp4", { ...all, h264: false, vp9: false })).toMatchObject({
      ok: false,
      nearest: "overlay-mov",
    });
    expect(offerFilm("overlay-webm", "mp4", { ...all, vp9: false })).toMatchObject({
      ok: false,
      nearest: "overlay-mov",
    });
    expect(offerFilm("video", "webm", { ...all, opus: false, aac: false }).says).toMatch(/silent/);
    expect(offerFilm("stills", "mp4", { h264: false, vp9: false, aac: false, opus: false }).ok).toBe(true);
    expect(bitrateOf(1280, 720, 25)).toBeCloseTo(3e6, -5);
  });

  test("a full disk is told as one, and leaves no part of a film behind", async () => {
    expect(inWords(new DOMException("full", "QuotaExceededError"))).toMatch(
      /no room left.*nothing of it was kept.*smaller size/,
    );
    expect(inWords(new TypeError("odd"))).toBe("It could not be made: odd. Nothing of it was kept.");
    const { picture, frames, rate } = planOf({ rate: "recording" });
    const runs = filmRuns(overlayOf(overlaySourceOf(computed), picture, "lesson"), frames, rate);
    let written = 0;
    const full = {
      write: async (bytes: Uint8Array) => {
        written += bytes.length;
        if (written > 1000) throw new DOMException("full", "QuotaExceededError");
      },
    };
    const movie = writePngMovie(
      runs,
      planOf({}),
      async () => new Uint8Array(400),
      full,
      () => {},
    );
    await expect(movie).rejects.toThrow("full");
  });

  test("its runs are all its pictures, each drawn as at its own moment", () => {
    const { picture, frames, rate } = planOf({ rate: "recording" });
    const overlay = overlayOf(overlaySourceOf(computed), picture, "lesson");
    const runs = [...filmRuns(overlay, frames, rate)];
    expect(runs.reduce((sum, r) => sum + r.count, 0)).toBe(frames);
    expect(runs.length).toBeLessThan(frames * 0.7);
    for (const [i, r] of runs.entries()) {
      expect(r.first).toBe(i === 0 ? 0 : (runs[i - 1]?.first ?? 0) + (runs[i - 1]?.count ?? 0));
      if (i % 40 === 0) expect(overlay(msOfPicture(r.first + r.count - 1, rate))).toEqual(r.frame);
    }
  });

  test("before there is a recording the script is the captions", () => {
    const { takes: _, ...rest } = demoLesson("quay-crates");
    const alone = computeLesson({ ...rest, takes: [], currentTake: null });
    const read = readCaptions(exportLesson(alone, "vtt", "25") ?? "");
    if (!read.ok) throw new Error(read.findings[0]?.message);
    const said = read.value.cues.map((c) => c.text).join(" ");
    const plain = (text: string) => text.replaceAll("\u00a0", " ");
    for (const step of alone.steps.slice(0, 5))
      expect(plain(said)).toContain(plain(step.instruction[0] ?? "-"));
    for (const [i, cue] of read.value.cues.entries())
      expect(cue.startMs).toBeGreaterThanOrEqual(read.value.cues[i - 1]?.endMs ?? 0);
  });
});

describe("what is heard", () => {
  test("at every moment of the lesson the recording as it is seen, or silence; without gaps", () => {
    fc.assert(
      fc.property(anyEdits, fc.double({ min: 0, max: 1, noNaN: true }), (edits, share) => {
        const map = editMap(edits, SOURCE);
        const plan = soundPlan(map, { ticks: true });
        let at = 0;
        for (const piece of plan) {
          expect(piece.fromMs).toBeCloseTo(at, 6);
          at = piece.toMs;
        }
        expect(at).toBeCloseTo(map.lessonMs, 6);
        const ms = share * map.lessonMs;
        const piece = plan.find((p) => p.fromMs <= ms && ms < p.toMs);
        if (piece?.kind === "recorded")
          expect(piece.sourceFromMs + ms - piece.fromMs).toBeCloseTo(lessonToSource(map, ms), 5);
        for (const p of plan)
          if (p.kind === "silent") for (const t of p.ticksMs) expect(t > p.fromMs && t < p.toMs).toBe(true);
      }),
      { numRuns: 300 },
    );
  });

  test("pieces come and go without a click: no step between two samples is larger than in the sound itself", () => {
    const rate = 48_000;
    const tone = Float32Array.from({ length: rate }, (_, i) => Math.cos((2 * Math.PI * 200 * i) / rate));
    const largest = Math.max(...tone.slice(1).map((v, i) => Math.abs(v - (tone[i] ?? 0))));
    const piece = tone.slice();
    // In two blocks, as they come.
    fadeEnds(piece.subarray(0, 20_000), 0, rate, rate);
    fadeEnds(piece.subarray(20_000), 20_000, rate, rate);
    const heard = [0, ...piece, 0];
    const steps = heard.slice(1).map((v, i) => Math.abs(v - (heard[i] ?? 0)));
    expect(Math.max(...steps)).toBeLessThan(largest * 1.5);
    expect(piece.slice(1000, 40_000)).toEqual(tone.slice(1000, 40_000));
    const tick = tickSound(rate);
    expect(Math.abs(tick[0] ?? 1)).toBeLessThan(0.001);
    expect(Math.abs(tick[tick.length - 1] ?? 1)).toBeLessThan(0.001);
    expect(Math.max(...tick)).toBeLessThan(0.2);
  });
});

describe("the command line writes films", () => {
  const lesson = tenSeconds();
  const file = join(folder, "ten.json");
  writeFileSync(file, serialiseLesson(lesson));

  test("a QuickTime movie of constant rate: 30 of its frames are what the screen's pen draws, over white and over black", async () => {
    const out = join(folder, "ten.mov");
    expect(await run(["overlay", file, "--out", out, "--fps", "30"])).toMatch(/^300 frames/);
    const read = probe(out);
    expect(read).toMatchObject({
      codec: "png",
      pixels: "rgba",
      width: 854,
      height: 480,
      rate: "30/1",
      frames: 300,
      sound: null,
    });
    expect(Math.abs(read.durationS - 10)).toBeLessThan(1 / 30);
    const computed = computeLesson(lesson);
    const picture = fitRecording({ widthPx: 854, heightPx: 480 }, 854, 480);
    const overlay = overlayOf(overlaySourceOf(computed), picture, "lesson");
    const palette = overlayPalette(undefined);
    let drawn = 0;
    // Thirty frames all over it, in no regular order.
    const numbers = Array.from({ length: 30 }, (_, i) => (i * 97 + 13) % 300).sort((a, b) => a - b);
    const frames = framesOf(out, numbers);
    for (const [i, n] of numbers.entries()) {
      const marks = marksOf(overlay((n * 1000) / 30));
      const svg = toSvg(
        { unit: "px", box: { x: 0, y: 0, width: 854, height: 480 }, marks, alt: "" },
        palette,
      ).replace(/width="[^"]*" height="[^"]*"/, 'width="854" height="480"');
      const shown = frames[i] ?? new Uint8Array();
      for (const [name, ground] of [
        ["white", 255],
        ["black", 0],
      ] as const) {
        const { pixels } = new Resvg(svg, { background: name, font: { loadSystemFonts: false } }).render();
        expect(
          meanDifference(over(shown, ground), over(pixels, ground)),
          `frame ${n} on ${name}`,
        ).toBeLessThan(2);
      }
      drawn += marks.length;
    }
    expect(drawn).toBeGreaterThan(60);
  });

  test("single pictures with a list, an animated picture of its own, stills for slides", async () => {
    const zip = join(folder, "ten.zip");
    expect(await run(["overlay", file, "--out", zip, "--clock", "lesson", "--size", "recording"])).toMatch(
      /250 frames/,
    );
    const files = unzipSync(readFileSync(zip));
    const rows = new TextDecoder().decode(files["frames.csv"]).trim().split("\r\n").slice(1);
    expect(rows.reduce((sum, r) => sum + Number(r.split(",")[2]), 0)).toBe(250);
    const svg = join(folder, "ten.svg");
    await run(["overlay", file, "--out", svg]);
    const text = readFileSync(svg, "utf8");
    expect(text).not.toMatch(/<text|font-family|href="(?!#)|<script/);
    expect(text).toMatch(/<animate attributeName="stroke-dashoffset"/);
    const one = join(folder, "one.json");
    writeFileSync(one, serialiseLesson(sampleLesson("box", "one-point") ?? lesson));
    const stills = join(folder, "stills.zip");
    expect(await run(["stills", one, "--out", stills, "--size", "720"])).toMatch(/steps/);
    const [first] = Object.entries(unzipSync(readFileSync(stills))).filter(([name]) => name.endsWith(".png"));
    expect([...(first?.[1].slice(1, 4) ?? [])]).toEqual([...Buffer.from("PNG")]);
  });

  test("bad input is one line that says what was expected, and no part of a file is left", async () => {
    const says = async (...args: string[]) => {
      const error = await run(args).catch((e: unknown) => e);
      expect(error).toBeInstanceOf(CliError);
      return (error as Error).message;
    };
    expect(await says("overlay", file)).toMatch(/needs --out FILE ending in .mov, .zip, .svg/);
    expect(await says("overlay", file, "--out", "a.avi")).toMatch(/ending in/);
    expect(await says("overlay", file, "--out", "a.mov", "--fps", "23")).toMatch(
      /--fps is one of 24, 25.*got "23"/,
    );
    expect(await says("overlay", file, "--out", "a.mov", "--size", "big")).toMatch(
      /--size is one of recording/,
    );
    expect(await says("overlay", file, "--out", "a.mov", "--clock", "wall")).toMatch(
      /--clock is one of lesson, recording/,
    );
    expect(await says("stills", file, "--out", "a.pdf")).toMatch(/stills needs --out FILE.zip/);
    expect(await says("overlay", file, "--out", join(folder, "no", "such.mov"))).toMatch(
      /cannot be written.*Nothing of it is left/,
    );
    expect(readdirSync(folder).filter((n) => n.startsWith("."))).toEqual([]);
    expect(existsSync("a.mov")).toBe(false);
  });
});
