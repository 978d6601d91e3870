import { setPriority } from "node:os";
import { LRUCache } from "lru-cache";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import { doTask, type LessonAt, type Task } from "./tasks.ts";

/**
 * Who answers goes first: on Linux a priority belongs to a thread (setpriority(2)), elsewhere to the whole program, where it
 * would help nobody.
 */
const BEHIND_WHO_ANSWERS = 10;
if (process.platform === "linux") setPriority(0, BEHIND_WHO_ANSWERS);

/** Computed lessons a thread remembers: the pages of one visit ask for the same one several times. */
const MOST_KEPT = 6;
const computed = new LRUCache<string, ComputedLesson>({ max: MOST_KEPT });

/** A lesson at a revision is computed once in a thread, as long as it is remembered. */
function compute({ key, lesson }: LessonAt): ComputedLesson {
  const known = computed.get(key);
  if (known) return known;
  const now = computeLesson(lesson);
  computed.set(key, now);
  return now;
}

/** What a thread of the pool does: message in, core function, answer out. */
export default (task: Task) => doTask(task, compute);
