import { useEffect, useRef } from "react";

/**
 * Hears of revisions that other windows save. Only a window that is looked at listens, since a browser holds few lines to
 * one server; one that comes back into view is told the revision of the moment first.
 */
export function useOtherWindows(lessonId: string, onRevision: (revision: number) => void): void {
  const heard = useRef(onRevision);
  heard.current = onRevision;
  useEffect(() => {
    let line: EventSource | null = null;
    const listen = () => {
      if (document.visibilityState !== "visible") {
        line?.close();
        line = null;
      } else if (line === null) {
        line = new EventSource(`/lessons/${lessonId}/watch`);
        line.onmessage = ({ data }) => heard.current(Number(data));
      }
    };
    listen();
    document.addEventListener("visibilitychange", listen);
    return () => {
      document.removeEventListener("visibilitychange", listen);
      line?.close();
    };
  }, [lessonId]);
}
