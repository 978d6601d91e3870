export { addLesson, blankCourse, type Course, CourseSchema, dropLesson, moveLesson } from "./course.ts";
export {
  type LaidCourse,
  type LessonFacts,
  layCourse,
  type Material,
  type Session,
} from "./lay-course.ts";
