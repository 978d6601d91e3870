import { createHash } from "node:crypto";
import { and, desc, eq, gt } from "drizzle-orm";
import type { Change, Finding } from "#core/base";
import { applyChanges } from "#core/changes";
import { type Lesson, parseLesson } from "#core/lesson";
import { type Db, database } from "./db/database.server.ts";
import { lessons, type RevisionKind, revisions, type ShelvedLesson, setAside, takes } from "./db/schema.ts";
import { touchEachOther } from "./merge-changes.ts";
import { undoRedoTargets } from "./undo-stack.ts";
import { callSaved } from "./watch.server.ts";

export interface StoredLesson {
  readonly id: string;
  readonly revision: number;
  readonly lesson: Lesson;
  readonly updatedAt: Date;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}

export type Saved =
  /** `merged`: laid over edits made elsewhere since, which it does not touch. */
  | { readonly kind: "saved"; readonly revision: number; readonly merged?: boolean }
  | {
      readonly kind: "conflict";
      readonly revision: number;
      readonly setAsideId: number;
      readonly message: string;
    }
  | { readonly kind: "refused"; readonly findings: readonly Finding[] }
  | { readonly kind: "missing" };

type Tx = Parameters<Parameters<Db["transaction"]>[0]>[0];

/** The lessons on the shelf, the latest worked on first. */
export function listLessons(db: Db = database()): StoredLesson[] {
  const rows = db
    .select({ id: lessons.id })
    .from(lessons)
    .where(eq(lessons.putAway, false))
    .orderBy(desc(lessons.updatedAt))
    .all();
  return rows.flatMap(({ id }) => findLesson(id, db) ?? []);
}

export function findLesson(id: string, db: Db = database()): StoredLesson | null {
  const row = db.select().from(lessons).where(eq(lessons.id, id)).get();
  if (!row) return null;
  const lesson = findRevision(id, row.revision, db);
  if (!lesson) return null;
  const history = historyOf(id, db);
  const { undo, redo } = undoRedoTargets(history);
  return {
    id,
    revision: row.revision,
    lesson,
    updatedAt: row.updatedAt,
    canUndo: undo !== null,
    canRedo: redo !== null,
  };
}

/** The lesson as it was at a revision, or null. */
export function findRevision(id: string, revision: number, db: Db = database()): Lesson | null {
  const row = db
    .select({ document: revisions.document })
    .from(revisions)
    .where(and(eq(revisions.lessonId, id), eq(revisions.revision, revision)))
    .get();
  return row ? unshelve(id, row.document, db) : null;
}

/** A lesson's revisions without their documents, the newest first. */
export function listRevisions(id: string, db: Db = database()) {
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
    .all();
}

/** Versions of a lesson that were refused and kept. */
export function listSetAside(id: string, db: Db = database()) {
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
    .all();
}

/** Puts a new lesson on the shelf. Its address is made from its title and stays. */
export function createLesson(lesson: Lesson, db: Db = database(), now = new Date()): string {
  return db.transaction((tx) => {
    const id = freeAddress(lesson.title, tx);
    tx.insert(lessons).values({ id, title: lesson.title, revision: 0, createdAt: now, updatedAt: now }).run();
    append(tx, id, lesson, { kind: "create", target: null, changes: [], inverse: [] }, now);
    return id;
  });
}

/**
 * Saves changes made to revision `base`. When the stored lesson has moved on elsewhere in the document, they are laid over
 * it. Where both reach for the same thing nothing stored is touched: the changed version is set aside whole and the answer
 * says so.
 */
export function saveChanges(
  id: string,
  base: number,
  changes: readonly Change[],
  db: Db = database(),
  now = new Date(),
): Saved {
  return calledOut(id, db, (tx): Saved => {
    const current = tx.select().from(lessons).where(eq(lessons.id, id)).get();
    const from = findRevision(id, base, tx as unknown as Db);
    if (!current || !from) return { kind: "missing" };
    const changed = applyChanges(from, changes);
    if (!changed.ok) return { kind: "refused", findings: changed.findings };
    if (current.revision !== base) {
      const merged = layOver(id, base, current.revision, changes, tx, now);
      if (merged !== null) return { kind: "saved", revision: merged, merged: true };
      const document = shelve(id, changed.value.lesson, tx, now);
      const kept = tx
        .insert(setAside)
        .values({
          lessonId: id,
          baseRevision: base,
          foundRevision: current.revision,
          document,
          changes,
          madeAt: now,
        })
        .returning({ id: setAside.id })
        .get();
      return {
        kind: "conflict",
        revision: current.revision,
        setAsideId: kept.id,
        message: `This lesson was changed elsewhere: you worked on revision ${base}, the saved one is ${current.revision}. Yours is kept beside it in the log; nothing was overwritten.`,
      };
    }
    const revision = append(
      tx,
      id,
      changed.value.lesson,
      { kind: "edit", target: null, changes, inverse: changed.value.inverse },
      now,
    );
    return { kind: "saved", revision };
  });
}

/** Applies changes to a lesson that has moved on since `base`, when nothing done since touches them; else null. */
function layOver(
  id: string,
  base: number,
  current: number,
  changes: readonly Change[],
  tx: Tx,
  now: Date,
): number | null {
  const since = tx
    .select({ kind: revisions.kind, changes: revisions.changes })
    .from(revisions)
    .where(and(eq(revisions.lessonId, id), gt(revisions.revision, base)))
    .all();
  // What was brought back whole may differ anywhere.
  if (since.some((r) => r.kind === "restore" || touchEachOther(r.changes, changes))) return null;
  const latest = findRevision(id, current, tx as unknown as Db);
  const applied = latest && applyChanges(latest, changes);
  if (!applied?.ok) return null;
  const { lesson, inverse } = applied.value;
  return append(tx, id, lesson, { kind: "edit", target: null, changes, inverse }, now);
}

/** Takes back the latest edit not yet taken back, or does it again; refused when the lesson has moved on. */
export function stepBack(
  id: string,
  way: "undo" | "redo",
  base: number,
  db: Db = database(),
  now = new Date(),
): Saved {
  return calledOut(id, db, (tx): Saved => {
    const current = tx.select().from(lessons).where(eq(lessons.id, id)).get();
    const lesson = current && findRevision(id, current.revision, tx as unknown as Db);
    if (!current || !lesson) return { kind: "missing" };
    if (current.revision !== base) {
      return {
        kind: "refused",
        findings: [
          fault(
            id,
            `Nothing was ${way === "undo" ? "undone" : "redone"}: the lesson was changed elsewhere. Look at it first, then try again.`,
          ),
        ],
      };
    }
    const target = undoRedoTargets(historyOf(id, tx as unknown as Db))[way];
    const edit =
      target === null
        ? undefined
        : tx
            .select()
            .from(revisions)
            .where(and(eq(revisions.lessonId, id), eq(revisions.revision, target)))
            .get();
    if (!edit) return { kind: "refused", findings: [fault(id, `There is nothing to ${way}.`)] };
    const changes = way === "undo" ? edit.inverse : edit.changes;
    const changed = applyChanges(lesson, changes);
    if (!changed.ok) return { kind: "refused", findings: changed.findings };
    return {
      kind: "saved",
      revision: append(
        tx,
        id,
        changed.value.lesson,
        { kind: way, target, changes, inverse: changed.value.inverse },
        now,
      ),
    };
  });
}

/** Brings an earlier revision, or a version set aside, back as the newest one. Nothing in between is lost. */
export function restore(
  id: string,
  what: { revision: number } | { setAsideId: number },
  db: Db = database(),
  now = new Date(),
): Saved {
  return calledOut(id, db, (tx): Saved => {
    const row =
      "revision" in what
        ? tx
            .select({ document: revisions.document })
            .from(revisions)
            .where(and(eq(revisions.lessonId, id), eq(revisions.revision, what.revision)))
            .get()
        : tx
            .select({ document: setAside.document })
            .from(setAside)
            .where(and(eq(setAside.lessonId, id), eq(setAside.id, what.setAsideId)))
            .get();
    if (!row) return { kind: "missing" };
    const lesson = unshelve(id, row.document, tx as unknown as Db);
    return {
      kind: "saved",
      revision: append(
        tx,
        id,
        lesson,
        { kind: "restore", target: "revision" in what ? what.revision : null, changes: [], inverse: [] },
        now,
      ),
    };
  });
}

/** Saves in one transaction; other windows hear of it only once it is on disk. */
function calledOut(id: string, db: Db, save: (tx: Tx) => Saved): Saved {
  const saved = db.transaction(save);
  if (saved.kind === "saved") callSaved(id, saved.revision);
  return saved;
}

/** A copy of a lesson on the shelf, with a title of its own. Null when there is no such lesson. */
export function duplicateLesson(id: string, db: Db = database(), now = new Date()): string | null {
  const found = findLesson(id, db);
  if (!found) return null;
  const title = `${found.lesson.title.replace(/, copy$/, "").slice(0, 113)}, copy`;
  return createLesson({ ...found.lesson, title }, db, now);
}

/** Puts a lesson away from the shelf, or brings it back. Nothing is deleted. */
export function setPutAway(id: string, putAway: boolean, db: Db = database()): boolean {
  return db.update(lessons).set({ putAway }).where(eq(lessons.id, id)).run().changes > 0;
}

/** Lessons put away, the latest first. */
export function listPutAway(db: Db = database()): { id: string; title: string }[] {
  return db
    .select({ id: lessons.id, title: lessons.title })
    .from(lessons)
    .where(eq(lessons.putAway, true))
    .orderBy(desc(lessons.updatedAt))
    .all();
}

function append(
  tx: Tx,
  id: string,
  lesson: Lesson,
  how: { kind: RevisionKind; target: number | null; changes: readonly Change[]; inverse: readonly Change[] },
  now: Date,
): number {
  const before = tx.select({ revision: lessons.revision }).from(lessons).where(eq(lessons.id, id)).get();
  const revision = (before?.revision ?? 0) + 1;
  tx.insert(revisions)
    .values({ lessonId: id, revision, ...how, document: shelve(id, lesson, tx, now), madeAt: now })
    .run();
  tx.update(lessons).set({ revision, title: lesson.title, updatedAt: now }).where(eq(lessons.id, id)).run();
  return revision;
}

function historyOf(id: string, db: Db) {
  return db
    .select({ revision: revisions.revision, kind: revisions.kind, target: revisions.target })
    .from(revisions)
    .where(eq(revisions.lessonId, id))
    .orderBy(revisions.revision)
    .all();
}

/** Lays the narrations into their own table and leaves their keys in the document. */
function shelve(id: string, lesson: Lesson, tx: Tx, now: Date): ShelvedLesson {
  const shelved = lesson.takes.map(({ narration, ...take }) => {
    if (!narration) return { ...take, narrationKey: null };
    const narrationKey = createHash("sha256").update(JSON.stringify(narration)).digest("hex").slice(0, 24);
    tx.insert(takes)
      .values({ lessonId: id, narrationKey, takeId: take.id, narration, importedAt: now })
      .onConflictDoNothing()
      .run();
    return { ...take, narrationKey };
  });
  return { ...lesson, takes: shelved };
}

function unshelve(id: string, document: ShelvedLesson, db: Db): Lesson {
  const joined = document.takes.map(({ narrationKey, ...take }) => {
    const row =
      narrationKey === null
        ? undefined
        : db
            .select()
            .from(takes)
            .where(and(eq(takes.lessonId, id), eq(takes.narrationKey, narrationKey)))
            .get();
    return { ...take, narration: row?.narration ?? null };
  });
  const parsed = parseLesson({ ...document, takes: joined });
  if (!parsed.ok) throw new Error(`Stored lesson "${id}" cannot be read: ${parsed.findings[0]?.message}`);
  return parsed.value;
}

function freeAddress(title: string, tx: Tx): string {
  const plain = title
    .toLowerCase()
    .normalize("NFKD")
    .replace(/['’]/g, "")
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 50);
  const base = plain === "" ? "lesson" : plain;
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!tx.select({ id: lessons.id }).from(lessons).where(eq(lessons.id, id)).get()) return id;
  }
}

function fault(about: string, message: string): Finding {
  return { code: "not-done", severity: "fault", about, message, numbers: {} };
}
