export {
  findLesson,
  findRevision,
  listRevisions,
  listSetAside,
  openLesson,
  type StoredLesson,
} from "./lessons/read.server.ts";
export {
  createLesson,
  duplicateLesson,
  goOnWith,
  restore,
  type Saved,
  saveChanges,
  stepBack,
} from "./lessons/save.server.ts";
export { rawLesson } from "./lessons/stored.server.ts";
