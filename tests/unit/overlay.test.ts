import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  addSheetMove,
  applyChanges,
  setOverlay,
  setSheetMoves,
  showLayer,
  takeSheetMoveAway,
  turnedByQuarter,
} from "#core/document/changes";
import { type Lesson, parseLesson } from "#core/document/lesson";
import { computeLesson, overlaySourceOf } from "#core/document/pipeline";
import { holdsToAdd } from "#core/document/proposals";
import { strokeIdOf } from "#core/showing/display";
import {
  fitRecording,
  fitSheet,
  layersOf,
  marksOf,
  type OverlayFrame,
  overlayOf,
  overlayPalette,
  SHEET_FADE_MS,
  sheetAt,
  sheetRests,
  textSizeIn,
  wordArea,
} from "#core/showing/overlay";
import { windowAt } from "#core/time/schedule";
import { changeAt } from "../change-at.ts";
import { demoLesson } from "../demo-lesson.ts";
import { contrastOf } from "../wcag.ts";

const glasshouse = demoLesson("glasshouse");

function changed(lesson: Lesson, changes: Parameters<typeof applyChanges>[1]): Lesson {
  const done = applyChanges(lesson, changes);
  if (!done.ok) throw new Error(done.findings[0]?.message);
  return done.value.lesson;
}

function overlayFor(lesson: Lesson, clock: "lesson" | "recording" = "lesson") {
  const computed = computeLesson(lesson);
  const video = lesson.takes[0]?.video;
  const picture = video
    ? fitRecording(video, video.widthPx, video.heightPx)
    : fitSheet(computed.sheet, 1280, 720);
  return { computed, picture, at: overlayOf(overlaySourceOf(computed), picture, clock) };
}

const wordsIn = (frame: OverlayFrame) => marksOf(frame).flatMap((m) => (m.kind === "text" ? m.lines : []));

describe("colours that stand out", () => {
  test("contrast is as WCAG 2.2 has it: 21 for black on white, 4.54 for #767676, 1 for a colour on itself", () => {
    expect(contrastOf("#000000", "#ffffff")).toBeCloseTo(21, 5);
    expect(contrastOf("#767676", "#ffffff")).toBeCloseTo(4.54, 2);
    expect(contrastOf("#a83b18", "#a83b18")).toBe(1);
  });

  test("on any paper, light or dark, lines have 3 to 1 and words 4.5 to 1", () => {
    const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, "0")}`);
    fc.assert(
      fc.property(hex, hex, (paper, table) => {
        const palette = overlayPalette({ paper, table });
        for (const line of ["new", "guide", "horizon", "graphite", "going", "accent"] as const)
          expect(contrastOf(palette[line], paper), `${line} on ${paper}`).toBeGreaterThanOrEqual(3);
        for (const word of ["ink", "quiet"] as const)
          expect(contrastOf(palette[word], paper), `${word} on ${paper}`).toBeGreaterThanOrEqual(4.5 - 0.03);
        expect(palette.sheet).toBe(paper);
      }),
      { numRuns: 300 },
    );
  });
});

describe("where the sheet lies over time", () => {
  const corners = glasshouse.takes[0]?.corners ?? null;
  const moves = [
    { fromMs: 10_000, toMs: 12_000, corners },
    { fromMs: 30_000, toMs: 30_000, corners: null },
  ];

  test("it lies still between movements, the overlay goes before one and comes back after, and is gone while it is away", () => {
    const rests = sheetRests({ corners, sheetMoves: moves });
    expect(rests.map(({ fromMs, toMs, index }) => [fromMs, toMs, index])).toEqual([
      [0, 10_000, -1],
      [12_000, 30_000, 0],
    ]);
    const seen = (ms: number) => sheetAt(rests, ms)?.seen ?? null;
    expect([0, 5000, 10_000, 11_000, 12_000, 20_000, 30_000, 90_000].map(seen)).toEqual([
      1,
      1,
      null,
      null,
      0,
      1,
      null,
      null,
    ]);
    expect(seen(10_000 - SHEET_FADE_MS / 2)).toBeCloseTo(0.5);
    expect(seen(12_000 + SHEET_FADE_MS / 2)).toBeCloseTo(0.5);
  });

  test("a lesson of old, with one set of corners, is valid and has them throughout", () => {
    expect(sheetRests(glasshouse.takes[0] ?? { corners: null })).toMatchObject([
      { fromMs: 0, toMs: Number.POSITIVE_INFINITY },
    ]);
    expect(sheetRests({ corners: null })).toEqual([]);
  });

  test("movements that end before they begin, and waits of nothing, are refused in words", () => {
    const take = glasshouse.takes[0];
    const with_ = (more: object) => parseLesson({ ...glasshouse, takes: [{ ...take, ...more }] });
    const upside = with_({ sheetMoves: [{ fromMs: 500, toMs: 200, corners: null }] });
    expect(upside.ok ? "" : upside.findings[0]?.message).toMatch(/ends after it starts/);
    const nothing = with_({ edits: [{ kind: "hold", atMs: 500, ms: 0 }] });
    expect(nothing.ok ? "" : nothing.findings[0]?.message).toMatch(/at least a tenth of a second/);
  });

  test("a movement is put in and taken away by hand, and a sheet that was taken the wrong way is turned", () => {
    const video = { widthPx: 854, heightPx: 480 };
    const added = changed(glasshouse, addSheetMove(glasshouse, video, 70_000, corners));
    expect(added.takes[0]?.sheetMoves).toEqual([{ fromMs: 69_000, toMs: 70_000, corners }]);
    const gone = changed(added, takeSheetMoveAway(added, 0));
    expect(gone.takes[0]?.sheetMoves).toBeUndefined();
    if (!corners) throw new Error("no corners");
    const four = [1, 2, 3, 4].reduce((c) => turnedByQuarter(c), corners);
    expect(four).toEqual(corners);
    expect(turnedByQuarter(corners).topLeft).toEqual(corners.topRight);
  });

  test("while the sheet moves, no line lies over it; before it is found, only boards do, and that is said", () => {
    const moved = changed(glasshouse, setSheetMoves(glasshouse, [{ fromMs: 70_000, toMs: 80_000, corners }]));
    const { at } = overlayFor(moved);
    expect(at(75_000).lines).toEqual([]);
    expect(at(75_000).drawn).toEqual([]);
    expect(at(85_000).lines.length).toBeGreaterThan(0);
    const lost = changed(glasshouse, [changeAt("take/take-1", "corners", null)]);
    const { at: without, computed } = overlayFor(lost);
    expect(marksOf(without(75_000)).every((m) => /#(board|words)$/.test(m.id))).toBe(true);
    expect(computed.findings.map((f) => f.code)).toContain("sheet-not-found");
  });
});

describe("what the overlay shows", () => {
  const { computed, at, picture } = overlayFor(glasshouse);
  const windowOf = (n: number) => computed.schedule.windows[n - 1] ?? { startMs: 0, endMs: 0 };

  test("over a recording only the step's own lines are laid; those of the step before go within a second", () => {
    const { startMs, endMs } = windowOf(9);
    const own = computed.steps[8];
    const strokes = new Map(computed.paper.strokes.map((s) => [s.id, s]));
    const shown = (ms: number) =>
      [...at(ms).lines, ...at(ms).drawn].flatMap(
        (m) => strokes.get(strokeIdOf(m.id).replace(/^left\//, "")) ?? [],
      );
    for (const ms of [startMs + 1000, (startMs + endMs) / 2, endMs - 1])
      for (const s of shown(ms)) expect(s.moveIndex).toBeLessThanOrEqual(own?.lastMove ?? 0);
    const before = shown(startMs + 100).filter((s) => s.moveIndex < (own?.firstMove ?? 0));
    expect(before.length).toBeGreaterThan(0);
    const after = shown(startMs + 1000).filter(
      (s) => s.moveIndex < (own?.firstMove ?? 0) && s.firmFrom < (own?.firstMove ?? 0),
    );
    expect(after).toEqual([]);
  });

  test("a layer that is off is gone in the lesson, in one step, and back in a step that says so", () => {
    const { startMs, endMs } = windowOf(7);
    const late = endMs - 50;
    expect(wordsIn(at(late))).toContain("A");
    expect(wordsIn(at(late)).some((w) => w.startsWith("7."))).toBe(true);
    const stepId = computed.steps[6]?.id ?? "";
    const off = changed(glasshouse, showLayer(glasshouse, null, "letters", false));
    expect(wordsIn(overlayFor(off).at(late))).not.toContain("A");
    const back = changed(off, showLayer(off, stepId, "letters", true));
    expect(wordsIn(overlayFor(back).at(late))).toContain("A");
    expect(layersOf(back.overlay, "another/step", "over-take").letters).toBe(false);
    const untitled = changed(glasshouse, showLayer(glasshouse, stepId, "title", false));
    expect(wordsIn(overlayFor(untitled).at(startMs + 10)).some((w) => w.startsWith("7."))).toBe(false);
    // What is as usual again leaves no trace in the document.
    const undone = changed(off, showLayer(off, null, "letters", undefined));
    expect(undone.overlay).toBeUndefined();
  });

  test("lines two seconds ahead of the hand are those of two seconds later", () => {
    const ahead = changed(glasshouse, setOverlay(glasshouse, "leadMs", 2000));
    const { at: early } = overlayFor(ahead);
    for (const ms of [30_000, 75_000, 140_000]) {
      expect(early(ms).drawn).toEqual(at(ms + 2000).drawn);
      expect(early(ms).lines).toEqual(at(ms + 2000).lines);
    }
  });

  test("words are at least 3 % of the picture's height and stand inside its margins, in every shape", () => {
    const source = overlaySourceOf(computed);
    for (const [w, h] of [
      [854, 480],
      [1080, 1080],
      [1080, 1920],
    ] as const) {
      const film = fitRecording({ widthPx: 854, heightPx: 480 }, w, h);
      expect(textSizeIn(film)).toBeGreaterThanOrEqual(0.03 * h);
      const area = wordArea(film);
      const shown = overlayOf(source, film, "lesson");
      for (let ms = 500; ms < computed.schedule.totalMs; ms += 9000)
        for (const m of marksOf(shown(ms)))
          if (m.kind === "text") {
            expect(m.at.x).toBeGreaterThanOrEqual(area.x - 1);
            expect(m.at.y).toBeLessThanOrEqual(area.y + area.height + 1);
            expect(m.at.y - m.size * 0.6).toBeGreaterThanOrEqual(area.y - 1);
          }
    }
    expect(picture.scale).toBe(1);
  });

  test("in a wait its ring runs down, it says what to draw, and the lines are drawn again; on the recording's clock it is only marked", () => {
    const holds = holdsToAdd(computed);
    if (!holds) throw new Error("no waits to add");
    const waiting = changed(glasshouse, holds);
    const { at: shown, computed: held } = overlayFor(waiting);
    const stepOf = (ms: number) => held.steps.find((s) => s.id === windowAt(held.schedule, ms)?.stepId);
    const wait = held.editMap?.holds.find(
      (h) => h.ms > 8000 && h.ms < 90_000 && (stepOf(h.lessonFrom)?.newLines ?? 0) > 1,
    );
    if (!wait) throw new Error("no long wait");
    const seconds = (ms: number) => {
      const mark = marksOf(shown(wait.lessonFrom + ms)).find((m) => m.id.endsWith("#seconds"));
      return mark?.kind === "text" ? mark.lines[0] : undefined;
    };
    expect(Number(seconds(0))).toBe(Math.ceil(wait.ms / 1000));
    expect(Number(seconds(5000))).toBe(Math.ceil((wait.ms - 5000) / 1000));
    expect(wordsIn(shown(wait.lessonFrom + 50)).some((w) => w.startsWith("Now you"))).toBe(true);
    const again = Array.from({ length: 16 }, (_, i) => shown(wait.lessonFrom + i * 500).drawn);
    expect(new Set(again.map((marks) => JSON.stringify(marks))).size).toBeGreaterThan(6);
    const { at: recorded } = overlayFor(waiting, "recording");
    expect(wordsIn(recorded(wait.sourceAt + 100)).some((w) => w.startsWith("Now you"))).toBe(true);
    expect(wordsIn(recorded(wait.sourceAt + 6000)).some((w) => w.startsWith("Now you"))).toBe(false);
  });

  test("the same moment gives the same picture, whatever was asked before", () => {
    const moments = fc.array(fc.integer({ min: 0, max: computed.schedule.totalMs }), {
      minLength: 2,
      maxLength: 8,
    });
    fc.assert(
      fc.property(moments, (all) => {
        const { at: other } = { at: overlayOf(overlaySourceOf(computed), picture, "lesson") };
        for (const ms of all) expect(other(ms)).toEqual(at(ms));
      }),
      { numRuns: 12 },
    );
  });

  test("no two marks of a picture have one name, in a lesson that rubs out, waits and turns", () => {
    for (const name of ["glasshouse", "ticket-kiosk", "footbridge-in-fog"]) {
      const plain = demoLesson(name);
      const holds = holdsToAdd(computeLesson(plain));
      const { at: shown, computed: whole } = overlayFor(holds ? changed(plain, holds) : plain);
      for (const { startMs, endMs } of whole.schedule.windows)
        for (const ms of [startMs, startMs + 250, (startMs + endMs) / 2, endMs - 100]) {
          const ids = marksOf(shown(ms)).map((m) => m.id);
          expect(
            ids.filter((id, i) => ids.indexOf(id) !== i),
            `${name} at ${ms}`,
          ).toEqual([]);
        }
    }
  });

  test("where the teacher looks back, the lines of all steps come again", () => {
    const { startMs, endMs } = windowOf(15);
    const source = { ...overlaySourceOf(computed), recaps: [[startMs, endMs] as const] };
    const back = overlayOf(source, picture, "lesson");
    const ms = startMs + 1500;
    const objects = (frame: OverlayFrame) => new Set(frame.lines.map((m) => strokeIdOf(m.id).split("/")[0]));
    expect(objects(back(ms)).size).toBeGreaterThan(objects(at(ms)).size);
    expect(back(endMs + 1500).lines).toEqual(at(endMs + 1500).lines);
    // Heard in the words themselves: a cue that looks back.
    const said = glasshouse.takes[0]?.narration?.cues ?? [];
    const cue = said.find((c) => c.startMs > 150_000);
    const text = "So let us look back at what we have done so far.";
    const told = changed(glasshouse, [
      changeAt("take/take-1", "narration", {
        fileName: "a.vtt",
        cues: said.map((c) => (c === cue ? { ...c, text } : c)),
      }),
    ]);
    expect(overlaySourceOf(computeLesson(told)).recaps[0]?.[0]).toBeGreaterThanOrEqual(cue?.startMs ?? 0);
  });

  test("a step that is gone is a note, and what was set for it is kept", () => {
    const odd = changed(glasshouse, showLayer(glasshouse, "shed/front", "title", false));
    const found = computeLesson(odd).findings.find((f) => f.code === "overlay-without-step");
    expect(found?.message).toMatch(/"shed" that is not in the lesson now. It is kept/);
  });
});
