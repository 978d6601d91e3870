// The page of the film bench: begins the app's own workers and the bare ones, and waits for what they say in the end.
import { proxy } from "comlink";
import { startFilm, startSheet } from "../../app/workers/page-workers.ts";
import type { WorkerClient } from "../../app/workers/worker-client.ts";
import type { FilmJob } from "../../workers/film.worker.ts";
import type { SheetRecording } from "../../workers/sheet.worker.ts";

/** What one call to a worker of its own comes to, and how long it takes, its start included. */
async function timed<Api, T>(worker: WorkerClient<Api>, ask: (worker: WorkerClient<Api>) => Promise<T>) {
  const begun = performance.now();
  try {
    const answer = await ask(worker);
    return { ms: performance.now() - begun, answer };
  } finally {
    worker.end();
  }
}

function bare(request: unknown): Promise<{ frames: number; ms: number }> {
  const worker = new Worker(new URL("./bare-film.worker.ts", import.meta.url), { type: "module" });
  return new Promise((resolve, reject) => {
    worker.onmessage = ({ data }) => {
      worker.terminate();
      resolve(data);
    };
    worker.onerror = (e) => reject(new Error(e.message));
    worker.postMessage(request);
  });
}

const noProgress = () => proxy(() => {});

Object.assign(window, {
  bench: {
    bare,
    film: (job: FilmJob) => timed(startFilm(), (w) => w.call((api) => api.make(job, noProgress()))),
    follow: async ({
      recording,
      sheet,
    }: {
      recording: SheetRecording;
      sheet: { widthMm: number; heightMm: number };
    }) => {
      const { ms, answer } = await timed(startSheet(), (w) =>
        w.call((api) => api.follow(recording, sheet, noProgress())),
      );
      return { ms, kind: answer.kind };
    },
  },
});
