import type { Finding } from "../../ground/base/index.ts";
import { type ObjectSlice, recipeNamed, setObject } from "../recipes/index.ts";

/** A name of more letters than this fits in no sentence a child can follow. */
const MOST_LETTERS = 60;

/**
 * The things by names that can be told: one without a name is called after its construction, one with an endless name by the
 * beginning of it. The names in the document stay as they are; each that is told otherwise is a finding.
 */
export function withToldNames(objects: readonly ObjectSlice[]): {
  readonly objects: readonly ObjectSlice[];
  readonly findings: readonly Finding[];
} {
  const findings: Finding[] = [];
  const told = objects.map((object) => {
    const name = object.label.trim().replace(/\s+/g, " ");
    if (name !== "" && name.length <= MOST_LETTERS) return object;
    const label = name === "" ? usualName(object, objects) : beginningOf(name);
    findings.push({
      code: "name-cannot-be-told",
      severity: "note",
      about: object.id,
      message:
        name === ""
          ? `A thing has no name. In its steps it is the ${label}.`
          : `A name of ${name.length} letters is too long for a sentence. In its steps it is the ${label}; the whole name is kept.`,
      numbers: { letters: name.length },
      fix: {
        label: `Call it ${label}`,
        changes: [setObject(object.id, "label", label)],
      },
    });
    return { ...object, label };
  });
  return findings.length > 0 ? { objects: told, findings } : { objects, findings };
}

/** "box", or "box 2" where other things are called so. */
function usualName(object: ObjectSlice, objects: readonly ObjectSlice[]): string {
  const { label } = recipeNamed(object.recipe).putDown;
  const taken = new Set(objects.map((o) => o.label));
  const nameless = objects.filter((o) => o.recipe === object.recipe && o.label.trim() === "");
  let n = nameless.indexOf(object) + 1;
  if (n === 1 && !taken.has(label)) return label;
  while (taken.has(`${label} ${n}`)) n++;
  return `${label} ${n}`;
}

/** As many whole words as fit; of one endless word, its beginning. */
function beginningOf(name: string): string {
  const cut = name.slice(0, MOST_LETTERS);
  const end = cut.lastIndexOf(" ");
  return end > 0 ? cut.slice(0, end) : cut;
}
