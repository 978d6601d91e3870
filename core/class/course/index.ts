export {
  blankCourse,
  type Course,
  type CourseEdit,
  CourseEditSchema,
  CourseSchema,
  editCourse,
} from "./course.ts";
export { type LaidCourse, type LessonFacts, layCourse } from "./lay-course.ts";
