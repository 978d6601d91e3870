import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  formatCaptionTime,
  parseCaptionTime,
  readCaptions,
  wordsOf,
  writeSubRip,
  writeWebVtt,
} from "#core/time/narration";

const text = fc
  .array(fc.stringMatching(/^[A-Za-z0-9.,!?'&<>½é-]{1,9}$/), { minLength: 1, maxLength: 12 })
  .map((words) => words.join(" "))
  // A line with an arrow is a line of times in both formats.
  .filter((t) => !t.includes("-->"));
const cues = fc
  .array(
    fc.record({
      gap: fc.integer({ min: 0, max: 4_000_000 }),
      length: fc.integer({ min: 1, max: 60_000 }),
      text,
    }),
    { minLength: 1, maxLength: 20 },
  )
  .map((list) => {
    let at = 0;
    return list.map(({ gap, length, text: said }) => {
      const startMs = at + gap;
      at = startMs + length;
      return { startMs, endMs: at, text: said };
    });
  });

describe("captions", () => {
  test("WebVTT written by us reads back the same, also with a byte-order mark and CRLF", () => {
    fc.assert(
      fc.property(cues, fc.boolean(), (list, windows) => {
        const written = writeWebVtt(list);
        const read = readCaptions(windows ? `\uFEFF${written.replaceAll("\n", "\r\n")}` : written);
        expect(read.ok && read.value.cues.map(({ id: _, ...c }) => c)).toEqual(list);
        expect(read.findings).toEqual([]);
      }),
    );
  });

  test("SubRip written by us reads back the same", () => {
    // SubRip has no escapes: its readers take angle brackets for tags.
    const plain = cues.map((list) => list.map((c) => ({ ...c, text: c.text.replace(/[<>&]/g, "x") })));
    fc.assert(
      fc.property(plain, (list) => {
        const read = readCaptions(writeSubRip(list));
        expect(read.ok && read.value.cues.map(({ id: _, ...c }) => c)).toEqual(list);
      }),
    );
  });

  test("stated word times survive a round trip and set the words' times", () => {
    const cue = {
      startMs: 1000,
      endMs: 5000,
      text: "draw level to the left",
      stamps: [
        { char: 5, ms: 2000 },
        { char: 14, ms: 4000 },
      ],
    };
    const read = readCaptions(writeWebVtt([cue]));
    expect(read.ok && read.value.cues[0]).toEqual({ id: "c1", ...cue });
    const words = wordsOf({ id: "c1", ...cue });
    expect(words.find((w) => w.text === "level")?.startMs).toBe(2000);
    expect(words.find((w) => w.text === "the")?.startMs).toBe(4000);
  });

  test("words lie in their cue, in order, one after the other", () => {
    fc.assert(
      fc.property(cues, (list) => {
        for (const [i, c] of list.entries()) {
          const words = wordsOf({ id: `c${i + 1}`, ...c });
          expect(words.map((w) => w.text).join(" ")).toBe(c.text);
          expect(words[0]?.startMs).toBe(c.startMs);
          expect(words[words.length - 1]?.endMs).toBe(c.endMs);
          for (let k = 1; k < words.length; k++)
            expect(words[k]?.startMs).toBeGreaterThanOrEqual(words[k - 1]?.endMs ?? 0);
        }
      }),
    );
  });

  test("any text at all is read or refused in words, never thrown at", () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.string().map((s) => `WEBVTT\n\n00:01.000 --> ${s}\n${s}`),
          fc
            .array(
              fc.constantFrom("00:00:01,000 --> 00:00:02,000", "", "words", "1", "-->", "NOTE x", "WEBVTT"),
            )
            .map((l) => l.join("\n")),
        ),
        (any) => {
          const read = readCaptions(any);
          if (!read.ok) expect(read.findings[0]?.message).toMatch(/cannot be used/);
          else expect(read.value.cues.length).toBeGreaterThan(0);
        },
      ),
      { numRuns: 500 },
    );
  });

  test("bad cues are skipped and named by line, the good ones kept in order of time", () => {
    const read = readCaptions(
      "WEBVTT\n\nNOTE made on the quay\n\n00:05.000 --> 00:06.000 align:start\n<v Keeper>second\n\n00:09.000 --> 00:08.000\nbackwards\n\n00:01.000 --> 00:02.000\nfirst &amp; foremost\n\n100:00:00.000 --> 100:00:01.000\nlate\n\n00:20.000 --> 00:21.000\n\n",
    );
    expect(read.ok && read.value.cues.map((c) => c.text)).toEqual(["first & foremost", "second", "late"]);
    expect(read.ok && read.value.cues[2]?.startMs).toBe(360_000_000);
    expect(read.findings.map((f) => f.message)).toEqual([
      "Line 8: a cue was skipped, because it ends before it starts.",
      "Line 17: a cue was skipped, because it has no words.",
      "The cues were not in order of time; they are now.",
    ]);
  });

  test("caption times go both ways", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 500_000_000 }), (ms) => {
        expect(parseCaptionTime(formatCaptionTime(ms, "."))).toBe(ms);
      }),
    );
    expect(parseCaptionTime("61:00")).toBeNull();
    expect(parseCaptionTime("00:75.000")).toBeNull();
  });
});
