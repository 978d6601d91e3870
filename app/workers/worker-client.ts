import { type ProxyMarked, proxy, type Remote, wrap } from "comlink";

/** A worker could not be loaded, failed outside of any call, or was ended while it was asked. */
export class WorkerGone extends Error {
  override readonly name = "WorkerGone";
}

/** A worker that offers an Api, and that can be ended in the middle of a call. */
export interface WorkerClient<Api> {
  /**
   * Asks the worker for something. Rejects with what the worker threw, or with WorkerGone: a worker that cannot be loaded, or
   * is ended, leaves nobody waiting. What the worker tells meanwhile is heard through `until`: never after the answer, which
   * comes another way and may overtake it.
   */
  call<R>(ask: (api: Remote<Api>, until: UntilAnswered) => R): Promise<Awaited<R>>;
  /** Ends the worker; whoever still waits is told so. */
  end(): void;
}

/** Makes something that a worker can call as long as it has not answered. */
type UntilAnswered = <T>(hear: (told: T) => void) => ((told: T) => void) & ProxyMarked;

/** Starts a worker whose module exposes an Api through comlink. */
export function startWorker<Api>(make: () => Worker): WorkerClient<Api> {
  const worker = make();
  const api = wrap<Api>(worker);
  let tellGone: (why: WorkerGone) => void = () => {};
  const gone = new Promise<never>((_, reject) => {
    tellGone = reject;
  });
  // It may go when nobody asks.
  gone.catch(() => {});
  worker.addEventListener("error", (event) => {
    event.preventDefault();
    tellGone(new WorkerGone(event.message ?? "it could not be loaded"));
  });
  return {
    call: (ask) => {
      let answered = false;
      const until: UntilAnswered = (hear) =>
        proxy((told) => {
          if (!answered) hear(told);
        });
      return Promise.race([ask(api, until), gone]).finally(() => {
        answered = true;
      });
    },
    end: () => {
      worker.terminate();
      tellGone(new WorkerGone("it was ended"));
    },
  };
}

/**
 * Makes one call at a time; of those asked for meanwhile only the latest is made, when the one under way has ended. What was
 * passed over is answered with null.
 */
export function latestOnly<Asked, T>(
  call: (asked: Asked) => Promise<T>,
): (asked: Asked) => Promise<T | null> {
  let underWay = false;
  let next: { readonly asked: Asked; readonly settle: (of: Promise<T | null>) => void } | null = null;
  const run = async (asked: Asked): Promise<T> => {
    underWay = true;
    try {
      return await call(asked);
    } finally {
      underWay = false;
      const then = next;
      next = null;
      then?.settle(run(then.asked));
    }
  };
  return (asked) => {
    if (!underWay) return run(asked);
    next?.settle(Promise.resolve(null));
    return new Promise((resolve) => {
      next = { asked, settle: resolve };
    });
  };
}
