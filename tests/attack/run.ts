// Attacks the built app on loopback: bounded in count and time, with fixed seeds, figures printed; ends with 1 when something
// does not hold. `npm run attack -- --kills 1000 --soak 180 --only kills,load`
import { parseArgs } from "node:util";
import { disk } from "./disk.ts";
import { doors } from "./doors.ts";
import { kills } from "./kills.ts";
import { load, soak } from "./load.ts";
import { races } from "./races.ts";
import { found } from "./report.ts";
import { slowUpload, teachers } from "./teachers.ts";
import { values } from "./values.ts";

const { values: given } = parseArgs({
  options: {
    kills: { type: "string", default: "100" },
    soak: { type: "string", default: "180" },
    values: { type: "string", default: "20000" },
    slow: { type: "string", default: "330" },
    seed: { type: "string", default: "9" },
    only: { type: "string", default: "values,doors,races,disk,load,teachers,kills,soak" },
  },
});
const seed = Number(given.seed);
const PARTS: Readonly<Record<string, () => void | Promise<void>>> = {
  values: () => values(Number(given.values), seed),
  doors,
  races: () => races(40),
  disk,
  load,
  kills: () => kills(Number(given.kills), seed),
  soak: () => soak(Number(given.soak)),
  teachers,
  // Longer than anybody waits for the rest: only when it is asked for.
  slow: () => slowUpload(Number(given.slow)),
};
for (const name of given.only.split(",")) {
  const attack = PARTS[name];
  if (!attack) throw new Error(`There is no part "${name}"; there are ${Object.keys(PARTS).join(", ")}.`);
  await attack();
}
const faults = found();
console.log(
  faults.length === 0 ? "\nAll held." : `\nDid not hold:\n${faults.map((f) => `  ${f}`).join("\n")}`,
);
process.exit(faults.length === 0 ? 0 : 1);
