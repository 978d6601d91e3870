import { fillsAfter, seenFaces } from "../../drawing/paper/index.ts";
import { seenAt, type Vec3 } from "../../drawing/view/index.ts";
import type { Finding, Memo } from "../../ground/base/index.ts";
import { inBoth, type Region } from "../../ground/geometry/index.ts";
import { type Concern, setTaskField, stepIdOfTask, type Task } from "../../telling/tasks/index.ts";
import type { Lesson } from "../lesson/index.ts";
import { type DrawnLesson, drawStages } from "./draw-lesson.ts";

/** A task with what it is about, as regions of the finished sheet. */
export interface MarkedTask {
  readonly task: Task;
  readonly marked: readonly Region[];
}

const NONE: readonly MarkedTask[] = [];

/** The lesson's tasks with what they are about on the paper. Things and faces that are gone are told of, and kept. */
export function markTasks(
  drawn: DrawnLesson,
  memo: Memo,
): { tasks: readonly MarkedTask[]; findings: readonly Finding[] } {
  const { lesson, program, view, paper } = drawn;
  const { tasks } = lesson;
  return memo("tasks", [tasks, program, view, paper], (parts) => {
    if (!tasks?.length) return { tasks: NONE, findings: [] };
    const findings: Finding[] = [];
    const marked = tasks.map((task): MarkedTask => {
      const lost: string[] = [];
      const regions = (task.concerns ?? []).flatMap((concern) => {
        if (!lesson.objects.some((o) => o.id === concern.thing)) {
          lost.push(concern.thing);
          return [];
        }
        return regionsOf(concern, drawn, parts);
      });
      if (lost.length > 0) findings.push(withoutThing(task, lost));
      return { task, marked: regions };
    });
    return { tasks: marked, findings };
  });
}

function regionsOf({ thing, faces, pieces }: Concern, drawn: DrawnLesson, memo: Memo): readonly Region[] {
  const seen = seenFaces(drawn.program, drawn.view, thing).filter((f) => !faces || faces.includes(f.id));
  if (pieces === undefined) return seen.map((f) => f.region);
  if (seen.length > 0) return seen.filter((_, i) => i % 2 === 0).map((f) => f.region);
  const own = drawn.program.scene.get(thing)?.built.pieces;
  if (own) return everyOther(own, drawn);
  return everyOtherTile(thing, drawn, memo);
}

/** Every other piece of a pattern, as far as it lies on the sheet. */
function everyOther(
  pieces: readonly (readonly Vec3[])[],
  { view, sheet: { widthMm, heightMm } }: DrawnLesson,
): readonly Region[] {
  const sheet: Region = [
    [
      { xMm: 0, yMm: 0 },
      { xMm: widthMm, yMm: 0 },
      { xMm: widthMm, yMm: heightMm },
      { xMm: 0, yMm: heightMm },
    ],
  ];
  return pieces.flatMap((ring, i) => {
    if (i % 2 === 1) return [];
    const region = inBoth([ring.flatMap((p) => seenAt(view.camera, p) ?? [])], sheet);
    return region.length > 0 ? [region] : [];
  });
}

/** The tiles that a floor would have shaded: it is drawn once more with them, beside the lesson. */
function everyOtherTile(
  thing: string,
  { lesson, program, view }: DrawnLesson,
  memo: Memo,
): readonly Region[] {
  const objects = lesson.objects.map((o) =>
    o.id === thing && o.recipe === "floor" && !o.chequered ? { ...o, chequered: true } : o,
  );
  return memo(`tiles of ${thing}`, [program, view], (parts) => {
    const shaded: Lesson = { ...lesson, objects };
    const { paper, moves } = drawStages(shaded, parts);
    return fillsAfter(paper, moves.length - 1).flatMap(({ fill, regions }) =>
      fill.objectId === thing ? regions : [],
    );
  });
}

function withoutThing(task: Task, lost: readonly string[]): Finding {
  return {
    code: "task-without-thing",
    severity: "note",
    about: stepIdOfTask(task),
    message: `The task "${task.title}" is about ${lost.length === 1 ? "a thing that is" : `${lost.length} things that are`} not in the lesson now. It is kept, and its picture shows the rest.`,
    numbers: { things: lost.length },
    fix: {
      label: "Leave that out",
      changes: [
        setTaskField(
          task.id,
          "concerns",
          (task.concerns ?? []).filter((c) => !lost.includes(c.thing)),
        ),
      ],
    },
  };
}
