import { desc, eq } from "drizzle-orm";
import type { Lesson } from "#core/document/lesson";
import { type Db, database, nameOf, type Reads } from "../db/database.server.ts";
import { lessons, revisions, setAside } from "../db/schema.ts";
import { readRevision } from "./stored.server.ts";
import { undoRedoTargets } from "./undo-stack.ts";

export interface StoredLesson {
  readonly id: string;
  /** Names the store it lies in among those that are open. */
  readonly store: string;
  readonly revision: number;
  readonly lesson: Lesson;
  readonly createdAt: Date;
  readonly updatedAt: Date;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}

/** A lesson that is there and cannot be read, by this program at least. */
export interface UnreadableLesson {
  readonly id: string;
  readonly title: string;
  readonly why: readonly string[];
}

/** A lesson by its address: as it is stored, as one that cannot be read, or null when there is none. */
export function openLesson(
  id: string,
  db: Db = database(),
): { kind: "lesson"; stored: StoredLesson } | { kind: "unreadable"; stored: UnreadableLesson } | null {
  const row = db.select().from(lessons).where(eq(lessons.id, id)).get();
  if (!row) return null;
  const parsed = readRevision(id, row.revision, db);
  if (!parsed?.ok) {
    const why = parsed?.findings.map((f) => f.message) ?? ["Its document is missing."];
    return { kind: "unreadable", stored: { id, title: row.title, why } };
  }
  const { undo, redo } = undoRedoTargets(historyOf(id, db));
  const stored = {
    id,
    store: nameOf(db),
    revision: row.revision,
    lesson: parsed.value,
    createdAt: row.createdAt,
    updatedAt: row.updatedAt,
    canUndo: undo !== null,
    canRedo: redo !== null,
  };
  return { kind: "lesson", stored };
}

/** A lesson that can be read, or null. */
export function findLesson(id: string, db: Db = database()): StoredLesson | null {
  const opened = openLesson(id, db);
  return opened?.kind === "lesson" ? opened.stored : null;
}

/** The lesson as it was at a revision, or null when there is none that can be read. */
export function findRevision(id: string, revision: number, db: Db = database()): Lesson | null {
  const parsed = readRevision(id, revision, db);
  return parsed?.ok ? parsed.value : null;
}

/** A lesson's latest revisions without their documents, the newest first. */
export function listRevisions(id: string, db: Db = database(), most = 200) {
  return db
    .select({
      revision: revisions.revision,
      kind: revisions.kind,
      target: revisions.target,
      changes: revisions.changes,
      madeAt: revisions.madeAt,
    })
    .from(revisions)
    .where(eq(revisions.lessonId, id))
    .orderBy(desc(revisions.revision))
    .limit(most)
    .all();
}

/** The latest versions of a lesson that were refused and kept. */
export function listSetAside(id: string, db: Db = database(), most = 200) {
  return db
    .select({
      id: setAside.id,
      baseRevision: setAside.baseRevision,
      foundRevision: setAside.foundRevision,
      changes: setAside.changes,
      madeAt: setAside.madeAt,
    })
    .from(setAside)
    .where(eq(setAside.lessonId, id))
    .orderBy(desc(setAside.id))
    .limit(most)
    .all();
}

/** What was done to a lesson in order, without its documents. */
export function historyOf(id: string, db: Reads) {
  return db
    .select({ revision: revisions.revision, kind: revisions.kind, target: revisions.target })
    .from(revisions)
    .where(eq(revisions.lessonId, id))
    .orderBy(revisions.revision)
    .all();
}
