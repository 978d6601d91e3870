import {
  type Change,
  change,
  type Finding,
  type Json,
  type Parsed,
  whereNotKept,
  writtenAddress,
} from "../../ground/base/index.ts";
import { type Lesson, parseLesson } from "../lesson/index.ts";
import { placeAt } from "./document-shape.ts";
import { type Draft, type DraftOf, draftOf, inside } from "./draft.ts";
import { kindOrderedBy, PARTS, type PartKind, partNamed } from "./parts.ts";

/** A lesson after changes, and the changes that take it back. */
export interface Changed {
  readonly lesson: Lesson;
  readonly inverse: readonly Change[];
}

/** Every thing of the largest lesson taken up, moved and given ten fields at once stays below this. */
export const MOST_CHANGES = 25_000;

/**
 * Applies changes in order, all or none: the result must be a possible lesson. Which parts there are is in `PARTS`; which
 * fields they have, and which of these may be left out, is read from the lesson's schema. Ids never change. Untouched parts
 * keep their identity. The work is linear in the changes and the lesson.
 */
export function applyChanges(lesson: Lesson, changes: readonly Change[]): Parsed<Changed> {
  if (changes.length > MOST_CHANGES) return { ok: false, findings: [tooMany(changes.length)] };
  const draft = draftOf(lesson);
  /** Taking back goes from the last change to the first. */
  const backwards: Change[][] = [];
  const ordersKept = new Set<string>();
  for (const one of changes) {
    const lost = whereNotKept(one.value);
    const done = lost ? `${lost.at ? `${lost.at}: ` : ""}${lost.why}` : applyOne(draft, one, ordersKept);
    if (typeof done === "string") return { ok: false, findings: [cannot(one, done)] };
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
function applyOne(draft: DraftOf, one: Change, ordersKept: Set<string>): Change[] | string {
  const { kind, name } = partNamed(one.id);
  const part = Object.hasOwn(PARTS, kind) ? PARTS[kind] : undefined;
  if (!part) return `there is nothing called "${one.id}"`;
  const ordered = kind === "lesson" ? kindOrderedBy(one.field) : null;
  if (ordered !== null) return reorder(draft, PARTS[ordered]?.path ?? [], one);
  if (name === "")
    return one.id.endsWith("/") ? `there is no ${one.id} any more` : setField(draft, part.path, one);
  // Parts of one kind stand in a list, by their ids, or in a record of what is said of them.
  return placeAt(draft.root(), part.path)?.listsThings
    ? ofThing(draft, part, name, one, ordersKept)
    : ofEntry(draft, [...part.path, name], one);
}

/** A change to a thing of a list, or to the list by putting it in or taking it out. */
function ofThing(
  draft: DraftOf,
  { path, orderField }: PartKind,
  name: string,
  one: Change,
  ordersKept: Set<string>,
): Change[] | string {
  const list = draft.at(path) as readonly Draft[] | undefined;
  const index = draft.indexOf(path, name);
  if (one.field !== "self")
    return index < 0 ? `there is no ${one.id} any more` : setField(draft, [...path, String(index)], one);
  if (orderField === undefined) return `${one.id} cannot be added or taken away`;
  const before = change(one, index < 0 ? null : (list?.[index] ?? null));
  if (one.value === null) {
    if (!list || index < 0) return `there is no ${one.id} any more`;
    // The order before the first thing was taken away puts all of them back where they stood.
    const order = orderIs(orderField, list);
    const back = ordersKept.has(orderField) ? [before] : [before, order];
    ordersKept.add(orderField);
    draft.takeOut(path, index);
    return back;
  }
  if ((one.value as Draft).id !== name) return `its id must be "${name}"`;
  if (!list) {
    // A lesson need not have the list before its first thing: that one brings it, and takes it away again.
    draft.set(path, [one.value]);
    return [change(writtenAddress("lesson", path.join(".")), null)];
  }
  draft.set([...path, String(index < 0 ? list.length : index)], one.value);
  return [before];
}

function reorder(draft: DraftOf, path: readonly string[], one: Change): Change[] | string {
  const list = (draft.at(path) ?? []) as readonly Draft[];
  const order = one.value as readonly string[];
  const byId = new Map(list.map((item) => [item.id as string, item]));
  const same =
    Array.isArray(order) &&
    order.length === list.length &&
    new Set(order).size === order.length &&
    order.every((id) => byId.has(id));
  if (!same) return `the new order must name each of the ${list.length} once`;
  draft.set(
    path,
    order.map((id) => byId.get(id) ?? null),
  );
  return [orderIs(one.field, list)];
}

function orderIs(orderField: string, list: readonly Draft[]): Change {
  return change(
    writtenAddress("lesson", orderField),
    list.map((item) => item.id ?? ""),
  );
}

/** A change to an entry of a record, which exists only while it says something. */
function ofEntry(draft: DraftOf, path: readonly string[], one: Change): Change[] | string {
  const own = draft.at(path);
  const whole = change(writtenAddress(one.id, "self"), own ?? null);
  if (one.field === "self") {
    if (one.value === null) draft.leaveOut(path);
    else draft.set(path, one.value);
    return [whole];
  }
  if (own === undefined) draft.set(path, {});
  const back = setField(draft, path, one);
  const saysNothing = Object.keys((draft.at(path) ?? {}) as Draft).length === 0;
  if (saysNothing && (typeof back !== "string" || own === undefined)) draft.leaveOut(path);
  return typeof back === "string" ? back : own === undefined || saysNothing ? [whole] : back;
}

function setField(draft: DraftOf, base: readonly string[], one: Change): Change[] | string {
  const path = [...base, ...one.field.split(".")];
  const parent = draft.at(path.slice(0, -1));
  const last = path[path.length - 1] ?? "";
  const place = placeAt(draft.root(), path);
  const before = inside(parent, last);
  const isThere = place && typeof parent === "object" && parent !== null;
  // Where nothing stands, only what need not stand there can be put: taken back, it goes again.
  if (!isThere || (before === undefined && !place.mayBeLeftOut) || (path.length === 1 && last === "version"))
    return `${one.id} has no field "${one.field}"`;
  if (place.isId) return "an id never changes, since all that refers to it would lose it";
  if (path.length === 1 && place.listsThings && before !== undefined && one.value !== null)
    return `what stands in "${one.field}" is put in and taken out one by one`;
  if (one.value === null && place.mayBeLeftOut) draft.leaveOut(path);
  else draft.set(path, one.value);
  return [change(one, before ?? null)];
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

function cannot({ id, field }: Change, why: string): Finding {
  return {
    code: "change-refused",
    severity: "fault",
    about: id,
    message: `The change to ${id} (${field}) was not made: ${why}.`,
    numbers: {},
  };
}
