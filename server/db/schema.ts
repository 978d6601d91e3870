import { index, integer, primaryKey, real, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";
import type { Course } from "#core/class/course";
import type { ClassTaught } from "#core/class/record";
import type { Lesson, Take } from "#core/document/lesson";
import type { LessonState, PlaceName } from "#core/document/pipeline";
import type { Change } from "#core/ground/base";
import type { HandOut } from "#core/ground/plan";
import type { HandOutWish, Printed } from "#core/output/handout";

/** A card or page of a print; cards printed before there was anything else are named by their step. */
export type PrintedPart = Omit<Printed, "id"> & ({ readonly id: string } | { readonly stepId: string });

/** A lesson document as stored: the words of its narrations lie in `takes`, where they never change. */
export type ShelvedLesson = Omit<Lesson, "takes"> & {
  takes: (Omit<Take, "narration"> & { narrationKey: string | null })[];
};

export type RevisionKind = "create" | "edit" | "undo" | "redo" | "restore";

export const lessons = sqliteTable(
  "lessons",
  {
    id: text().primaryKey(),
    title: text().notNull(),
    revision: integer().notNull(),
    /** Whether it was put away from the shelf; it can be brought back. */
    putAway: integer({ mode: "boolean" }).notNull().default(false),
    createdAt: integer({ mode: "timestamp_ms" }).notNull(),
    updatedAt: integer({ mode: "timestamp_ms" }).notNull(),
  },
  (t) => [index("lessons_by_shelf").on(t.putAway, t.updatedAt)],
);

/** Every revision of a lesson, whole, with the changes that led to it and those that lead back. */
export const revisions = sqliteTable(
  "revisions",
  {
    lessonId: text()
      .notNull()
      .references(() => lessons.id),
    revision: integer().notNull(),
    kind: text().$type<RevisionKind>().notNull(),
    /** For undo and redo: the edit they concern. */
    target: integer(),
    document: text({ mode: "json" }).$type<ShelvedLesson>().notNull(),
    changes: text({ mode: "json" }).$type<readonly Change[]>().notNull(),
    inverse: text({ mode: "json" }).$type<readonly Change[]>().notNull(),
    madeAt: integer({ mode: "timestamp_ms" }).notNull(),
    /** Names the edit as its sender does: sent again because its answer was lost, it is not made twice. */
    editKey: text(),
  },
  (t) => [
    primaryKey({ columns: [t.lessonId, t.revision] }),
    uniqueIndex("revisions_by_key").on(t.lessonId, t.editKey),
    // What was done in order is read at every opening, past documents of which each fills pages.
    index("revisions_in_order").on(t.lessonId, t.revision, t.kind, t.target),
  ],
);

/** Versions that were refused because the lesson had moved on: kept, never overwritten. */
export const setAside = sqliteTable("set_aside", {
  id: integer().primaryKey({ autoIncrement: true }),
  lessonId: text()
    .notNull()
    .references(() => lessons.id),
  baseRevision: integer().notNull(),
  foundRevision: integer().notNull(),
  document: text({ mode: "json" }).$type<ShelvedLesson>().notNull(),
  changes: text({ mode: "json" }).$type<readonly Change[]>().notNull(),
  madeAt: integer({ mode: "timestamp_ms" }).notNull(),
  editKey: text(),
});

/** Narrations of takes with their cues, by lesson and the hash of what was imported. */
export const takes = sqliteTable(
  "takes",
  {
    lessonId: text()
      .notNull()
      .references(() => lessons.id),
    narrationKey: text().notNull(),
    takeId: text().notNull(),
    narration: text({ mode: "json" }).$type<NonNullable<Take["narration"]>>().notNull(),
    importedAt: integer({ mode: "timestamp_ms" }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.lessonId, t.narrationKey] })],
);

/** Files in the store, by the name made from their content's hash. */
export const assets = sqliteTable("assets", {
  file: text().primaryKey(),
  originalName: text().notNull(),
  mediaType: text().notNull(),
  bytes: integer().notNull(),
  addedAt: integer({ mode: "timestamp_ms" }).notNull(),
});

/** What was printed, card by card and page by page, so that stale ones can be told. */
export const prints = sqliteTable(
  "prints",
  {
    id: integer().primaryKey({ autoIncrement: true }),
    lessonId: text()
      .notNull()
      .references(() => lessons.id),
    revision: integer().notNull(),
    handOut: text({ mode: "json" }).$type<HandOut>().notNull(),
    /** What it was; null for step cards printed before there was anything else. */
    wish: text({ mode: "json" }).$type<HandOutWish>(),
    cards: text({ mode: "json" }).$type<readonly PrintedPart[]>().notNull(),
    printedAt: integer({ mode: "timestamp_ms" }).notNull(),
  },
  (t) => [index("prints_by_lesson").on(t.lessonId)],
);

/**
 * What the shelf shows of each lesson, worked out after a save. All of it follows from the document: a row that is missing,
 * of another revision or made by another core is worked out again.
 */
export const digests = sqliteTable("digests", {
  lessonId: text()
    .primaryKey()
    .references(() => lessons.id),
  revision: integer().notNull(),
  coreVersion: text().notNull(),
  /** Why the lesson cannot be read, or null when it can. */
  unreadable: text({ mode: "json" }).$type<readonly string[]>(),
  view: text().notNull(),
  state: text().$type<LessonState>().notNull(),
  steps: integer().notNull(),
  totalMs: integer().notNull(),
  toMend: integer().notNull(),
  next: text().$type<PlaceName>().notNull(),
  why: text().notNull(),
  widthMm: real().notNull(),
  heightMm: real().notNull(),
  madeAt: integer({ mode: "timestamp_ms" }).notNull(),
});

/** The drawings of the shelf as SVG, apart from what the shelf is searched by. */
export const pictures = sqliteTable("pictures", {
  lessonId: text()
    .primaryKey()
    .references(() => lessons.id),
  revision: integer().notNull(),
  svg: text().notNull(),
});

/** Classes taught, of groups. A row that was taken out stays until its undo has passed, and is then gone for good. */
export const classesTaught = sqliteTable(
  "classes_taught",
  {
    id: integer().primaryKey({ autoIncrement: true }),
    lessonId: text()
      .notNull()
      .references(() => lessons.id),
    /** The revision that was taught; null where it was typed or brought in. */
    revision: integer(),
    /** Names the class as its sender does: sent again because its answer was lost, it is not kept twice. */
    classKey: text().notNull(),
    day: text().notNull(),
    ageBand: text().notNull(),
    taught: text({ mode: "json" }).$type<ClassTaught>().notNull(),
    takenOutAt: integer({ mode: "timestamp_ms" }),
  },
  (t) => [
    uniqueIndex("classes_by_key").on(t.lessonId, t.classKey),
    index("classes_by_age").on(t.ageBand, t.takenOutAt),
  ],
);

/** Courses, each with the state it is shown in; what was before and after it is kept for undo and redo. */
export const courses = sqliteTable("courses", {
  id: integer().primaryKey({ autoIncrement: true }),
  state: integer().notNull(),
  putAway: integer({ mode: "boolean" }).notNull().default(false),
});

export const courseStates = sqliteTable(
  "course_states",
  {
    courseId: integer()
      .notNull()
      .references(() => courses.id),
    state: integer().notNull(),
    course: text({ mode: "json" }).$type<Course>().notNull(),
    madeAt: integer({ mode: "timestamp_ms" }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.courseId, t.state] })],
);
