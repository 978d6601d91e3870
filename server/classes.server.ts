import { and, asc, desc, eq, isNotNull, isNull, lt } from "drizzle-orm";
import { type LearntPace, learnPace } from "#core/class/pacing";
import { type ClassKept, type ClassTaught, seenOfAge, tableOfClasses } from "#core/class/record";
import { AGE_BANDS, type AgeBand } from "#core/ground/plan";
import { type Db, database, inOneGo, type Tx } from "./db/database.server.ts";
import { classesTaught, lessons } from "./db/schema.ts";

/** So long a class that was taken out can be brought back; then it is gone for good. */
export const UNDO_FOR_MS = 5 * 60_000;
/** The record of a lesson holds at most so many classes: years of every weekday. */
export const MOST_CLASSES = 2000;

/** The classes taught of a lesson, the newest first. */
export function listClasses(lessonId: string, db: Db = database(), now = new Date()): ClassKept[] {
  dropTakenOut(db, now);
  return db
    .select()
    .from(classesTaught)
    .where(and(eq(classesTaught.lessonId, lessonId), isNull(classesTaught.takenOutAt)))
    .orderBy(desc(classesTaught.day), desc(classesTaught.id))
    .all()
    .map(kept);
}

/** Classes taken out of the record that can still be brought back. */
export function listTakenOut(lessonId: string, db: Db = database(), now = new Date()): ClassKept[] {
  dropTakenOut(db, now);
  return db
    .select()
    .from(classesTaught)
    .where(and(eq(classesTaught.lessonId, lessonId), isNotNull(classesTaught.takenOutAt)))
    .orderBy(asc(classesTaught.takenOutAt))
    .all()
    .map(kept);
}

function kept(row: typeof classesTaught.$inferSelect): ClassKept {
  return { id: String(row.id), lessonId: row.lessonId, revision: row.revision, taught: row.taught };
}

export type Kept = "kept" | "known" | "full" | "missing";

/** Puts classes into the record, all or none; one that is there already by its key, or word for word, is not put twice. */
export function keepClasses(
  lessonId: string,
  classes: readonly {
    readonly key: string;
    readonly revision: number | null;
    readonly taught: ClassTaught;
  }[],
  db: Db = database(),
): { readonly answer: Kept; readonly added: number } {
  return inOneGo(db, (tx) => {
    if (!tx.select({ id: lessons.id }).from(lessons).where(eq(lessons.id, lessonId)).get())
      return { answer: "missing", added: 0 };
    const there = tx.select().from(classesTaught).where(eq(classesTaught.lessonId, lessonId)).all();
    const keys = new Set(there.map((r) => r.classKey));
    const said = new Set(there.filter((r) => r.takenOutAt === null).map((r) => inWords(r.taught)));
    const fresh = classes.filter((c) => !keys.has(c.key) && !said.has(inWords(c.taught)));
    if (there.length + fresh.length > MOST_CLASSES) return { answer: "full", added: 0 };
    for (const { key, revision, taught } of fresh)
      tx.insert(classesTaught)
        .values({ lessonId, revision, classKey: key, day: taught.day, ageBand: taught.ageBand, taught })
        .run();
    return { answer: fresh.length === 0 ? "known" : "kept", added: fresh.length };
  });
}

/** A class as a table says it: two that say the same are one, in whichever order their fields came. */
function inWords(taught: ClassTaught): string {
  return JSON.stringify(tableOfClasses([taught]));
}

/** Writes a class of the record anew. False when it is not there. */
export function rewriteClass(
  lessonId: string,
  id: number,
  taught: ClassTaught,
  db: Db = database(),
): boolean {
  const { day, ageBand } = taught;
  return inOneGo(db, (tx) => changed(tx, lessonId, id, { taught, day, ageBand }));
}

/** Takes a class out of the record, or brings it back while it can be. False when it is not there. */
export function setTakenOut(
  lessonId: string,
  id: number,
  out: boolean,
  db: Db = database(),
  now = new Date(),
): boolean {
  if (out) setTimeout(() => dropTakenOut(db), UNDO_FOR_MS + 1000).unref();
  return inOneGo(db, (tx) => changed(tx, lessonId, id, { takenOutAt: out ? now : null }));
}

function changed(
  tx: Tx,
  lessonId: string,
  id: number,
  to: Partial<typeof classesTaught.$inferInsert>,
): boolean {
  const one = and(eq(classesTaught.id, id), eq(classesTaught.lessonId, lessonId));
  return tx.update(classesTaught).set(to).where(one).run().changes > 0;
}

/** What was taken out and is past its undo goes for good: its bytes are overwritten, too. */
export function dropTakenOut(db: Db = database(), now = new Date()): void {
  const past = lt(classesTaught.takenOutAt, new Date(now.getTime() - UNDO_FOR_MS));
  if (!db.select({ id: classesTaught.id }).from(classesTaught).where(past).limit(1).get()) return;
  db.$client.pragma("secure_delete = ON");
  db.delete(classesTaught).where(past).run();
  db.$client.pragma("wal_checkpoint(TRUNCATE)");
}

/** What all classes of an age, of any lesson, say of a line's time. */
export function learntPaceOf(ageBand: AgeBand, db: Db = database()): LearntPace | null {
  const rows = db
    .select({ taught: classesTaught.taught })
    .from(classesTaught)
    .where(and(eq(classesTaught.ageBand, ageBand), isNull(classesTaught.takenOutAt)))
    .orderBy(desc(classesTaught.id))
    .limit(MOST_CLASSES)
    .all();
  return learnPace(
    seenOfAge(
      rows.map((r) => r.taught),
      ageBand,
    ),
    AGE_BANDS[ageBand].pupilLineMs,
  );
}
