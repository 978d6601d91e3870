import { desc, eq } from "drizzle-orm";
import { type Card, type CardState, type HandOut, type PrintedCard, stateOfPrinted } from "#core/display";
import { type Db, database } from "./db/database.server.ts";
import { prints } from "./db/schema.ts";

/** Logs that these cards were printed. */
export function logPrint(
  lessonId: string,
  revision: number,
  handOut: HandOut,
  cards: readonly Card[],
  db: Db = database(),
  now = new Date(),
): number {
  const printed = cards.map(
    ({ stepId, number, mark, startMs }): PrintedCard => ({ stepId, number, mark, startMs }),
  );
  return db
    .insert(prints)
    .values({ lessonId, revision, handOut, cards: printed, printedAt: now })
    .returning({ id: prints.id })
    .get().id;
}

export interface PrintRecord {
  readonly id: number;
  readonly revision: number;
  readonly printedAt: Date;
  readonly handOut: HandOut;
  readonly cards: readonly (PrintedCard & { readonly state: CardState })[];
}

/** The prints of a lesson, the newest first, each card with how it stands to the lesson now. */
export function listPrints(lessonId: string, cards: readonly Card[], db: Db = database()): PrintRecord[] {
  return db
    .select()
    .from(prints)
    .where(eq(prints.lessonId, lessonId))
    .orderBy(desc(prints.id))
    .all()
    .map(({ id, revision, printedAt, handOut, cards: printed }) => ({
      id,
      revision,
      printedAt,
      handOut,
      cards: printed.map((p) => ({ ...p, state: stateOfPrinted(p, cards) })),
    }));
}
