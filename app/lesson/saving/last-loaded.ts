import { useEffect } from "react";
import { isRouteErrorResponse } from "react-router";

const kept = new Map<string, unknown>();

/** Remembers what a page shows, for the moment when the server cannot be reached. */
export function useLastLoaded(key: string, data: unknown): void {
  useEffect(() => {
    kept.set(key, data);
  }, [key, data]);
}

/**
 * What the server says now; when it cannot be reached, or fails at it, what was shown last, marked as such. An answer that
 * refuses is an answer, and is passed on, unless the page `mustStay`: one with edits that are not saved yet stays whatever
 * the server says.
 */
export async function freshOrLast<T extends object>(
  key: string,
  ask: () => Promise<T>,
  mustStay: boolean,
): Promise<T & { unreachable?: boolean }> {
  try {
    return await ask();
  } catch (error) {
    const last = kept.get(key) as T | undefined;
    const wasCutOff = error instanceof DOMException && error.name === "AbortError";
    if (!last || wasCutOff) throw error;
    const status = error instanceof Response || isRouteErrorResponse(error) ? error.status : 0;
    if (status > 0 && status < 500 && !mustStay) throw error;
    return { ...last, unreachable: true };
  }
}
