import { and, desc, eq } from "drizzle-orm";
import type { HandOut } from "#core/ground/plan";
import type { HandOutWish, Printed, PrintState } from "#core/output/handout";
import { type Db, database } from "./db/database.server.ts";
import { type PrintedPart, prints } from "./db/schema.ts";
import { type StoredAt, worked } from "./jobs/kept.server.ts";

/** Logs that this was printed. */
export function logPrint(
  lessonId: string,
  revision: number,
  { handOut, wish, parts }: { handOut: HandOut; wish: HandOutWish; parts: readonly Printed[] },
  db: Db = database(),
  now = new Date(),
): number {
  return db
    .insert(prints)
    .values({ lessonId, revision, handOut, wish, cards: parts, printedAt: now })
    .returning({ id: prints.id })
    .get().id;
}

/** Step cards are what was printed before there was anything else. */
const CARDS: HandOutWish = { what: "cards" };

/** A print of a lesson by its number, or null. */
export function findPrint(lessonId: string, printId: number, db: Db = database()) {
  const row = db
    .select()
    .from(prints)
    .where(and(eq(prints.lessonId, lessonId), eq(prints.id, printId)))
    .get();
  return row ? { ...row, wish: row.wish ?? CARDS } : null;
}

export interface PrintRecord {
  readonly id: number;
  readonly revision: number;
  readonly printedAt: Date;
  readonly handOut: HandOut;
  readonly wish: HandOutWish;
  readonly parts: readonly (Printed & { readonly state: PrintState })[];
}

/** The prints of a lesson, the newest first, each card and page with how it stands to the lesson now. */
export async function listPrints(at: StoredAt, db: Db = database()): Promise<PrintRecord[]> {
  const rows = db.select().from(prints).where(eq(prints.lessonId, at.id)).orderBy(desc(prints.id)).all();
  const [newest] = rows;
  if (!newest) return [];
  const all = rows.map((r) => ({ ...r, wish: r.wish ?? CARDS, parts: r.cards.map(named) }));
  const states = await worked(
    "printStates",
    at,
    { prints: all.map(({ wish, handOut, parts }) => ({ wish, hand: handOut.hand ?? null, parts })) },
    `to ${newest.id}`,
  );
  return all.map(({ id, revision, printedAt, handOut, wish, parts }, i) => ({
    id,
    revision,
    printedAt,
    handOut,
    wish,
    parts: parts.map((p, k) => ({ ...p, state: states[i]?.[k] ?? "gone" })),
  }));
}

/** A part by its present name. */
function named(part: PrintedPart): Printed {
  if ("id" in part) return part;
  const { stepId, ...rest } = part;
  return { id: stepId, ...rest };
}
