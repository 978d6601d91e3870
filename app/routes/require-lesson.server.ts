import { openLesson, type StoredLesson } from "#server/lessons.server.ts";
import { saidOf } from "./in-words.server.ts";

/** The lesson at an address; answers 404 in words when there is none, 422 when it is there and cannot be read. */
export function requireLesson(lessonId: string): StoredLesson {
  const opened = opening(lessonId);
  if (!opened)
    throw new Response(
      `There is no lesson at "${lessonId}". It may have been put away, or the address has a slip. Nothing was changed.`,
      { status: 404 },
    );
  if (opened.kind === "unreadable")
    throw new Response(
      `"${opened.stored.title}" cannot be read: ${opened.stored.why[0] ?? "its document is damaged."} It is kept as it is; take it out as a file, or put it away, on the shelf.`,
      { status: 422 },
    );
  return opened.stored;
}

function opening(lessonId: string): ReturnType<typeof openLesson> {
  try {
    return openLesson(lessonId);
  } catch (error) {
    throw saidOf(error);
  }
}
