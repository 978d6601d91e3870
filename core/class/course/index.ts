export {
  blankCourse,
  type Course,
  type CourseEdit,
  CourseEditSchema,
  CourseSchema,
  editCourse,
} from "./course.ts";
export { type LaidCourse, type LessonFacts, layCourse, type Material, type Session } from "./lay-course.ts";
