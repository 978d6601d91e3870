import { createHash } from "node:crypto";
import { and, eq, sql } from "drizzle-orm";
import { LRUCache } from "lru-cache";
import { type Lesson, parseLesson, type Take } from "#core/document/lesson";
import type { Finding, Parsed } from "#core/ground/base";
import { type Db, database, nameOf, type Reads, type Tx } from "../db/database.server.ts";
import { lessons, revisions, type ShelvedLesson, setAside, takes } from "../db/schema.ts";
import { LARGEST_LESSON_BYTES } from "../limits.ts";

type Narration = NonNullable<Take["narration"]>;

/** Documents remembered as they were read: a lesson that is worked on is asked for again and again. */
const MOST_KEPT = 24;
const read = new LRUCache<string, Lesson>({ max: MOST_KEPT });

function placeOf(id: string, revision: number, db: Db): string {
  return `${nameOf(db)}/${id}/${revision}`;
}

/** The lesson as it was at a revision; refused with its faults when it cannot be read; null when there is none. */
export function readRevision(id: string, revision: number, db: Db, tx: Reads = db): Parsed<Lesson> | null {
  const known = read.get(placeOf(id, revision, db));
  if (known) return { ok: true, value: known, findings: [] };
  const row = tx
    .select({ text: documentText })
    .from(revisions)
    .where(and(eq(revisions.lessonId, id), eq(revisions.revision, revision)))
    .get();
  if (!row) return null;
  const parsed = unshelve(id, row.text, tx);
  if (parsed.ok) read.set(placeOf(id, revision, db), parsed.value);
  return parsed;
}

/** Remembers a document that was just written: it was checked before, and shares its parts with the one before it. */
export function keepRead(id: string, revision: number, lesson: Lesson, db: Db): void {
  read.set(placeOf(id, revision, db), lesson);
}

/** A version that was set aside. */
export function readSetAside(id: string, setAsideId: number, tx: Reads): Parsed<Lesson> | null {
  const row = tx
    .select({ text: sql<string>`${setAside.document}` })
    .from(setAside)
    .where(and(eq(setAside.lessonId, id), eq(setAside.id, setAsideId)))
    .get();
  return row ? unshelve(id, row.text, tx) : null;
}

/** The newest document just as it is stored, words joined in, whether it can be read or not: a file to take out. */
export function rawLesson(id: string, db: Db = database()): string | null {
  const row = db
    .select({ text: documentText })
    .from(lessons)
    .innerJoin(revisions, and(eq(revisions.lessonId, lessons.id), eq(revisions.revision, lessons.revision)))
    .where(eq(lessons.id, id))
    .get();
  if (!row) return null;
  try {
    return `${JSON.stringify(joined(id, JSON.parse(row.text) as ShelvedLesson, db), null, 2)}\n`;
  } catch {
    // No JSON any more: what is left of it is all there is to give.
    return row.text;
  }
}

/** A document as it lies in its column: reading it as JSON is ours to try. */
const documentText = sql<string>`${revisions.document}`;

/** A lesson that the store would not give back as it is: it was not stored. */
export class NotKept extends Error {
  constructor(readonly finding: Finding) {
    super(finding.message);
  }
}

/**
 * Lays the narrations into their own table and leaves their keys in the document. What is laid down is read back first:
 * throws NotKept when it does not come back as a lesson, or is larger than a lesson can be.
 */
export function shelve(id: string, lesson: Lesson, tx: Tx, now: Date): ShelvedLesson {
  const fresh = new Set<Narration>();
  let bytes = 0;
  const shelved = lesson.takes.map(({ narration, ...take }) => {
    if (!narration) return { ...take, narrationKey: null };
    const known = keyOf(narration);
    bytes += known.bytes;
    const there = tx
      .select({ takeId: takes.takeId })
      .from(takes)
      .where(and(eq(takes.lessonId, id), eq(takes.narrationKey, known.key)))
      .get();
    if (!there) {
      fresh.add(narration);
      tx.insert(takes)
        .values({ lessonId: id, narrationKey: known.key, takeId: take.id, narration, importedAt: now })
        .run();
    }
    return { ...take, narrationKey: known.key };
  });
  const document = { ...lesson, takes: shelved };
  const text = JSON.stringify(document);
  bytes += Buffer.byteLength(text);
  if (bytes > LARGEST_LESSON_BYTES)
    throw new NotKept(
      notKept(
        id,
        "too-large",
        `The lesson would have ${(bytes / 1024 ** 2).toFixed(1)} MB with this; a lesson has at most ${LARGEST_LESSON_BYTES / 1024 ** 2} MB. Nothing was changed: take something out of it, or begin another lesson.`,
      ),
    );
  // Words that lie there already came back before; those that are new come back from JSON too.
  const words = lesson.takes.map((t) =>
    t.narration && fresh.has(t.narration) ? (JSON.parse(JSON.stringify(t.narration)) as unknown) : null,
  );
  const back = JSON.parse(text) as ShelvedLesson;
  const read = parseLesson({
    ...back,
    takes: back.takes.map(({ narrationKey: _, ...take }, i) => ({ ...take, narration: words[i] ?? null })),
  });
  if (!read.ok) {
    const why = read.findings[0]?.message ?? "it would not come back";
    throw new NotKept(notKept(id, "not-kept", `This could not be stored, and nothing was changed: ${why}`));
  }
  return document;
}

/** An hour of words is read through once, not at every save: edits hand the same object on. */
const keys = new WeakMap<Narration, { key: string; bytes: number }>();

function keyOf(narration: Narration): { key: string; bytes: number } {
  const known = keys.get(narration);
  if (known) return known;
  const text = JSON.stringify(narration);
  const key = createHash("sha256").update(text).digest("hex").slice(0, 24);
  const made = { key, bytes: Buffer.byteLength(text) };
  keys.set(narration, made);
  return made;
}

function unshelve(id: string, text: string, tx: Reads): Parsed<Lesson> {
  try {
    return parseLesson(joined(id, JSON.parse(text) as ShelvedLesson, tx));
  } catch (error) {
    // What is stored was not always checked by today's rules: it must not take down who asks for it.
    return { ok: false, findings: [cannotBeRead(id, error)] };
  }
}

/** The document with its words; one that is no document at all comes back as it is. */
function joined(id: string, document: ShelvedLesson, tx: Reads): unknown {
  const shelved: unknown = document?.takes;
  if (!Array.isArray(shelved)) return document;
  const whole = (shelved as ShelvedLesson["takes"]).map(({ narrationKey, ...take }) => {
    const row =
      typeof narrationKey === "string"
        ? tx
            .select({ narration: takes.narration })
            .from(takes)
            .where(and(eq(takes.lessonId, id), eq(takes.narrationKey, narrationKey)))
            .get()
        : undefined;
    return { ...take, narration: row?.narration ?? null };
  });
  return { ...document, takes: whole };
}

function cannotBeRead(id: string, error: unknown): Finding {
  const why = error instanceof Error ? error.message : "it is damaged";
  return notKept(id, "unreadable", `The stored lesson cannot be read: ${why}.`);
}

function notKept(about: string, code: string, message: string): Finding {
  return { code, severity: "fault", about, message, numbers: {} };
}
