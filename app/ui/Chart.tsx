import { useComputedColorScheme } from "@mantine/core";
import type { EChartsCoreOption, EChartsType } from "echarts/core";
import { useEffect, useRef } from "react";

/** The colours of the surroundings, for charts that follow light and dark. */
export interface ChartInk {
  readonly words: string;
  readonly quiet: string;
  readonly line: string;
  readonly surface: string;
  readonly chalk: string;
  readonly chalkSoft: string;
  readonly blue: string;
  readonly good: string;
}

const loadCharts = async () => {
  const [core, charts, components, renderers] = await Promise.all([
    import("echarts/core"),
    import("echarts/charts"),
    import("echarts/components"),
    import("echarts/renderers"),
  ]);
  core.use([
    charts.LineChart,
    charts.BarChart,
    components.GridComponent,
    components.TooltipComponent,
    components.LegendComponent,
    components.MarkLineComponent,
    components.MarkAreaComponent,
    renderers.SVGRenderer,
  ]);
  return core;
};
/** Loaded once, when the first chart is there. */
let charts: ReturnType<typeof loadCharts> | null = null;

/** A chart that fills its box. What it shows is said in `label`, for those who cannot see it. */
export function Chart({
  label,
  draw,
  onPress,
  className,
}: {
  label: string;
  /** Its option; it must stay the same function as long as it draws the same. */
  draw: (ink: ChartInk) => EChartsCoreOption;
  /** A piece of data was pressed: the index of it. */
  onPress?: (index: number) => void;
  className?: string | undefined;
}) {
  const box = useRef<HTMLDivElement>(null);
  const scheme = useComputedColorScheme("light");
  const press = useRef(onPress);
  press.current = onPress;
  const chart = useRef<EChartsType | null>(null);
  const wanted = useRef<() => void>(() => {});
  wanted.current = () => {
    if (box.current)
      chart.current?.setOption(
        { animation: false, aria: { enabled: false }, ...draw(inkOf(box.current)) },
        true,
      );
  };
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    let gone = false;
    const size = new ResizeObserver(() => chart.current?.resize());
    charts ??= loadCharts();
    void charts.then((core) => {
      if (gone) return;
      chart.current = core.init(element, null, { renderer: "svg" });
      chart.current.on("click", ({ dataIndex }) => press.current?.(dataIndex));
      wanted.current();
      size.observe(element);
    });
    return () => {
      gone = true;
      size.disconnect();
      chart.current?.dispose();
      chart.current = null;
    };
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: drawn again in other surroundings
  useEffect(() => wanted.current(), [draw, scheme]);
  return <div ref={box} role="img" aria-label={label} className={className} />;
}

function inkOf(element: Element): ChartInk {
  const style = getComputedStyle(element);
  const of = (name: string) => style.getPropertyValue(name).trim();
  return {
    words: of("--words"),
    quiet: of("--words-quiet"),
    line: of("--line"),
    surface: of("--surface-raised"),
    chalk: of("--chalk"),
    chalkSoft: of("--chalk-soft"),
    blue: of("--pencil-blue"),
    good: of("--good"),
  };
}
