import fc from "fast-check";
import { formatCaptionTime, readCaptions, writeWebVtt } from "#core/time/narration";
import { expect, test } from "./bench-hand.ts";

/** What the browser's own parser makes of a WebVTT file: its cues with times in ms and plain text. */
async function byBrowser(page: import("@playwright/test").Page, text: string) {
  return page.evaluate(async (vtt) => {
    const video = document.createElement("video");
    const track = document.createElement("track");
    track.src = URL.createObjectURL(new Blob([vtt], { type: "text/vtt" }));
    track.kind = "captions";
    video.append(track);
    document.body.append(video);
    track.track.mode = "hidden";
    await new Promise<void>((done) => {
      track.addEventListener("load", () => done());
      track.addEventListener("error", () => done());
    });
    const cues = [...(track.track.cues ?? [])].map((cue) => ({
      startMs: Math.round(cue.startTime * 1000),
      endMs: Math.round(cue.endTime * 1000),
      text: ((cue as VTTCue).getCueAsHTML().textContent ?? "").replace(/\s+/g, " ").trim(),
    }));
    video.remove();
    return cues;
  }, text);
}

test("the browser's own parser reads what we write, and agrees with our reading of the W3C's syntax cases", async ({
  page,
}) => {
  await page.goto("/");
  const written = fc.sample(
    fc.array(
      fc.record({
        gap: fc.integer({ min: 1, max: 5000 }),
        length: fc.integer({ min: 1, max: 9000 }),
        text: fc
          .array(fc.stringMatching(/^[A-Za-z0-9.,!?'&<>½é-]{1,9}$/), { minLength: 1, maxLength: 9 })
          .map((w) => w.join(" "))
          .filter((t) => !t.includes("-->")),
      }),
      { minLength: 1, maxLength: 8 },
    ),
    25,
  );
  for (const list of written) {
    let at = 0;
    const cues = list.map(({ gap, length, text }) => {
      const startMs = at + gap;
      at = startMs + length;
      return { startMs, endMs: at, text };
    });
    expect(await byBrowser(page, writeWebVtt(cues))).toEqual(cues);
  }
  // Cases of the W3C's WebVTT syntax: identifiers, settings, notes, styles, tags, entities, hours, several lines.
  const cases = [
    "WEBVTT\n\n00:01.000 --> 00:02.000\nplain",
    "WEBVTT - with a title\n\n1\n00:00:01.000 --> 00:00:02.500 align:start position:10%\nnumbered and set",
    "WEBVTT\n\nNOTE not a cue\nof two lines\n\nfirst\n00:01.000 --> 00:03.000\ntwo\nlines",
    "WEBVTT\n\nSTYLE\n::cue { color: red }\n\n00:01.000 --> 00:02.000\n<v Ann>spoken <b>boldly</b> &amp; &lt;so&gt;</v>",
    "WEBVTT\n\n123:00:01.000 --> 123:00:02.000\nlate",
    "WEBVTT\n\n00:05.000 --> 00:06.000\nsecond\n\n00:01.000 --> 00:02.000\nfirst",
    "\uFEFFWEBVTT\r\n\r\n00:01.000 --> 00:02.000\r\nwith CRLF\r\n",
    "WEBVTT\n\n00:01.000 --> 00:02.000\n<c.loud>a<00:01.500> b</c>",
    "WEBVTT\n\n00:01.000 --> bad\nskipped\n\n00:03.000 --> 00:04.000\nkept",
  ];
  for (const text of cases) {
    const ours = readCaptions(text);
    const mine = ours.ok
      ? ours.value.cues.map(({ startMs, endMs, text: t }) => ({ startMs, endMs, text: t }))
      : [];
    const theirs = (await byBrowser(page, text)).sort((a, b) => a.startMs - b.startMs);
    expect(mine, text).toEqual(theirs);
  }
  expect(formatCaptionTime(3_661_005, ".")).toBe("01:01:01.005");
});
