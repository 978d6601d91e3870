import { headersOf, refusalOf } from "#server/http/refusal.server.ts";

/** Does the work of a page; what keeps the server from it becomes an answer that says so. */
export async function inWords<T>(work: () => T | Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    throw saidOf(error);
  }
}

/** The answer that says what keeps the server from its work; a fault of the program stays the error it is. */
export function saidOf(error: unknown): unknown {
  const refusal = refusalOf(error);
  return refusal
    ? new Response(refusal.message, { status: refusal.status, headers: headersOf(refusal) })
    : error;
}
