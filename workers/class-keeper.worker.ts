interface FetchAsked extends Event {
  readonly request: Request;
  respondWith(answer: Promise<Response>): void;
}
interface Lasting extends Event {
  waitUntil(work: Promise<unknown>): void;
}
interface KeeperScope extends EventTarget {
  skipWaiting(): Promise<void>;
  readonly clients: { claim(): Promise<void> };
}

/**
 * Answers for the stage and desk of a class (W3C, Service Workers): the server first, and where it does not answer what was
 * kept when the class was opened. It keeps nothing by itself: the page says what is needed.
 */
const scope = self as unknown as KeeperScope;
scope.addEventListener("install", (event) => (event as Lasting).waitUntil(scope.skipWaiting()));
scope.addEventListener("activate", (event) => (event as Lasting).waitUntil(scope.clients.claim()));
scope.addEventListener("fetch", (event) => {
  const asked = event as FetchAsked;
  // What is listened to, and what is asked for in pieces, is not kept.
  const { method, headers } = asked.request;
  if (method !== "GET" || headers.get("Accept") === "text/event-stream" || headers.has("Range")) return;
  asked.respondWith(
    fetch(asked.request).catch(async (why: unknown) => {
      const kept = await caches.match(asked.request.url, { ignoreVary: true });
      if (kept) return kept;
      throw why;
    }),
  );
});

export {};
