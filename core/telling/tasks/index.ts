export { USUAL_TASKS } from "./catalogue.ts";
export type { Concern, Task, TaskKind, TaskPlace } from "./task.ts";
export { setTaskField, stepIdOfTask, TASK_KINDS, TasksSchema } from "./task.ts";
