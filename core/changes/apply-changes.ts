import type { Change, Finding, Json, Parsed } from "../base/index.ts";
import { type Lesson, parseLesson } from "../lesson/index.ts";

/** A lesson after changes, and the changes that take it back. */
export interface Changed {
  readonly lesson: Lesson;
  readonly inverse: readonly Change[];
}

type Draft = { readonly [key: string]: Json | undefined };

/**
 * Applies changes in order, all or none: the result must be a possible lesson. Things are addressed as
 * "lesson", "plan", "sheet", "view", "hand-out", "frame/ID", "object/ID", "take/ID" and "step/ID". On "lesson"
 * the fields "drawingOrder" and "takeOrder" take the full list of ids. Untouched parts keep their identity.
 */
export function applyChanges(lesson: Lesson, changes: readonly Change[]): Parsed<Changed> {
  let draft: Draft = lesson;
  let inverse: Change[] = [];
  for (const change of changes) {
    const done = applyOne(draft, change);
    if (typeof done === "string") return { ok: false, findings: [cannot(change, done)] };
    draft = done.draft;
    inverse = [...done.inverse, ...inverse];
  }
  const parsed = parseLesson(withKnownWordsCutShort(draft, lesson));
  if (!parsed.ok) return parsed;
  // The checked draft itself, not the parser's copy: stages recompute only what has a new identity.
  return { ok: true, value: { lesson: checked(draft), inverse }, findings: [] };
}

/** A draft that has passed the parser is a lesson. */
function checked(draft: Draft): Lesson {
  return draft as Lesson;
}

/**
 * The draft as it has to be checked: an hour of words that were checked when they came in, and that no change has touched,
 * need not be read again at every edit.
 */
function withKnownWordsCutShort(draft: Draft, lesson: Lesson): Draft {
  if (!Array.isArray(draft.takes)) return draft;
  const known = new Set<unknown>(lesson.takes.map((t) => t.narration));
  const takes = (draft.takes as readonly Draft[]).map((take) => {
    const narration = take?.narration as Draft | null | undefined;
    if (!narration || !known.has(narration)) return take;
    return { ...take, narration: { ...narration, cues: (narration.cues as readonly Json[]).slice(0, 1) } };
  });
  return { ...draft, takes };
}

function applyOne(draft: Draft, change: Change): { draft: Draft; inverse: Change[] } | string {
  const slash = change.id.indexOf("/");
  const [kind, name] = slash < 0 ? [change.id, ""] : [change.id.slice(0, slash), change.id.slice(slash + 1)];
  switch (kind) {
    case "lesson":
      if (change.field === "drawingOrder") return reorder(draft, "objects", change);
      if (change.field === "takeOrder") return reorder(draft, "takes", change);
      return setField(draft, [], change);
    case "plan":
    case "sheet":
    case "view":
      return setField(draft, [kind], change);
    case "hand-out":
      return setField(draft, ["handOut"], change);
    case "frame":
      return inList(draft, ["view", "frames"], name, change, null);
    case "object":
      return inList(draft, ["objects"], name, change, "drawingOrder");
    case "take":
      return inList(draft, ["takes"], name, change, "takeOrder");
    case "step":
      return setStep(draft, name, change);
    default:
      return `there is nothing called "${change.id}"`;
  }
}

function inList(
  draft: Draft,
  path: readonly string[],
  name: string,
  change: Change,
  orderField: string | null,
) {
  const list = at(draft, path) as readonly Draft[];
  const index = list.findIndex((item) => item.id === name);
  if (change.field !== "self") {
    return index < 0
      ? `there is no ${change.id} any more`
      : setField(draft, [...path, String(index)], change);
  }
  if (orderField === null) return `${change.id} cannot be added or taken away`;
  const before: Change = { id: change.id, field: "self", value: index < 0 ? null : (list[index] ?? null) };
  const order: Change = { id: "lesson", field: orderField, value: list.map((item) => item.id ?? "") };
  if (change.value === null) {
    if (index < 0) return `there is no ${change.id} any more`;
    return {
      draft: put(
        draft,
        path,
        list.filter((_, i) => i !== index),
      ),
      inverse: [before, order],
    };
  }
  if ((change.value as Draft).id !== name) return `its id must be "${name}"`;
  const next =
    index < 0 ? [...list, change.value] : list.map((item, i) => (i === index ? change.value : item));
  return { draft: put(draft, path, next), inverse: [before] };
}

function reorder(draft: Draft, field: "objects" | "takes", change: Change) {
  const list = draft[field] as readonly Draft[];
  const order = change.value as readonly string[];
  const byId = new Map(list.map((item) => [item.id as string, item]));
  const same =
    Array.isArray(order) &&
    order.length === list.length &&
    new Set(order).size === order.length &&
    order.every((id) => byId.has(id));
  if (!same) return `the new order must name each of the ${list.length} once`;
  const inverse = [{ id: "lesson", field: change.field, value: list.map((item) => item.id ?? "") }];
  return {
    draft: put(
      draft,
      [field],
      order.map((id) => byId.get(id) ?? null),
    ),
    inverse,
  };
}

/** Step overrides exist only while they say something. */
function setStep(draft: Draft, stepId: string, change: Change) {
  const steps = draft.steps as Draft;
  const own = (steps[stepId] ?? {}) as Draft;
  if (change.field.includes(".")) return `a step has no field "${change.field}"`;
  const next =
    change.field === "self" ? ((change.value ?? {}) as Draft) : withField(own, change.field, change.value);
  const before = change.field === "self" ? (steps[stepId] ?? null) : (own[change.field] ?? null);
  const value = Object.keys(next).length === 0 ? null : next;
  return {
    draft: put(draft, ["steps"], withField(steps, stepId, value)),
    inverse: [{ ...change, value: before }],
  };
}

/** Fields that a document need not state: for them, null takes them away. */
const MAY_BE_LEFT_OUT: ReadonlySet<string> = new Set([
  "fromTopMm",
  "centreOfVision",
  "rulerMm",
  "reading",
  "help",
  "ruler",
  "hand",
  "hidden",
  "locked",
  "joined",
  "parts",
  "goals",
  "deliverable",
  "kit",
  "gates",
  "edits",
  "strokeAnchors",
  "corrections",
  "turned",
  "observed",
  "wall",
  "cornerStyle",
  "tiles",
  "depthMark",
  "stepOrder",
]);

function setField(draft: Draft, base: readonly string[], change: Change) {
  const fields = change.field.split(".");
  const path = [...base, ...fields];
  const parent = at(draft, path.slice(0, -1));
  const last = path[path.length - 1] ?? "";
  if (typeof parent !== "object" || parent === null || (path.length === 1 && last === "version"))
    return `${change.id} has no field "${change.field}"`;
  if (Array.isArray(parent)) {
    const index = Number(last);
    const was: Json | undefined = parent[index];
    if (was === undefined) return `${change.id} has no "${change.field}"`;
    const list = parent.map((item: Json, k) => (k === index ? change.value : item));
    return {
      draft: put(draft, path.slice(0, -1), list),
      inverse: [{ ...change, value: was }],
    };
  }
  const before = (parent as Draft)[last];
  // Anchors come and go by step id; every other field of the document always has a value, be it null.
  const comesAndGoes = fields.length > 1 && fields[fields.length - 2] === "anchors";
  const optional = MAY_BE_LEFT_OUT.has(last);
  const next =
    (comesAndGoes || optional) && change.value === null
      ? withField(parent as Draft, last, null)
      : { ...(parent as Draft), [last]: change.value };
  return { draft: put(draft, path.slice(0, -1), next), inverse: [{ ...change, value: before ?? null }] };
}

/** A copy with the field set, or left out for null. */
function withField(owner: Draft, field: string, value: Json): Draft {
  const { [field]: _, ...rest } = owner;
  return value === null ? rest : { ...owner, [field]: value };
}

function at(draft: Draft, path: readonly string[]): Json | undefined {
  let value: Json | undefined = draft;
  for (const key of path) value = (value as Draft | undefined)?.[key];
  return value;
}

/** A copy of the draft with `value` at `path`; everything off the path is shared. */
function put(draft: Draft, [key, ...rest]: readonly string[], value: Json): Draft {
  return key === undefined ? (value as Draft) : { ...draft, [key]: putIn(draft[key], rest, value) };
}

/** The same inside a value of any kind: of a list only the item named by its place is another. */
function putIn(inside: Json | undefined, path: readonly string[], value: Json): Json {
  const [key, ...rest] = path;
  if (key === undefined) return value;
  if (Array.isArray(inside))
    return inside.map((item: Json, i) => (String(i) === key ? putIn(item, rest, value) : item));
  return put((inside ?? {}) as Draft, path, value);
}

function cannot(change: Change, why: string): Finding {
  return {
    code: "change-refused",
    severity: "fault",
    about: change.id,
    message: `The change to ${change.id} (${change.field}) was not made: ${why}.`,
    numbers: {},
  };
}
