import { writeCsv } from "../../ground/table/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import {
  type Cue,
  FRAME_RATES,
  type FrameRate,
  formatTimeCode,
  frameAtMs,
  writeWebVtt,
} from "../narration/index.ts";
import { type EditMap, sourceToLesson } from "./edit-map.ts";
import type { Schedule } from "./schedule-steps.ts";

/** What is written out: steps with their times, and the words. */
export interface Timed {
  readonly title: string;
  readonly steps: readonly Step[];
  readonly schedule: Schedule;
}

interface Marked {
  readonly step: Step;
  readonly startMs: number;
  readonly endMs: number;
}

function marked({ steps, schedule }: Timed): Marked[] {
  const byId = new Map(steps.map((s) => [s.id, s]));
  return schedule.windows.flatMap((w) => {
    const step = byId.get(w.stepId);
    return step ? [{ step, startMs: w.startMs, endMs: w.endMs }] : [];
  });
}

/** The words in lesson time: what is cut is gone, what is held stays up while it is held. */
export function captionsInLesson(cues: readonly Cue[], map: EditMap): Omit<Cue, "id">[] {
  return cues.flatMap((cue): Omit<Cue, "id">[] => {
    const from = sourceToLesson(map, cue.startMs)?.fromMs ?? nextPlayed(map, cue.startMs, cue.endMs);
    const to = lastPlayed(map, cue.startMs, cue.endMs);
    if (from === null || to === null || to - from < 1) return [];
    return [{ startMs: Math.round(from), endMs: Math.round(to), text: cue.text }];
  });
}

/** The longest that one caption of the script stays up before the next. */
const MOST_SENTENCE_MS = 7000;

/** The script as captions before anybody has spoken it: a step's sentences one after another from its start on, each as long as its words. */
export function captionsOfScript({ steps, schedule }: Pick<Timed, "steps" | "schedule">): Omit<Cue, "id">[] {
  const byId = new Map(steps.map((s) => [s.id, s]));
  return schedule.windows.flatMap(({ stepId, startMs, endMs, drawFromMs }) => {
    const sentences = byId.get(stepId)?.instruction ?? [];
    const words = sentences.map((s) => s.split(" ").length);
    const all = words.reduce((a, b) => a + b, 0);
    const until = Math.max(
      Math.min(endMs, startMs + sentences.length * MOST_SENTENCE_MS),
      Math.min(endMs, drawFromMs),
    );
    let said = 0;
    return sentences.flatMap((text, i): Omit<Cue, "id">[] => {
      const from = Math.round(startMs + ((until - startMs) * said) / Math.max(1, all));
      said += words[i] ?? 0;
      const to = Math.round(startMs + ((until - startMs) * said) / Math.max(1, all));
      return to > from ? [{ startMs: from, endMs: to, text }] : [];
    });
  });
}

/** The words on the screen at a moment of the lesson, given the captions in its time; null in a silence. */
export function captionAt(captions: readonly Omit<Cue, "id">[], atMs: number): string | null {
  return captions.findLast((c) => c.startMs <= atMs && atMs < c.endMs)?.text ?? null;
}

/** Where a cue whose start is cut is heard first, in lesson time; null when it is cut whole. */
function nextPlayed(map: EditMap, from: number, to: number): number | null {
  const piece = map.played.find((p) => p.sourceTo > from && p.sourceFrom < to);
  return piece ? piece.lessonFrom : null;
}

/** Where the last of a cue is heard, in lesson time. */
function lastPlayed(map: EditMap, from: number, to: number): number | null {
  const piece = map.played.findLast((p) => p.sourceTo > from && p.sourceFrom < to);
  if (!piece) return null;
  return piece.lessonFrom + (Math.min(to, piece.sourceTo) - piece.sourceFrom) / piece.factor;
}

/** Chapters as WebVTT, a cue for each step. */
export function writeChapters(timed: Timed): string {
  return writeWebVtt(
    marked(timed)
      .filter((m) => m.endMs > m.startMs)
      .map(({ step, startMs, endMs }) => ({ startMs, endMs, text: `${step.number}. ${step.title}` })),
  );
}

/** Metadata cues as WebVTT: the step's id and number as JSON, for a player that follows along. */
export function writeStepCues(timed: Timed): string {
  const blocks = marked(timed)
    .filter((m) => m.endMs > m.startMs)
    .map(({ step, startMs, endMs }) => ({
      startMs,
      endMs,
      text: JSON.stringify({ step: step.id, number: step.number, title: step.title }),
    }));
  return writeWebVtt(blocks);
}

/** A list of chapters as text, "1:05 Title" a line; the first stands at 0:00. */
export function writeChapterList(timed: Timed): string {
  const clock = (ms: number) => {
    const s = Math.floor(ms / 1000);
    const two = (n: number) => String(n).padStart(2, "0");
    const rest = `${s >= 3600 ? two(Math.floor(s / 60) % 60) : Math.floor(s / 60)}:${two(s % 60)}`;
    return s >= 3600 ? `${Math.floor(s / 3600)}:${rest}` : rest;
  };
  return `${marked(timed)
    .map(({ step, startMs }, i) => `${clock(i === 0 ? 0 : startMs)} ${step.title}`)
    .join("\n")}\n`;
}

/** Steps as CSV (RFC 4180): number, id, title, start, end and length in seconds. */
export function writeScheduleCsv(timed: Timed): string {
  const seconds = (ms: number) => (ms / 1000).toFixed(3);
  return writeCsv([
    ["step", "id", "title", "start_s", "end_s", "length_s"],
    ...marked(timed).map(({ step, startMs, endMs }) => [
      step.number,
      step.id,
      step.title,
      seconds(startMs),
      seconds(endMs),
      seconds(endMs - startMs),
    ]),
  ]);
}

/**
 * The take as it is played, with a marker for each step, as OpenTimelineIO JSON (schemas Timeline.1, Stack.1, Track.1,
 * Clip.2, Gap.1, LinearTimeWarp.1, FreezeFrame.1, Marker.2; from memory of the published schema).
 */
export function writeOtio(timed: Timed, map: EditMap, mediaFile: string, rate: FrameRate): string {
  const { frames, per } = FRAME_RATES[rate];
  const fps = frames / per;
  const time = (ms: number) => ({ OTIO_SCHEMA: "RationalTime.1", rate: fps, value: frameAtMs(ms, rate) });
  const duration = (fromMs: number, toMs: number) => ({
    OTIO_SCHEMA: "RationalTime.1",
    rate: fps,
    value: frameAtMs(toMs, rate) - frameAtMs(fromMs, rate),
  });
  const range = (fromMs: number, toMs: number) => ({
    OTIO_SCHEMA: "TimeRange.1",
    start_time: time(fromMs),
    duration: duration(fromMs, toMs),
  });
  const media = {
    OTIO_SCHEMA: "ExternalReference.1",
    name: mediaFile,
    target_url: mediaFile,
    available_range: range(0, map.sourceMs),
    metadata: {},
  };
  const clip = (name: string, sourceRange: object, effects: readonly object[]) => ({
    OTIO_SCHEMA: "Clip.2",
    name,
    source_range: sourceRange,
    media_references: { DEFAULT_MEDIA: media },
    active_media_reference_key: "DEFAULT_MEDIA",
    effects,
    markers: [],
    enabled: true,
    metadata: {},
  });
  const lasts = (startMs: number, fromMs: number, toMs: number) => ({
    OTIO_SCHEMA: "TimeRange.1",
    start_time: time(startMs),
    duration: duration(fromMs, toMs),
  });
  const pieces = [
    ...map.played.map((p) => {
      const lessonTo = p.lessonFrom + (p.sourceTo - p.sourceFrom) / p.factor;
      const speed = p.factor === 1 ? [] : [timeEffect("LinearTimeWarp", "speed", p.factor)];
      return { at: p.lessonFrom, item: clip(mediaFile, lasts(p.sourceFrom, p.lessonFrom, lessonTo), speed) };
    }),
    ...map.holds.map((h) => {
      const range = lasts(h.sourceAt, h.lessonFrom, h.lessonFrom + h.ms);
      return {
        at: h.lessonFrom,
        item: clip(`${mediaFile}, held`, range, [timeEffect("FreezeFrame", "hold", 0)]),
      };
    }),
  ].sort((a, b) => a.at - b.at);
  const markers = marked(timed).map(({ step, startMs, endMs }) => ({
    OTIO_SCHEMA: "Marker.2",
    name: `${step.number}. ${step.title}`,
    color: "RED",
    comment: step.instruction.join(" "),
    marked_range: range(startMs, Math.max(startMs, endMs)),
    metadata: { step: step.id },
  }));
  return `${JSON.stringify(
    {
      OTIO_SCHEMA: "Timeline.1",
      name: timed.title,
      global_start_time: null,
      tracks: {
        OTIO_SCHEMA: "Stack.1",
        name: "tracks",
        source_range: null,
        children: [
          {
            OTIO_SCHEMA: "Track.1",
            name: "Take",
            kind: "Video",
            source_range: null,
            children: pieces.map((p) => p.item),
            effects: [],
            markers,
            enabled: true,
            metadata: {},
          },
        ],
        effects: [],
        markers: [],
        enabled: true,
        metadata: {},
      },
      metadata: {},
    },
    null,
    2,
  )}\n`;
}

function timeEffect(kind: "LinearTimeWarp" | "FreezeFrame", name: string, time_scalar: number) {
  return { OTIO_SCHEMA: `${kind}.1`, name, effect_name: kind, time_scalar, metadata: {} };
}

/** An edit list of the take as it is played, with a marker comment for each step (CMX 3600, from memory). */
export function writeEdl(timed: Timed, map: EditMap, mediaFile: string, rate: FrameRate): string {
  const code = (ms: number) => formatTimeCode(frameAtMs(ms, rate), rate);
  const drop = FRAME_RATES[rate].drop > 0 ? "DROP FRAME" : "NON-DROP FRAME";
  const events = [
    ...map.played.map((p) => ({
      at: p.lessonFrom,
      from: p.sourceFrom,
      to: p.sourceTo,
      factor: p.factor,
      ms: (p.sourceTo - p.sourceFrom) / p.factor,
    })),
    ...map.holds.map((h) => ({ at: h.lessonFrom, from: h.sourceAt, to: h.sourceAt, factor: 0, ms: h.ms })),
  ].sort((a, b) => a.at - b.at);
  const lines = [`TITLE: ${timed.title.replace(/[\r\n]/g, " ").slice(0, 70)}`, `FCM: ${drop}`, ""];
  const starts = marked(timed);
  for (const [i, e] of events.entries()) {
    const number = String(i + 1).padStart(3, "0");
    // A held or speeded event names its source by what is consumed of it.
    lines.push(
      `${number}  AX       V     C        ${code(e.from)} ${code(e.factor === 0 ? e.from + e.ms : e.to)} ${code(e.at)} ${code(e.at + e.ms)}`,
    );
    if (e.factor !== 1) {
      const fps = FRAME_RATES[rate].nominal * e.factor;
      lines.push(`M2   AX       ${fps.toFixed(1).padStart(5, "0")}                ${code(e.from)}`);
    }
    lines.push(`* FROM CLIP NAME: ${mediaFile}`);
    for (const { step, startMs } of starts)
      if (startMs >= e.at && startMs < e.at + e.ms)
        lines.push(`* LOC: ${code(startMs)} RED     ${step.number}. ${step.title}`);
  }
  return `${lines.join("\n")}\n`;
}
