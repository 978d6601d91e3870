/** Samples of one channel in, the loudest of each stretch out: what a waveform shows. */
export interface PeaksRequest {
  readonly samples: Float32Array;
  readonly count: number;
}
export type PeaksAnswer =
  | { readonly kind: "progress"; readonly share: number }
  | { readonly kind: "peaks"; readonly peaks: Float32Array };

self.onmessage = ({ data }: MessageEvent<PeaksRequest>) => {
  const { samples, count } = data;
  const peaks = new Float32Array(count);
  const each = samples.length / count;
  for (let i = 0; i < count; i++) {
    let loudest = 0;
    for (let k = Math.floor(i * each); k < Math.floor((i + 1) * each); k++) {
      const size = Math.abs(samples[k] ?? 0);
      if (size > loudest) loudest = size;
    }
    peaks[i] = loudest;
    if (i % 200 === 0) self.postMessage({ kind: "progress", share: i / count } satisfies PeaksAnswer);
  }
  self.postMessage({ kind: "peaks", peaks } satisfies PeaksAnswer, { transfer: [peaks.buffer] });
};
