import * as v from "valibot";
import { idSchema } from "../../drawing/recipes/index.ts";
import { changesIn, refersTo } from "../../ground/base/index.ts";
import { KIT, type KitName } from "../../ground/plan/index.ts";

/** What a step without a line is for. */
export const TASK_KINDS = [
  "lay-out",
  "practise",
  "watch",
  "talk",
  "check",
  "glue",
  "dry",
  "clean",
  "ink",
  "wash",
  "pattern",
  "details",
  "hand-in",
] as const;
export type TaskKind = (typeof TASK_KINDS)[number];

const kitNames = Object.keys(KIT) as [KitName, ...KitName[]];

/** A thing that a task is about: all of it, some of its faces, or every other piece of its pattern. */
const ConcernSchema = v.strictObject({
  thing: v.pipe(v.string(), refersTo("object")),
  /** Ids of its faces: "front", "top"; left out: all that show. */
  faces: v.optional(v.pipe(v.array(v.string()), v.minLength(1), v.maxLength(60))),
  pieces: v.optional(v.picklist(["every-other"])),
});
export type Concern = v.InferOutput<typeof ConcernSchema>;

/** Where a task stands: first or last of all, or beside a step, by the step's id. */
const PlaceSchema = v.union(
  [
    v.picklist(["first", "last"]),
    v.strictObject({ before: v.string() }),
    v.strictObject({ after: v.string() }),
  ],
  'a place is "first", "last", { "before": a step } or { "after": a step }',
);
export type TaskPlace = v.InferOutput<typeof PlaceSchema>;

const minutes = (most: number, what: string) =>
  v.pipe(v.number(), v.minValue(0), v.maxValue(most, `${what} at most ${most} minutes`));

/** A step without a line: kit laid out, gluing, inking, colouring, talking, handing in. */
const TaskSchema = v.strictObject({
  id: idSchema,
  kind: v.picklist(TASK_KINDS),
  title: v.pipe(
    v.string(),
    v.trim(),
    v.minLength(1, "a task needs a title"),
    v.maxLength(80, "a title has at most 80 letters"),
  ),
  /** What is said. */
  words: v.pipe(
    v.string(),
    v.trim(),
    v.minLength(1, "a task needs words"),
    v.maxLength(600, "an instruction has at most 600 letters"),
  ),
  minutes: minutes(240, "a task takes"),
  /** What it needs beside what lies ready. */
  kit: v.optional(v.pipe(v.array(v.picklist(kitNames)), v.maxLength(kitNames.length))),
  /** How long it must dry before the next thing may begin. */
  dryMinutes: v.optional(minutes(10_080, "drying takes")),
  concerns: v.optional(v.pipe(v.array(ConcernSchema), v.maxLength(60))),
  place: PlaceSchema,
});
export type Task = v.InferOutput<typeof TaskSchema>;

/** Sets a field of a task, by its id. */
export const setTaskField = changesIn<Task>("task");

/** Tasks at one place follow each other as they stand in the document. */
export const TasksSchema = v.pipe(v.array(TaskSchema), v.maxLength(100, "a lesson holds at most 100 tasks"));

/** The id of the step a task is told in. Steps of things have a "/" in theirs, so the two never meet. */
export function stepIdOfTask(task: Pick<Task, "id">): string {
  return `task:${task.id}`;
}
