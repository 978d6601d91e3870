import { useCallback } from "react";
import { formatClock } from "#core/ground/base";
import type { Part } from "#core/time/schedule";
import { Chart, type ChartInk } from "../../ui/Chart.tsx";

/** Height of a part, and of the axis under them, px. */
const A_PART = 26;
const AXIS = 30;

/** How long each part is, against the end of the session. */
export function PartsChart({
  parts,
  sessionMs,
  onPress,
}: {
  parts: readonly Part[];
  sessionMs: number;
  onPress: (index: number) => void;
}) {
  const draw = useCallback(
    (ink: ChartInk) => {
      const session = sessionMs / 60_000;
      const longest = Math.max(session, ...parts.map((p) => p.ms / 60_000));
      return {
        textStyle: { fontFamily: "inherit", color: ink.words },
        grid: { left: 22, right: 14, top: 4, bottom: AXIS - 6 },
        xAxis: {
          type: "value" as const,
          min: 0,
          max: Math.ceil((longest * 1.02) / 10) * 10,
          axisLabel: { color: ink.quiet, formatter: "{value} min", hideOverlap: true },
          splitLine: { lineStyle: { color: ink.line, opacity: 0.5 } },
        },
        yAxis: {
          type: "category" as const,
          inverse: true,
          data: parts.map((p) => String(p.number)),
          axisLine: { lineStyle: { color: ink.line } },
          axisTick: { show: false },
          axisLabel: { color: ink.words },
        },
        series: [
          {
            type: "bar" as const,
            barMaxWidth: 14,
            data: parts.map((p) => ({
              value: p.ms / 60_000,
              itemStyle: { color: p.ms > sessionMs ? ink.chalk : ink.blue },
            })),
            markLine: {
              silent: true,
              symbol: "none",
              label: { show: false },
              lineStyle: { color: ink.chalk, type: "dashed" as const, width: 1.5 },
              data: [{ xAxis: session }],
            },
          },
        ],
      };
    },
    [parts, sessionMs],
  );
  const long = parts.filter((p) => p.ms > sessionMs).length;
  return (
    <div style={{ height: parts.length * A_PART + AXIS, display: "grid" }}>
      <Chart
        label={`Parts of ${parts.map((p) => formatClock(p.ms)).join(", ")} min against a session of ${formatClock(sessionMs)}; ${long === 0 ? "all fit" : `${long} too long`}`}
        draw={draw}
        onPress={onPress}
      />
    </div>
  );
}
