import { useCallback, useRef } from "react";
import { useOutletContext, useSearchParams } from "react-router";
import type { Step } from "#core/steps";
import type { LessonEditor } from "./use-lesson-editor.ts";

export interface LessonContext extends LessonEditor {
  /** The step chosen in the strip, the same in every place; null before the first choice. */
  readonly step: Step | null;
  chooseStep(stepId: string | null): void;
}

/** What every place of a lesson works with. */
export function useLesson(): LessonContext {
  return useOutletContext<LessonContext>();
}

/** The chosen step lives in the address, so it is shared by all places and survives a reload. */
export function useChosenStep(steps: readonly Step[]): Pick<LessonContext, "step" | "chooseStep"> {
  const [params, setParams] = useSearchParams();
  const step = steps.find((s) => s.id === params.get("step")) ?? null;
  const set = useRef(setParams);
  set.current = setParams;
  const chooseStep = useCallback(
    (stepId: string | null) =>
      set.current(
        (p) => {
          if (stepId === null) p.delete("step");
          else p.set("step", stepId);
          return p;
        },
        { replace: true, preventScrollReset: true },
      ),
    [],
  );
  return { step, chooseStep };
}
