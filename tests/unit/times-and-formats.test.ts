import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { computeLesson, EXPORT_FORMATS, exportLesson } from "#core/document/pipeline";
import {
  FRAME_RATES,
  type FrameRate,
  formatTimeCode,
  frameAtMs,
  msOfFrame,
  parseTimeCode,
  readCaptionBytes,
  readCaptions,
  wordsOf,
} from "#core/time/narration";
import { editMap } from "#core/time/schedule";
import { demoLesson } from "../demo-lesson.ts";

const RATES = Object.keys(FRAME_RATES) as FrameRate[];

describe("time code (SMPTE ST 12-1)", () => {
  test("ten minutes of 29.97 are 17,982 frames, an hour 107,892, and the code agrees with the clock", () => {
    expect(formatTimeCode(17_982, "29.97df")).toBe("00:10:00;00");
    expect(formatTimeCode(107_892, "29.97df")).toBe("01:00:00;00");
    // The numbers 00 and 01 are left out at each minute but the tenth.
    expect(formatTimeCode(1799, "29.97df")).toBe("00:00:59;29");
    expect(formatTimeCode(1800, "29.97df")).toBe("00:01:00;02");
    expect(parseTimeCode("00:01:00;00", "29.97df")).toBeNull();
    expect(parseTimeCode("00:10:00;00", "29.97df")).toBe(17_982);
    // At 59.94 four are left out.
    expect(formatTimeCode(3600, "59.94df")).toBe("00:01:00;04");
    expect(formatTimeCode(35_964, "59.94df")).toBe("00:10:00;00");
    // Without dropping, the code of an hour of 29.97 lags the clock by 3.6 seconds.
    expect(frameAtMs(3_600_000, "29.97")).toBe(107_892);
    expect(formatTimeCode(107_892, "29.97")).toBe("00:59:56:12");
  });

  test.each(RATES)(
    "%s: every frame has a code of its own that reads back, and its start is its own",
    (rate) => {
      fc.assert(
        fc.property(fc.integer({ min: 0, max: 5_000_000 }), (frame) => {
          expect(parseTimeCode(formatTimeCode(frame, rate), rate)).toBe(frame);
          expect(frameAtMs(msOfFrame(frame, rate), rate)).toBe(frame);
          expect(formatTimeCode(frame + 1, rate) > formatTimeCode(frame, rate)).toBe(true);
        }),
      );
    },
  );

  test("what is no time code is refused", () => {
    for (const bad of ["", "1:2:3:4", "00:60:00:00", "00:00:00:25", "aa:00:00:00"])
      expect(parseTimeCode(bad, "25")).toBeNull();
  });
});

describe("narrations in other formats", () => {
  test("a long paragraph with one time is its sentences, each with the time its letters take", () => {
    const read = readCaptions(
      "[0:00] Draw the near corner of the shed. Then both of its walls go to the points! Okay. And now you close the lid.\n[0:40] Done.",
    );
    if (!read.ok) throw new Error("not read");
    const { cues } = read.value;
    expect(cues.map((c) => c.text)).toEqual([
      "Draw the near corner of the shed.",
      "Then both of its walls go to the points!",
      "Okay. And now you close the lid.",
      "Done.",
    ]);
    const letters = cues.slice(0, 3).map((c) => c.text.length + 1);
    const whole = letters.reduce((a, b) => a + b, 0);
    const ends = (cues[2]?.endMs ?? 0) - 0;
    let before = 0;
    for (const [i, n] of letters.entries()) {
      expect(Math.abs((cues[i]?.startMs ?? 0) - (ends * before) / whole)).toBeLessThan(ends / whole);
      before += n;
    }
  });

  // The Unicode Standard, 23.8: the byte order mark.
  test("UTF-16 is known by its mark and read, either way round; other encodings are refused by name", () => {
    const text = "WEBVTT\n\n00:01.000 --> 00:02.000\nthe façade";
    const decode = (bytes: Uint8Array, encoding: string) => new TextDecoder(encoding).decode(bytes);
    const units = [0xfeff, ...[...text].map((c) => c.charCodeAt(0))];
    const little = Uint8Array.from(units.flatMap((u) => [u & 0xff, u >> 8]));
    const big = Uint8Array.from(units.flatMap((u) => [u >> 8, u & 0xff]));
    for (const bytes of [little, big, new TextEncoder().encode(text)]) {
      const read = readCaptionBytes(bytes, decode);
      expect(read.ok && read.value.cues[0]?.text).toBe("the façade");
    }
    const why = (bytes: Uint8Array) => {
      const read = readCaptionBytes(bytes, decode);
      return read.ok ? "" : read.findings[0]?.message;
    };
    expect(why(Uint8Array.from([...text].map((c) => c.charCodeAt(0))))).toMatch(/an older 8-bit encoding/);
    expect(why(little.subarray(2))).toMatch(/UTF-16 without its mark/);
    expect(why(Uint8Array.from([0xff, 0xfe, 0, 0, 0x57, 0, 0, 0]))).toMatch(/UTF-32; save it as UTF-8/);
  });

  test("plain text with times: brackets, hours, lines that go on, and bad ones by their line", () => {
    const read = readCaptions(
      "\uFEFF[0:05] Draw the horizon.\r\nIt goes all the way.\r\n\r\n(1:02) Now the box\r\n00:02:10.500 - and its lid.\r\n[2:75] broken\r\n[3:00]\r\n",
    );
    if (!read.ok) throw new Error("refused");
    expect(read.value.format).toBe("text with times");
    expect(read.value.cues.map((c) => [c.startMs, c.text])).toEqual([
      [5000, "Draw the horizon. It goes all the way."],
      [62_000, "Now the box"],
      [130_500, "and its lid."],
    ]);
    expect(read.findings.map((f) => f.about)).toEqual(["line 6", "line 7"]);
  });

  test("JSON with words in seconds, with segments of words, and in ms: each word keeps its own time", () => {
    const words = [
      { word: "Draw", start: 1, end: 1.2 },
      { word: "the", start: 1.3, end: 1.4 },
      { word: "line.", start: 1.6, end: 2 },
      { word: "Now", start: 4, end: 4.2 },
      { word: "", start: 5, end: 6 },
      { word: "late" },
    ];
    for (const shape of [words, { words }, { segments: [{ text: "all", start: 0, end: 9, words }] }]) {
      const read = readCaptions(JSON.stringify(shape));
      if (!read.ok) throw new Error("refused");
      expect(read.value.format).toBe("JSON");
      expect(read.value.cues.flatMap(wordsOf).map((w) => [w.text, w.startMs])).toEqual([
        ["Draw", 1000],
        ["the", 1300],
        ["line.", 1600],
        ["Now", 4000],
      ]);
      expect(read.findings.length).toBe(2);
    }
    const inMs = readCaptions(JSON.stringify({ cues: [{ text: "Draw it", startMs: 500, endMs: 900 }] }));
    expect(inMs.ok && inMs.value.cues[0]).toMatchObject({ startMs: 500, endMs: 900, text: "Draw it" });
  });

  test("a file with nothing to read is refused and says so", () => {
    for (const text of ["{}", "[]", "hello there", '[{"word":"x"}]'])
      expect(readCaptions(text).ok).toBe(false);
  });
});

describe("exports", () => {
  const lesson = demoLesson("glasshouse");
  const take = lesson.takes[0];
  if (!take) throw new Error("no take");
  const edited = {
    ...lesson,
    takes: [
      {
        ...take,
        edits: [
          { kind: "cut" as const, fromMs: 20_000, toMs: 33_000 },
          { kind: "speed" as const, fromMs: 60_000, toMs: 80_000, factor: 4 },
          { kind: "hold" as const, atMs: 40_000, ms: 12_000 },
        ],
      },
    ],
  };
  const computed = computeLesson(edited);
  const map = editMap(edited.takes[0]?.edits ?? [], take.video?.durationMs ?? 0);

  test.each(EXPORT_FORMATS)("%s is written and ends with the lesson", (format) => {
    const text = exportLesson(computed, format, "25");
    expect(text?.length).toBeGreaterThan(100);
  });

  test("captions read back in lesson time: none inside the cut, one held stays up while it is held", () => {
    const read = readCaptions(exportLesson(computed, "vtt", "25") ?? "");
    if (!read.ok) throw new Error("refused");
    const cut = take.narration?.cues.filter((c) => c.startMs >= 20_000 && c.endMs <= 33_000) ?? [];
    expect(cut.length).toBeGreaterThan(0);
    for (const cue of cut) expect(read.value.cues.map((c) => c.text)).not.toContain(cue.text);
    const held = take.narration?.cues.find((c) => c.startMs < 40_000 && c.endMs > 40_000);
    const shown = read.value.cues.find((c) => c.text === held?.text);
    if (held && shown)
      expect(shown.endMs - shown.startMs).toBeCloseTo(held.endMs - held.startMs + 12_000, -1);
    expect(read.value.cues.at(-1)?.endMs).toBeLessThanOrEqual(Math.ceil(map.lessonMs));
    const srt = readCaptions(exportLesson(computed, "srt", "25") ?? "");
    expect(srt.ok && srt.value.cues.map(({ startMs, text }) => [startMs, text])).toEqual(
      read.value.cues.map(({ startMs, text }) => [startMs, text]),
    );
  });

  test("the edit list and the timeline add up to the lesson, frame by frame", () => {
    const edl = exportLesson(computed, "edl", "25") ?? "";
    const events = [...edl.matchAll(/^\d{3} .*? (\S+) (\S+) (\S+) (\S+)$/gm)];
    let at = 0;
    for (const [, , , recordIn, recordOut] of events) {
      expect(parseTimeCode(recordIn ?? "", "25")).toBe(at);
      at = parseTimeCode(recordOut ?? "", "25") ?? -1;
    }
    expect(at).toBe(frameAtMs(map.lessonMs, "25"));
    expect(edl).toMatch(/^M2 {3}AX {7}100\.0/m);
    expect(edl).toMatch(/^M2 {3}AX {7}000\.0/m);
    const otio = JSON.parse(exportLesson(computed, "otio", "25") ?? "{}") as {
      tracks: {
        children: { children: { source_range: { duration: { value: number } } }[]; markers: unknown[] }[];
      };
    };
    const track = otio.tracks.children[0];
    const frames = track?.children.reduce((n, c) => n + c.source_range.duration.value, 0);
    expect(frames).toBe(frameAtMs(map.lessonMs, "25"));
    expect(track?.markers.length).toBe(computed.steps.length);
  });

  test("chapters begin at 0:00 and rise; the table has a row a step (RFC 4180)", () => {
    const list = (exportLesson(computed, "chapter-list", "25") ?? "").trim().split("\n");
    expect(list[0]).toMatch(/^0:00 /);
    expect(list.length).toBe(computed.steps.length);
    const rows = (exportLesson(computed, "csv", "25") ?? "").trim().split("\r\n");
    expect(rows.length).toBe(computed.steps.length + 1);
    expect(rows[0]).toBe("step,id,title,start_s,end_s,length_s");
  });
});

test.each([
  ["text", "startMs", "endMs", 1],
  ["word", "start_ms", "end_ms", 1],
  ["punctuated_word", "start", "end", 1000],
  ["w", "from", "to", 1000],
  ["word", "time", "end", 1000],
])("words as JSON are read by %s, %s and %s", (word, start, end, per) => {
  const said = ["Rule", "the", "edge."].map((text, i) => ({
    [word]: text,
    [start]: ((i + 1) * 700) / per,
    [end]: ((i + 1) * 700 + 400) / per,
  }));
  const read = readCaptions(JSON.stringify(said));
  if (!read.ok) throw new Error(read.findings[0]?.message);
  expect(read.value.cues.map((c) => [c.text, c.startMs, c.endMs])).toEqual([["Rule the edge.", 700, 2500]]);
  expect(read.value.cues.flatMap(wordsOf).map((w) => w.startMs)).toEqual([700, 1400, 2100]);
  const backward = readCaptions(JSON.stringify([{ [word]: "Rule", [start]: 2, [end]: 1 }, ...said]));
  expect(backward.findings.map((f) => f.message).join()).toMatch(/ends before it starts/);
});
