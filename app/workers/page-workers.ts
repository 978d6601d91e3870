import type { CaptionsApi } from "../../workers/captions.worker.ts";
import type { DrawApi } from "../../workers/draw.worker.ts";
import type { FilmApi } from "../../workers/film.worker.ts";
import type { PacingApi } from "../../workers/pacing.worker.ts";
import type { PeaksApi } from "../../workers/peaks.worker.ts";
import type { PlacingApi } from "../../workers/placing.worker.ts";
import type { SheetApi } from "../../workers/sheet.worker.ts";
import type { StillApi } from "../../workers/still.worker.ts";
import type { UnderstandingApi } from "../../workers/understanding.worker.ts";
import { startWorker } from "./worker-client.ts";

// The workers of the page, each by the address that the bundler looks for.

export const startCaptions = () =>
  startWorker<CaptionsApi>(
    () => new Worker(new URL("../../workers/captions.worker.ts", import.meta.url), { type: "module" }),
  );
export const startDrawing = () =>
  startWorker<DrawApi>(
    () => new Worker(new URL("../../workers/draw.worker.ts", import.meta.url), { type: "module" }),
  );
export const startFilm = () =>
  startWorker<FilmApi>(
    () => new Worker(new URL("../../workers/film.worker.ts", import.meta.url), { type: "module" }),
  );
export const startPacing = () =>
  startWorker<PacingApi>(
    () => new Worker(new URL("../../workers/pacing.worker.ts", import.meta.url), { type: "module" }),
  );
export const startPeaks = () =>
  startWorker<PeaksApi>(
    () => new Worker(new URL("../../workers/peaks.worker.ts", import.meta.url), { type: "module" }),
  );
export const startPlacing = () =>
  startWorker<PlacingApi>(
    () => new Worker(new URL("../../workers/placing.worker.ts", import.meta.url), { type: "module" }),
  );
export const startSheet = () =>
  startWorker<SheetApi>(
    () => new Worker(new URL("../../workers/sheet.worker.ts", import.meta.url), { type: "module" }),
  );
export const startStill = () =>
  startWorker<StillApi>(
    () => new Worker(new URL("../../workers/still.worker.ts", import.meta.url), { type: "module" }),
  );
export const startUnderstanding = () =>
  startWorker<UnderstandingApi>(
    () => new Worker(new URL("../../workers/understanding.worker.ts", import.meta.url), { type: "module" }),
  );
