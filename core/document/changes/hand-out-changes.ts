import { type Change, change, type Json, writtenAddress } from "../../ground/base/index.ts";
import { type HandOut, PLAN_DEFAULTS, USUAL_MARGIN_MM } from "../../ground/plan/index.ts";
import type { Lesson } from "../lesson/index.ts";

/** Sets how what is handed out is printed; what is as usual is not written down. */
export function setHandOut<F extends keyof HandOut>(lesson: Lesson, field: F, value: HandOut[F]): Change[] {
  const usual: Partial<HandOut> = {
    words: "as-taught",
    hand: lesson.plan.hand ?? PLAN_DEFAULTS.hand,
    marginMm: USUAL_MARGIN_MM,
  };
  const isUsual = value === undefined || value === usual[field];
  return [change(writtenAddress("hand-out", field), isUsual ? null : (value as Json))];
}
