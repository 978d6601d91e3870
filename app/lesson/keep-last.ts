import { useEffect } from "react";
import { isRouteErrorResponse } from "react-router";

const kept = new Map<string, unknown>();

/** Remembers what a page shows, for the moment when the server cannot be reached. */
export function useKept(key: string, data: unknown): void {
  useEffect(() => {
    kept.set(key, data);
  }, [key, data]);
}

/**
 * What the server says now; when it cannot be reached, what was shown last, marked as such. A page with edits that are not
 * saved yet must stay, whatever the line does. An answer that refuses is an answer, and is passed on.
 */
export async function freshOrKept<T extends object>(
  key: string,
  ask: () => Promise<T>,
): Promise<T & { unreachable?: boolean }> {
  try {
    return await ask();
  } catch (error) {
    const last = kept.get(key) as T | undefined;
    const wasCutOff = error instanceof DOMException && error.name === "AbortError";
    if (!last || wasCutOff || error instanceof Response || isRouteErrorResponse(error)) throw error;
    return { ...last, unreachable: true };
  }
}
