// Sets what each piece of evidence is worth when steps are placed in speech, and how sure a place then is: the weights under
// which the developed half of the spoken narrations is likeliest where its steps truly begin, and the sureness measured by
// leaving each of them out once. `npm run fit-placing` writes both into core/time/placing; the half read once is never looked at.
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { FEATURES, type Feature, type Weights } from "../core/time/placing/evidence.ts";
import { beginnings, forwardBackward } from "../core/time/placing/forward-backward.ts";
import { likeliest, NEAR_MS } from "../core/time/placing/likeliest.ts";
import { modelOf } from "../core/time/placing/model.ts";
import { type Case, casesOf } from "./fit-placing/cases.ts";
import { type Prepared, prepared, slopeOf } from "./fit-placing/slope.ts";
import { START } from "./fit-placing/start.ts";

const ROUNDS = 60;
/** Weights are held to where they start, so that a few narrations do not drive them far: as if each had been seen so often. */
const HELD = 0.6;

/** Weights that make the cases likeliest, by rising along the slope with steps of their own for each (D. Kingma, J. Ba, 2015). */
function fitted(cases: readonly Prepared[]): Weights {
  const weights: Record<Feature, number> = { ...START };
  const [mean, square] = [new Float64Array(FEATURES.length), new Float64Array(FEATURES.length)];
  for (let round = 1; round <= ROUNDS; round++) {
    const slope = new Float64Array(FEATURES.length);
    for (const one of cases) slopeOf(one, weights, slope);
    for (const [k, feature] of FEATURES.entries()) {
      const up = (slope[k] ?? 0) - HELD * (weights[feature] - START[feature]);
      mean[k] = 0.9 * (mean[k] ?? 0) + 0.1 * up;
      square[k] = 0.99 * (square[k] ?? 0) + 0.01 * up * up;
      weights[feature] +=
        (0.1 * (mean[k] ?? 0)) /
        (1 - 0.9 ** round) /
        (Math.sqrt((square[k] ?? 0) / (1 - 0.99 ** round)) + 1e-6);
    }
  }
  return weights;
}

interface Outcome {
  readonly name: string;
  readonly step: number;
  readonly said: boolean;
  readonly foundSaid: boolean;
  readonly offMs: number;
  readonly chance: number;
}

function judge(one: Case, weights: Weights): Outcome[] {
  const model = modelOf(one.steps, one.clauses, one.heard, weights);
  return likeliest(beginnings(model, forwardBackward(model)), one.clauses).map(({ clause, chance }, i) => {
    const trueMs = one.trueMs[i] ?? null;
    const foundMs = clause === null ? null : (one.clauses[clause]?.tokens[0]?.startMs ?? 0);
    return {
      name: one.name,
      step: i + 1,
      said: trueMs !== null,
      foundSaid: foundMs !== null,
      offMs: trueMs === null || foundMs === null ? Number.POSITIVE_INFINITY : foundMs - trueMs,
      chance,
    };
  });
}

/** Slope and shift of a line through logits that makes chances true (J. Platt, 1999, from memory). */
function calibration(outcomes: readonly { readonly chance: number; readonly right: boolean }[]) {
  let [slope, shift] = [1, 0];
  // Where the chance says nothing, all such places are as sure as they turn out on the whole.
  const logit = (p: number) => Math.log(p / (1 - p));
  for (let round = 0; round < 4000; round++) {
    let [bySlope, byShift] = [-0.5 * (slope - 1), -0.05 * shift];
    for (const { chance, right } of outcomes) {
      const x = logit(Math.min(0.995, Math.max(0.005, chance)));
      const off = (right ? 1 : 0) - 1 / (1 + Math.exp(-(slope * x + shift)));
      bySlope += off * x;
      byShift += off;
    }
    slope = Math.max(0, slope + 0.003 * bySlope);
    shift += 0.003 * byShift;
  }
  return { slope: Number(slope.toFixed(2)), shift: Number(shift.toFixed(2)) };
}

const share = (some: number, all: number) => (all === 0 ? "–" : (some / all).toFixed(3));
function told(outcomes: readonly Outcome[]): string {
  const said = outcomes.filter((o) => o.said);
  const within = (ms: number) => said.filter((o) => Math.abs(o.offMs) <= ms).length;
  const unsaid = outcomes.filter((o) => !o.said);
  const called = outcomes.filter((o) => !o.foundSaid);
  const both = called.filter((o) => !o.said).length;
  return `${said.length} said: ${share(within(NEAR_MS), said.length)} within 2 s, ${share(within(10_000), said.length)} within 10 s; ${unsaid.length} not said: precision ${share(both, called.length)}, recall ${share(both, unsaid.length)}`;
}

const cases = [...casesOf("spoken/develop"), ...casesOf("spoken/places")].map(prepared);
const left = cases.flatMap((one) => judge(one.of, fitted(cases.filter((c) => c !== one))));
if (process.argv.includes("--each"))
  for (const { of } of cases)
    console.log(
      of.name,
      left
        .filter((o) => o.name === of.name)
        .map(
          (o) =>
            `${o.step}:${o.said ? (o.foundSaid ? (o.offMs / 1000).toFixed(1) : "lost") : o.foundSaid ? "made-up" : "unsaid"}(${o.chance.toFixed(2)})`,
        )
        .join(" "),
    );
console.log(`Each left out once: ${told(left)}`);
const weights = fitted(cases);
console.log(`All of them: ${told(cases.flatMap((one) => judge(one.of, weights)))}`);
const said = calibration(
  left.filter((o) => o.foundSaid).map((o) => ({ chance: o.chance, right: Math.abs(o.offMs) <= NEAR_MS })),
);
const unsaid = calibration(
  left.filter((o) => !o.foundSaid).map((o) => ({ chance: o.chance, right: !o.said })),
);
console.log("Sureness of places:", said, "of what is not said:", unsaid);
const lines = FEATURES.map((f) => `  ${f}: ${Number(weights[f].toFixed(2))},`).join("\n");
writeFileSync(
  join(import.meta.dirname, "../core/time/placing/weights.ts"),
  `import type { Weights } from "./evidence.ts";

/** What each piece of evidence is worth, in nats: set by \`npm run fit-placing\` on the developed half of the narrations. */
export const WEIGHTS: Weights = {
${lines}
};

/** How a chance by the model is put right, on the scale of its logit: measured on narrations the model had not seen. */
export const SURENESS = {
  said: { slope: ${said.slope}, shift: ${said.shift} },
  unsaid: { slope: ${unsaid.slope}, shift: ${unsaid.shift} },
};
`,
);
