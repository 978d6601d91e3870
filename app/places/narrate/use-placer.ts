import { useEffect, useRef, useState } from "react";
import type { Cue, Heard } from "#core/time/narration";
import type { TellableStep } from "#core/time/placing";
import type { Placed, PlacingApi } from "../../../workers/placing.worker.ts";
import { startPlacing } from "../../workers/page-workers.ts";
import type { WorkerClient } from "../../workers/worker-client.ts";

/** A pin is kept without the others following it when they take longer than this. */
const PATIENCE_MS = 5000;

/** What is told in a lesson and what is said in its take. */
export interface Speech {
  readonly steps: readonly TellableStep[];
  readonly cues: readonly Cue[];
  readonly heard: readonly Heard[];
}

/** Asks where steps begin in the words; null when there is no answer. `next`: and which to pin next. */
export type Ask = (pinned: ReadonlyMap<string, string>, next: boolean) => Promise<Placed | null>;

/** Places steps beside the page. */
export function usePlacer(speech: Speech): Ask {
  const latest = useRef(speech);
  latest.current = speech;
  const [desk] = useState(() => new PlacingDesk(() => latest.current));
  useEffect(() => {
    // A pin that waits for its followers when the window goes is kept without them.
    const close = () => desk.close();
    window.addEventListener("pagehide", close);
    return () => {
      window.removeEventListener("pagehide", close);
      close();
    };
  }, [desk]);
  return desk.ask;
}

/** A worker and what it was told. It is started when it is first asked. */
class PlacingDesk {
  readonly #speech: () => Speech;
  #worker: WorkerClient<PlacingApi> | null = null;
  #told: Speech | null = null;

  constructor(speech: () => Speech) {
    this.#speech = speech;
  }

  readonly ask: Ask = async (pinned, next) => {
    const worker = this.#workerTold(this.#speech());
    let late: ReturnType<typeof setTimeout> | undefined;
    const patience = new Promise<null>((resolve) => {
      late = setTimeout(() => resolve(null), PATIENCE_MS);
    });
    try {
      return await Promise.race([worker.call((api) => api.place(pinned, next)), patience]);
    } catch {
      // A worker that failed holds nothing up: the next question starts another.
      if (this.#worker === worker) this.close();
      return null;
    } finally {
      clearTimeout(late);
    }
  };

  /** Ends the worker; whoever waits gets no answer. The next question starts another. */
  close(): void {
    this.#worker?.end();
    this.#worker = null;
    this.#told = null;
  }

  #workerTold(speech: Speech): WorkerClient<PlacingApi> {
    this.#worker ??= startPlacing();
    const { steps, cues, heard } = speech;
    const told = this.#told;
    if (told?.steps !== steps || told.cues !== cues || told.heard !== heard) {
      // Messages keep their order: whatever is asked next is about this.
      this.#worker.call((api) => api.hear(steps.map(tellable), cues, heard)).catch(() => this.close());
      this.#told = speech;
    }
    return this.#worker;
  }
}

/** A step has pictures and more that need not be handed over. */
const tellable = ({ id, objectId, title, task, instruction, acts }: TellableStep): TellableStep => ({
  id,
  objectId,
  title,
  task,
  instruction,
  acts,
});
