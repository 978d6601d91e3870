import * as v from "valibot";
import type { Finding } from "../../ground/base/index.ts";
import { AGE_BANDS, type AgeBand } from "../../ground/plan/index.ts";
import { type ClassTaught, ClassTaughtSchema, type PlannedStep } from "./class-taught.ts";

/** A table as rows of cells, the first of them its head: any file that spreadsheets write comes down to this. */
export type Rows = readonly (readonly string[])[];

/** The columns of the record as a table: a row for each step of each class. */
const COLUMNS = [
  "day",
  "group",
  "age",
  "pupils",
  "step",
  "title",
  "planned min",
  "took min",
  "left out",
  "stuck",
  "slips",
  "wait planned s",
  "waited s",
  "told s",
  "hand s",
  "change next time",
] as const;
type Column = (typeof COLUMNS)[number];
/** Without these a row says nothing of a class. */
const NEEDED: readonly Column[] = ["day", "group", "step", "took min"];

const minutes = (ms: number | null | undefined) =>
  ms === null || ms === undefined ? "" : String(Math.round(ms / 0.6) / 100_000);
const seconds = (ms: number | null | undefined) =>
  ms === null || ms === undefined ? "" : String(Math.round(ms) / 1000);

/** Classes as a table: minutes and seconds with so many digits that every millisecond comes back. */
export function tableOfClasses(classes: readonly ClassTaught[]): string[][] {
  return [
    [...COLUMNS],
    ...classes.flatMap(({ day, group, ageBand, pupils, steps, change }) =>
      steps.map((s, i) => [
        day,
        group,
        ageBand,
        pupils === null ? "" : String(pupils),
        s.stepId,
        s.title,
        minutes(s.plannedMs),
        minutes(s.tookMs),
        s.tookMs === null ? "yes" : "",
        String(s.stuck),
        String(s.slips),
        seconds(s.holdMs),
        seconds(s.waitedMs),
        seconds(s.toldMs),
        seconds(s.handMs),
        i === 0 ? change : "",
      ]),
    ),
  ];
}

/** A column that would say who somebody is: such are not taken in. */
const OF_A_PERSON =
  /(^|[\s_-])(name|names|firstname|surname|forename|pupil|student|child|person|who|e-?mail|birth(day)?|phone|address|contact)([\s_-]|$)/i;

/**
 * Reads classes from a table: rows of one day and group are one class. A row that cannot be read is left out and told of by
 * its line; a table without the needed columns, or without a row left, is refused. Columns of persons are never taken in.
 */
export function readClassTable(
  rows: Rows,
  { ageBand, planned }: { readonly ageBand: AgeBand; readonly planned: readonly PlannedStep[] },
): { readonly classes: readonly ClassTaught[]; readonly findings: readonly Finding[] } {
  const [head = [], ...body] = rows;
  const names = head.map((c) =>
    c
      .trim()
      .toLowerCase()
      .replace(/[\s_]+/g, " "),
  );
  const at = (column: Column) => names.indexOf(column);
  const missing = NEEDED.filter((c) => at(c) < 0);
  if (missing.length > 0)
    return {
      classes: [],
      findings: [
        finding(
          "fault",
          `The table has no column ${missing.map((c) => `"${c}"`).join(", ")}; it has ${head.length === 0 ? "none" : names.map((c) => `"${c}"`).join(", ")}. Nothing was taken in. Take the record out once to see a table as it should be.`,
        ),
      ],
    };
  const findings: Finding[] = names.flatMap((name, i) => {
    if ((COLUMNS as readonly string[]).includes(name) || name === "") return [];
    const why = OF_A_PERSON.test(name)
      ? "the record is of groups, never of persons"
      : "the record has no such column";
    return [finding("note", `Column "${head[i]?.trim()}" was left out: ${why}.`)];
  });
  const plans = new Map(planned.map((p) => [p.stepId, p]));
  const classes = new Map<string, ClassTaught>();
  for (const [i, row] of body.entries()) {
    if (row.every((cell) => cell.trim() === "")) continue;
    const cell = (column: Column) => (row[at(column)] ?? "").trim();
    const read = readRow(cell, ageBand, plans);
    if (typeof read === "string") {
      findings.push(finding("warning", `Line ${i + 2} was left out: ${read}.`));
      continue;
    }
    const key = `${read.day}\n${read.group}`;
    const before = classes.get(key);
    const again = before?.steps.find((s) => s.stepId === read.steps[0]?.stepId);
    if (again) {
      findings.push(
        finding(
          "warning",
          `Line ${i + 2} was left out: "${again.stepId}" stands twice for ${read.group} on ${read.day}.`,
        ),
      );
      continue;
    }
    classes.set(
      key,
      before
        ? {
            ...before,
            steps: [...before.steps, ...read.steps],
            change: before.change || read.change,
            pupils: before.pupils ?? read.pupils,
          }
        : read,
    );
  }
  if (classes.size === 0)
    findings.push(finding("fault", "No line of the table could be read. Nothing was taken in."));
  return { classes: [...classes.values()], findings };
}

/** A row as a class of one step, or what is wrong with it. */
function readRow(
  cell: (column: Column) => string,
  usualAge: AgeBand,
  plans: ReadonlyMap<string, PlannedStep>,
): ClassTaught | string {
  const number = (column: Column, factor: number): number | null | string => {
    const text = cell(column);
    if (text === "") return null;
    const value = Number(text.replace(",", "."));
    if (!Number.isFinite(value)) return `"${column}" is a number, got "${text}"`;
    return Math.round(value * factor);
  };
  const columns = {
    took: number("took min", 60_000),
    planned: number("planned min", 60_000),
    hold: number("wait planned s", 1000),
    waited: number("waited s", 1000),
    told: number("told s", 1000),
    hand: number("hand s", 1000),
    stuck: number("stuck", 1),
    slips: number("slips", 1),
    pupils: number("pupils", 1),
  };
  for (const read of Object.values(columns)) if (typeof read === "string") return read;
  const { took, planned, hold, waited, told, hand, stuck, slips, pupils } = columns as Record<
    keyof typeof columns,
    number | null
  >;
  const leftOut = /^(yes|y|x|true|1)$/i.test(cell("left out"));
  if (took === null && !leftOut) return `"took min" is empty and the step is not left out`;
  const age = cell("age");
  if (age !== "" && !Object.hasOwn(AGE_BANDS, age))
    return `"age" is one of ${Object.keys(AGE_BANDS).join(", ")}, got "${age}"`;
  const plan = plans.get(cell("step"));
  const parsed = v.safeParse(ClassTaughtSchema, {
    day: cell("day"),
    group: cell("group"),
    ageBand: age === "" ? usualAge : age,
    pupils,
    steps: [
      {
        stepId: cell("step"),
        title: cell("title") || plan?.title || cell("step"),
        plannedMs: planned ?? plan?.plannedMs ?? 0,
        tookMs: leftOut ? null : took,
        toldMs: told ?? plan?.toldMs ?? null,
        handMs: hand ?? plan?.handMs ?? null,
        holdMs: hold ?? plan?.holdMs ?? null,
        waitedMs: waited,
        stuck: stuck ?? 0,
        slips: slips ?? 0,
      },
    ],
    change: cell("change next time"),
  });
  if (parsed.success) return parsed.output;
  const [issue] = parsed.issues;
  const where = issue.path?.map((p) => String(p.key)).findLast((key) => Number.isNaN(Number(key)));
  return where && !/day|group/.test(where) ? `${SAID[where] ?? where}: ${issue.message}` : issue.message;
}

const SAID: Readonly<Record<string, string>> = {
  tookMs: '"took min"',
  plannedMs: '"planned min"',
  pupils: '"pupils"',
  stuck: '"stuck"',
  slips: '"slips"',
  stepId: '"step"',
  change: '"change next time"',
  waitedMs: '"waited s"',
  holdMs: '"wait planned s"',
};

function finding(severity: Finding["severity"], message: string): Finding {
  return { code: "class-table", severity, about: "record", message, numbers: {} };
}
