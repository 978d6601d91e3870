import { EXPORT_FORMATS, type ExportFormat, exportLesson, judgeDrift } from "#core/document/pipeline";
import { formatClock } from "#core/ground/base";
import { writeScheduleCsv } from "#core/time/schedule";
import { CliError } from "../arguments.ts";
import { asJson, type Command, sayFinding } from "../command.ts";
import { rateOf } from "../frame-rate.ts";
import { compute } from "../lesson-file.ts";

/** What is wrong or worth knowing in a lesson file. */
export const check: Command = (path, { json }) => {
  const computed = compute(path);
  const { steps, moves, schedule } = computed;
  const findings = [...computed.findings, ...judgeDrift(computed).findings];
  if (json) return asJson({ steps: steps.length, moves: moves.length, totalMs: schedule.totalMs, findings });
  const head = `${path}: ${steps.length} steps, ${moves.length} moves, ${formatClock(schedule.totalMs)} long`;
  return `${[head, ...findings.map(sayFinding), findings.length === 0 ? "nothing to mend" : ""].filter(Boolean).join("\n")}\n`;
};

/** Its steps, worded. */
export const steps: Command = (path, { json }) => {
  const { steps, schedule } = compute(path);
  const startMs = (id: string) => schedule.windows.find((w) => w.stepId === id)?.startMs ?? 0;
  if (json) return asJson(steps.map((s) => ({ ...s, startMs: startMs(s.id) })));
  return `${steps
    .map((s) =>
      [
        `${s.number}. ${s.title}  [${formatClock(startMs(s.id))}]`,
        ...s.instruction,
        ...s.notes,
        s.why,
        s.check ? `Check: ${s.check}` : "",
      ]
        .filter(Boolean)
        .join("\n   "),
    )
    .join("\n")}\n`;
};

/** Every step's time. */
export const schedule: Command = (path, { json, csv }) => {
  const computed = compute(path);
  const { steps, schedule, lesson } = computed;
  if (csv) return writeScheduleCsv({ title: lesson.title, steps, schedule });
  if (json) return asJson({ totalMs: schedule.totalMs, windows: schedule.windows, moves: schedule.moves });
  return `${schedule.windows
    .map(
      (w, i) => `${formatClock(w.startMs)}–${formatClock(w.endMs)}  ${i + 1}. ${steps[i]?.title ?? w.stepId}`,
    )
    .join("\n")}\n`;
};

/** Its times in another format. */
export const exported: Command = (path, { format, rate = "25" }) => {
  const computed = compute(path);
  if (format === undefined) throw new CliError(`export needs --format, one of ${EXPORT_FORMATS.join(", ")}`);
  if (!(EXPORT_FORMATS as readonly string[]).includes(format))
    throw new CliError(`there is no format "${format}"; there are ${EXPORT_FORMATS.join(", ")}`);
  const text = exportLesson(computed, format as ExportFormat, rateOf("--rate", rate));
  if (text === null) throw new CliError(`${path} has no take with words, so there is no ${format} to write`);
  return text;
};
