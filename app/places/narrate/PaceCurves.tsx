import { useCallback, useMemo } from "react";
import type { PacePoint } from "#core/time/schedule";
import { Chart, type ChartInk } from "../../ui/Chart.tsx";
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

/** How fast is spoken and drawn, over the sound and on its axis. */
export function PaceChart({ pace, axis }: { pace: readonly PacePoint[]; axis: Axis }) {
  const [top, height] = LANE.sound;
  const draw = useCallback(
    (ink: ChartInk) => {
      const curve = (yAxisIndex: number, of: (p: PacePoint) => number, lineStyle: object) => ({
        type: "line" as const,
        yAxisIndex,
        symbol: "none",
        silent: true,
        lineStyle: { width: 1.6, ...lineStyle },
        data: pace.map((p) => [p.sourceMs, of(p)]),
      });
      const scale = (max: number) => ({ type: "value" as const, min: 0, max, show: false });
      return {
        grid: { left: 0, right: 0, top: 0, bottom: 0 },
        xAxis: { type: "value", min: axis.toMs(0), max: axis.toMs(axis.width), show: false },
        yAxis: [scale(MOST_WORDS), scale(MOST_LINES)],
        series: [
          curve(0, (p) => Math.min(MOST_WORDS, p.wordsPerMinute), { color: ink.words }),
          curve(1, (p) => Math.min(MOST_LINES, p.linesPerMinute), { color: ink.chalk, type: [4, 3] }),
        ],
      };
    },
    [pace, axis],
  );
  const most = (of: (p: PacePoint) => number) => Math.round(Math.max(0, ...pace.map(of)));
  return (
    <div className={styles.pace} style={{ top, height }}>
      <Chart
        label={`Pace along the recording: up to ${most((p) => p.wordsPerMinute)} words and ${most((p) => p.linesPerMinute)} lines a minute`}
        draw={draw}
        className={styles.paceChart}
      />
    </div>
  );
}

/** The sound of the recording. */
export function SoundLane({
  waveform,
  axis,
  durationMs,
}: {
  waveform: Waveform;
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
  return (
    <>
      <path d={wave} className={styles.wave} />
      {waveform.progress !== null ? (
        <text x={8} y={top + 24} className={styles.time}>
          Listening… {Math.round(waveform.progress * 100)} %
        </text>
      ) : null}
    </>
  );
}
