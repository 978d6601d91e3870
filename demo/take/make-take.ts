// Makes the demo take of the glasshouse: an overhead shot drawn by our own renderer, a synthetic voice and its
// captions. Needs Debian's espeak-ng and ffmpeg. Run: npm run demo-take. The results are committed.
import { spawn, spawnSync } from "node:child_process";
import { once } from "node:events";
import { readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { Resvg } from "@resvg/resvg-js";
import { type Lesson, parseLesson, parseLessonText, serialiseLesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { type CornersPx, findPaperToPicture } from "#core/ground/geometry";
import { AGE_BANDS } from "#core/ground/plan";
import {
  type Colour,
  type Drawing,
  filledBox,
  frameAt,
  PAPER_PALETTE,
  toPicture,
  toSvg,
} from "#core/showing/display";
import { type Cue, writeWebVtt } from "#core/time/narration";
import { handTimesMs } from "#core/time/schedule";
import { withHandWobble } from "./hand-wobble.ts";
import { SAMPLES_PER_SECOND, speak, writeWav } from "./speech.ts";

const here = dirname(fileURLToPath(import.meta.url));
const LESSON = join(here, "../lessons/glasshouse.json");
const NAME = "glasshouse-take";
const WIDTH = 854;
const HEIGHT = 480;
const FPS = 12;

/** The sheet lies a little askew under the phone, which does not look straight down. */
const CORNERS: CornersPx = {
  topLeft: { xPx: 152, yPx: 34 },
  topRight: { xPx: 716, yPx: 22 },
  bottomRight: { xPx: 744, yPx: 458 },
  bottomLeft: { xPx: 126, yPx: 452 },
};

/** On camera everything is pencil; guides are fainter, nothing is coloured. */
const PENCIL: Readonly<Record<Colour, string>> = {
  ...PAPER_PALETTE,
  new: "#45474c",
  guide: "#8d9096",
  horizon: "#6d7075",
  graphite: "#3b3d42",
  sheet: "#f6f1e4",
};

const PAUSE_AFTER_LINE_MS = 450;
/** Room left for the hand to finish a step's lines after the words. */
const FINISH_MS = 600;
/** A demonstrator draws about so much faster than the class, and no faster: then it could not be followed. */
const HAND_AHEAD = 2.95;

const script = JSON.parse(readFileSync(join(here, "narration-script.json"), "utf8")) as {
  stepId: string;
  say: string[];
}[];
const parsed = parseLessonText(readFileSync(LESSON, "utf8"));
if (!parsed.ok) throw new Error(parsed.findings[0]?.message);

const lessonAsWritten = parsed.value;

const { cues, anchors, samples, durationMs } = narrate();
const lesson: Lesson = {
  ...parsed.value,
  takes: [
    {
      id: "take-1",
      label: "First take, simulated",
      video: { file: `${NAME}.mp4`, durationMs, widthPx: WIDTH, heightPx: HEIGHT },
      narration: { fileName: `${NAME}.vtt`, cues },
      corners: CORNERS,
      anchors,
    },
  ],
  currentTake: "take-1",
};
const checked = parseLesson(lesson);
if (!checked.ok) throw new Error(checked.findings.map((f) => f.message).join("\n"));
await film(lesson);
writeFileSync(join(here, `${NAME}.vtt`), writeWebVtt(cues));
writeFileSync(LESSON, serialiseLesson(lesson));
console.log(
  `${NAME}.mp4: ${(statSync(join(here, `${NAME}.mp4`)).size / 1024 ** 2).toFixed(2)} MB, ${(durationMs / 1000).toFixed(1)} s, ${cues.length} cues`,
);

/** Speaks the script, one cue a line, and ties each step to its first word. */
function narrate() {
  const spoken: { at: number; samples: Int16Array }[] = [];
  const made: Cue[] = [];
  const tied: Record<string, { wordId: string; offsetMs: number }> = {};
  const drawn = computeLesson(lessonAsWritten);
  const handMs = handTimesMs(drawn.moves, drawn.paper, AGE_BANDS[lessonAsWritten.plan.ageBand]);
  let atMs = 800;
  for (const { stepId, say } of script) {
    const step = drawn.steps.find((s) => s.id === stepId);
    if (!step) throw new Error(`the script speaks of step "${stepId}", which is not in the lesson`);
    const hand = handMs.slice(step.firstMove, step.lastMove + 1).reduce((sum, ms) => sum + ms, 0);
    const startMs = atMs;
    tied[stepId] = { wordId: `c${made.length + 1}.w1`, offsetMs: 0 };
    for (const text of say) {
      const line = speak(text);
      const endMs = atMs + Math.round((line.length / SAMPLES_PER_SECOND) * 1000);
      spoken.push({ at: atMs, samples: line });
      made.push({ id: `c${made.length + 1}`, startMs: atMs, endMs, text });
      atMs = endMs + PAUSE_AFTER_LINE_MS;
    }
    atMs = Math.max(atMs + FINISH_MS, startMs + Math.round(hand / HAND_AHEAD));
  }
  const total = Math.ceil((atMs + 1200) / 1000) * 1000;
  const all = new Int16Array(Math.round((total / 1000) * SAMPLES_PER_SECOND));
  for (const { at, samples: line } of spoken) all.set(line, Math.round((at / 1000) * SAMPLES_PER_SECOND));
  return { cues: made, anchors: tied, samples: all, durationMs: total };
}

/** Renders every frame and pipes it to the encoder, with the voice beside it. */
async function film(filmed: Lesson): Promise<void> {
  const computed = computeLesson(filmed);
  const toPx = findPaperToPicture(filmed.sheet.widthMm, filmed.sheet.heightMm, CORNERS);
  if (!toPx) throw new Error("the demo's corners go round no sheet");
  const voice = join(tmpdir(), `${NAME}-${process.pid}.wav`);
  const silent = join(tmpdir(), `${NAME}-${process.pid}.mp4`);
  writeWav(voice, samples);
  const encoder = spawn(
    "ffmpeg",
    [
      "-y",
      "-loglevel",
      "error",
      "-f",
      "rawvideo",
      "-pix_fmt",
      "rgba",
      "-s",
      `${WIDTH}x${HEIGHT}`,
      "-r",
      String(FPS),
      "-i",
      "-",
      "-c:v",
      "libx264",
      "-preset",
      "slow",
      "-crf",
      "31",
      "-tune",
      "animation",
      "-g",
      "48",
      "-pix_fmt",
      "yuv420p",
      silent,
    ],
    { stdio: ["pipe", "inherit", "inherit"] },
  );
  let before = "";
  let pixels = Buffer.alloc(0);
  for (let n = 0; n < (durationMs / 1000) * FPS; n++) {
    const paper = frameAt(computed, (n * 1000) / FPS, {
      medium: "overlay",
      tools: true,
      withSheet: true,
    }).drawing;
    const svg = toSvg(onDesk(toPicture(withHandWobble(paper), toPx, WIDTH, HEIGHT)), PENCIL);
    // Held frames are rendered once.
    if (svg !== before) {
      pixels = Buffer.from(
        new Resvg(svg.replace(/width="[^"]*" height="[^"]*"/, `width="${WIDTH}" height="${HEIGHT}"`)).render()
          .pixels,
      );
      before = svg;
    }
    if (!encoder.stdin.write(pixels)) await once(encoder.stdin, "drain");
  }
  encoder.stdin.end();
  await once(encoder, "close");
  const muxed = spawnSync(
    "ffmpeg",
    [
      "-y",
      "-loglevel",
      "error",
      "-i",
      silent,
      "-i",
      voice,
      "-c:v",
      "copy",
      "-c:a",
      "aac",
      "-b:a",
      "40k",
      "-ac",
      "1",
      "-movflags",
      "+faststart",
      "-map_metadata",
      "-1",
      "-fflags",
      "+bitexact",
      join(here, `${NAME}.mp4`),
    ],
    { stdio: "inherit" },
  );
  rmSync(voice);
  rmSync(silent);
  if (muxed.status !== 0) throw new Error("ffmpeg could not join picture and voice");
}

/** The table under the sheet. */
function onDesk(drawing: Drawing): Drawing {
  const table = filledBox("table", drawing.box, "quiet");
  return { ...drawing, marks: [table, ...drawing.marks], alt: "" };
}
