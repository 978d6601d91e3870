import { type Change, type Finding, type Json, type Parsed, whereNotKept } from "../../ground/base/index.ts";
import { type Lesson, parseLesson } from "../lesson/index.ts";
import { type Draft, type DraftOf, draftOf, inside } from "./draft.ts";

/** A lesson after changes, and the changes that take it back. */
export interface Changed {
  readonly lesson: Lesson;
  readonly inverse: readonly Change[];
}

/** Every thing of the largest lesson taken up, moved and given ten fields at once stays below this. */
export const MOST_CHANGES = 25_000;

/**
 * Applies changes in order, all or none: the result must be a possible lesson. Things are addressed as
 * "lesson", "plan", "sheet", "view", "hand-out", "frame/ID", "object/ID", "take/ID", "task/ID" and "step/ID". On
 * "lesson" the fields "drawingOrder", "takeOrder" and "taskOrder" take the full list of ids. Untouched parts keep their identity.
 * The work is linear in the changes and the lesson.
 */
export function applyChanges(lesson: Lesson, changes: readonly Change[]): Parsed<Changed> {
  if (changes.length > MOST_CHANGES) return { ok: false, findings: [tooMany(changes.length)] };
  const draft = draftOf(lesson);
  /** Taking back goes from the last change to the first. */
  const backwards: Change[][] = [];
  const ordersKept = new Set<string>();
  for (const change of changes) {
    const lost = whereNotKept(change.value);
    const done = lost ? `${lost.at ? `${lost.at}: ` : ""}${lost.why}` : applyOne(draft, change, ordersKept);
    if (typeof done === "string") return { ok: false, findings: [cannot(change, done)] };
    backwards.push(done);
  }
  const changed = draft.root();
  const parsed = parseLesson(withKnownWordsCutShort(changed, lesson));
  if (!parsed.ok) return parsed;
  // The checked draft itself, not the parser's copy: stages recompute only what has a new identity.
  return { ok: true, value: { lesson: checked(changed), inverse: backwards.reverse().flat() }, findings: [] };
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

/** Makes one change in the draft. The changes that take it back, or why it cannot be made. */
function applyOne(draft: DraftOf, change: Change, ordersKept: Set<string>): Change[] | string {
  const slash = change.id.indexOf("/");
  const [kind, name] = slash < 0 ? [change.id, ""] : [change.id.slice(0, slash), change.id.slice(slash + 1)];
  switch (kind) {
    case "lesson":
      if (change.field === "drawingOrder") return reorder(draft, "objects", change);
      if (change.field === "takeOrder") return reorder(draft, "takes", change);
      if (change.field === "taskOrder") return reorder(draft, "tasks", change);
      return setField(draft, [], change);
    case "plan":
    case "sheet":
    case "view":
      return setField(draft, [kind], change);
    case "hand-out":
      return setField(draft, ["handOut"], change);
    case "frame":
      return inList(draft, ["view", "frames"], name, change, null, ordersKept);
    case "object":
      return inList(draft, ["objects"], name, change, "drawingOrder", ordersKept);
    case "take":
      return inList(draft, ["takes"], name, change, "takeOrder", ordersKept);
    case "task":
      return ofTask(draft, name, change, ordersKept);
    case "step":
      return setStep(draft, name, change);
    default:
      return `there is nothing called "${change.id}"`;
  }
}

function inList(
  draft: DraftOf,
  path: readonly string[],
  name: string,
  change: Change,
  orderField: string | null,
  ordersKept: Set<string>,
): Change[] | string {
  const list = draft.at(path) as readonly Draft[];
  const index = draft.indexOf(path, name);
  if (change.field !== "self") {
    return index < 0
      ? `there is no ${change.id} any more`
      : setField(draft, [...path, String(index)], change);
  }
  if (orderField === null) return `${change.id} cannot be added or taken away`;
  const before: Change = { id: change.id, field: "self", value: index < 0 ? null : (list[index] ?? null) };
  if (change.value === null) {
    if (index < 0) return `there is no ${change.id} any more`;
    // The order before the first thing was taken away puts all of them back where they stood.
    const back = ordersKept.has(orderField)
      ? [before]
      : [before, { id: "lesson", field: orderField, value: list.map((item) => item.id ?? "") }];
    ordersKept.add(orderField);
    draft.takeOut(path, index);
    return back;
  }
  if ((change.value as Draft).id !== name) return `its id must be "${name}"`;
  draft.set([...path, String(index < 0 ? list.length : index)], change.value);
  return [before];
}

/** A lesson has no list of tasks before its first: that one brings the list, and takes it away again. */
function ofTask(draft: DraftOf, name: string, change: Change, ordersKept: Set<string>): Change[] | string {
  if (draft.at(["tasks"]) !== undefined)
    return inList(draft, ["tasks"], name, change, "taskOrder", ordersKept);
  if (change.field !== "self" || change.value === null) return `there is no ${change.id} any more`;
  if ((change.value as Draft).id !== name) return `its id must be "${name}"`;
  draft.set(["tasks"], [change.value]);
  return [{ id: "lesson", field: "tasks", value: null }];
}

function reorder(draft: DraftOf, field: "objects" | "takes" | "tasks", change: Change): Change[] | string {
  const list = (draft.at([field]) ?? []) as readonly Draft[];
  const order = change.value as readonly string[];
  const byId = new Map(list.map((item) => [item.id as string, item]));
  const same =
    Array.isArray(order) &&
    order.length === list.length &&
    new Set(order).size === order.length &&
    order.every((id) => byId.has(id));
  if (!same) return `the new order must name each of the ${list.length} once`;
  const before = list.map((item) => item.id ?? "");
  draft.set(
    [field],
    order.map((id) => byId.get(id) ?? null),
  );
  return [{ id: "lesson", field: change.field, value: before }];
}

/** Step overrides exist only while they say something. */
function setStep(draft: DraftOf, stepId: string, change: Change): Change[] | string {
  const own = inside(draft.at(["steps"]), stepId) as Draft | undefined;
  if (change.field.includes(".")) return `a step has no field "${change.field}"`;
  const next =
    change.field === "self"
      ? ((change.value ?? {}) as Draft)
      : withField(own ?? {}, change.field, change.value);
  const before = change.field === "self" ? (own ?? null) : (own?.[change.field] ?? null);
  if (Object.keys(next).length === 0) draft.leaveOut(["steps", stepId]);
  else draft.set(["steps", stepId], next);
  return [{ ...change, value: before }];
}

/** Fields that a document need not state: for them, null takes them away. */
const MAY_BE_LEFT_OUT: ReadonlySet<string> = new Set([
  "fromTopMm",
  "centreOfVision",
  "rulerMm",
  "reading",
  "help",
  "ruler",
  "depths",
  "hand",
  "hidden",
  "locked",
  "joined",
  "parts",
  "goals",
  "deliverable",
  "kit",
  "gates",
  "classPace",
  "beginsOn",
  "edits",
  "strokeAnchors",
  "corrections",
  "turned",
  "observed",
  "wall",
  "cornerStyle",
  "tiles",
  "depthMark",
  "horizon",
  "back",
  "told",
  "raysFrom",
  "along",
  "dashesFrom",
  "order",
  "thick",
  "bars",
  "wires",
  "door",
  "centre",
  "widths",
  "drawnFrom",
  "mirrored",
  "address",
  "colour",
  "marginMm",
  "alsoOn",
  "alsoOf",
  "shore",
  "front",
  "stepOrder",
  "tasks",
  "dryMinutes",
  "concerns",
  "words",
  "sheetMoves",
  "tones",
  "overlay",
]);

function setField(draft: DraftOf, base: readonly string[], change: Change): Change[] | string {
  const fields = change.field.split(".");
  const path = [...base, ...fields];
  const parent = draft.at(path.slice(0, -1));
  const last = path[path.length - 1] ?? "";
  if (typeof parent !== "object" || parent === null || (path.length === 1 && last === "version"))
    return `${change.id} has no field "${change.field}"`;
  const before = inside(parent, last);
  if (Array.isArray(parent) && before === undefined) return `${change.id} has no "${change.field}"`;
  // Anchors come and go by step id; every other field of the document always has a value, be it null.
  const comesAndGoes = fields.length > 1 && fields[fields.length - 2] === "anchors";
  const leaves = !Array.isArray(parent) && (comesAndGoes || MAY_BE_LEFT_OUT.has(last));
  // Taken back, a field that is none would stay as an empty one.
  if (before === undefined && !leaves) return `${change.id} has no field "${change.field}"`;
  if (leaves && change.value === null) draft.leaveOut(path);
  else draft.set(path, change.value);
  return [{ ...change, value: before ?? null }];
}

/** A copy with the field set, or left out for null. */
function withField(owner: Draft, field: string, value: Json): Draft {
  const { [field]: _, ...rest } = owner;
  return value === null ? rest : { ...owner, [field]: value };
}

function tooMany(count: number): Finding {
  return {
    code: "too-many-changes",
    severity: "fault",
    about: "lesson",
    message: `One edit makes at most ${MOST_CHANGES} changes, this one ${count}: it was not made. Do it in parts.`,
    numbers: { count, most: MOST_CHANGES },
  };
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
