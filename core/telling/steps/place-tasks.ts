import type { Move } from "../../drawing/drafter/index.ts";
import type { Finding } from "../../ground/base/index.ts";
import { setTaskField, stepIdOfTask, type Task } from "../tasks/index.ts";
import { findStep, type Stretch } from "./find-step.ts";

/** Tasks by the index of the step they stand before; those of the last index, one past the steps, end the lesson. */
export type TasksBetween = ReadonlyMap<number, readonly Task[]>;

/**
 * Where tasks stand among the steps that have lines: beside the step they were put at, found again by its move however the
 * steps are cut now. A task may stand beside another task. Those whose step is gone stand nowhere and are told of.
 */
export function placeTasks(
  tasks: readonly Task[],
  steps: readonly Stretch[],
  moves: readonly Move[],
): { between: TasksBetween; findings: readonly Finding[] } {
  const between = new Map<number, Task[]>();
  const byStep = new Map(tasks.map((t) => [stepIdOfTask(t), t]));
  const findings: Finding[] = [];

  function indexOf({ place }: Task, seen: ReadonlySet<Task>): number | null {
    if (place === "first") return 0;
    if (place === "last") return steps.length;
    const [at, id] = "before" in place ? [0, place.before] : [1, place.after];
    const beside = byStep.get(id);
    if (beside) return seen.has(beside) ? null : indexOf(beside, new Set([...seen, beside]));
    const step = findStep(id, steps, moves);
    return step ? steps.indexOf(step) + at : null;
  }

  for (const task of tasks) {
    const index = indexOf(task, new Set([task]));
    if (index === null) findings.push(withoutStep(task));
    else between.set(index, [...(between.get(index) ?? []), task]);
  }
  return { between, findings };
}

function withoutStep(task: Task): Finding {
  return {
    code: "task-without-step",
    severity: "warning",
    about: stepIdOfTask(task),
    message: `The task "${task.title}" stands beside a step that is not in the lesson now. It is kept, and told nowhere until it has a place.`,
    numbers: {},
    fix: {
      label: "Put it at the end",
      changes: [setTaskField(task.id, "place", "last")],
    },
  };
}
