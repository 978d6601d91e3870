import { and, desc, eq } from "drizzle-orm";
import type { CardState, HandOut, PrintedCard } from "#core/display";
import { type Db, database } from "./db/database.server.ts";
import { prints } from "./db/schema.ts";
import { type StoredAt, worked } from "./jobs/kept.server.ts";

/** Logs that these cards were printed. */
export function logPrint(
  lessonId: string,
  revision: number,
  handOut: HandOut,
  printed: readonly PrintedCard[],
  db: Db = database(),
  now = new Date(),
): number {
  return db
    .insert(prints)
    .values({ lessonId, revision, handOut, cards: printed, printedAt: now })
    .returning({ id: prints.id })
    .get().id;
}

/** A print of a lesson by its number, or null. */
export function findPrint(lessonId: string, printId: number, db: Db = database()) {
  const row = db
    .select()
    .from(prints)
    .where(and(eq(prints.lessonId, lessonId), eq(prints.id, printId)))
    .get();
  return row ?? null;
}

export interface PrintRecord {
  readonly id: number;
  readonly revision: number;
  readonly printedAt: Date;
  readonly handOut: HandOut;
  readonly cards: readonly (PrintedCard & { readonly state: CardState })[];
}

/** The prints of a lesson, the newest first, each card with how it stands to the lesson now. */
export async function listPrints(at: StoredAt, db: Db = database()): Promise<PrintRecord[]> {
  const rows = db.select().from(prints).where(eq(prints.lessonId, at.id)).orderBy(desc(prints.id)).all();
  const [newest] = rows;
  if (!newest) return [];
  const states = await worked("printStates", at, { prints: rows.map((r) => r.cards) }, `to ${newest.id}`);
  return rows.map(({ id, revision, printedAt, handOut, cards }, i) => ({
    id,
    revision,
    printedAt,
    handOut,
    cards: cards.map((p, k) => ({ ...p, state: states[i]?.[k] ?? "gone" })),
  }));
}
