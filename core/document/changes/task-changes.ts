import type { Change, Settable, ValueAt } from "../../ground/base/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import {
  setTaskField,
  stepIdOfTask,
  type Task,
  type TaskKind,
  type TaskPlace,
  USUAL_TASKS,
} from "../../telling/tasks/index.ts";
import type { Lesson } from "../lesson/index.ts";
import { noTask, putTaskWhole, setTaskOrder } from "./change-of.ts";

/**
 * Puts in a task of the usual kind: where such tasks go, or after the step that is looked at; about the things that are
 * chosen, where it is about things. Returns the changes and the id of the step it is told in.
 */
export function putTask(
  lesson: Lesson,
  kind: TaskKind,
  beside: Pick<Step, "id"> | null,
  things: readonly string[],
): { changes: Change[]; stepId: string } {
  const { usually, about, ...usual } = USUAL_TASKS[kind];
  const ids = new Set((lesson.tasks ?? []).map((t) => t.id));
  let n = 1;
  while (ids.has(`${kind}-${n}`)) n++;
  const place: TaskPlace = usually === "first" ? "first" : beside ? { after: beside.id } : "last";
  const task: Task = {
    id: `${kind}-${n}`,
    kind,
    ...usual,
    ...(about === "nothing" || things.length === 0
      ? {}
      : {
          concerns: things.map((thing) => ({
            thing,
            ...(about === "pieces" ? { pieces: "every-other" as const } : {}),
          })),
        }),
    place,
  };
  return { changes: [putTaskWhole(task)], stepId: stepIdOfTask(task) };
}

/** Sets a field of a task; null takes away what it need not say. */
export function setTask<F extends keyof Task>(
  task: Task,
  field: F,
  value: Settable<ValueAt<Task, F>>,
): Change[] {
  return [setTaskField(task.id, field, value)];
}

/** A task taken out of the lesson; gates and places in narrations that wait for it are told of. */
export function takeTaskAway(task: Task): Change[] {
  return [noTask(task.id)];
}

/** Tasks where a new order of steps has them: each beside the step with lines before it, first or last where there is none. */
export function tasksInOrder(lesson: Lesson, order: readonly Step[]): Change[] {
  const changes: Change[] = [];
  const told: string[] = [];
  let before: Step | null = null;
  for (const [i, step] of order.entries()) {
    if (!step.task) {
      before = step;
      continue;
    }
    told.push(step.task.id);
    const isLast = order.slice(i).every((s) => s.task);
    const place: TaskPlace = before === null ? "first" : isLast ? "last" : { after: before.id };
    if (JSON.stringify(place) !== JSON.stringify(step.task.place))
      changes.push(...setTask(step.task, "place", place));
  }
  const all = (lesson.tasks ?? []).map((t) => t.id);
  const wanted = [...told, ...all.filter((id) => !told.includes(id))];
  if (wanted.some((id, i) => id !== all[i])) changes.push(setTaskOrder(wanted));
  return changes;
}
