import { useEffect, useRef, useState } from "react";
import type { Lesson } from "#core/document/lesson";
import type { DrawAnswer, DrawRequest } from "../../../workers/draw.worker.ts";

/**
 * The paper of a lesson, drawn in a worker while a gesture lasts, so that a drag that changes every line never holds up
 * the page. One drawing is under way at a time; of those asked for meanwhile only the latest is drawn. Null until the
 * first is there, and while `lesson` is null.
 */
export function useDrawnInWorker(
  lesson: Lesson | null,
  shown: DrawRequest["shown"],
  aids: DrawRequest["aids"],
): Pick<DrawAnswer, "drawing" | "aids"> | null {
  const [answer, setAnswer] = useState<DrawAnswer | null>(null);
  const worker = useRef<Worker | null>(null);
  const busy = useRef(false);
  const waiting = useRef<DrawRequest | null>(null);
  const ticket = useRef(0);

  useEffect(() => {
    const made = new Worker(new URL("../../../workers/draw.worker.ts", import.meta.url), { type: "module" });
    worker.current = made;
    made.onmessage = ({ data }: MessageEvent<DrawAnswer>) => {
      busy.current = false;
      // An answer to a gesture that has ended is not shown any more.
      if (data.ticket === ticket.current || waiting.current) setAnswer(data);
      const next = waiting.current;
      waiting.current = null;
      if (!next) return;
      busy.current = true;
      made.postMessage(next);
    };
    made.onerror = () => {
      // The page draws by itself when the gesture ends; a worker that failed must not block the next one.
      busy.current = false;
    };
    return () => {
      made.terminate();
      worker.current = null;
    };
  }, []);

  const moveIndex = shown?.moveIndex;
  const newFrom = shown?.newFrom;
  useEffect(() => {
    if (!lesson) {
      ticket.current++;
      waiting.current = null;
      setAnswer(null);
      return;
    }
    const request: DrawRequest = {
      ticket: ++ticket.current,
      lesson,
      shown: moveIndex === undefined || newFrom === undefined ? null : { moveIndex, newFrom },
      medium: "bench",
      aids,
    };
    if (busy.current) waiting.current = request;
    else {
      busy.current = true;
      worker.current?.postMessage(request);
    }
  }, [lesson, moveIndex, newFrom, aids]);

  return answer;
}
