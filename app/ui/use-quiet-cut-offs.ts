import { useEffect } from "react";

/**
 * Going elsewhere, or a server that goes away, cuts off what is still being loaded: nobody's error, and what is needed is asked
 * for again. The router (7.18) lets the reading of a half-read answer fail unheard, which the browser would report as an error
 * of the page; every other one stays one.
 */
export function useQuietCutOffs(): void {
  useEffect(() => {
    const quiet = (event: PromiseRejectionEvent) => {
      if (isCutOff(event.reason)) event.preventDefault();
    };
    window.addEventListener("unhandledrejection", quiet);
    return () => window.removeEventListener("unhandledrejection", quiet);
  }, []);
}

/** Chromium calls an answer whose line broke in the middle a "network error"; one that never began is a "Failed to fetch". */
function isCutOff(reason: unknown): boolean {
  if (reason instanceof DOMException) return reason.name === "AbortError";
  return reason instanceof TypeError && reason.message === "network error";
}
