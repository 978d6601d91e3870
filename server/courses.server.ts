import { and, desc, eq, gt } from "drizzle-orm";
import * as v from "valibot";
import { type Course, type CourseEdit, CourseSchema, editCourse, type LessonFacts } from "#core/class/course";
import { type Db, database, inOneGo } from "./db/database.server.ts";
import { courseStates, courses } from "./db/schema.ts";
import { worked } from "./jobs/kept.server.ts";
import { findLesson } from "./lessons.server.ts";

export interface StoredCourse {
  readonly id: number;
  readonly course: Course;
  readonly state: number;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}

/** States of a course that are kept for undo. */
const MOST_STATES = 500;

/** The courses on the shelf, or those put away, the newest first. */
export function listCourses(db: Db = database(), putAway = false): { id: number; course: Course }[] {
  return db
    .select({ id: courses.id, course: courseStates.course })
    .from(courses)
    .innerJoin(
      courseStates,
      and(eq(courseStates.courseId, courses.id), eq(courseStates.state, courses.state)),
    )
    .where(eq(courses.putAway, putAway))
    .orderBy(desc(courses.id))
    .all();
}

/** A course as it is now, or null. */
export function findCourse(id: number, db: Db = database()): StoredCourse | null {
  const row = db.select().from(courses).where(eq(courses.id, id)).get();
  if (!row) return null;
  const state = (n: number) =>
    db
      .select()
      .from(courseStates)
      .where(and(eq(courseStates.courseId, id), eq(courseStates.state, n)))
      .get();
  const now = state(row.state);
  if (!now) return null;
  return {
    id,
    course: now.course,
    state: row.state,
    canUndo: state(row.state - 1) !== undefined,
    canRedo: state(row.state + 1) !== undefined,
  };
}

/** Puts a course on the shelf; returns its number. */
export function createCourse(course: Course, db: Db = database(), now = new Date()): number {
  return inOneGo(db, (tx) => {
    const { id } = tx.insert(courses).values({ state: 1 }).returning({ id: courses.id }).get();
    tx.insert(courseStates).values({ courseId: id, state: 1, course, madeAt: now }).run();
    return id;
  });
}

/** Makes an edit of a course as it is now. Why it could not be made, or null. */
export function saveCourseEdit(
  id: number,
  edit: CourseEdit,
  db: Db = database(),
  now = new Date(),
): string | null {
  return inOneGo(db, (tx) => {
    const row = tx.select().from(courses).where(eq(courses.id, id)).get();
    const at = (state: number) => and(eq(courseStates.courseId, id), eq(courseStates.state, state));
    const stored = row && tx.select().from(courseStates).where(at(row.state)).get();
    if (!stored) return "There is no such course on the shelf any more.";
    const edited = editCourse(stored.course, edit);
    if (edited === stored.course) return null;
    const checked = v.safeParse(CourseSchema, edited);
    if (!checked.success) return `Nothing was changed: ${checked.issues[0].message}.`;
    // What was undone and not done again gives way to the new.
    tx.delete(courseStates)
      .where(and(eq(courseStates.courseId, id), gt(courseStates.state, row.state)))
      .run();
    const state = row.state + 1;
    tx.insert(courseStates).values({ courseId: id, state, course: checked.output, madeAt: now }).run();
    tx.update(courses).set({ state }).where(eq(courses.id, id)).run();
    tx.delete(courseStates)
      .where(at(state - MOST_STATES))
      .run();
    return null;
  });
}

/** Goes a state back or on. False when there is none. */
export function stepCourse(id: number, way: "undo" | "redo", db: Db = database()): boolean {
  return inOneGo(db, (tx) => {
    const row = tx.select().from(courses).where(eq(courses.id, id)).get();
    if (!row) return false;
    const to = row.state + (way === "undo" ? -1 : 1);
    const there = tx
      .select({ state: courseStates.state })
      .from(courseStates)
      .where(and(eq(courseStates.courseId, id), eq(courseStates.state, to)))
      .get();
    if (!there) return false;
    tx.update(courses).set({ state: to }).where(eq(courses.id, id)).run();
    return true;
  });
}

/** Puts a course away from the shelf, or brings it back. Its lessons stay where they are. */
export function setCoursePutAway(id: number, putAway: boolean, db: Db = database()): boolean {
  return db.update(courses).set({ putAway }).where(eq(courses.id, id)).run().changes > 0;
}

/** What is known of the lessons of a course; those that are gone or cannot be read are left out. */
export async function factsOfCourse(
  course: Course,
  db: Db = database(),
): Promise<ReadonlyMap<string, LessonFacts>> {
  const found = course.lessons.flatMap(({ lessonId }) => findLesson(lessonId, db) ?? []);
  const facts = await Promise.all(
    found.map(async (stored): Promise<[string, LessonFacts]> => {
      const { begunRevision, ...own } = await worked("courseFacts", stored, {});
      const { beginsOn } = own;
      const now = beginsOn ? findLesson(beginsOn.lessonId, db) : null;
      return [
        stored.id,
        {
          ...own,
          beginsOn: beginsOn && { ...beginsOn, changed: now !== null && now.revision !== begunRevision },
        },
      ];
    }),
  );
  return new Map(facts);
}
