import PQueue from "p-queue";
import { LANES, LONGEST_WAIT_MS } from "../limits.ts";

export type Lane = keyof typeof LANES;

/** Which turn a request waits for, by its method and path. */
export function laneOf(method: string, path: string): Lane {
  if (/^\/lessons\/[^/]+\/watch$/.test(path)) return "watch";
  if (method === "PUT") return "upload";
  if (path.startsWith("/media/") || /^\/lessons\/[^/]+\/bundle$/.test(path)) return "stream";
  return method === "GET" || method === "HEAD" ? "read" : "write";
}

/** Whose turn it is: so many of a kind at once, so many waiting, the rest refused at once. */
export interface Limiter {
  /**
   * Waits for a turn; what is returned ends it. Null when none can be had in time, or when `gone` says that nobody waits
   * any more.
   */
  take(lane: Lane, gone: AbortSignal): Promise<(() => void) | null>;
}

export function openLimiter(
  most: Readonly<Record<Lane, { atOnce: number; waiting: number }>> = LANES,
  longestMs = LONGEST_WAIT_MS,
): Limiter {
  const lanes = new Map<Lane, { readonly queue: PQueue; start(): Promise<void> }>();
  return {
    take: async (lane, gone) => {
      const { atOnce, waiting } = most[lane];
      const { queue, start } = lanes.get(lane) ?? {
        queue: new PQueue({ concurrency: atOnce }),
        start: oneByOne(),
      };
      lanes.set(lane, { queue, start });
      // Whoever has come by now is counted before anybody is let in: else each would be answered while the next still
      // lies unread in its socket, and nobody would ever be seen to wait.
      await nextRound();
      if (queue.pending >= atOnce && queue.size >= waiting) return null;
      return new Promise((resolve) => {
        const giveUp = new AbortController();
        const leave = () => giveUp.abort();
        const timer = setTimeout(leave, longestMs);
        gone.addEventListener("abort", leave, { once: true });
        if (gone.aborted) leave();
        const settled = () => {
          clearTimeout(timer);
          gone.removeEventListener("abort", leave);
        };
        queue
          .add(
            async () => {
              // From here on its end is the asker's to tell: a turn that lasts is not one that waits.
              settled();
              await start();
              return new Promise<void>((end) => resolve(end));
            },
            { signal: giveUp.signal },
          )
          .catch(() => {
            settled();
            resolve(null);
          });
      });
    },
  };
}

/** Lets one in each round of the event loop: between two pages that are drawn, a save that has come is read. */
function oneByOne(): () => Promise<void> {
  let last: Promise<void> = Promise.resolve();
  return () => {
    last = last.then(nextRound);
    return last;
  };
}

function nextRound(): Promise<void> {
  return new Promise((come) => setImmediate(come));
}
