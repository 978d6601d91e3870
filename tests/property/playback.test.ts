import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  AT_THE_START,
  carriedOver,
  editMap,
  lessonToSource,
  type Orders,
  type Playback,
  type PlaybackEvent,
  playOn,
  sourceMsOf,
  type Timeline,
  timelineOf,
  timelineWithoutTake,
} from "#core/time/schedule";
import { anyEdits, isCut, SOURCE } from "./edit-arbitraries.ts";

const TICK = 10;

/** A player as simple as can be: it runs at the speed it was told, and shows a frame at every tick. */
class Player {
  sourceMs = 0;
  #runs = false;
  #speed = 1;
  playback: Playback = AT_THE_START;
  constructor(readonly timeline: Timeline) {}

  tell(event: PlaybackEvent): void {
    const { playback, orders } = playOn(this.playback, event, this.timeline);
    this.playback = playback;
    this.obey(orders);
  }
  obey({ run, seekToMs, speed }: Orders): void {
    if (speed !== undefined) this.#speed = speed;
    if (seekToMs !== undefined) this.sourceMs = seekToMs;
    if (run !== undefined) this.#runs = run;
  }
  tick(): void {
    if (this.#runs) {
      this.sourceMs = Math.min(SOURCE, this.sourceMs + TICK * this.#speed);
      this.tell({ kind: "frame", sourceMs: this.sourceMs });
    }
    this.tell({ kind: "passed", ms: TICK });
  }
  get runs(): boolean {
    return this.#runs;
  }
}

const share = fc.double({ min: 0, max: 1, noNaN: true });
const anyRate = fc.constantFrom(0.5, 1, 2);

describe("played over a recording, whatever was cut, speeded and held", () => {
  test("the lesson runs at its own pace from any moment on, to its end", () => {
    fc.assert(
      fc.property(anyEdits, share, anyRate, fc.integer({ min: 1, max: 400 }), (edits, from, rate, ticks) => {
        const map = editMap(edits, SOURCE);
        fc.pre(map.lessonMs > 0);
        const player = new Player(timelineOf(map));
        const startMs = from * map.lessonMs;
        player.tell({ kind: "rate", rate });
        player.tell({ kind: "seek", lessonMs: startMs });
        player.tell({ kind: "play" });
        const begun = player.playback.lessonMs;
        let crossed = 0;
        let segment = player.playback.segment;
        for (let i = 0; i < ticks; i++) {
          player.tick();
          crossed += player.playback.segment - segment;
          segment = player.playback.segment;
        }
        const due = Math.min(map.lessonMs, begun + ticks * TICK * rate);
        // Each border is noticed at the first frame beyond it, and a stretch at a quarter of the speed shorter than a
        // tick is passed over.
        expect(Math.abs(player.playback.lessonMs - due)).toBeLessThanOrEqual((crossed + 1) * TICK * rate * 4);
        if (due === map.lessonMs && crossed === 0) expect(player.playback.running).toBe(false);
      }),
    );
  });

  test("what is shown is what the lesson's clock says, and nothing of a cut is played on", () => {
    fc.assert(
      fc.property(anyEdits, share, (edits, from) => {
        const map = editMap(edits, SOURCE);
        fc.pre(map.lessonMs > 0);
        const player = new Player(timelineOf(map));
        player.tell({ kind: "seek", lessonMs: from * map.lessonMs });
        player.tell({ kind: "play" });
        let inCut = 0;
        for (let i = 0; i < 300 && player.playback.running; i++) {
          player.tick();
          inCut = isCut(edits, player.sourceMs) && player.runs ? inCut + 1 : 0;
          expect(inCut).toBeLessThanOrEqual(1);
          if (!player.runs) continue;
          // Within a tick of the player at the fastest, the moment shown stands for the picture shown.
          const shown = sourceMsOf(player.playback, player.timeline);
          expect(Math.abs(shown - player.sourceMs)).toBeLessThanOrEqual(TICK * 16 * 2);
        }
      }),
    );
  });

  test("the moment asked for is the moment shown while it stands, whatever frame stands for it", () => {
    fc.assert(
      fc.property(anyEdits, share, fc.double({ min: 0, max: 40, noNaN: true }), (edits, at, early) => {
        const map = editMap(edits, SOURCE);
        fc.pre(map.lessonMs > 0);
        const player = new Player(timelineOf(map));
        const asked = at * map.lessonMs;
        player.tell({ kind: "seek", lessonMs: asked });
        expect(player.playback.lessonMs).toBe(asked);
        expect(Math.abs(player.sourceMs - lessonToSource(map, asked))).toBeLessThan(1e-6);
        // A frame begins before the moment it is on the screen for.
        player.tell({ kind: "frame", sourceMs: Math.max(0, player.sourceMs - early) });
        expect(player.playback.lessonMs).toBe(asked);
        expect(player.runs).toBe(false);
      }),
    );
  });

  test("time never runs backwards while it plays", () => {
    fc.assert(
      fc.property(
        anyEdits,
        share,
        fc.array(fc.integer({ min: -60, max: 60 }), { maxLength: 60 }),
        (edits, from, late) => {
          const map = editMap(edits, SOURCE);
          fc.pre(map.lessonMs > 0);
          const player = new Player(timelineOf(map));
          player.tell({ kind: "seek", lessonMs: from * map.lessonMs });
          player.tell({ kind: "play" });
          let before = player.playback.lessonMs;
          for (const off of late) {
            player.tick();
            // Frames of a seek under way, or decoded late.
            player.tell({ kind: "frame", sourceMs: Math.max(0, player.sourceMs + Math.min(0, off)) });
            expect(player.playback.lessonMs).toBeGreaterThanOrEqual(before);
            before = player.playback.lessonMs;
          }
        },
      ),
    );
  });
});

describe("a wait between two steps", () => {
  const map = editMap([{ kind: "hold", atMs: 10_000, ms: 5000 }], SOURCE);
  const play = (...events: PlaybackEvent[]) => {
    const player = new Player(timelineOf(map));
    for (const event of events) player.tell(event);
    return player;
  };

  test("the step after it, chosen, is shown itself and not the end of the wait", () => {
    const player = play({ kind: "seek", lessonMs: 15_000 });
    expect(player.sourceMs).toBe(10_000);
    player.tell({ kind: "frame", sourceMs: 9960 });
    expect(player.playback.lessonMs).toBe(15_000);
    player.tell({ kind: "play" });
    player.tell({ kind: "frame", sourceMs: 9960 });
    player.tell({ kind: "frame", sourceMs: 10_000 });
    expect(player.playback.lessonMs).toBe(15_000);
    expect(player.runs).toBe(true);
  });

  test("stops the picture, runs by itself, can be stopped inside and goes on from there", () => {
    const player = play({ kind: "seek", lessonMs: 9990 }, { kind: "play" });
    player.tick();
    expect([player.playback.lessonMs, player.runs, player.playback.running]).toEqual([10_010, false, true]);
    for (let i = 0; i < 100; i++) player.tick();
    expect(player.playback.lessonMs).toBe(11_010);
    player.tell({ kind: "pause" });
    for (let i = 0; i < 100; i++) player.tick();
    expect(player.playback.lessonMs).toBe(11_010);
    player.tell({ kind: "rate", rate: 2 });
    player.tell({ kind: "play" });
    expect(player.runs).toBe(false);
    for (let i = 0; i < 210; i++) player.tick();
    expect(player.playback.lessonMs).toBeGreaterThan(15_000);
    expect(player.runs).toBe(true);
    expect(Math.abs(player.sourceMs - 10_000)).toBeLessThan(400);
  });

  test("at the very end of the recording is waited out, and play begins anew", () => {
    const last = editMap([{ kind: "hold", atMs: SOURCE, ms: 1000 }], SOURCE);
    const player = new Player(timelineOf(last));
    player.tell({ kind: "seek", lessonMs: SOURCE - 20 });
    player.tell({ kind: "play" });
    for (let i = 0; i < 120; i++) player.tick();
    expect(player.playback).toMatchObject({ running: false, lessonMs: SOURCE + 1000 });
    player.tell({ kind: "play" });
    expect(player.playback).toMatchObject({ running: true, lessonMs: 0 });
    expect(player.sourceMs).toBe(0);
  });

  test("taken away while the lesson stands behind it, the picture stays where it was", () => {
    const player = play({ kind: "seek", lessonMs: 20_000 });
    const without = timelineOf(editMap([], SOURCE));
    const { playback, orders } = carriedOver(player.playback, player.timeline, without);
    expect(playback.lessonMs).toBe(15_000);
    expect(orders.seekToMs).toBe(15_000);
  });
});

test("without a recording the page's clock runs the lesson, at any rate, to its end", () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 5000 }), anyRate, share, (totalMs, rate, from) => {
      const player = new Player(timelineWithoutTake(totalMs));
      player.tell({ kind: "rate", rate });
      player.tell({ kind: "seek", lessonMs: from * totalMs });
      player.tell({ kind: "play" });
      const begun = player.playback.lessonMs;
      for (let i = 1; i <= 60; i++) {
        player.tick();
        expect(player.playback.lessonMs).toBeCloseTo(Math.min(totalMs, begun + i * TICK * rate), 6);
      }
      expect(player.playback.running).toBe(begun + 60 * TICK * rate < totalMs);
    }),
  );
});
