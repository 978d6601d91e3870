import { type StoreTrouble, type TroubleReason, troubleOf } from "../db/store-trouble.ts";
import { TooBusy, TookTooLong } from "../jobs/pool.server.ts";
import { NotKept } from "../lessons/stored.server.ts";
import { BodyBrokeOff, BodyTooLarge } from "./request-body.server.ts";

export type RefusalReason = TroubleReason | "busy" | "too-large" | "unreadable" | "broken-off" | "failed";

/** Why a request could not be carried out, as it is answered: in words, with what a program can go by. */
export interface Refusal {
  readonly status: number;
  readonly reason: RefusalReason;
  readonly message: string;
}

/** RFC 9110, 15.6; 507 is RFC 4918, 11.5. */
const STATUS: Readonly<Record<TroubleReason, number>> = {
  locked: 503,
  full: 507,
  "read-only": 500,
  gone: 500,
  damaged: 500,
  program: 500,
  failing: 500,
};

/** What an error means to whoever asked; null when it is a fault of this program. */
export function refusalOf(error: unknown): Refusal | null {
  const { message } = error instanceof Error ? error : { message: "" };
  if (error instanceof BodyTooLarge) return { status: 413, reason: "too-large", message };
  if (error instanceof NotKept) return { status: 422, reason: "unreadable", message };
  if (error instanceof BodyBrokeOff || isBrokenLine(error))
    return { status: 400, reason: "broken-off", message: new BodyBrokeOff().message };
  if (error instanceof TooBusy || error instanceof TookTooLong)
    return { status: 503, reason: "busy", message };
  const trouble: StoreTrouble | null = troubleOf(error);
  return trouble && { status: STATUS[trouble.reason], reason: trouble.reason, message: trouble.message };
}

/** The sender went away in the middle; nobody is left to hear of it. */
function isBrokenLine(error: unknown): boolean {
  const code = (error as { code?: unknown } | null)?.code;
  return code === "ECONNRESET" || code === "ERR_STREAM_PREMATURE_CLOSE" || code === "ABORT_ERR";
}

/** The same, where a fault of the program has to be answered too: it is logged, and said without its inner words. */
export function refusalOfAny(error: unknown): Refusal {
  const refusal = refusalOf(error);
  if (refusal) return refusal;
  console.error(error);
  return { status: 500, reason: "failed", message: "The server failed at this, and nothing was changed." };
}

/** Headers that go with a refusal: what passes by itself says when to ask again. */
export function headersOf({ status }: Refusal): Record<string, string> {
  return status === 503 ? { "Retry-After": "3" } : {};
}
