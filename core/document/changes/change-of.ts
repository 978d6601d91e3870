import type { ObjectSlice } from "../../drawing/recipes/index.ts";
import type { ViewSlice } from "../../drawing/view/index.ts";
import type { Change, Json } from "../../ground/base/index.ts";
import type { StepOverride } from "../../telling/steps/index.ts";
import type { Lesson, Take } from "../lesson/index.ts";

/** The value a field may be set to: what it holds, or null where the document need not state it. */
type Settable<T, F extends keyof T> = undefined extends T[F] ? Exclude<T[F], undefined> | null : T[F];

/** A field of a part of the lesson set to a value of its own type. */
function setter<T>() {
  return <F extends keyof T & string>(id: string, field: F, value: Settable<T, F> & Json): Change => ({
    id,
    field,
    value,
  });
}

const ofLesson = setter<Lesson>();
const ofTake = setter<Take>();
const ofStep = setter<StepOverride>();

export const setLesson = <F extends keyof Lesson & string>(
  field: F,
  value: Settable<Lesson, F> & Json,
): Change => ofLesson("lesson", field, value);

export const setTake = <F extends keyof Take & string>(
  takeId: string,
  field: F,
  value: Settable<Take, F> & Json,
): Change => ofTake(`take/${takeId}`, field, value);

export const setStep = <F extends keyof StepOverride & string>(
  stepId: string,
  field: F,
  value: Settable<StepOverride, F> & Json,
): Change => ofStep(`step/${stepId}`, field, value);

/** Takes back all that was said otherwise of a step. */
export const forgetStep = (stepId: string): Change => ({ id: `step/${stepId}`, field: "self", value: null });

/** A thing put into the lesson, or put in the place of the one with its id. */
export const putThing = (thing: ObjectSlice): Change => ({
  id: `object/${thing.id}`,
  field: "self",
  value: thing,
});

/** A thing taken out of the lesson. */
export const noThing = (id: string): Change => ({ id: `object/${id}`, field: "self", value: null });

/** A dotted field of a thing. */
export const setThing = (id: string, field: string, value: Json): Change => ({
  id: `object/${id}`,
  field,
  value,
});

/** A take put into the lesson. */
export const putTake = (take: Take): Change => ({ id: `take/${take.id}`, field: "self", value: take });

/** All frames of vanishing points at once. */
export const setFrames = (frames: ViewSlice["frames"]): Change => ({
  id: "view",
  field: "frames",
  value: frames,
});

/** The order in which things are drawn, every one named once. */
export const setDrawingOrder = (ids: readonly string[]): Change => ({
  id: "lesson",
  field: "drawingOrder",
  value: ids,
});
