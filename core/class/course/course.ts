import * as v from "valibot";
import { PupilsSchema } from "../../ground/plan/index.ts";
import { DaySchema } from "../record/index.ts";

/** A lesson in its place in a course. */
const CourseLessonSchema = v.strictObject({
  lessonId: v.pipe(v.string(), v.minLength(1), v.maxLength(200)),
  /** Lessons of the course that must have been taught before. */
  buildsOn: v.pipe(v.array(v.string()), v.maxLength(50)),
});

/** Lessons in the order they are taught, and when the class meets. */
export const CourseSchema = v.strictObject({
  title: v.pipe(
    v.string(),
    v.trim(),
    v.minLength(1, "a course needs a title"),
    v.maxLength(120, "a title has at most 120 letters"),
  ),
  pupils: PupilsSchema,
  /** The first day; null before there is one. */
  starts: v.nullable(DaySchema),
  /** Days from one meeting to the next. */
  everyDays: v.pipe(
    v.number(),
    v.integer("whole days"),
    v.minValue(1),
    v.maxValue(60, "at most 60 days between"),
  ),
  sessionMinutes: v.pipe(
    v.number(),
    v.minValue(5, "a session is at least 5 minutes"),
    v.maxValue(240, "a session is at most 240 minutes"),
  ),
  lessons: v.pipe(
    v.array(CourseLessonSchema),
    v.maxLength(100, "a course holds at most 100 lessons"),
    v.check(
      (list) => new Set(list.map((l) => l.lessonId)).size === list.length,
      "a lesson stands once in a course",
    ),
  ),
});
export type Course = v.InferOutput<typeof CourseSchema>;

/** A course without a lesson. */
export function blankCourse(title: string): Course {
  return { title, pupils: 24, starts: null, everyDays: 7, sessionMinutes: 45, lessons: [] };
}

const lessonId = CourseLessonSchema.entries.lessonId;
const { title, pupils, starts, everyDays, sessionMinutes } = CourseSchema.entries;

/** What can be done to a course with one gesture; each holds for the course as it is when it arrives, whatever came before. */
export const CourseEditSchema = v.variant("do", [
  v.strictObject({ do: v.literal("add"), lessonId }),
  v.strictObject({ do: v.literal("drop"), lessonId }),
  v.strictObject({
    do: v.literal("move"),
    lessonId,
    to: v.pipe(v.number(), v.integer(), v.minValue(0)),
  }),
  v.strictObject({ do: v.literal("build-on"), lessonId, buildsOn: CourseLessonSchema.entries.buildsOn }),
  v.strictObject({
    do: v.literal("set"),
    to: v.partial(v.strictObject({ title, pupils, starts, everyDays, sessionMinutes })),
  }),
]);
export type CourseEdit = v.InferOutput<typeof CourseEditSchema>;

/** A course after an edit; the very same where the edit changes nothing. */
export function editCourse(course: Course, edit: CourseEdit): Course {
  const { lessons } = course;
  switch (edit.do) {
    case "set": {
      const next = { ...course, ...edit.to } as Course;
      return JSON.stringify(next) === JSON.stringify(course) ? course : next;
    }
    case "add":
      return lessons.some((l) => l.lessonId === edit.lessonId)
        ? course
        : { ...course, lessons: [...lessons, { lessonId: edit.lessonId, buildsOn: [] }] };
    case "drop":
      if (!lessons.some((l) => l.lessonId === edit.lessonId)) return course;
      return {
        ...course,
        lessons: lessons
          .filter((l) => l.lessonId !== edit.lessonId)
          .map((l) => ({ ...l, buildsOn: l.buildsOn.filter((id) => id !== edit.lessonId) })),
      };
    case "move": {
      const from = lessons.findIndex((l) => l.lessonId === edit.lessonId);
      const moved = lessons[from];
      if (!moved || from === Math.min(edit.to, lessons.length - 1)) return course;
      const rest = lessons.filter((_, i) => i !== from);
      return { ...course, lessons: [...rest.slice(0, edit.to), moved, ...rest.slice(edit.to)] };
    }
    case "build-on":
      return {
        ...course,
        lessons: lessons.map((l) => (l.lessonId === edit.lessonId ? { ...l, buildsOn: edit.buildsOn } : l)),
      };
  }
}
