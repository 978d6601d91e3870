import { listOf } from "../../ground/base/index.ts";
import type { Region } from "../../ground/geometry/index.ts";
import { KIT } from "../../ground/plan/index.ts";
import { stepIdOfTask, type Task, type TaskKind } from "../tasks/index.ts";
import { countSaid } from "../told/index.ts";
import { NOTHING_PICTURED } from "./picture-step.ts";
import { sentencesOf } from "./sentences-of.ts";
import type { Step, StepKind } from "./step.ts";

/** What the class does in it, of what steps with lines know too; all others are made by hand in their own time. */
const SEEN_AS: Partial<Readonly<Record<TaskKind, StepKind>>> = {
  watch: "watch",
  talk: "talk",
  check: "check",
  details: "optional",
};

/**
 * A step without a line: it begins where the next one with lines does, and shows the sheet as it lies by then, with what it
 * is about marked on it.
 */
export function stepOfTask(
  task: Task,
  at: {
    readonly number: number;
    readonly nextMove: number;
    readonly quarters: number;
    readonly marked: readonly Region[];
  },
): Step {
  const instruction = sentencesOf(task.words);
  const needs = (task.kit ?? []).map((name) => KIT[name]);
  const notes = [
    ...(needs.length > 0 ? [`You need: ${listOf(needs.map((k) => k.short))}.`] : []),
    ...needs.flatMap((k) => k.caution ?? []),
    ...(task.dryMinutes ? [`Let it dry ${task.dryMinutes}\u00a0minutes.`] : []),
  ];
  return {
    task,
    marked: at.marked,
    id: stepIdOfTask(task),
    number: at.number,
    objectId: "task",
    kind: SEEN_AS[task.kind] ?? "task",
    firstMove: at.nextMove,
    lastMove: at.nextMove - 1,
    title: task.title,
    why: "",
    instruction,
    actions: [task.words],
    inFull: [task.words],
    stage: "told",
    answers: [],
    readings: [],
    check: "",
    slip: "",
    usualSlip: "",
    slipKind: null,
    acts: [],
    pictured: NOTHING_PICTURED,
    picturedInFull: NOTHING_PICTURED,
    cuts: [],
    expected: `${task.title}. ${task.words}`,
    notes,
    newLines: 0,
    quarters: at.quarters,
    holdMs: Math.round(task.minutes * 60_000),
    wordCount: [...instruction, ...notes].reduce((sum, s) => sum + countSaid(s), 0),
  };
}
