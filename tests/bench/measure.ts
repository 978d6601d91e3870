/** Times of so many runs, in ms. */
export function timesMs(runs: number, work: (run: number) => void): { median: number; p95: number } {
  const times = Array.from({ length: runs }, (_, run) => {
    const start = performance.now();
    work(run);
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return { median: times[Math.floor(runs / 2)] ?? 0, p95: times[Math.floor(runs * 0.95)] ?? 0 };
}

export const row = (name: string, value: string) => console.log(`${name.padEnd(62)} ${value}`);
