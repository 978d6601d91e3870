import { createContext, useCallback, useContext, useEffect, useRef, useState } from "react";
import { useOutletContext, useSearchParams } from "react-router";
import type { Step } from "#core/telling/steps";
import type { LessonEditor } from "./saving/use-lesson-editor.ts";

/** The lesson and how it is changed: another one only when there is something else to see. */
export interface LessonContext
  extends Pick<LessonEditor, "lessonId" | "lesson" | "computed" | "drawn" | "commit" | "preview"> {
  /** The step chosen in the strip, the same in every place; null before the first choice. */
  readonly step: Step | null;
  chooseStep(stepId: string | null): void;
}

/** What every place of a lesson works with. */
export function useLesson(): LessonContext {
  return useOutletContext<LessonContext>();
}

/** How its saving stands: another several times at each edit, while the lesson stays as it is. */
export type Saving = Pick<LessonEditor, "revision" | "saveState">;

export const SavingContext = createContext<Saving>({ revision: 0, saveState: "saved" });

export const useSaving = (): Saving => useContext(SavingContext);

/**
 * The chosen step lives in the address, so it is shared by all places and survives a reload. The address follows a moment
 * later; the choice itself holds at once, or quick presses of a key would each start from the same step.
 */
export function useChosenStep(steps: readonly Step[]): Pick<LessonContext, "step" | "chooseStep"> {
  const [params, setParams] = useSearchParams();
  const inAddress = params.get("step");
  const [chosen, setChosen] = useState(inAddress);
  /** Choices on their way into the address, oldest first; what stands there without being one of them came from outside. */
  const onTheWay = useRef<(string | null)[]>([]);
  useEffect(() => {
    const index = onTheWay.current.indexOf(inAddress);
    if (index === -1) setChosen(inAddress);
    onTheWay.current = index === -1 ? [] : onTheWay.current.slice(index + 1);
  }, [inAddress]);
  const set = useRef(setParams);
  set.current = setParams;
  const chooseStep = useCallback((stepId: string | null) => {
    setChosen(stepId);
    onTheWay.current.push(stepId);
    set.current(
      (p) => {
        if (stepId === null) p.delete("step");
        else p.set("step", stepId);
        return p;
      },
      { replace: true, preventScrollReset: true },
    );
  }, []);
  return { step: steps.find((s) => s.id === chosen) ?? null, chooseStep };
}
