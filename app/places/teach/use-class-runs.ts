import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { ClassRun, StepWork } from "#core/class/pacing";
import type { ClassPace } from "#core/ground/plan";
import { startPacing } from "../../workers/page-workers.ts";

/** Classes that are run through the lesson: enough that another lot moves the shares by less than half a percent. */
export const RUNS = 2000;
const SEED = 1;

export interface ClassRuns {
  /** The last answer, until a newer one is there. */
  readonly present: ClassRun | null;
  readonly least: ClassRun | null;
  /** What the answer is of. */
  readonly works: readonly StepWork[];
  /** Whether it is of the lesson and the class as they are now. */
  readonly current: boolean;
  /** Share that is done while it runs; null when nothing runs. */
  readonly progress: number | null;
  readonly cancelled: boolean;
  cancel(): void;
  again(): void;
}

const NONE = { present: null, least: null, works: [] as readonly StepWork[], asked: "" };

/** Runs classes through the lesson beside the page; of several askings the latest goes. */
export function useClassRuns(works: readonly StepWork[], pace: ClassPace): ClassRuns {
  const [answer, setAnswer] = useState<Pick<ClassRuns, "present" | "least" | "works"> & { asked: string }>(
    NONE,
  );
  const [progress, setProgress] = useState<number | null>(null);
  const [cancelled, setCancelled] = useState(false);
  const [times, setTimes] = useState(0);
  const worker = useRef<ReturnType<typeof startPacing> | null>(null);
  const stop = useCallback(() => {
    worker.current?.end();
    worker.current = null;
    setProgress(null);
  }, []);
  // A save that comes home makes the lesson anew: only what differs is run again, or a press would meet a button at rest.
  const asked = useMemo(() => JSON.stringify([works, pace]), [works, pace]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again on a press, and when what is asked is another
  useEffect(() => {
    if (works.length === 0) return;
    // What runs is of an older lesson: it is ended, not waited for.
    stop();
    setCancelled(false);
    const own = startPacing();
    worker.current = own;
    setProgress(0);
    const isLatest = () => worker.current === own;
    own
      .call((api, until) =>
        api.run(
          { works, pace, runs: RUNS, seed: SEED },
          until((share: number) => isLatest() && setProgress(share)),
        ),
      )
      .then(({ present, least }) => {
        if (!isLatest()) return;
        setAnswer({ present, least, works, asked });
        stop();
      })
      .catch(() => {
        if (!isLatest()) return;
        stop();
        setCancelled(true);
      });
    return stop;
  }, [asked, times, stop]);
  const { asked: of, ...shown } = answer;
  return {
    ...shown,
    current: of === asked,
    progress,
    cancelled,
    cancel: () => {
      stop();
      setCancelled(true);
    },
    again: () => setTimes((n) => n + 1),
  };
}
