import * as v from "valibot";
import { idSchema, ObjectSchema, otherObject } from "../../drawing/recipes/index.ts";
import { SheetSchema, ViewSchema } from "../../drawing/view/index.ts";
import { changesIn, changesOf, refersTo } from "../../ground/base/index.ts";
import { HandOutSchema, PlanSchema } from "../../ground/plan/index.ts";
import { CornersSchema, OverlaySchema, SheetMoveSchema, TonesSchema } from "../../showing/overlay/index.ts";
import { StepOverrideSchema } from "../../telling/steps/index.ts";
import { TasksSchema } from "../../telling/tasks/index.ts";
import { CorrectionSchema, CuesSchema } from "../../time/narration/index.ts";
import { AnchorsSchema, EditsSchema, VideoAddressSchema } from "../../time/schedule/index.ts";
import { LESSON_VERSION } from "./upgrade.ts";

export const LESSON_FORMAT = "regulanda-lesson";

const positiveInt = v.pipe(v.number(), v.integer("a whole number"), v.minValue(1));
/** A recording: its video, its narration, and what ties steps and sheet to them. */
const TakeSchema = v.strictObject({
  id: idSchema,
  label: v.pipe(v.string(), v.minLength(1), v.maxLength(120)),
  video: v.nullable(
    v.strictObject({
      /** File name of the recording: beside the lesson file, or in the app's own store. */
      file: v.pipe(v.string(), v.minLength(1)),
      durationMs: positiveInt,
      widthPx: positiveInt,
      heightPx: positiveInt,
    }),
  ),
  narration: v.nullable(
    v.strictObject({
      fileName: v.string(),
      cues: CuesSchema,
    }),
  ),
  /** Where the sheet lies when the recording begins. */
  corners: v.nullable(CornersSchema),
  /** When the sheet is moved, and where it lies from then on; left out: it lies still. */
  sheetMoves: v.optional(
    v.pipe(v.array(SheetMoveSchema), v.maxLength(500, "at most 500 movements of the sheet")),
  ),
  /** Where its video can be watched, for the codes on what is handed out; left out: there are none. */
  address: v.optional(VideoAddressSchema),
  /** What paper and table look like in the picture; left out: nobody has looked. */
  tones: v.optional(TonesSchema),
  anchors: AnchorsSchema,
  /** Single strokes tied to words too, by the id of their move; left out: they follow each other inside their step. */
  strokeAnchors: v.optional(AnchorsSchema),
  /** What the player does with the recording, in the recording's own time; left out: it plays as it is. */
  edits: v.optional(EditsSchema),
  /** Words of the narration that are shown otherwise than they were imported. */
  corrections: v.optional(v.pipe(v.array(CorrectionSchema), v.maxLength(2000))),
});
export type Take = v.InferOutput<typeof TakeSchema>;

/** Sets a field of a take. */
export const setTake = changesIn<Take>("take");

/** The finished sheet of another lesson on which one begins. */
const BeginsOnSchema = v.strictObject({
  lessonId: v.pipe(v.string(), v.minLength(1), v.maxLength(200)),
  /** What it was called. */
  title: v.pipe(v.string(), v.maxLength(120)),
  /** The revision whose sheet it is: what is changed there later changes nothing here. */
  revision: positiveInt,
  /** Its things, by their ids: they stand here among the lesson's own. */
  things: v.pipe(v.array(otherObject), v.maxLength(2000)),
});
export type BeginsOn = v.InferOutput<typeof BeginsOnSchema>;

/** The lesson document: all that is saved. Everything else is computed from it. */
export const LessonSchema = v.strictObject({
  format: v.literal(LESSON_FORMAT),
  version: v.literal(LESSON_VERSION),
  title: v.pipe(
    v.string(),
    v.trim(),
    v.minLength(1, "a lesson needs a title"),
    v.maxLength(120, "a title has at most 120 letters"),
  ),
  plan: PlanSchema,
  sheet: SheetSchema,
  view: ViewSchema,
  /** Left out: it begins with an empty sheet. */
  beginsOn: v.optional(BeginsOnSchema),
  /** In drawing order. */
  objects: v.pipe(v.array(ObjectSchema), v.maxLength(2000, "a lesson holds at most 2000 objects")),
  /** Depth groups from the nearest to the furthest: "ground", and the ids of free objects. */
  frontToBack: v.array(v.string()),
  /** Phases ("object/phase") in the order they are drawn, where the educator wants another than the usual one. */
  stepOrder: v.optional(v.array(v.string())),
  /** What the educator says differently, by step id. */
  steps: v.record(v.string(), StepOverrideSchema),
  /** Steps without a line. */
  tasks: v.optional(TasksSchema),
  takes: v.array(TakeSchema),
  currentTake: v.nullable(v.pipe(v.string(), refersTo("take"))),
  handOut: HandOutSchema,
  /** What the overlay shows, and how; left out: as is usual. */
  overlay: v.optional(OverlaySchema),
});
export type Lesson = v.InferOutput<typeof LessonSchema>;

/** Sets a field of the lesson itself. */
export const setLesson = changesOf<Lesson>("lesson");

/** The take the lesson follows now, or null before there is one. */
export function findCurrentTake(lesson: Lesson): Take | null {
  return lesson.takes.find((t) => t.id === lesson.currentTake) ?? null;
}
