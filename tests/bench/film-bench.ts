// The page of the film bench: begins the app's own workers and the bare ones, and waits for what they say in the end.
function asked<T>(
  worker: Worker,
  request: unknown,
  isEnd: (data: { kind?: string }) => boolean,
): Promise<{ ms: number; answer: T }> {
  const begun = performance.now();
  return new Promise((resolve, reject) => {
    worker.onmessage = ({ data }) => {
      if (!isEnd(data)) return;
      worker.terminate();
      resolve({ ms: performance.now() - begun, answer: data });
    };
    worker.onerror = (e) => reject(new Error(e.message));
    worker.postMessage(request);
  });
}

const isOver = (data: { kind?: string }) => data.kind !== "progress";

Object.assign(window, {
  bench: {
    bare: async (request: unknown) => {
      const worker = new Worker(new URL("./bare-film.worker.ts", import.meta.url), { type: "module" });
      return (await asked<{ frames: number; ms: number }>(worker, request, () => true)).answer;
    },
    film: (request: unknown) =>
      asked(
        new Worker(new URL("../../workers/film.worker.ts", import.meta.url), { type: "module" }),
        request,
        isOver,
      ),
    follow: async (request: unknown) => {
      const worker = new Worker(new URL("../../workers/sheet.worker.ts", import.meta.url), {
        type: "module",
      });
      const { ms, answer } = await asked<{ kind: string }>(worker, request, isOver);
      return { ms, kind: answer.kind };
    },
  },
});
