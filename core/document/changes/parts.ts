/** A part of a lesson that a change can name, and where in the document it stands. */
export interface PartKind {
  readonly path: readonly string[];
  /** Where parts of the kind come and go one by one: the field of "lesson" that takes the ids in a new order. */
  readonly orderField?: string;
}

/**
 * The parts that changes name: "plan", or "object/ID" where a list or a record holds many. Everything else about them is read
 * from the schema.
 */
export const PARTS: Readonly<Record<string, PartKind>> = {
  lesson: { path: [] },
  plan: { path: ["plan"] },
  sheet: { path: ["sheet"] },
  view: { path: ["view"] },
  frame: { path: ["view", "frames"] },
  object: { path: ["objects"], orderField: "drawingOrder" },
  step: { path: ["steps"] },
  task: { path: ["tasks"], orderField: "taskOrder" },
  take: { path: ["takes"], orderField: "takeOrder" },
  "hand-out": { path: ["handOut"] },
};

/** The kind of a part and its name among its like: `object/crate-1`, `plan`. */
export function partNamed(id: string): { readonly kind: string; readonly name: string } {
  const slash = id.indexOf("/");
  return slash < 0 ? { kind: id, name: "" } : { kind: id.slice(0, slash), name: id.slice(slash + 1) };
}

/** The kind of part whose order this field of "lesson" sets; null for any other field. */
export function kindOrderedBy(field: string): string | null {
  return Object.keys(PARTS).find((kind) => PARTS[kind]?.orderField === field) ?? null;
}
