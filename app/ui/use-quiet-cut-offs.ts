import { useEffect } from "react";

/**
 * Going elsewhere cuts off what is still being loaded: nobody's error. The router (7.18) lets the reading of a half-read
 * answer fail unheard, which the browser would report as an error of the page; every other one stays one.
 */
export function useQuietCutOffs(): void {
  useEffect(() => {
    const quiet = (event: PromiseRejectionEvent) => {
      if (event.reason instanceof DOMException && event.reason.name === "AbortError") event.preventDefault();
    };
    window.addEventListener("unhandledrejection", quiet);
    return () => window.removeEventListener("unhandledrejection", quiet);
  }, []);
}
