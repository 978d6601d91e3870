import { existsSync } from "node:fs";
import { availableParallelism } from "node:os";
import { resolve } from "node:path";
import PQueue from "p-queue";
import { Piscina } from "piscina";
import { LONGEST_WORK_MS } from "../limits.ts";
import { doTask, type Task, type TaskInput, type TaskName, type TaskOutput } from "./tasks.ts";

/** Threads beside the one that answers; more would only take turns. */
const MOST_THREADS = Math.max(1, Math.min(3, availableParallelism()));
/** What waits beyond this is refused: the answer would come after the asker has gone. */
const LONGEST_QUEUE = 100;
/** What nobody looks at while it is made: files to take out. */
const FILES: ReadonlySet<TaskName> = new Set(["handOutPdf", "handOutPicture", "stepPictures", "takeHome"]);
/** Where there is more than one thread, one is left to what somebody waits for on the screen. */
const filesInTurn = new PQueue({ concurrency: Math.max(1, MOST_THREADS - 1) });
/** A thread that had nothing to do so long is let go, with what it remembers. */
const IDLE_MS = 120_000;

/** More work is waiting than will be done in time. */
export class TooBusy extends Error {
  constructor() {
    super("The server has more to work out than it can just now. Nothing was lost; try again in a moment.");
  }
}

/** A piece of work was ended because it took too long. */
export class TookTooLong extends Error {
  constructor() {
    super(
      `This takes the server longer than ${LONGEST_WORK_MS / 60_000} minutes to work out, and was given up. Nothing was lost; the lesson may hold too much.`,
    );
  }
}

let pool: Piscina | null | undefined;

/** The threads of the built app; null where there is no built worker (development, tests, scripts). */
function openPool(): Piscina | null {
  if (pool !== undefined) return pool;
  const filename = resolve("build/jobs/worker.js");
  pool =
    import.meta.env?.PROD && existsSync(filename)
      ? new Piscina({
          filename,
          minThreads: 1,
          maxThreads: MOST_THREADS,
          maxQueue: LONGEST_QUEUE,
          idleTimeout: IDLE_MS,
        })
      : null;
  return pool;
}

/** Does a piece of heavy work in a thread of its own. Throws TooBusy when the queue is full, TookTooLong past the limit. */
export async function work<N extends TaskName>(name: N, input: TaskInput<N>): Promise<TaskOutput<N>> {
  const task: Task<N> = { name, input };
  const threads = openPool();
  if (!threads) return doTask(task);
  if (threads.queueSize + filesInTurn.size >= LONGEST_QUEUE) throw new TooBusy();
  const run = () => threads.run(task, { signal: AbortSignal.timeout(LONGEST_WORK_MS) });
  try {
    return (await (FILES.has(name) ? filesInTurn.add(run) : run())) as TaskOutput<N>;
  } catch (error) {
    // The thread is ended with its work, and another takes its place.
    if (error instanceof Error && error.name === "AbortError") throw new TookTooLong();
    throw error;
  }
}

/** Lets the threads go; for programs that end. */
export async function closePool(): Promise<void> {
  await pool?.destroy();
  pool = undefined;
}
