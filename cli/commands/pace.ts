import { simulateClass, stepWorks } from "#core/class/pacing";
import { LONGEST_WAIT_MS, proposeClassHolds } from "#core/document/proposals";
import { formatClock } from "#core/ground/base";
import { classPaceOf, MOST_PUPILS, paceOf } from "#core/ground/plan";
import { writeCsv } from "#core/ground/table";
import { wholeNumber } from "../arguments.ts";
import { asJson, type Command } from "../command.ts";
import { compute } from "../lesson-file.ts";

/** As many as the app runs, so that both say the same. */
const RUNS = 2000;
const MOST_SEED = 2 ** 31;

/** Whether a class can keep up, step by step, and the shortest waits that keep it. */
export const pace: Command = (path, { pupils, seed = "1", keep, json, csv }) => {
  const computed = compute(path);
  const { plan } = computed.lesson;
  const own = {
    ...plan.classPace,
    ...(pupils === undefined ? {} : { pupils: wholeNumber("--pupils", pupils, 1, MOST_PUPILS) }),
    ...(keep === undefined ? {} : { keep: wholeNumber("--keep", keep, 50, 99) / 100 }),
  };
  const reckoned = classPaceOf({ ageBand: plan.ageBand, classPace: own });
  const works = stepWorks(computed, paceOf(plan), reckoned);
  const run = (holds: "present" | "least") =>
    simulateClass(works, reckoned, { runs: RUNS, seed: wholeNumber("--seed", seed, 0, MOST_SEED), holds });
  const [present, least] = [run("present"), run("least")];
  const proposals = new Map(proposeClassHolds(computed, works, least).map((p) => [p.stepId, p]));
  const steps = computed.steps.map((step, i) => {
    const [now, then] = [present.steps[i], least.steps[i]];
    return {
      number: step.number,
      stepId: step.id,
      title: step.title,
      inStepBefore: now?.before.inStep ?? 1,
      inStepAfter: now?.after.inStep ?? 1,
      behindMs: now?.after.behindMs.map(Math.round) ?? [0, 0, 0],
      waitMs: now?.holdMs ?? 0,
      leastWaitMs: then?.holdMs ?? 0,
      tooLong: (then?.holdMs ?? 0) > LONGEST_WAIT_MS,
      canBeCut: (proposals.get(step.id)?.cut ?? null) !== null,
    };
  });
  if (json) return asJson({ reckonedWith: reckoned, runs: RUNS, seed: present.seed, steps });
  const share = (of: number) => `${Math.round(of * 100)} %`;
  if (csv)
    return writeCsv([
      [
        "step",
        "id",
        "title",
        "in_step_before",
        "in_step_after",
        "behind_p10_s",
        "behind_p50_s",
        "behind_p90_s",
        "wait_s",
        "least_wait_s",
      ],
      ...steps.map((s) => [
        s.number,
        s.stepId,
        s.title,
        s.inStepBefore.toFixed(3),
        s.inStepAfter.toFixed(3),
        ...s.behindMs.map((ms) => (ms / 1000).toFixed(1)),
        (s.waitMs / 1000).toFixed(0),
        (s.leastWaitMs / 1000).toFixed(0),
      ]),
    ]);
  const sum = (of: (s: (typeof steps)[number]) => number) =>
    formatClock(steps.reduce((a, s) => a + of(s), 0));
  return `${[
    `${RUNS} classes of ${reckoned.pupils}, a line in ${(reckoned.lineMs / 1000).toFixed(1)} s; to keep ${share(reckoned.keep)}, waits of ${sum((s) => s.leastWaitMs)} together instead of ${sum((s) => s.waitMs)}`,
    ...steps.map(
      (s) =>
        `${s.number}. ${s.title}: ${share(s.inStepAfter)} in step, wait ${formatClock(s.waitMs)}, shortest ${formatClock(s.leastWaitMs)}${s.tooLong ? (s.canBeCut ? ", better cut in two" : ", too long, and not to be cut") : ""}`,
    ),
  ].join("\n")}\n`;
};
