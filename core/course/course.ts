import * as v from "valibot";
import { PupilsSchema } from "../plan/index.ts";
import { DaySchema } from "../record/index.ts";

/** A lesson in its place in a course. */
export const CourseLessonSchema = v.strictObject({
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

/** A lesson put at another place of the course. */
export function moveLesson(course: Course, lessonId: string, to: number): Course {
  const from = course.lessons.findIndex((l) => l.lessonId === lessonId);
  const moved = course.lessons[from];
  if (!moved) return course;
  const rest = course.lessons.filter((_, i) => i !== from);
  return { ...course, lessons: [...rest.slice(0, to), moved, ...rest.slice(to)] };
}

/** A lesson taken out, and nothing builds on it any more. */
export function dropLesson(course: Course, lessonId: string): Course {
  return {
    ...course,
    lessons: course.lessons
      .filter((l) => l.lessonId !== lessonId)
      .map((l) => ({ ...l, buildsOn: l.buildsOn.filter((id) => id !== lessonId) })),
  };
}

/** A lesson at the end, building on what it begins on, or on the one before it. */
export function addLesson(course: Course, lessonId: string, beginsOn: string | null): Course {
  if (course.lessons.some((l) => l.lessonId === lessonId)) return course;
  const known = course.lessons.some((l) => l.lessonId === beginsOn);
  return {
    ...course,
    lessons: [...course.lessons, { lessonId, buildsOn: beginsOn !== null && known ? [beginsOn] : [] }],
  };
}
