import { foundOn } from "./found.ts";
import { liesAt, placesOf } from "./places.ts";
import type { Subject } from "./subject.ts";

export type { FoundSoFar, Subject } from "./subject.ts";

export type Knowledge = ReturnType<typeof knowledgeOf>;

/**
 * What is known of one object while it is drawn: where every named point truly is, which of them ruler and pencil have
 * found, and which lines are there.
 */
export function knowledgeOf(subject: Subject) {
  const { objectId, view, frame, options } = subject;
  const places = placesOf(subject);
  return Object.assign({ objectId, view, frame, options, liesAt }, places, foundOn(subject, places));
}
