import type { ObjectSlice } from "../../drawing/recipes/index.ts";
import { setView, type ViewSlice } from "../../drawing/view/index.ts";
import { type Change, change, putPart, writtenAddress } from "../../ground/base/index.ts";
import type { Task } from "../../telling/tasks/index.ts";
import type { Take } from "../lesson/index.ts";

/** An object put into the lesson, or put in the place of the one with its id. */
export const putThing = (object: ObjectSlice): Change => putPart("object", object.id, object);

/** An object taken out of the lesson. */
export const noThing = (id: string): Change => putPart("object", id, null);

/** All frames of vanishing points at once. */
export const setFrames = (frames: ViewSlice["frames"]): Change => setView("frames", frames);

/** Takes back all that was said otherwise of a step. */
export const forgetStep = (stepId: string): Change => putPart("step", stepId, null);

/** A take put into the lesson. */
export const putTake = (take: Take): Change => putPart("take", take.id, take);

/** A task put into the lesson. */
export const putTaskWhole = (task: Task): Change => putPart("task", task.id, task);

/** A task taken out of the lesson. */
export const noTask = (id: string): Change => putPart("task", id, null);

/** The order in which things are drawn, every one named once. */
export const setDrawingOrder = (ids: readonly string[]): Change =>
  change(writtenAddress("lesson", "drawingOrder"), ids);

/** The order in which tasks at one place are told, every one named once. */
export const setTaskOrder = (ids: readonly string[]): Change =>
  change(writtenAddress("lesson", "taskOrder"), ids);
