import { expose } from "comlink";
import fc from "fast-check";
import { afterEach, describe, expect, test } from "vitest";
import { latestOnly, startWorker, WorkerGone } from "../../app/workers/worker-client.ts";

const open: MessagePort[] = [];
afterEach(() => {
  for (const port of open.splice(0)) port.close();
});

/** A worker in this thread: the two ends of a channel, one of them with the Api behind it. */
function workerWith(api: object): Worker {
  const { port1, port2 } = new MessageChannel();
  open.push(port1, port2);
  expose(api, port2);
  port1.start();
  return Object.assign(port1, { terminate: () => port1.close(), onerror: null }) as unknown as Worker;
}

let later: Promise<boolean> = Promise.resolve(false);

const api = {
  twice: (n: number) => 2 * n,
  fail: () => {
    throw new RangeError("too far");
  },
  never: () => new Promise<number>(() => {}),
  tellLate: async (onProgress: (n: number) => Promise<void> | void) => {
    later = new Promise((told) => {
      setTimeout(() => void Promise.resolve(onProgress(0.93)).then(() => told(true)), 0);
    });
    return "answered";
  },
  toldLate: () => later,
  count: async (to: number, onProgress: (n: number) => Promise<void> | void) => {
    for (let n = 1; n <= to; n++) await onProgress(n);
    return "counted";
  },
};

describe("a worker of the page", () => {
  test("answers, tells how far it is, and says why it could not", async () => {
    const worker = startWorker<typeof api>(() => workerWith(api));
    expect(await worker.call((a) => a.twice(21))).toBe(42);
    const seen: number[] = [];
    expect(
      await worker.call((a, until) =>
        a.count(
          3,
          until((n: number) => void seen.push(n)),
        ),
      ),
    ).toBe("counted");
    expect(seen).toEqual([1, 2, 3]);
    await expect(worker.call((a) => a.fail())).rejects.toThrow("too far");
    // One failed call ends nothing.
    expect(await worker.call((a) => a.twice(1))).toBe(2);
    worker.end();
  });

  test("is not heard any more once it has answered, whatever it still tells", async () => {
    const worker = startWorker<typeof api>(() => workerWith(api));
    const seen: number[] = [];
    expect(await worker.call((a, until) => a.tellLate(until((n: number) => void seen.push(n))))).toBe(
      "answered",
    );
    // It can be asked again, and by then has told what it was late with.
    expect(await worker.call((a) => a.toldLate())).toBe(true);
    expect(seen).toEqual([]);
    worker.end();
  });

  test("that is ended leaves nobody waiting, now or later", async () => {
    const worker = startWorker<typeof api>(() => workerWith(api));
    const waiting = worker.call((a) => a.never());
    worker.end();
    await expect(waiting).rejects.toBeInstanceOf(WorkerGone);
    await expect(worker.call((a) => a.twice(1))).rejects.toBeInstanceOf(WorkerGone);
  });

  test("that could not be loaded says so to who asks, and is no error of the page", async () => {
    const made = workerWith({});
    const worker = startWorker<typeof api>(() => made);
    const waiting = worker.call((a) => a.twice(1));
    const failed = Object.assign(new Event("error", { cancelable: true }), { message: "no such file" });
    (made as unknown as EventTarget).dispatchEvent(failed);
    await expect(waiting).rejects.toThrow("no such file");
    expect(failed.defaultPrevented).toBe(true);
  });
});

describe("the latest call", () => {
  test("is made when the one under way ends; those between are passed over, and each is answered once", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.record({ ends: fc.nat(3), fails: fc.boolean() }), { minLength: 1, maxLength: 12 }),
        async (calls) => {
          const made: number[] = [];
          let underWay = 0;
          const ends: (() => void)[] = [];
          const ask = latestOnly(async (i: number) => {
            expect(++underWay).toBe(1);
            made.push(i);
            await new Promise<void>((resolve) => ends.push(resolve));
            underWay--;
            if (calls[i]?.fails) throw new Error(`no ${i}`);
            return i;
          });
          const answers: Promise<number | null | string>[] = [];
          for (const [i, { ends: few }] of calls.entries()) {
            answers.push(ask(i).catch((e: Error) => e.message));
            for (let n = 0; n < few; n++) {
              ends.shift()?.();
              await new Promise(setImmediate);
            }
          }
          while (ends.length > 0) {
            ends.shift()?.();
            await new Promise(setImmediate);
          }
          const said = await Promise.all(answers);
          for (const [i, answer] of said.entries())
            expect(answer).toBe(made.includes(i) ? (calls[i]?.fails ? `no ${i}` : i) : null);
          // The last that was asked for is always made, and they are made in order.
          expect(made).toEqual([...made].sort((a, b) => a - b));
          expect(made.at(-1)).toBe(calls.length - 1);
        },
      ),
      { numRuns: 200 },
    );
  });
});
