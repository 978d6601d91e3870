import { expose, transfer } from "comlink";

const api = {
  /** The loudest sample of each of `count` stretches of one channel: what a waveform shows. Progress from 0 to 1. */
  peaksOf(samples: Float32Array, count: number, onProgress: (share: number) => void): Float32Array {
    const peaks = new Float32Array(count);
    const each = samples.length / count;
    for (let i = 0; i < count; i++) {
      let loudest = 0;
      for (let k = Math.floor(i * each); k < Math.floor((i + 1) * each); k++) {
        const size = Math.abs(samples[k] ?? 0);
        if (size > loudest) loudest = size;
      }
      peaks[i] = loudest;
      if (i % 200 === 0) onProgress(i / count);
    }
    return transfer(peaks, [peaks.buffer]);
  },
};
export type PeaksApi = typeof api;

expose(api);
