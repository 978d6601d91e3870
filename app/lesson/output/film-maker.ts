import type { FilmKind } from "#core/output/film";
import type { FilmApi, FilmJob, MadeFilm } from "../../../workers/film.worker.ts";
import { startFilm } from "../../workers/page-workers.ts";
import type { WorkerClient } from "../../workers/worker-client.ts";
import { keepFilm, openFilm, sweepFilms } from "./film-folder.ts";

/** How a film stands that is being made. */
export type FilmState =
  | { readonly kind: "none" }
  | {
      readonly kind: "making";
      readonly called: string;
      readonly share: number;
      /** Whole seconds it will still take; null until that can be told. */
      readonly leftS: number | null;
    }
  | {
      readonly kind: "done";
      readonly called: string;
      readonly what: FilmKind;
      readonly says: string;
      /** Address to save it from once more; null where it was written to its place on the disk. */
      readonly address: string | null;
    }
  | { readonly kind: "cancelled"; readonly called: string }
  | { readonly kind: "failed"; readonly called: string; readonly says: string };

type FilmMake = Omit<FilmJob, "name"> & {
  /** The file's name, with its ending. */
  readonly called: string;
};

/** What is left to do cannot be told from less than this. */
const LEAST_SHARE = 0.02;

/** Makes one film at a time in a worker. It belongs to the window, not to a place: leaving Rehearse does not end it. */
class FilmMaker {
  #state: FilmState = { kind: "none" };
  #worker: WorkerClient<FilmApi> | null = null;
  #begun = 0;
  readonly #listeners = new Set<() => void>();

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
  readonly get = (): FilmState => this.#state;

  /** Begins a film; the one before is forgotten. */
  readonly make = (film: FilmMake): void => {
    if (this.#worker) return;
    this.#forget();
    const { called, ...rest } = film;
    const what = film.order.wish.kind;
    const name = `${crypto.randomUUID()}-${called}`;
    const worker = startFilm();
    this.#worker = worker;
    this.#begun = performance.now();
    this.#tell({ kind: "making", called, share: 0, leftS: null });
    window.addEventListener("beforeunload", askFirst);
    const onProgress = (share: number) => this.#progress(called, share);
    void keepFilm(name)
      .then(sweepFilms)
      .catch(() => undefined)
      .then(() => worker.call((api, until) => api.make({ name, ...rest }, until(onProgress))))
      .then((made) => this.#take(made, called, what))
      .catch((why: unknown) => {
        const says = `It could not be made: ${why instanceof Error ? why.message : why}. Nothing of it was kept.`;
        this.#end({ kind: "failed", called, says });
      });
  };

  readonly cancel = (): void => {
    void this.#worker?.call((api) => api.cancel()).catch(() => {});
  };

  #progress(called: string, share: number): void {
    if (this.#state.kind !== "making") return;
    const s = (performance.now() - this.#begun) / 1000;
    const leftS = share > LEAST_SHARE ? Math.ceil((s / share) * (1 - share)) : null;
    this.#tell({ kind: "making", called, share, leftS });
  }

  async #take(made: MadeFilm, called: string, what: FilmKind): Promise<void> {
    if (made.kind === "cancelled") return this.#end({ kind: "cancelled", called });
    if (made.kind === "failed") return this.#end({ kind: "failed", called, says: made.says });
    const address = made.stored ? await openFilm(made.stored) : null;
    if (address) download(address, called);
    this.#end({ kind: "done", called, what, says: made.says, address });
  }

  #end(state: FilmState): void {
    window.removeEventListener("beforeunload", askFirst);
    this.#worker?.end();
    this.#worker = null;
    this.#tell(state);
  }

  #forget(): void {
    if (this.#state.kind === "done" && this.#state.address) URL.revokeObjectURL(this.#state.address);
  }

  #tell(state: FilmState): void {
    this.#state = state;
    for (const listener of this.#listeners) listener();
  }
}

/** Closing the window would end the film: the browser asks first. */
function askFirst(e: BeforeUnloadEvent): void {
  e.preventDefault();
}

function download(address: string, called: string): void {
  const link = document.createElement("a");
  link.href = address;
  link.download = called;
  link.click();
}

/** The one maker of this window. */
export const filmMaker = new FilmMaker();
