import { hearSaved } from "#server/watch.server.ts";
import type { Route } from "./+types/watch";
import { requireLesson } from "./require-lesson.server.ts";

/** A comment is sent so often, so that neither end takes the silence for a broken line. */
const ALIVE_EVERY_MS = 25_000;

/** New revisions of a lesson as server-sent events (WHATWG HTML, 9.2): the one stored now, then each that is saved. */
export function loader({ params, request }: Route.LoaderArgs) {
  const found = requireLesson(params.lessonId);
  const text = new TextEncoder();
  let stop = () => {};
  const body = new ReadableStream({
    start(controller) {
      const say = (line: string) => {
        try {
          controller.enqueue(text.encode(line));
        } catch {
          // The window has gone without a word; there is nobody to tell any more.
          stop();
        }
      };
      say(`data: ${found.revision}\n\n`);
      const unhear = hearSaved(found.id, (revision) => say(`data: ${revision}\n\n`));
      const alive = setInterval(() => say(": here\n\n"), ALIVE_EVERY_MS);
      stop = () => {
        unhear();
        clearInterval(alive);
      };
      request.signal.addEventListener("abort", () => {
        stop();
        try {
          controller.close();
        } catch {
          // Closed from the other end already.
        }
      });
    },
    cancel: () => stop(),
  });
  return new Response(body, {
    headers: { "Content-Type": "text/event-stream", "Cache-Control": "no-store" },
  });
}
