import { useEffect, useRef, useState } from "react";
import type { Cue, Heard } from "#core/time/narration";
import type { TellableStep } from "#core/time/placing";
import type { Placed, PlacingAnswer, PlacingRequest } from "../../../workers/placing.worker.ts";

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

/** A worker, what it was told, and who waits for its answers. It is started when it is first asked. */
class PlacingDesk {
  readonly #speech: () => Speech;
  #worker: Worker | null = null;
  #told: Speech | null = null;
  #asked = 0;
  readonly #waiting = new Map<number, (placed: Placed | null) => void>();

  constructor(speech: () => Speech) {
    this.#speech = speech;
  }

  readonly ask: Ask = (pinned, next) => {
    const worker = this.#workerTold(this.#speech());
    const asked = ++this.#asked;
    return new Promise((resolve) => {
      const answer = (placed: Placed | null) => {
        clearTimeout(late);
        this.#waiting.delete(asked);
        resolve(placed);
      };
      const late = setTimeout(() => answer(null), PATIENCE_MS);
      this.#waiting.set(asked, answer);
      worker.postMessage({ kind: "place", asked, pinned, next } satisfies PlacingRequest);
    });
  };

  /** Ends the worker; whoever waits gets no answer. The next question starts another. */
  close(): void {
    this.#worker?.terminate();
    this.#worker = null;
    this.#told = null;
    for (const answer of [...this.#waiting.values()]) answer(null);
  }

  #workerTold(speech: Speech): Worker {
    this.#worker ??= this.#started();
    const { steps, cues, heard } = speech;
    const told = this.#told;
    if (told?.steps !== steps || told.cues !== cues || told.heard !== heard) {
      this.#worker.postMessage({
        kind: "speech",
        steps: steps.map(tellable),
        cues,
        heard,
      } satisfies PlacingRequest);
      this.#told = speech;
    }
    return this.#worker;
  }

  #started(): Worker {
    const worker = new Worker(new URL("../../../workers/placing.worker.ts", import.meta.url), {
      type: "module",
    });
    worker.onmessage = ({ data }: MessageEvent<PlacingAnswer>) => this.#waiting.get(data.asked)?.(data);
    worker.onerror = () => this.close();
    return worker;
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
