import { useMemo } from "react";
import type { PacePoint } from "#core/schedule";
import styles from "./Lanes.module.css";
import { LANE } from "./lane.ts";
import type { Axis } from "./use-axis.ts";
import type { Waveform } from "./use-waveform.ts";

/** What the two curves over the sound mean. */
export function PaceKey() {
  return (
    <span className={styles.paceKey} aria-hidden>
      <svg width="22" height="8" aria-hidden>
        <path d="M0 4H22" className={styles.wordPace} />
      </svg>
      words a minute
      <svg width="22" height="8" aria-hidden>
        <path d="M0 4H22" className={styles.linePace} />
      </svg>
      lines a minute
    </span>
  );
}

const MOST_WORDS = 220;
const MOST_LINES = 20;

/** The sound of the recording, and over it how fast is spoken and drawn. */
export function SoundLane({
  waveform,
  pace,
  axis,
  durationMs,
}: {
  waveform: Waveform;
  pace: readonly PacePoint[];
  axis: Axis;
  durationMs: number;
}) {
  const [top, height] = LANE.sound;
  const { peaks } = waveform;
  const wave = useMemo(() => {
    if (!peaks) return "";
    const middle = top + height / 2;
    let d = "";
    for (let x = 0; x < axis.width; x += 2) {
      const i = Math.floor((axis.toMs(x) / durationMs) * peaks.length);
      const j = Math.max(i + 1, Math.floor((axis.toMs(x + 2) / durationMs) * peaks.length));
      let peak = 0;
      for (let k = i; k < j; k++) peak = Math.max(peak, peaks[k] ?? 0);
      d += `M${x} ${middle - (peak * height) / 2}V${middle + (peak * height) / 2 + 0.5}`;
    }
    return d;
  }, [peaks, axis, durationMs, top, height]);
  const curve = (value: (p: PacePoint) => number, most: number) =>
    pace
      .map((p) => {
        const y = top + height - (Math.min(most, value(p)) / most) * height;
        return `${axis.toX(p.sourceMs).toFixed(1)},${y.toFixed(1)}`;
      })
      .join(" ");
  return (
    <>
      <path d={wave} className={styles.wave} />
      <polyline points={curve((p) => p.wordsPerMinute, MOST_WORDS)} className={styles.wordPace} />
      <polyline points={curve((p) => p.linesPerMinute, MOST_LINES)} className={styles.linePace} />
      {waveform.progress !== null ? (
        <text x={8} y={top + 24} className={styles.time}>
          Listening… {Math.round(waveform.progress * 100)} %
        </text>
      ) : null}
    </>
  );
}
