import { formatClock } from "../../../ground/base/index.ts";
import { waitsOf } from "../../../showing/overlay/index.ts";
import type { Step } from "../../../telling/steps/index.ts";
import type { StepWindow } from "../../../time/schedule/index.ts";
import type { Laid, Source, Tools } from "../laid.ts";
import { rule, silent } from "../parts.ts";
import { markOf } from "../print-mark.ts";
import { below, beside, Flow, type FlowBlock } from "./flow.ts";

const TEXT_MM = 3.4;
/** Left edges of the columns after the first, in mm. */
const TIME_MM = 0;
const WAIT_MM = 17;
const STEP_MM = 34;
const SLIP_SHARE = 0.32;

/** For the educator: when each step begins, how long the class is waited for, what is said, which slips to watch for. */
export function layRunSheet(source: Source, { paper, measure }: Tools): Laid {
  const { computed, handed } = source;
  const { steps, schedule, parts } = computed;
  const waits = waitsOf(computed);
  const flow = new Flow(paper, measure);
  const rows = steps.map((step, i) => ({
    step,
    window: schedule.windows[i],
    waitMs: waitIn(waits, schedule.windows[i]),
  }));
  const mark = markOf(
    rows.map(({ step, window, waitMs }) => [
      step.number,
      step.title,
      step.instruction,
      step.slip,
      window?.startMs,
      waitMs,
    ]),
  );
  flow.words(
    "run/summary",
    `${steps.length} steps, ${formatClock(schedule.totalMs)} in all${parts.length > 1 ? `, in ${parts.length} parts` : ""}.`,
  );
  flow.block(headOf(flow));
  for (const [i, { step, window, waitMs }] of rows.entries()) {
    flow.block(rowOf(flow, step, window, waitMs));
    const ends = parts.find((p) => p.last === i && p.number < parts.length);
    if (ends)
      flow.words(
        `run/part-${ends.number}`,
        `End of part ${ends.number}${ends.gate ? `: ${ends.gate.says}` : "."}${ends.gate?.waitMinutes ? ` (${ends.gate.waitMinutes} min)` : ""}`,
        { size: TEXT_MM, weight: "bold" },
      );
  }
  return {
    pages: flow.pages({ title: `Run sheet: ${handed.title}`, lessonTitle: handed.title, mark }),
    prints: [{ id: "run-sheet", mark }],
    notices: [],
  };
}

/** How long the class is waited for in a step: the very waits that the overlay marks. */
function waitIn(waits: ReturnType<typeof waitsOf>, told: StepWindow | undefined): number {
  return waits
    .filter((w) => told && told.startMs <= w.fromMs && w.fromMs < told.endMs)
    .reduce((sum, w) => sum + w.ms, 0);
}

function headOf(flow: Flow): FlowBlock {
  const slip = flow.width * (1 - SLIP_SHARE);
  const head = (id: string, words: string) =>
    flow.wordsBlock(`run/head-${id}`, words, 40, { size: TEXT_MM, weight: "bold" });
  return beside(
    [
      [TIME_MM, head("time", "At")],
      [WAIT_MM, head("wait", "Wait")],
      [STEP_MM, head("step", "Say")],
      [slip, head("slip", "Watch for")],
    ],
    1.5,
  );
}

function rowOf(flow: Flow, step: Step, window: StepWindow | undefined, waitMs: number): FlowBlock {
  const slip = flow.width * (1 - SLIP_SHARE);
  const id = `run/${step.id}`;
  const small = { size: TEXT_MM } as const;
  const title = flow.wordsBlock(`${id}/title`, `${step.number}. ${step.title}`, slip - STEP_MM - 4, {
    ...small,
    weight: "bold",
  });
  const said = flow.wordsBlock(`${id}/says`, step.instruction.join(" "), slip - STEP_MM - 4, small);
  const row = beside([
    [TIME_MM, flow.wordsBlock(`${id}/at`, formatClock(window?.startMs ?? 0), WAIT_MM, small)],
    [WAIT_MM, flow.wordsBlock(`${id}/wait`, waitMs >= 1000 ? formatClock(waitMs) : "–", WAIT_MM, small)],
    [STEP_MM, below([title, said])],
    [slip, flow.wordsBlock(`${id}/slip`, step.slip, flow.width * SLIP_SHARE, small)],
  ]);
  return {
    height: row.height + 2.5,
    at: (x, y) => [silent(rule(`${id}/over`, { x, y }, { x: x + flow.width, y })), ...row.at(x, y + 1.2)],
  };
}
