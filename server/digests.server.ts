import { and, desc, eq } from "drizzle-orm";
import { type Db, database } from "./db/database.server.ts";
import { digests, lessons, pictures } from "./db/schema.ts";
import { CORE_VERSION } from "./jobs/core-version.ts";
import { worked } from "./jobs/kept.server.ts";
import { TooBusy } from "./jobs/pool.server.ts";
import type { Digest } from "./jobs/tasks.ts";
import { openLesson, type StoredLesson } from "./lessons.server.ts";
import { OUTDATED } from "./shelf.server.ts";
import { hearAnySaved } from "./watch.server.ts";

/** A lesson that is being edited is digested once the hand rests: every save would only overtake the one before. */
const REST_MS = 1500;
/** When every thread is busy, what the shelf shows can wait. */
const BUSY_MS = 2000;

/** The lesson worked on last whose digest is missing or old; null when all are there. */
function nextOutdated(db: Db): string | null {
  const row = db
    .select({ id: lessons.id })
    .from(lessons)
    .leftJoin(digests, eq(digests.lessonId, lessons.id))
    .where(and(eq(lessons.putAway, false), OUTDATED))
    .orderBy(desc(lessons.updatedAt))
    .limit(1)
    .get();
  return row?.id ?? null;
}

/** Works out what the shelf shows of a lesson, and keeps it. One that cannot be read is kept as such, with why. */
export async function makeDigest(
  id: string,
  db: Db = database(),
  digestOf: DigestOf = keptDigest,
): Promise<void> {
  const row = db.select({ revision: lessons.revision }).from(lessons).where(eq(lessons.id, id)).get();
  if (!row) return;
  const opened = openLesson(id, db);
  const about = { lessonId: id, revision: row.revision, coreVersion: CORE_VERSION, madeAt: new Date() };
  if (opened?.kind !== "lesson")
    return keep(db, { ...about, ...NOTHING, unreadable: opened?.stored.why ?? [] });
  try {
    const { picture, ...digest } = await digestOf(opened.stored);
    keep(db, { ...about, ...digest, unreadable: null, revision: opened.stored.revision });
    const drawn = { lessonId: id, revision: opened.stored.revision, svg: picture };
    db.insert(pictures).values(drawn).onConflictDoUpdate({ target: pictures.lessonId, set: drawn }).run();
  } catch (error) {
    if (error instanceof TooBusy) throw error;
    // A lesson that stops the core is shown as one that cannot be read; the others suffer nothing.
    const why = error instanceof Error ? error.message : "it cannot be worked out";
    keep(db, { ...about, ...NOTHING, unreadable: [`It cannot be worked out: ${why}.`] });
  }
}

type DigestOf = (stored: StoredLesson) => Promise<Digest>;
const keptDigest: DigestOf = (stored) => worked("digest", stored, {});

const NOTHING = {
  view: "",
  state: "planned",
  steps: 0,
  totalMs: 0,
  toMend: 0,
  next: "plan",
  why: "",
  widthMm: 0,
  heightMm: 0,
} as const;

function keep(db: Db, digest: typeof digests.$inferInsert): void {
  db.insert(digests).values(digest).onConflictDoUpdate({ target: digests.lessonId, set: digest }).run();
}

/** Works out every digest that is missing or old, one after another, the lesson worked on last first. */
export async function fillDigests(db: Db = database()): Promise<void> {
  for (let id = nextOutdated(db); id !== null; id = nextOutdated(db)) await makeDigest(id, db);
}

let _filling: Promise<void> | null = null;
let waiting: NodeJS.Timeout | null = null;

/** Sees to it that digests are filled soon; asked again and again it does so once. */
export function fillDigestsSoon(db: Db = database(), afterMs = 0): void {
  if (waiting) clearTimeout(waiting);
  waiting = setTimeout(() => {
    waiting = null;
    _filling ??= fillDigests(db)
      .catch((error: unknown) => {
        if (error instanceof TooBusy) fillDigestsSoon(db, BUSY_MS);
        else console.error(error);
      })
      .finally(() => {
        _filling = null;
      });
  }, afterMs);
  waiting.unref();
}

let listening = false;

/** From now on every save is followed by its digest. */
export function digestAfterSaves(): void {
  if (listening) return;
  listening = true;
  hearAnySaved(() => fillDigestsSoon(database(), REST_MS));
}
