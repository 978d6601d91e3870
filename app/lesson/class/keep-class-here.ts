import keeper from "../../../workers/class-keeper.worker.ts?worker&url";

/** Each lesson's class has a store of its own: one that is over lets go of nobody else's. */
const storeOf = (lessonId: string) => `regulanda-class/${lessonId}`;

/**
 * Keeps in this browser what it takes to open this page again without a network: the page, the program, what it looks like.
 * Resolves to whether that could be done: pages over plain http from another machine are given no such store.
 */
export async function keepPageHere(lessonId: string): Promise<boolean> {
  if (!("serviceWorker" in navigator) || !("caches" in window)) return false;
  try {
    const { pathname, href } = window.location;
    await navigator.serviceWorker.register(keeper, {
      type: "module",
      scope: pathname.slice(0, pathname.lastIndexOf("/") + 1),
    });
    const store = await caches.open(storeOf(lessonId));
    const page = await fetch(href);
    if (!page.ok) return false;
    const text = await page.clone().text();
    const named = [...text.matchAll(/\/assets\/[\w.-]+/g)].map(([address]) => address);
    const loaded = performance
      .getEntriesByType("resource")
      .map((entry) => new URL(entry.name))
      .flatMap((url) =>
        url.origin === window.location.origin && url.pathname.startsWith("/assets/") ? [url.pathname] : [],
      );
    await store.addAll([...new Set([...named, ...loaded])]);
    await store.put(href, page);
    return true;
  } catch {
    // A full store, a server that went meanwhile: the page that is open goes on without.
    return false;
  }
}

/** A file by its address, from what is kept here or else from the server: its name says its content. */
export async function fileKeptHere(address: string, signal: AbortSignal): Promise<Response> {
  const kept = "caches" in window ? await caches.match(address, { ignoreVary: true }) : undefined;
  return kept ?? fetch(address, { signal });
}

/** Puts a file that was read whole beside the page. */
export async function keepFileHere(lessonId: string, address: string, file: Blob): Promise<void> {
  if (!("caches" in window)) return;
  const store = await caches.open(storeOf(lessonId));
  await store.put(
    address,
    new Response(file, { headers: { "Content-Type": file.type, "Content-Length": String(file.size) } }),
  );
}

/** Lets go of all that was kept for the class of a lesson. */
export function forgetKept(lessonId: string): void {
  if ("caches" in window) void caches.delete(storeOf(lessonId)).catch(() => {});
}
