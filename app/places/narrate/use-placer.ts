import { useCallback, useEffect, useRef } from "react";
import type { Cue, Heard } from "#core/narration";
import type { Placing, TellableStep } from "#core/placing";
import type { PlacingAnswer, PlacingRequest } from "../../../workers/placing.worker.ts";

/** A pin is kept without the others following it when they take longer than this. */
const PATIENCE_MS = 5000;

/** What is told in a lesson and what is said in its take. */
export interface Speech {
  readonly steps: readonly TellableStep[];
  readonly cues: readonly Cue[];
  readonly heard: readonly Heard[];
}

/** Asks where steps begin in the words, beside the page; null when there is no answer. */
export function usePlacer(speech: Speech): (pinned: ReadonlyMap<string, string>) => Promise<Placing | null> {
  const worker = useRef<Worker | null>(null);
  const told = useRef<Speech | null>(null);
  const asked = useRef(0);
  const waiting = useRef(new Map<number, (placing: Placing | null) => void>());
  const latest = useRef(speech);
  latest.current = speech;
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = null;
      told.current = null;
      for (const answer of waiting.current.values()) answer(null);
      waiting.current.clear();
    },
    [],
  );
  return useCallback((pinned) => {
    const { steps, cues, heard } = latest.current;
    worker.current ??= started(waiting.current);
    const post = (request: PlacingRequest) => worker.current?.postMessage(request);
    const known = told.current;
    if (known?.steps !== steps || known.cues !== cues || known.heard !== heard) {
      post({ kind: "speech", steps: steps.map(tellable), cues, heard });
      told.current = latest.current;
    }
    const number = ++asked.current;
    return new Promise((resolve) => {
      const late = setTimeout(() => answer(null), PATIENCE_MS);
      const answer = (placing: Placing | null) => {
        clearTimeout(late);
        waiting.current.delete(number);
        resolve(placing);
      };
      waiting.current.set(number, answer);
      post({ kind: "place", asked: number, pinned });
    });
  }, []);
}

function started(waiting: ReadonlyMap<number, (placing: Placing | null) => void>): Worker {
  const worker = new Worker(new URL("../../../workers/placing.worker.ts", import.meta.url), {
    type: "module",
  });
  worker.onmessage = ({ data }: MessageEvent<PlacingAnswer>) => waiting.get(data.asked)?.(data.placing);
  worker.onerror = () => {
    for (const answer of [...waiting.values()]) answer(null);
  };
  return worker;
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
