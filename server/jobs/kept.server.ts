import { LRUCache } from "lru-cache";
import type { Lesson } from "#core/document/lesson";
import { work } from "./pool.server.ts";
import type { TaskInput, TaskName, TaskOutput } from "./tasks.ts";

/** Results that are kept: what a handful of lessons need while they are worked on. */
const MOST_KEPT = 60;

const results = new LRUCache<string, Promise<unknown>>({ max: MOST_KEPT });

/** A lesson at a revision of the store it lies in. */
export interface StoredAt {
  /** Names the store among those this program has open. */
  readonly store: string;
  readonly id: string;
  readonly revision: number;
  readonly lesson: Lesson;
}

/**
 * What a piece of work makes of a lesson at a revision, worked out once however many ask: a revision never changes. `more`
 * is what the work needs beside the lesson, `about` names it.
 */
export function worked<N extends TaskName>(
  name: N,
  { store, id, revision, lesson }: StoredAt,
  more: Omit<TaskInput<N>, "at">,
  about = "",
): Promise<TaskOutput<N>> {
  const key = `${store}/${id}/${revision}`;
  const place = `${name} ${about} ${key}`;
  const known = results.get(place);
  if (known) return known as Promise<TaskOutput<N>>;
  const asked = work(name, { at: { key, lesson }, ...more } as TaskInput<N>);
  results.set(place, asked);
  // What failed is tried again by whoever asks next.
  asked.catch(() => results.delete(place));
  return asked;
}
