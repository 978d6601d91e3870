import { useEffect, useRef, useState } from "react";
import type { Lesson } from "#core/document/lesson";
import type { DrawnPaper, DrawRequest } from "../../../workers/draw.worker.ts";
import { startDrawing } from "../../workers/page-workers.ts";
import { latestOnly } from "../../workers/worker-client.ts";

/**
 * The paper of a lesson, drawn in a worker while a gesture lasts, so that a drag that changes every line never holds up
 * the page. One drawing is under way at a time; of those asked for meanwhile only the latest is drawn. Null until the
 * first is there, and while `lesson` is null.
 */
export function useDrawnInWorker(
  lesson: Lesson | null,
  shown: DrawRequest["shown"],
  aids: DrawRequest["aids"],
): DrawnPaper | null {
  const [answer, setAnswer] = useState<DrawnPaper | null>(null);
  const draw = useRef<((asked: DrawRequest) => Promise<DrawnPaper | null>) | null>(null);
  /** Counts gestures: an answer to one that has ended is not shown any more. */
  const gesture = useRef(0);

  useEffect(() => {
    const worker = startDrawing();
    draw.current = latestOnly((asked) => worker.call((api) => api.draw(asked)));
    return () => {
      draw.current = null;
      worker.end();
    };
  }, []);

  const moveIndex = shown?.moveIndex;
  const newFrom = shown?.newFrom;
  useEffect(() => {
    if (!lesson) {
      gesture.current++;
      setAnswer(null);
      return;
    }
    const own = gesture.current;
    const request: DrawRequest = {
      lesson,
      shown: moveIndex === undefined || newFrom === undefined ? null : { moveIndex, newFrom },
      medium: "bench",
      aids,
    };
    draw.current?.(request).then(
      (drawn) => {
        if (drawn && own === gesture.current) setAnswer(drawn);
      },
      () => {
        // The page draws by itself when the gesture ends.
      },
    );
  }, [lesson, moveIndex, newFrom, aids]);

  return answer;
}
