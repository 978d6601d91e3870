import { useEffect, useState, useSyncExternalStore } from "react";
import type { Lesson } from "#core/document/lesson";
import type { FilmOffer, FilmOrder } from "../../../workers/film.worker.ts";
import { startFilm } from "../../workers/page-workers.ts";
import { type FilmState, filmMaker } from "./film-maker.ts";

const NONE: FilmState = { kind: "none" };

/** How the film stands that this window is making. */
export function useFilm(): FilmState {
  return useSyncExternalStore(filmMaker.subscribe, filmMaker.get, () => NONE);
}

/** What would be made of an order, and what this browser cannot; null while it is looked into. */
export function useFilmOffer(lesson: Lesson, order: FilmOrder, recording: string | null): FilmOffer | null {
  const [offer, setOffer] = useState<FilmOffer | null>(null);
  useEffect(() => {
    setOffer(null);
    let gone = false;
    const worker = startFilm();
    worker
      .call((api) => api.look(lesson, order, recording))
      .then((offered) => gone || setOffer(offered))
      .catch(() => {});
    return () => {
      gone = true;
      worker.end();
    };
  }, [lesson, order, recording]);
  return offer;
}
