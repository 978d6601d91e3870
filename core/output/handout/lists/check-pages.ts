import type { Lesson } from "../../../document/lesson/index.ts";
import type { Laid, Source, Tools } from "../laid.ts";
import { rule, silent, tickBox } from "../parts.ts";
import { markOf } from "../print-mark.ts";
import { beside, Flow, type FlowBlock, LIST_TEXT_MM } from "./flow.ts";

/** What pupils tick for themselves, and what their teacher looks for. */
export function layChecks(source: Source, { paper, measure }: Tools): Laid {
  const { computed, handed } = source;
  const checks = computed.steps.flatMap(({ check, number }) => (check ? [{ check, number }] : []));
  const rows = rubricRows(computed.lesson);
  const mark = markOf([checks, rows]);
  const flow = new Flow(paper, measure);
  flow.heading("checks/own", "Check your own sheet");
  for (const { check, number } of checks)
    flow.words(`checks/${number}`, `${check} (step ${number})`, {
      indent: LIST_TEXT_MM * 1.5,
      sign: (x, y) => [
        tickBox(`checks/box-${number}`, { x, y: y + LIST_TEXT_MM * 0.14 }, LIST_TEXT_MM * 0.9),
      ],
    });
  if (checks.length === 0) flow.words("checks/none", "No step of this lesson has a check of its own.");
  flow.heading("checks/rubric", "What the sheet shows");
  flow.block(rubricRow(flow, "head", ["", ...LEVELS], "bold"));
  for (const [i, row] of rows.entries())
    flow.block(rubricRow(flow, `row-${i}`, [row, "", "", ""], "regular"));
  return {
    pages: flow.pages({ title: `Checks: ${handed.title}`, lessonTitle: handed.title, mark }),
    prints: [{ id: "checks", mark }],
    notices: [],
  };
}

const LEVELS = ["not yet", "with help", "there"] as const;

const WHERE: Readonly<Record<string, string>> = {
  anywhere: "",
  above: " above the horizon",
  across: " across the horizon",
  below: " below the horizon",
  "see-through": " drawn see-through",
};

/** What is true of every sheet drawn in a view: in three-point nothing is upright, in two-point only the horizon is level. */
const OF_VIEW: Readonly<Record<Lesson["view"]["frames"][number]["kind"], readonly string[]>> = {
  "one-point": ["Uprights are upright", "Level lines are level"],
  "two-point": ["Uprights are upright"],
  turned: ["Uprights are upright"],
  "three-point": [],
};

/** What the drawing is judged by: what is to be handed in with its counts, the goals, and what every such sheet shows. */
function rubricRows({ plan, view }: Pick<Lesson, "plan" | "view">): string[] {
  const { deliverable, goals = [], erase } = plan;
  const kinds = view.frames.map((f) => OF_VIEW[f.kind]);
  const ofView = (kinds[0] ?? []).filter((row) => kinds.every((rows) => rows.includes(row)));
  return [
    ...(deliverable ? [`Handed in: ${deliverable.what}`] : []),
    ...(deliverable?.counts ?? []).map((c) => `${c.count} × ${c.called}${WHERE[c.where] ?? ""}`),
    ...goals,
    "Lines that run away from us meet in their point",
    ...ofView,
    ...(erase === "never" ? [] : ["Guides are light, or rubbed out"]),
  ];
}

const LEVEL_MM = 24;

/** A row of the table: what is looked for, and a field for each level. */
function rubricRow(
  flow: Flow,
  id: string,
  [what = "", ...levels]: readonly string[],
  weight: "regular" | "bold",
): FlowBlock {
  const first = flow.width - LEVELS.length * LEVEL_MM;
  const cells = [what, ...levels].map((words, k): readonly [number, FlowBlock] => [
    k === 0 ? 0 : first + (k - 1) * LEVEL_MM + 2,
    flow.wordsBlock(`rubric/${id}/${k}`, words, k === 0 ? first - 4 : LEVEL_MM - 4, { weight }),
  ]);
  const row = beside(cells);
  const height = row.height + 3;
  return {
    height,
    at: (x, y) => [
      silent(
        rule(`rubric/${id}/under`, { x, y: y + height }, { x: x + flow.width, y: y + height }),
        ...LEVELS.map((_, k) =>
          rule(
            `rubric/${id}/side-${k}`,
            { x: x + first + k * LEVEL_MM, y },
            { x: x + first + k * LEVEL_MM, y: y + height },
          ),
        ),
      ),
      ...row.at(x, y + 1.5),
    ],
  };
}
