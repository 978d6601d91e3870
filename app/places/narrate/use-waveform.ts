import { transfer } from "comlink";
import { useEffect, useState } from "react";
import { startPeaks } from "../../workers/page-workers.ts";

/** Peaks across the whole recording: enough for one a pixel at four times the window's width. */
const PEAKS = 4000;
/** Sound is decoded whole; what is larger than this is not worth the memory. */
const LARGEST_BYTES = 400 * 1024 * 1024;

export interface Waveform {
  readonly peaks: Float32Array | null;
  /** 0 to 1 while it is worked out; null when it is done or cannot be. */
  readonly progress: number | null;
}

/** The loudness of a recording, decoded by the browser and summed up in a worker. */
export function useWaveform(file: string | null): Waveform {
  const [state, setState] = useState<Waveform>({ peaks: null, progress: null });
  useEffect(() => {
    setState({ peaks: null, progress: null });
    if (!file) return;
    const stop = new AbortController();
    let worker: ReturnType<typeof startPeaks> | null = null;
    setState({ peaks: null, progress: 0 });
    void (async () => {
      const answer = await fetch(`/media/${file}`, { signal: stop.signal });
      if (!answer.ok || Number(answer.headers.get("Content-Length") ?? 0) > LARGEST_BYTES)
        return setState({ peaks: null, progress: null });
      const bytes = await answer.arrayBuffer();
      setState({ peaks: null, progress: 0.4 });
      const sound = await new OfflineAudioContext(1, 1, 8000).decodeAudioData(bytes);
      if (stop.signal.aborted) return;
      const samples = sound.getChannelData(0).slice();
      worker = startPeaks();
      const onProgress = (share: number) => setState({ peaks: null, progress: 0.6 + 0.4 * share });
      const peaks = await worker.call((api, until) =>
        api.peaksOf(transfer(samples, [samples.buffer]), PEAKS, until(onProgress)),
      );
      setState({ peaks, progress: null });
    })().catch(() => {
      // A recording without sound, or in a form the browser cannot hear, has no waveform; everything else works.
      if (!stop.signal.aborted) setState({ peaks: null, progress: null });
    });
    return () => {
      stop.abort();
      worker?.end();
    };
  }, [file]);
  return state;
}
