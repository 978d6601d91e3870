import { useEffect, useSyncExternalStore } from "react";
import * as v from "valibot";
import { ClassTaughtSchema } from "#core/class/record";
import type { Finding } from "#core/ground/base";
import { keptInBrowser } from "../../kept-in-browser.ts";
import type { ClassesAnswer } from "../../routes/classes.ts";

/** A class on its way into the record. */
const OutgoingSchema = v.object({
  lessonId: v.string(),
  key: v.string(),
  revision: v.nullable(v.number()),
  taught: ClassTaughtSchema,
});
type Outgoing = v.InferOutput<typeof OutgoingSchema>;

/** Where classes are kept until the record has them. */
export const OUTBOX_PREFIX = "regulanda-class-out/";
const outbox = keptInBrowser<Outgoing>(OUTBOX_PREFIX, OutgoingSchema);
const notTaken = keptInBrowser<Outgoing>("regulanda-class-refused/", OutgoingSchema);

/** How many classes are on their way into the record, and why one was refused. */
interface OutboxState {
  readonly waiting: number;
  readonly refused: string;
}
const NOTHING_WAITS: OutboxState = { waiting: 0, refused: "" };
let state = NOTHING_WAITS;
const AGAIN_MS = 3000;
const LONGEST_MS = 20_000;
const listeners = new Set<() => void>();

/** Sends something to the record of a lesson and says what became of it; never throws. */
export async function askRecord(
  lessonId: string,
  asked: object,
): Promise<ClassesAnswer & { readonly reached: boolean }> {
  const none: readonly Finding[] = [];
  try {
    const response = await fetch(`/lessons/${lessonId}/classes`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(asked),
      signal: AbortSignal.timeout(LONGEST_MS),
    });
    if (response.headers.get("Content-Type")?.startsWith("application/json"))
      return {
        ...((await response.json()) as ClassesAnswer),
        reached: response.status < 500 && response.status !== 429,
      };
    return { ok: false, says: await response.text(), findings: none, reached: false };
  } catch {
    return {
      ok: false,
      says: "The server does not answer. Nothing is lost: it is tried again.",
      findings: none,
      reached: false,
    };
  }
}

/** Puts a class on its way: it is kept here until the record has it. */
export function sendClass(out: Outgoing): void {
  outbox.write(out.key, out);
  tell();
  void sendAll();
}

let sending = false;
async function sendAll(): Promise<void> {
  if (sending) return;
  sending = true;
  try {
    for (const key of outbox.names()) {
      const out = outbox.read(key);
      // One that cannot be read is set aside, and holds up none of the others.
      if (!out) continue;
      const { lessonId, ...one } = out;
      const answer = await askRecord(lessonId, { intent: "keep", ...one });
      // What the record can never take is told, and not tried for ever; it stays where it is.
      if (!answer.ok && !answer.reached) return;
      tell(answer.ok ? "" : answer.says);
      if (!answer.ok) notTaken.write(key, out);
      outbox.forget(key);
    }
  } finally {
    sending = false;
    tell();
  }
}

function tell(refused = state.refused): void {
  const waiting = outbox.names().length;
  if (waiting !== state.waiting || refused !== state.refused) state = { waiting, refused };
  for (const listener of listeners) listener();
}

/** How classes stand that are on their way into the record. While the page is open they are sent. */
export function useClassOutbox(): OutboxState {
  useEffect(() => {
    void sendAll();
    const again = setInterval(() => {
      if (outbox.names().length > 0) void sendAll();
    }, AGAIN_MS);
    return () => clearInterval(again);
  }, []);
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => state,
    () => NOTHING_WAITS,
  );
}
