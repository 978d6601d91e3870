import { useEffect, useRef } from "react";

/** After a refusal it is asked again so much later. */
const REFUSED_MS = 10_000;

/**
 * Hears of revisions that other windows save. Only a window that is looked at listens, since a browser holds few lines to
 * one server; one that comes back into view is told the revision of the moment first.
 */
export function useOtherWindows(lessonId: string, onRevision: (revision: number) => void): void {
  const heard = useRef(onRevision);
  heard.current = onRevision;
  useEffect(() => {
    let line: EventSource | null = null;
    let later: ReturnType<typeof setTimeout> | undefined;
    const stop = () => {
      clearTimeout(later);
      line?.close();
      line = null;
    };
    const listen = () => {
      if (document.visibilityState !== "visible") return stop();
      if (line !== null) return;
      line = new EventSource(`/lessons/${lessonId}/watch`);
      line.onmessage = ({ data }) => heard.current(Number(data));
      line.onerror = () => {
        // A broken line is taken up again by the browser; one that was refused (no room, no passphrase) is not.
        if (line?.readyState !== EventSource.CLOSED) return;
        stop();
        later = setTimeout(listen, REFUSED_MS);
      };
    };
    listen();
    document.addEventListener("visibilitychange", listen);
    return () => {
      document.removeEventListener("visibilitychange", listen);
      stop();
    };
  }, [lessonId]);
}
