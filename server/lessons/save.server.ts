import slugify from "@sindresorhus/slugify";
import { and, eq, gt } from "drizzle-orm";
import { applyChanges, touching } from "#core/document/changes";
import { goOnFrom, type Lesson } from "#core/document/lesson";
import type { Change, Finding } from "#core/ground/base";
import { type Db, database, inOneGo, type Tx } from "../db/database.server.ts";
import { lessons, type RevisionKind, revisions, setAside } from "../db/schema.ts";
import { callSaved } from "../watch.server.ts";
import { findLesson, historyOf } from "./read.server.ts";
import { keepRead, NotKept, readRevision, readSetAside, shelve } from "./stored.server.ts";
import { undoRedoTargets } from "./undo-stack.ts";

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

/** An edit further behind the newest revision is not laid over all that was done since, but set aside. */
const MOST_BEHIND = 1000;

/**
 * Puts a new lesson on the shelf. Its address is made from its title and stays. Throws NotKept when the store would not give
 * it back as it is.
 */
export function createLesson(lesson: Lesson, db: Db = database(), now = new Date()): string {
  const id = inOneGo(db, (tx) => {
    const id = freeAddress(lesson.title, tx);
    tx.insert(lessons).values({ id, title: lesson.title, revision: 0, createdAt: now, updatedAt: now }).run();
    append(tx, id, lesson, { kind: "create", target: null, changes: [], inverse: [], editKey: null }, now);
    return id;
  });
  callSaved(id, 1);
  return id;
}

/**
 * Saves changes made to revision `base`. When the stored lesson has moved on elsewhere in the document, they are laid over
 * it. Where both reach for the same thing nothing stored is touched: the changed version is set aside whole and the answer
 * says so. An edit whose `key` was saved before is not made again: its answer was lost, and is given again.
 */
export function saveChanges(
  id: string,
  base: number,
  changes: readonly Change[],
  db: Db = database(),
  now = new Date(),
  key: string | null = null,
): Saved {
  return calledOut(id, db, key, (tx): Outcome => {
    const current = tx.select().from(lessons).where(eq(lessons.id, id)).get();
    const from = readable(id, base, db, tx);
    if (!current || !from) return missing;
    const changed = applyChanges(from, changes);
    if (!changed.ok) return refused(changed.findings);
    if (current.revision !== base) {
      const merged = layOver(id, base, current.revision, { changes, key }, db, tx, now);
      if (merged) return merged;
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
          editKey: key,
        })
        .returning({ id: setAside.id, base: setAside.baseRevision, found: setAside.foundRevision })
        .get();
      return { answer: keptAside(kept) };
    }
    const { lesson, inverse } = changed.value;
    return append(tx, id, lesson, { kind: "edit", target: null, changes, inverse, editKey: key }, now);
  });
}

/** Applies changes to a lesson that has moved on since `base`, when nothing done since touches them; else null. */
function layOver(
  id: string,
  base: number,
  current: number,
  { changes, key }: { readonly changes: readonly Change[]; readonly key: string | null },
  db: Db,
  tx: Tx,
  now: Date,
): Outcome | null {
  if (current - base > MOST_BEHIND) return null;
  const since = tx
    .select({ kind: revisions.kind, changes: revisions.changes })
    .from(revisions)
    .where(and(eq(revisions.lessonId, id), gt(revisions.revision, base)))
    .all();
  const latest = readable(id, current, db, tx);
  if (!latest) return null;
  // What was brought back whole may differ anywhere.
  const touches = touching(latest, changes);
  if (since.some((r) => r.kind === "restore" || touches(r.changes))) return null;
  const applied = applyChanges(latest, changes);
  if (!applied.ok) return null;
  const { lesson, inverse } = applied.value;
  const how = { kind: "edit", target: null, changes, inverse, editKey: key } as const;
  const { answer } = append(tx, id, lesson, how, now);
  return { answer: { ...answer, merged: true }, lesson };
}

/** Takes back the latest edit not yet taken back, or does it again; refused when the lesson has moved on. */
export function stepBack(
  id: string,
  way: "undo" | "redo",
  base: number,
  db: Db = database(),
  now = new Date(),
  key: string | null = null,
): Saved {
  return calledOut(id, db, key, (tx): Outcome => {
    const current = tx.select().from(lessons).where(eq(lessons.id, id)).get();
    const lesson = current && readable(id, current.revision, db, tx);
    if (!current || !lesson) return missing;
    if (current.revision !== base) {
      return refused([
        fault(
          id,
          `Nothing was ${way === "undo" ? "undone" : "redone"}: the lesson was changed elsewhere. Look at it first, then try again.`,
        ),
      ]);
    }
    const target = undoRedoTargets(historyOf(id, tx))[way];
    const edit =
      target === null
        ? undefined
        : tx
            .select()
            .from(revisions)
            .where(and(eq(revisions.lessonId, id), eq(revisions.revision, target)))
            .get();
    if (!edit) return refused([fault(id, `There is nothing to ${way}.`)]);
    const changes = way === "undo" ? edit.inverse : edit.changes;
    const changed = applyChanges(lesson, changes);
    if (!changed.ok) return refused(changed.findings);
    return append(
      tx,
      id,
      changed.value.lesson,
      { kind: way, target, changes, inverse: changed.value.inverse, editKey: key },
      now,
    );
  });
}

/** Brings an earlier revision, or a version set aside, back as the newest one. Nothing in between is lost. */
export function restore(
  id: string,
  what: { revision: number } | { setAsideId: number },
  db: Db = database(),
  now = new Date(),
): Saved {
  return calledOut(id, db, null, (tx): Outcome => {
    const lesson =
      "revision" in what ? readRevision(id, what.revision, db, tx) : readSetAside(id, what.setAsideId, tx);
    if (!lesson) return missing;
    if (!lesson.ok) return refused(lesson.findings);
    return append(
      tx,
      id,
      lesson.value,
      {
        kind: "restore",
        target: "revision" in what ? what.revision : null,
        changes: [],
        inverse: [],
        editKey: null,
      },
      now,
    );
  });
}

/** What a transaction answers, and the document it wrote. */
type Outcome = { readonly answer: Saved; readonly lesson?: Lesson };

/** Saves in one transaction; the document is remembered, and other windows hear of it, only once it is on disk. */
function calledOut(id: string, db: Db, key: string | null, save: (tx: Tx) => Outcome): Saved {
  try {
    const { answer, lesson } = inOneGo(
      db,
      (tx) => (key === null ? null : savedBefore(id, key, tx)) ?? save(tx),
    );
    if (answer.kind === "saved") {
      if (lesson) keepRead(id, answer.revision, lesson, db);
      callSaved(id, answer.revision);
    }
    return answer;
  } catch (error) {
    // Thrown, so that nothing of it is written.
    if (error instanceof NotKept) return refused([error.finding]).answer;
    throw error;
  }
}

/** What an edit was answered when it was sent first; null when it never was. */
function savedBefore(id: string, key: string, tx: Tx): Outcome | null {
  const made = tx
    .select({ revision: revisions.revision })
    .from(revisions)
    .where(and(eq(revisions.lessonId, id), eq(revisions.editKey, key)))
    .get();
  if (made) return { answer: { kind: "saved", revision: made.revision } };
  const kept = tx
    .select({ id: setAside.id, base: setAside.baseRevision, found: setAside.foundRevision })
    .from(setAside)
    .where(and(eq(setAside.lessonId, id), eq(setAside.editKey, key)))
    .get();
  return kept ? { answer: keptAside(kept) } : null;
}

function keptAside({ id, base, found }: { id: number; base: number; found: number }): Saved {
  return {
    kind: "conflict",
    revision: found,
    setAsideId: id,
    message: `This lesson was changed elsewhere: you worked on revision ${base}, the saved one is ${found}. Yours is kept beside it in the log; nothing was overwritten.`,
  };
}

const missing: Outcome = { answer: { kind: "missing" } };
const refused = (findings: readonly Finding[]): Outcome => ({ answer: { kind: "refused", findings } });

/** A copy of a lesson on the shelf, with a title of its own. Null when there is no such lesson. */
export function duplicateLesson(id: string, db: Db = database(), now = new Date()): string | null {
  const found = findLesson(id, db);
  if (!found) return null;
  const title = `${found.lesson.title.replace(/, copy$/, "").slice(0, 113)}, copy`;
  return createLesson({ ...found.lesson, title }, db, now);
}

/** A lesson that begins on the finished sheet of another as it is now. Null when there is no such lesson. */
export function goOnWith(id: string, db: Db = database(), now = new Date()): string | null {
  const found = findLesson(id, db);
  if (!found) return null;
  const title = `${found.lesson.title.slice(0, 108)}, going on`;
  return createLesson(goOnFrom(found.lesson, { lessonId: id, revision: found.revision }, title), db, now);
}

function append(
  tx: Tx,
  id: string,
  lesson: Lesson,
  how: {
    kind: RevisionKind;
    target: number | null;
    changes: readonly Change[];
    inverse: readonly Change[];
    editKey: string | null;
  },
  now: Date,
): { answer: Extract<Saved, { kind: "saved" }>; lesson: Lesson } {
  const before = tx.select({ revision: lessons.revision }).from(lessons).where(eq(lessons.id, id)).get();
  const revision = (before?.revision ?? 0) + 1;
  tx.insert(revisions)
    .values({ lessonId: id, revision, ...how, document: shelve(id, lesson, tx, now), madeAt: now })
    .run();
  tx.update(lessons).set({ revision, title: lesson.title, updatedAt: now }).where(eq(lessons.id, id)).run();
  return { answer: { kind: "saved", revision }, lesson };
}

/** A document that can be read, inside a transaction. */
function readable(id: string, revision: number, db: Db, tx: Tx): Lesson | null {
  const parsed = readRevision(id, revision, db, tx);
  return parsed?.ok ? parsed.value : null;
}

function freeAddress(title: string, tx: Tx): string {
  // "The lock-keeper's" is one word.
  const base =
    slugify(title.replace(/['’]/g, ""), { decamelize: false }).slice(0, 50).replace(/-+$/, "") || "lesson";
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!tx.select({ id: lessons.id }).from(lessons).where(eq(lessons.id, id)).get()) return id;
  }
}

function fault(about: string, message: string): Finding {
  return { code: "not-done", severity: "fault", about, message, numbers: {} };
}
