import { LRUCache } from "lru-cache";
import { type ComputedLesson, computeLesson } from "#core/pipeline";
import { doTask, type LessonAt, type Task } from "./tasks.ts";

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
