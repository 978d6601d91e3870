import { type Finding, formatClock } from "../../ground/base/index.ts";
import { GATES, type Plan, setPlan } from "../../ground/plan/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import type { Schedule } from "./schedule-steps.ts";

/** A stretch of the lesson taught in one go. */
export interface Part {
  /** 1-based. */
  readonly number: number;
  /** Indices of its first and last step. */
  readonly first: number;
  readonly last: number;
  readonly ms: number;
  /** What is waited for before the next part; null where it simply ends. */
  readonly gate: { readonly says: string; readonly waitMinutes: number } | null;
}

/**
 * The parts a lesson is taught in. A gate with a waiting time ends a part; when more parts are wanted than that, the rest
 * end where a thing is finished, so that the longest part is as short as it can be (optimal linear partition, S. Skiena,
 * The Algorithm Design Manual, 1997, from memory).
 */
export function partsOf(
  steps: readonly Step[],
  schedule: Schedule,
  plan: Pick<Plan, "parts" | "sessionMinutes" | "gates">,
): { parts: readonly Part[]; findings: readonly Finding[] } {
  const findings: Finding[] = [];
  const gates = new Map<number, NonNullable<Part["gate"]>>();
  for (const { gate, after, waitMinutes } of plan.gates ?? []) {
    const index = steps.findIndex((s) => s.id === after);
    if (index < 0) {
      findings.push({
        code: "gate-without-step",
        severity: "note",
        about: "plan",
        message: `"${GATES[gate].label}" waits after a step that is not in the lesson now. The gate is kept.`,
        numbers: {},
      });
      continue;
    }
    const before = gates.get(index);
    gates.set(index, {
      says: before ? `${before.says} ${GATES[gate].says}` : GATES[gate].says,
      waitMinutes: Math.max(before?.waitMinutes ?? 0, waitMinutes),
    });
  }
  for (const [index, { task }] of steps.entries()) {
    if (!task?.dryMinutes) continue;
    const before = gates.get(index);
    const says = `${task.title}: let it dry.`;
    gates.set(index, {
      says: before ? `${before.says} ${says}` : says,
      waitMinutes: Math.max(before?.waitMinutes ?? 0, task.dryMinutes),
    });
  }
  if (steps.length === 0) return { parts: [], findings };
  // What is said before the first step, between two and after the last is taught too.
  const beginOf = (i: number) =>
    i === 0 ? 0 : i === steps.length ? schedule.totalMs : (schedule.windows[i]?.startMs ?? schedule.totalMs);
  const msOf = (i: number) => beginOf(i + 1) - beginOf(i);
  const forced = [...gates].filter(([, g]) => g.waitMinutes > 0).map(([i]) => i);
  const ends = endsOfParts(steps, msOf, new Set(forced), plan.parts ?? 0);
  let first = 0;
  const parts = ends.map((last, i): Part => {
    const ms = beginOf(last + 1) - beginOf(first);
    const part = { number: i + 1, first, last, ms, gate: gates.get(last) ?? null };
    first = last + 1;
    return part;
  });
  const session = plan.sessionMinutes * 60_000;
  for (const part of parts)
    if (part.ms > session)
      findings.push({
        code: "part-over-session",
        severity: "warning",
        about: "plan",
        message:
          parts.length === 1
            ? `The lesson takes ${formatClock(part.ms)}, the session ${plan.sessionMinutes} minutes.`
            : `Part ${part.number} takes ${formatClock(part.ms)}, the session ${plan.sessionMinutes} minutes.`,
        numbers: { partMs: part.ms, sessionMs: session },
        ...moreParts(steps, msOf, new Set(forced), parts.length, session),
      });
  return { parts, findings };
}

/** Where parts may end: the indices of steps that finish a thing or a gate, ascending; the lesson's last among them. */
function possibleEnds(steps: readonly Step[], forced: ReadonlySet<number>): number[] {
  const last = steps.length - 1;
  return steps.flatMap((step, i) =>
    i === last || forced.has(i) || steps[i + 1]?.objectId !== step.objectId ? [i] : [],
  );
}

/** The fix of a part that is too long: the fewest parts that all fit a session, each filled as far as it goes. */
function moreParts(
  steps: readonly Step[],
  msOf: (i: number) => number,
  forced: ReadonlySet<number>,
  now: number,
  sessionMs: number,
): Pick<Finding, "fix"> {
  let parts = 1;
  let [filled, first] = [0, 0];
  for (const end of possibleEnds(steps, forced)) {
    let ms = 0;
    for (let k = first; k <= end; k++) ms += msOf(k);
    if (ms > sessionMs) return {};
    if (filled + ms > sessionMs) {
      parts++;
      filled = 0;
    }
    filled += ms;
    first = end + 1;
    if (forced.has(end) && end + 1 < steps.length) {
      parts++;
      filled = 0;
    }
  }
  if (parts <= now || parts > MOST_PARTS) return {};
  return {
    fix: {
      label: `Teach it in ${parts} parts`,
      changes: [setPlan("parts", parts)],
    },
  };
}

const MOST_PARTS = 12;

/** Indices of the last step of each part, ascending; the last one is the lesson's. */
function endsOfParts(
  steps: readonly Step[],
  msOf: (i: number) => number,
  forced: ReadonlySet<number>,
  wanted: number,
): number[] {
  const last = steps.length - 1;
  const least = new Set([...forced, last]).size;
  if (Math.max(wanted, least) === 1) return [last];
  const may = possibleEnds(steps, forced);
  const n = Math.min(Math.max(wanted, least), may.length);
  const sums = [0];
  for (let i = 0; i <= last; i++) sums.push((sums[i] ?? 0) + msOf(i));
  /** Gates among the first so many places where a part may end. */
  const gates = [0];
  for (const [k, i] of may.entries()) gates.push((gates[k] ?? 0) + (forced.has(i) && i !== last ? 1 : 0));
  const length = (from: number, to: number) =>
    (sums[(may[to] ?? 0) + 1] ?? 0) - (sums[from < 0 ? 0 : (may[from] ?? 0) + 1] ?? 0);
  const passesGate = (from: number, to: number) => (gates[to] ?? 0) > (gates[from + 1] ?? 0);
  // best[k][j]: the shortest longest part when the first j + 1 places of `may` make k + 1 parts.
  const best: number[][] = [];
  const from: number[][] = [];
  for (let k = 0; k < n; k++) {
    const row = may.map(() => Number.POSITIVE_INFINITY);
    const back = may.map(() => -1);
    const before = best[k - 1];
    best.push(row);
    from.push(back);
    for (let j = k; j < may.length; j++)
      for (let i = k === 0 ? -1 : k - 1; i < (k === 0 ? 0 : j); i++) {
        if (passesGate(i, j)) continue;
        const longest = Math.max(k === 0 ? 0 : (before?.[i] ?? Number.POSITIVE_INFINITY), length(i, j));
        if (longest < (row[j] ?? 0)) {
          row[j] = longest;
          back[j] = i;
        }
      }
  }
  const ends: number[] = [];
  for (let k = n - 1, j = may.length - 1; k >= 0 && j >= 0; k--) {
    ends.unshift(may[j] ?? last);
    j = from[k]?.[j] ?? -1;
  }
  return ends;
}
