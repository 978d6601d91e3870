import type { Finding } from "../../ground/base/index.ts";
import type { Lesson } from "../lesson/index.ts";

/** Findings as a teacher reads them: things by their names instead of the ids that stages know them by. */
export function inNames(
  findings: readonly Finding[],
  objects: Readonly<Lesson["objects"]>,
): readonly Finding[] {
  const labels = new Map([["sheet", "sheet"], ...objects.map((o) => [o.id, o.label] as const)]);
  return findings.map((finding) => {
    if (!finding.message.includes('"')) return finding;
    const message = finding.message.replace(
      /(^|the )?"([a-z0-9-]+)(\/[^"]*)?"/g,
      (whole, _article, id, part) => {
        const label = labels.get(id);
        if (label === undefined) return whole;
        const named = /\d$/.test(label) ? label : `the ${label}`;
        return part === undefined ? named : `a line of ${named}`;
      },
    );
    if (message === finding.message) return finding;
    return { ...finding, message: message.charAt(0).toUpperCase() + message.slice(1) };
  });
}
