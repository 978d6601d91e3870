import { parseLength } from "../../ground/base/index.ts";

/** Lengths written in a reading, in mm: "2 1⁄2 in from the left edge". */
export function lengthsIn(reading: string): number[] {
  const written = reading.replaceAll("\u00a0", " ").replaceAll("\u2044", "/");
  return [...written.matchAll(/(\d+(?:\.\d+)?(?: \d+\/\d+)?|\d+\/\d+) (in|mm|cm)\b/g)].flatMap(
    ([, number, unit]) => {
      const mm = parseLength(`${number} ${unit}`, { unit: "mm", smallestFraction: 16 }, 0);
      return mm === null ? [] : [mm];
    },
  );
}
