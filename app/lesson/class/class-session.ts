import * as v from "valibot";
import { ClassTaughtSchema } from "#core/class/record";
import { type TeachEvent, TeachEventSchema } from "#core/class/teaching";
import type { AgeBand } from "#core/ground/plan";
import { keptInBrowser, tellKept, useKept } from "../../kept-in-browser.ts";
import { newKey } from "../saving/new-key.ts";
import { forgetKept } from "./keep-class-here.ts";

/** A class under way, kept in this browser from the first press to the record: a reload or a closed lid loses nothing. */
export interface ClassSession {
  /** Names it in the record. */
  readonly key: string;
  readonly revision: number;
  readonly day: string;
  readonly group: string;
  readonly pupils: number | null;
  readonly ageBand: AgeBand;
  /** Whether the lesson goes on by itself when a wait has run out. */
  readonly goesOn: boolean;
  readonly events: readonly TeachEvent[];
}

const SessionSchema = v.object({
  key: v.string(),
  revision: v.number(),
  day: v.string(),
  group: v.string(),
  pupils: v.nullable(v.number()),
  ageBand: ClassTaughtSchema.entries.ageBand,
  goesOn: v.boolean(),
  events: v.array(TeachEventSchema),
});

/** Where classes under way are kept, by their lesson. */
export const SESSION_PREFIX = "regulanda-class/";
const sessions = keptInBrowser<ClassSession>(SESSION_PREFIX, SessionSchema);
const seenPlaceOf = (lessonId: string) => `regulanda-class-seen/${lessonId}`;
/** What was read last, so that the same text is the same session. */
const read = new Map<string, { text: string | null; session: ClassSession | null }>();

/** The class of a lesson that is under way or not yet in the record; null where there is none. */
export function classSession(lessonId: string): ClassSession | null {
  const text = localStorage.getItem(SESSION_PREFIX + lessonId);
  const before = read.get(lessonId);
  if (before?.text === text) return before.session;
  const session = sessions.read(lessonId);
  read.set(lessonId, { text, session });
  return session;
}

/** Keeps a session as it is now; null forgets it. Other windows hear of it. */
export function keepSession(lessonId: string, session: ClassSession | null): void {
  if (session === null) {
    sessions.forget(lessonId);
    localStorage.removeItem(seenPlaceOf(lessonId));
    forgetKept(lessonId);
  } else sessions.write(lessonId, session);
  tellKept();
}

/** Begins a class with a lesson as it is at a revision. */
export function beginClass(
  lessonId: string,
  of: Pick<ClassSession, "revision" | "group" | "pupils" | "ageBand" | "goesOn">,
): void {
  const events: TeachEvent[] = [{ kind: "go", at: Date.now(), station: 0 }];
  keepSession(lessonId, { key: newKey(), day: today(), ...of, events });
}

/** Adds what has just happened to what the session has by now, in whichever window. */
export function addToSession(lessonId: string, ...events: readonly TeachEvent[]): void {
  const session = classSession(lessonId);
  if (session && events.length > 0)
    keepSession(lessonId, { ...session, events: [...session.events, ...events] });
}

/** The session of a lesson, in all windows the same. */
export function useClassSession(lessonId: string): ClassSession | null {
  return useKept(() => classSession(lessonId), null);
}

/** Says that somebody is there just now. */
export function seenNow(lessonId: string, now: number): void {
  localStorage.setItem(seenPlaceOf(lessonId), String(now));
}

/** When somebody was last there; null before that. */
export function lastSeen(lessonId: string): number | null {
  const seen = Number(localStorage.getItem(seenPlaceOf(lessonId)));
  return seen > 0 ? seen : null;
}

/** Today where the class is. */
function today(): string {
  const now = new Date();
  const two = (n: number) => String(n).padStart(2, "0");
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}
