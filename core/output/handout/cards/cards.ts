import type { Paper } from "../../../drawing/paper/index.ts";
import type { Sheet } from "../../../drawing/view/index.ts";
import { type Drawing, drawSlip, drawState, drawStep, turnDrawing } from "../../../showing/display/index.ts";
import type { Pictured, Step } from "../../../telling/steps/index.ts";
import type { Schedule } from "../../../time/schedule/index.ts";
import { cardMark } from "./card-mark.ts";

/** What a printed step card says and shows. */
export interface Card {
  readonly stepId: string;
  readonly number: number;
  readonly title: string;
  /** Lesson time at which the step starts. */
  readonly startMs: number;
  /** The whole sheet with the step's lines, as it lies in it. */
  readonly picture: Drawing;
  /** What the picture shows beside its lines. */
  readonly signs: Pictured;
  /** The step it is of: the picture that explains is drawn for the room a page has. */
  readonly step: Step;
  /** The sheet once the step is done. */
  readonly after: Drawing;
  /** Whether the pupil is to find some of it: nothing may show it beforehand. */
  readonly isAsked: boolean;
  /** What the hands do, in order: the numbered list of the card. */
  readonly actions: readonly string[];
  readonly instruction: string;
  /** The same with all the words, for a pupil who was away. */
  readonly inFull: readonly string[];
  /** What it asks or leaves to the pupil, for the answer sheet. */
  readonly answers: readonly string[];
  readonly why: string;
  readonly check: string;
  readonly notes: string;
  /** The likely slip and, where it can be drawn, its wrong picture. */
  readonly slip: string;
  readonly slipPicture: Drawing | null;
  /** Short mark of picture and wording; lesson time stays outside, so a shifted card is still good. */
  readonly mark: string;
}

/** One card per step, same number, same picture. */
export function makeCards(source: {
  paper: Paper;
  steps: readonly Step[];
  schedule: Schedule;
  sheet: Sheet;
}): Card[] {
  const startOf = new Map(source.schedule.windows.map((w) => [w.stepId, w.startMs]));
  return source.steps.map((step) => {
    const picture = turnDrawing(drawStep(source.paper, source.sheet, step, "card"), step.quarters);
    const words = {
      number: step.number,
      title: step.title,
      instruction: step.instruction.join(" "),
      why: step.why,
      check: step.check,
      notes: step.notes.join(" "),
      slip: step.slip,
    };
    const after = drawState(source.paper, source.sheet, step.lastMove, step.lastMove + 1, "bench");
    const slip = step.slip === "" ? null : drawSlip(source.paper, source.sheet, step, "card");
    const slipPicture = slip && turnDrawing(slip, step.quarters);
    return {
      stepId: step.id,
      startMs: startOf.get(step.id) ?? 0,
      picture,
      signs: step.pictured,
      step,
      after: turnDrawing(after, step.quarters),
      isAsked: step.pictured.hides.length + step.pictured.light.length > 0,
      slipPicture,
      actions: step.actions,
      inFull: step.inFull,
      answers: step.answers,
      ...words,
      mark: cardMark({ picture, signs: step.pictured, ...words }),
    };
  });
}
