import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readCaptions } from "#core/time/narration";

const read = (text: string) => {
  const { ok, findings, ...rest } = readCaptions(text);
  const cues = ok && "value" in rest ? rest.value.cues : [];
  return { said: cues.map((c) => c.text), told: findings.map((f) => f.message).join("\n"), cues };
};

describe("WebVTT that other programs write is read whole, and what was mended is told with its line", () => {
  test("a cue directly under the head, with and without a header", () => {
    const { said, told } = read("WEBVTT\n00:01.000 --> 00:02.000\none\n\n00:02.000 --> 00:03.000\ntwo");
    expect(said).toEqual(["one", "two"]);
    expect(told).toMatch(/^Line 2: a cue stands directly under the head/);
    const headed = read("WEBVTT - quay\nKind: captions\nLanguage: en\n00:01.000 --> 00:02.000\none");
    expect(headed.said).toEqual(["one"]);
    expect(headed.told).toContain("Line 4:");
  });

  test("cues without blank lines between them, numbered or not", () => {
    const times = (n: number) => `00:0${n}.000 --> 00:0${n + 1}.000`;
    const { said, told } = read(`WEBVTT\n\n${times(1)}\none\n${times(2)}\ntwo\nand more\n${times(3)}\nthree`);
    expect(said).toEqual(["one", "two and more", "three"]);
    expect(told).toMatch(/Line 5: no blank line.*\nLine 8: no blank line/);
    const srt = (n: number) => `${n}\n00:00:0${n},000 --> 00:00:0${n + 1},000`;
    expect(read(`${srt(1)}\none\n${srt(2)}\n7 crates\n${srt(3)}\nthree`).said).toEqual([
      "one",
      "7 crates",
      "three",
    ]);
  });

  test("a comment or style directly above a cue; a comment that speaks of arrows stays one", () => {
    const { said, told } = read(
      "WEBVTT\n\nNOTE of mine\n00:01.000 --> 00:02.000\none\n\nSTYLE\n::cue { color: red }\n00:02.000 --> 00:03.000\ntwo\n\nNOTE a --> b\nc --> d",
    );
    expect(said).toEqual(["one", "two"]);
    expect(told).toBe(
      "Line 4: a cue stands directly under a NOTE block; it was read.\nLine 9: a cue stands directly under a STYLE block; it was read.",
    );
  });

  test("names of signs are signs, also by number; a name of this program's own language is not one", () => {
    const { said } = read(
      "WEBVTT\n\n00:01.000 --> 00:02.000\nAnn&#39;s &amp; &constructor; &hasOwnProperty; &frac12;&nbsp;in, 5 &lt; 6, 3 < 4 > 2",
    );
    expect(said).toEqual(["Ann's & &constructor; &hasOwnProperty; ½ in, 5 < 6, 3 < 4 > 2"]);
  });

  test("times past all bounds skip their cue, in every format", () => {
    const huge = "9".repeat(306);
    const { said, told } = read(
      `WEBVTT\n\n${huge}:00:00.000 --> ${huge}:00:01.000\none\n\n00:01.000 --> 00:02.000\ntwo`,
    );
    expect(said).toEqual(["two"]);
    expect(told).toMatch(/^Line 3: .*start time/);
    const json = read(
      JSON.stringify([
        { start: 1e306, text: "one" },
        { start: 1, text: "two" },
        { start: 2, end: 1e9, text: "x" },
      ]),
    );
    expect(json.said).toEqual(["two x"]);
    expect(json.told).toMatch(/Entry 1: .*no start/);
    expect(json.cues.every((c) => c.endMs < 1e10)).toBe(true);
  });

  test("a JSON segment whose list of words is empty is read for its text", () => {
    expect(read(JSON.stringify({ segments: [{ start: 1, end: 2, text: "one", words: [] }] })).said).toEqual([
      "one",
    ]);
  });
});

test("of very many faults the first hundred are told, and how many more there are", () => {
  const { told, said } = read(`1\n00:00:01,000 --> 00:00:02,000\none\n\n${"astray\n\n".repeat(5000)}`);
  expect(said).toEqual(["one"]);
  expect(told.split("\n")).toHaveLength(101);
  expect(told).toMatch(/4900 more lines like these, the last being: Line 10003/);
});

test("a narration longer than a day of talk is refused in words", () => {
  const long = Array.from({ length: 50_001 }, (_, i) => `${i}\n00:00:01,000 --> 00:00:02,000\nx\n`).join(
    "\n",
  );
  expect(read(long).told).toMatch(/They have 50001 cues; a narration has at most 50000/);
  expect(read(`1\n00:00:01,000 --> 00:00:02,000\n${"wide ".repeat(300_000)}`).told).toMatch(
    /at most 1000000/,
  );
});

test("whatever a file holds, reading it ends with cues or with a reason", () => {
  const bits = fc.constantFrom(
    "WEBVTT",
    "NOTE",
    "\n",
    "\n\n",
    "00:01.000",
    " --> ",
    "00:02.000",
    "1",
    "<",
    ">",
    "<v A>",
    "&amp;",
    "&#x41;",
    "word",
    "[1:05]",
    "\r",
    '{"words":[',
    "]}",
    "1e400",
  );
  fc.assert(
    fc.property(fc.array(fc.oneof(bits, fc.string({ maxLength: 6 })), { maxLength: 40 }), (parts) => {
      const result = readCaptions(parts.join(""));
      expect(result.ok || result.findings.length > 0).toBe(true);
      if (!result.ok) return;
      for (const cue of result.value.cues) {
        expect(cue.text.trim()).toBe(cue.text);
        expect(cue.endMs).toBeGreaterThan(cue.startMs);
        for (const { char } of cue.stamps ?? []) expect(char).toBeLessThan(cue.text.length);
      }
    }),
  );
});
