import { and, asc, desc, eq, inArray, isNull, ne, or, type SQL, sql } from "drizzle-orm";
import type { LessonState } from "#core/document/pipeline";
import { type Db, database } from "./db/database.server.ts";
import { digests, lessons, pictures } from "./db/schema.ts";
import { CORE_VERSION } from "./jobs/core-version.ts";

/** The orders the shelf can be asked for. */
export const SHELF_ORDERS = ["latest", "title", "longest", "to-mend"] as const;
export type ShelfOrder = (typeof SHELF_ORDERS)[number];

/** A lesson as the shelf shows it, without its document. */
interface ShelfLesson {
  readonly id: string;
  readonly title: string;
  readonly updatedAt: Date;
  /** What was worked out of it; null before that was ever done. */
  readonly digest: {
    readonly view: string;
    readonly state: LessonState;
    readonly steps: number;
    readonly totalMs: number;
    readonly toMend: number;
    readonly why: string;
    readonly widthMm: number;
    readonly heightMm: number;
    /** Names the picture for good. */
    readonly picture: string;
  } | null;
  /** Whether the digest is of the lesson as it is now; else it is being worked out. */
  readonly current: boolean;
  /** Why it cannot be read; null when it can. */
  readonly unreadable: readonly string[] | null;
}

export interface ShelfPage {
  readonly lessons: readonly ShelfLesson[];
  /** How many lessons have the words looked for, and how many there are. */
  readonly found: number;
  readonly all: number;
  /** Whether something is still being worked out, of these or of others that may then have the words. */
  readonly filling: boolean;
}

/** What says that a digest is missing, of another revision, or made by another core. */
export const OUTDATED = or(
  isNull(digests.lessonId),
  ne(digests.revision, lessons.revision),
  ne(digests.coreVersion, CORE_VERSION),
);

const ORDER: Readonly<Record<ShelfOrder, readonly SQL[]>> = {
  latest: [desc(lessons.updatedAt)],
  title: [asc(sql`${lessons.title} collate nocase`)],
  longest: [desc(digests.totalMs), desc(lessons.updatedAt)],
  "to-mend": [desc(digests.toMend), desc(lessons.updatedAt)],
};

/** A page of the shelf: the lessons in which every word is found, in the order asked for. Reads no document. */
export function listShelf(
  {
    words = "",
    order = "latest",
    most,
  }: { readonly words?: string; readonly order?: ShelfOrder; readonly most: number },
  db: Db = database(),
): ShelfPage {
  const onShelf = eq(lessons.putAway, false);
  const wanted = and(onShelf, ...words.split(/\s+/).filter(Boolean).map(hasWord));
  const rows = db
    .select({ lesson: lessons, digest: digests })
    .from(lessons)
    .leftJoin(digests, eq(digests.lessonId, lessons.id))
    .where(wanted)
    .orderBy(...ORDER[order])
    .limit(most)
    .all();
  const found = db
    .select({ count: sql<number>`count(*)` })
    .from(lessons)
    .leftJoin(digests, eq(digests.lessonId, lessons.id))
    .where(wanted)
    .get();
  const all = db.select({ count: sql<number>`count(*)` }).from(lessons).where(onShelf).get();
  const waiting = db
    .select({ id: lessons.id })
    .from(lessons)
    .leftJoin(digests, eq(digests.lessonId, lessons.id))
    .where(and(onShelf, OUTDATED))
    .limit(1)
    .get();
  return {
    lessons: rows.map(shown),
    found: found?.count ?? 0,
    all: all?.count ?? 0,
    filling: waiting !== undefined,
  };
}

function hasWord(word: string): SQL | undefined {
  const part = `%${word.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
  const holds = (column: typeof lessons.title | typeof digests.view | typeof digests.state) =>
    sql`${column} like ${part} escape '\\'`;
  return or(holds(lessons.title), holds(digests.view), holds(digests.state));
}

function shown({
  lesson,
  digest,
}: {
  lesson: typeof lessons.$inferSelect;
  digest: typeof digests.$inferSelect | null;
}): ShelfLesson {
  const { id, title, updatedAt, revision } = lesson;
  const current = digest?.revision === revision && digest.coreVersion === CORE_VERSION;
  const unreadable = digest?.unreadable ?? null;
  if (!digest || unreadable) return { id, title, updatedAt, digest: null, current, unreadable };
  const { view, state, steps, totalMs, toMend, why, widthMm, heightMm } = digest;
  const picture = `${digest.revision}-${digest.coreVersion}`;
  return {
    id,
    title,
    updatedAt,
    digest: { view, state, steps, totalMs, toMend, why, widthMm, heightMm, picture },
    current,
    unreadable: null,
  };
}

/** Titles and pictures of some lessons, as they were last worked out. */
export function picturesOf(
  ids: readonly string[],
  db: Db = database(),
): Readonly<Record<string, { readonly title: string; readonly picture: string | null }>> {
  const rows = db
    .select({ lesson: lessons, digest: digests })
    .from(lessons)
    .leftJoin(digests, eq(digests.lessonId, lessons.id))
    .where(inArray(lessons.id, [...ids]))
    .all();
  return Object.fromEntries(
    rows.map((row) => [
      row.lesson.id,
      { title: row.lesson.title, picture: shown(row).digest?.picture ?? null },
    ]),
  );
}

/** The finished drawing of a lesson as it was last worked out; null before that. */
export function findPicture(id: string, db: Db = database()): string | null {
  return db.select({ svg: pictures.svg }).from(pictures).where(eq(pictures.lessonId, id)).get()?.svg ?? null;
}

/** Puts a lesson away from the shelf, or brings it back, whether it can be read or not. Nothing is deleted. */
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
