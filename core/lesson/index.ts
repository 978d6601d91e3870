export { blankLesson } from "./blank-lesson.ts";
export type { Lesson, Take } from "./lesson.ts";
export {
  CornersSchema,
  findCurrentTake,
  LESSON_FORMAT,
  LESSON_VERSION,
  LessonSchema,
  TakeSchema,
} from "./lesson.ts";
export { parseLesson, parseLessonText, serialiseLesson } from "./parse-lesson.ts";
