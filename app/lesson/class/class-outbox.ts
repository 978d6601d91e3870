import { useEffect, useSyncExternalStore } from "react";
import type { ClassTaught } from "#core/class/record";
import type { Finding } from "#core/ground/base";
import type { ClassesAnswer } from "../../routes/classes.ts";

/** A class on its way into the record. */
interface Outgoing {
  readonly lessonId: string;
  readonly key: string;
  readonly revision: number | null;
  readonly taught: ClassTaught;
}

const PREFIX = "regulanda-class-out/";
const AGAIN_MS = 3000;
const LONGEST_MS = 20_000;
const listeners = new Set<() => void>();
/** Why the last one was not taken, where trying again is no use. */
let refused = "";

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
  localStorage.setItem(PREFIX + out.key, JSON.stringify(out));
  tell();
  void sendAll();
}

function waiting(): string[] {
  return Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? "").filter((k) =>
    k.startsWith(PREFIX),
  );
}

let sending = false;
async function sendAll(): Promise<void> {
  if (sending) return;
  sending = true;
  try {
    for (const place of waiting()) {
      const text = localStorage.getItem(place);
      if (text === null) continue;
      const { lessonId, ...one } = JSON.parse(text) as Outgoing;
      const answer = await askRecord(lessonId, { intent: "keep", ...one });
      // What the record can never take is told, and not tried for ever; it stays where it is.
      if (!answer.ok && !answer.reached) return;
      refused = answer.ok ? "" : answer.says;
      localStorage.removeItem(place);
      if (!answer.ok) localStorage.setItem(place.replace(PREFIX, "regulanda-class-refused/"), text);
    }
  } finally {
    sending = false;
    tell();
  }
}

function tell(): void {
  for (const listener of listeners) listener();
}

/** How many classes are on their way into the record, and why one was refused. While the page is open they are sent. */
export function useClassOutbox(): { readonly waiting: number; readonly refused: string } {
  useEffect(() => {
    void sendAll();
    const again = setInterval(() => {
      if (waiting().length > 0) void sendAll();
    }, AGAIN_MS);
    return () => clearInterval(again);
  }, []);
  const said = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => `${waiting().length}\n${refused}`,
    () => "0\n",
  );
  const [count, why] = said.split("\n");
  return { waiting: Number(count), refused: why ?? "" };
}
