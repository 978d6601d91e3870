import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  type Answered,
  type LineState,
  type Op,
  openSaveLine,
  type SaveLine,
} from "../../app/lesson/saving/save-line.ts";
import { changeAt } from "../change-at.ts";

/** What becomes of one sending: it goes well, is lost on the way there or back, or the server fails at it. */
type Fate = "well" | "lost there" | "lost back" | "locked" | "full" | "failed";
const FAILED = { locked: "locked", full: "full", failed: "failed" } as const;
const unreachable: Answered = {
  kind: "failed",
  reason: "unreachable",
  message: "The server does not answer.",
};

/** A server that makes an edit once however often it comes, and a browser that keeps what is unsaved. */
function world(fates: Fate[] = []) {
  const made: string[] = [];
  const bases: number[] = [];
  let kept: readonly Op[] = [];
  let later: (() => void)[] = [];
  let keys = 0;
  /** Windows that are closed hear nothing any more, and keep nothing. */
  let window = 0;
  const send = async (base: number, op: Op, from = window): Promise<Answered> => {
    const fate = fates.shift() ?? "well";
    await Promise.resolve();
    if (fate === "lost there") return unreachable;
    if (fate in FAILED) return { kind: "failed", reason: FAILED[fate as keyof typeof FAILED], message: fate };
    const before = made.indexOf(op.key);
    if (before < 0) {
      bases.push(base);
      made.push(op.key);
    }
    if (from !== window) return new Promise(() => {});
    if (fate === "lost back") return unreachable;
    return { kind: "saved", revision: before < 0 ? made.length + 1 : before + 2 };
  };
  const open = (revision = made.length + 1, sendBy = send): SaveLine => {
    const mine = ++window;
    later = [];
    return openSaveLine(revision, {
      send: (base, op) => sendBy(base, op, mine),
      store: {
        adopt: async () => kept,
        keep: (ops) => {
          if (mine === window) kept = [...ops];
          return true;
        },
      },
      newKey: () => `key-${++keys}`,
      later: (_, what) => later.push(what),
    });
  };
  /** Lets everything happen that can, timers among it. */
  const calm = async () => {
    for (let i = 0; i < 200; i++) {
      for (let k = 0; k < 12; k++) await Promise.resolve();
      const now = later;
      later = [];
      for (const what of now) what();
    }
  };
  return { open, calm, made, bases, kept: () => kept };
}
const edit = { intent: "changes", changes: [changeAt("lesson", "title", "x")] } as const;

describe("edits on their way", () => {
  test("whatever the line and the server do, each is made once, in order; none is forgotten before it is acknowledged", async () => {
    const fate = fc.constantFrom<Fate>("well", "well", "lost there", "lost back", "locked", "full", "failed");
    await fc.assert(
      fc.asyncProperty(
        fc.array(fate, { maxLength: 30 }),
        fc.array(fc.constantFrom("edit", "wait", "retry", "close the window"), {
          minLength: 1,
          maxLength: 25,
        }),
        async (fates, doings) => {
          const w = world([...fates]);
          let line = w.open();
          for (let k = 0; k < 3; k++) await Promise.resolve();
          let added = 0;
          for (const doing of doings) {
            if (doing === "edit") {
              line.add(edit);
              added++;
            } else if (doing === "retry") line.retry();
            else if (doing === "wait") for (let k = 0; k < 3; k++) await Promise.resolve();
            else {
              // In the middle of whatever it does; the next one takes up what was left before anything is done in it.
              line = w.open();
              for (let k = 0; k < 3; k++) await Promise.resolve();
            }
            expect(line.state().unsaved.length).toBeLessThanOrEqual(added);
          }
          await w.calm();
          expect(line.state()).toMatchObject({ unsaved: [], trouble: null });
          expect(w.made).toEqual(Array.from({ length: added }, (_, i) => `key-${i + 1}`));
          expect(w.kept()).toEqual([]);
        },
      ),
      { numRuns: 300 },
    );
  });

  test("each is based on what the one before made, without waiting until the page shows it", async () => {
    const w = world();
    const line = w.open(1);
    for (let i = 0; i < 4; i++) line.add(edit);
    await w.calm();
    expect(w.bases).toEqual([1, 2, 3, 4]);
    expect(line.state().landed.map((l) => l.revision)).toEqual([2, 3, 4, 5]);
    line.shows(4);
    expect(line.state().landed.map((l) => l.revision)).toEqual([5]);
  });

  test("in trouble the first stays first, and is said with its reason, until it goes", async () => {
    const w = world(["locked", "full"]);
    const seen: (string | undefined)[] = [];
    const line = w.open();
    line.subscribe(() => seen.push(line.state().trouble?.reason));
    line.add(edit);
    line.add(edit);
    await w.calm();
    expect([...new Set(seen.filter(Boolean))]).toEqual(["locked", "full"]);
    expect(w.made).toEqual(["key-1", "key-2"]);
  });

  const answering = async (
    answers: Answered[],
    ops: number,
  ): Promise<{ state: LineState; told: string[]; bases: number[] }> => {
    const w = world();
    const bases: number[] = [];
    const line = w.open(7, async (base, op) => {
      bases.push(base);
      return answers.shift() ?? { kind: "saved", revision: 20 + Number(op.key.slice(4)) };
    });
    const told: string[] = [];
    line.hear({
      onRefused: (f) => told.push(`refused: ${f[0]?.message}`),
      onConflict: (m) => told.push(`conflict: ${m}`),
      onMerged: (r) => told.push(`merged ${r}`),
    });
    for (let i = 0; i < ops; i++) line.add(edit);
    await w.calm();
    return { state: line.state(), told, bases };
  };

  test("a refused one is told and leaves, so that it holds up no other; so is one that can never be sent", async () => {
    const finding = { code: "x", severity: "fault", about: "x", message: "not so", numbers: {} } as const;
    const tooLarge = { kind: "failed", reason: "too-large", message: "too large" } as const;
    const { state, told } = await answering([{ kind: "refused", findings: [finding] }, tooLarge], 3);
    expect(told).toEqual(["refused: not so", "refused: too large"]);
    expect(state.unsaved).toEqual([]);
    expect(state.landed).toHaveLength(1);
  });

  test("after a conflict those made on top of it are sent on its base, to be kept aside with it", async () => {
    const { told, bases } = await answering([{ kind: "conflict", message: "elsewhere" }], 3);
    expect(told).toEqual(["conflict: elsewhere"]);
    expect(bases).toEqual([7, 7, 7]);
  });

  test("an edit laid over another window's is told; a lesson that is gone keeps its edits", async () => {
    expect((await answering([{ kind: "saved", revision: 9, merged: true }], 1)).told).toEqual(["merged 9"]);
    const w = world();
    const line = w.open(1, async () => ({ kind: "missing", message: "gone" }));
    line.add(edit);
    await w.calm();
    expect(line.state()).toMatchObject({ trouble: { reason: "missing" } });
    expect(w.kept()).toHaveLength(1);
    // It is known on which revision it was made, whoever takes it up.
    expect(w.kept()[0]).toMatchObject({ base: 1 });
  });
});
