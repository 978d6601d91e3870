import { useEffect, useState, useSyncExternalStore } from "react";
import type { Lesson } from "#core/document/lesson";
import type { FilmAnswer, FilmOrder, FilmRequest } from "../../../workers/film.worker.ts";
import { type FilmState, filmMaker } from "./film-maker.ts";

const NONE: FilmState = { kind: "none" };

/** How the film stands that this window is making. */
export function useFilm(): FilmState {
  return useSyncExternalStore(filmMaker.subscribe, filmMaker.get, () => NONE);
}

export type FilmOfferAnswer = Extract<FilmAnswer, { kind: "offer" }>;

/** What would be made of an order, and what this browser cannot; null while it is looked into. */
export function useFilmOffer(
  lesson: Lesson,
  order: FilmOrder,
  recording: string | null,
): FilmOfferAnswer | null {
  const [offer, setOffer] = useState<FilmOfferAnswer | null>(null);
  useEffect(() => {
    setOffer(null);
    const worker = new Worker(new URL("../../../workers/film.worker.ts", import.meta.url), {
      type: "module",
    });
    worker.onmessage = ({ data }: MessageEvent<FilmAnswer>) => {
      if (data.kind === "offer") setOffer(data);
    };
    worker.postMessage({ kind: "look", lesson, order, recording } satisfies FilmRequest);
    return () => worker.terminate();
  }, [lesson, order, recording]);
  return offer;
}
