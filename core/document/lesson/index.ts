export { blankLesson } from "./blank-lesson.ts";
export { goOnFrom } from "./go-on-from.ts";
export type { Lesson, Take } from "./lesson.ts";
export {
  findCurrentTake,
  LessonSchema,
  setLesson,
  setTake,
} from "./lesson.ts";
export { parseLesson, parseLessonText, serialiseLesson } from "./parse-lesson.ts";
export { LESSON_VERSION, type RawLesson, UPGRADES, type Upgrade, upgradeLesson } from "./upgrade.ts";
