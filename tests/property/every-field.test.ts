import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { applyChanges, sampleLesson, turnObject } from "#core/document/changes";
import { type Lesson, LessonSchema } from "#core/document/lesson";
import { RECIPE_NAMES } from "#core/drawing/recipes";
import type { Json } from "#core/ground/base";
import { changeAt } from "../change-at.ts";
import { DEMO_NAMES, demoLesson, TRADE_SAMPLE_NAMES, tradeSample } from "../demo-lesson.ts";
import { holds } from "../holds.ts";
import { type AnySchema, fieldsIn, fieldsOf, valuesOf } from "../schema-values.ts";

const SCHEMA = LessonSchema as unknown as AnySchema;

/** A field of a lesson as a change names it; null for what stands in no part that can be named. */
function addressOf(lesson: Lesson, at: readonly string[]): { id: string; field: string } | null {
  const [top = "", ...rest] = at;
  const named = (
    kind: string,
    list: readonly { readonly id: string }[],
    [i = "", ...field]: readonly string[],
  ) => {
    const one = list[Number(i)];
    return one && field.length > 0 ? { id: `${kind}/${one.id}`, field: field.join(".") } : null;
  };
  switch (top) {
    case "objects":
      return rest.length > 0 ? named("object", lesson.objects, rest) : null;
    case "takes":
      return rest.length > 0 ? named("take", lesson.takes, rest) : null;
    case "tasks":
      return rest.length > 0 ? named("task", lesson.tasks ?? [], rest) : { id: "lesson", field: top };
    case "steps": {
      const [id, ...field] = rest;
      return id === undefined
        ? { id: "lesson", field: top }
        : { id: `step/${id}`, field: field.join(".") || "self" };
    }
    case "view":
      return rest[0] === "frames" && rest.length > 1
        ? named("frame", lesson.view.frames, rest.slice(1))
        : rest.length > 0
          ? { id: "view", field: rest.join(".") }
          : { id: "lesson", field: top };
    case "plan":
    case "sheet":
      return rest.length > 0 ? { id: top, field: rest.join(".") } : { id: "lesson", field: top };
    case "handOut":
      return rest.length > 0 ? { id: "hand-out", field: rest.join(".") } : { id: "lesson", field: top };
    default:
      return { id: "lesson", field: at.join(".") };
  }
}

/** A lesson in which a thing runs to vanishing points of its own. */
function withTurned(lesson: Lesson): Lesson {
  const turned = lesson.objects.map((o) => turnObject(lesson, o.id)).find(Boolean);
  const changed = applyChanges(lesson, turned ?? []);
  if (!turned || !changed.ok) throw new Error(`nothing can be turned in ${lesson.title}`);
  return changed.value.lesson;
}

/** A lesson with a shape that has a hole in it: holes drawn at random lie across its sides. */
function withHole(): Lesson {
  const lesson = sampleLesson("outline", "one-point");
  const hole = [
    { across: 0.4, up: 0.2 },
    { across: 0.6, up: 0.2 },
    { across: 0.5, up: 0.3 },
  ];
  const changed = applyChanges(lesson, [changeAt(`object/${lesson.objects[0]?.id}`, "openings", [hole])]);
  if (!changed.ok) throw new Error(changed.findings[0]?.message);
  return changed.value.lesson;
}

/** Held against being written to: a change that touches the lesson it is made on throws. */
function frozen<T>(value: T): T {
  if (typeof value === "object" && value !== null && !Object.isFrozen(value)) {
    Object.freeze(value);
    for (const inner of Object.values(value)) frozen(inner);
  }
  return value;
}

const LESSONS: readonly Lesson[] = frozen([
  withTurned(demoLesson("quay-crates")),
  withHole(),
  ...DEMO_NAMES.map(demoLesson),
  ...TRADE_SAMPLE_NAMES.map(tradeSample),
  ...RECIPE_NAMES.flatMap((name) =>
    (["one-point", "two-point", "looking-up"] as const).map((view) => sampleLesson(name, view)),
  ),
]);

/** A field of the schema at a place in a lesson at which it stands or could stand. */
interface Place {
  readonly lesson: Lesson;
  readonly path: string;
  readonly id: string;
  readonly field: string;
  readonly schema: AnySchema;
  readonly standing: Json | undefined;
}

function placesIn(lesson: Lesson): Place[] {
  return fieldsIn(SCHEMA, lesson).flatMap(({ at, path, schema }) => {
    const address = addressOf(lesson, at);
    const standing = at.reduce<Json | undefined>(
      (value, name) => (value as Readonly<Record<string, Json | undefined>> | null | undefined)?.[name],
      lesson,
    );
    return address ? [{ lesson, path, schema, standing, ...address }] : [];
  });
}

/** Sets a field; taken back, the lesson is the very same, and refused, nothing but a finding comes of it. */
function setAndTakenBack({ lesson, path, id, field }: Place, value: Json): Lesson | null {
  const changed = applyChanges(lesson, [changeAt(id, field, value)]);
  if (!changed.ok) {
    holds(changed.findings.length > 0, () => `${path}: refused without a reason`);
    return null;
  }
  const back = applyChanges(changed.value.lesson, changed.value.inverse);
  if (!back.ok) expect.fail(`${path}: cannot be taken back: ${back.findings[0]?.message}`);
  expect(back.value.lesson, `${path} of ${lesson.title}`).toEqual(lesson);
  const again = applyChanges(back.value.lesson, back.value.inverse);
  expect(again.ok && again.value.lesson, `${path} of ${lesson.title}, made again`).toEqual(
    changed.value.lesson,
  );
  return changed.value.lesson;
}

const TRIES = 8;

/** Fields that a change may not set, each with the reason. */
const NEVER_SET: readonly RegExp[] = [
  // All that refers to it would lose it.
  /(^|[.)])id$/,
  // Read by what leads older documents up.
  /^version$/,
  // Depth never runs with the paper: it is a share of the way to a vanishing point.
  /handles\.depth\.mm$/,
];

describe("a change of any field of the schema", () => {
  const reached = new Map<string, Place>();
  const settable = new Set<string>();
  const open: Lesson[] = [...LESSONS];
  for (let lesson = open.shift(); lesson; lesson = open.shift())
    for (const place of placesIn(lesson)) {
      if (settable.has(place.path)) continue;
      reached.set(place.path, place);
      const values = fc.sample(valuesOf(place.schema), { numRuns: TRIES, seed: 28 });
      // A height stated for a vanishing point has to be the horizon's; ids of other parts have to be there.
      const fitting = [
        lesson.view.horizonFromTopMm,
        ...(place.standing === undefined ? [] : [place.standing]),
      ];
      for (const value of [...values, ...fitting]) {
        // What was left out until now, or is of another kind now, may have fields that were not met yet.
        const isNew = fieldsIn(place.schema, value, [], place.path).some(({ path }) => !reached.has(path));
        if (settable.has(place.path) && !isNew) continue;
        const changed = setAndTakenBack(place, value);
        if (!changed) continue;
        settable.add(place.path);
        if (isNew) open.push(frozen(changed));
      }
    }

  test("is made and taken back, whatever recipe has it, unless it is an id", () => {
    const fields = fieldsOf(SCHEMA).filter((path) => !["objects", "takes", ""].includes(path));
    expect(fields.length).toBeGreaterThan(700);
    const never = new Set(fields.filter((path) => NEVER_SET.some((pattern) => pattern.test(path))));
    expect(fields.filter((path) => !settable.has(path) && !never.has(path))).toEqual([]);
    expect([...never].filter((path) => settable.has(path))).toEqual([]);
  });

  test("that need not be stated is taken away by null, and comes back as it was", () => {
    let taken = 0;
    for (const place of reached.values()) {
      if (place.standing === undefined || place.schema.type !== "optional") continue;
      const changed = setAndTakenBack(place, null);
      if (changed) taken++;
    }
    expect(taken).toBeGreaterThan(20);
  });

  test("is made and taken back, of any value that fits it, in any lesson", () => {
    const places = LESSONS.slice(0, 20).flatMap(placesIn);
    let made = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...places).chain((place) => fc.tuple(fc.constant(place), valuesOf(place.schema))),
        ([place, value]) => {
          if (setAndTakenBack(place, value)) made++;
        },
      ),
      { numRuns: 1500 },
    );
    expect(made).toBeGreaterThan(750);
  });

  test.each([
    ["object/low-crate", "id", "other", "an id never changes"],
    ["frame/main", "id", "other", "an id never changes"],
    ["view", "frames.0.id", "other", "an id never changes"],
    ["object/low-crate", "self", { id: "other" }, 'its id must be "low-crate"'],
    ["lesson", "objects", [], "put in and taken out one by one"],
    ["lesson", "version", 1, 'lesson has no field "version"'],
    ["plan", "ages", "9-11", 'plan has no field "ages"'],
    ["object/low-crate", "handles.gap", { mm: 3 }, 'no field "handles.gap"'],
    ["object/low-crate", "toString", "x", 'no field "toString"'],
    ["cupboard/low-crate", "label", "x", 'there is nothing called "cupboard/low-crate"'],
    ["constructor", "label", "x", 'there is nothing called "constructor"'],
    ["frame/other", "self", null, "cannot be added or taken away"],
  ] as const)("of %s, %s is refused in words where it cannot be made", (id, field, value, why) => {
    const refused = applyChanges(demoLesson("quay-crates"), [changeAt(id, field, value)]);
    expect(refused.ok).toBe(false);
    expect(refused.findings[0]?.message).toContain(why);
  });

  test("the first task brings the list of tasks, and takes it away again; an edit saved before can be taken back too", () => {
    const { tasks: _, ...lesson } = demoLesson("quay-crates");
    const task = { id: "look-1", kind: "check", title: "Look", words: "Look.", minutes: 1, place: "last" };
    const changed = applyChanges(lesson, [changeAt("task/look-1", "self", task)]);
    if (!changed.ok) throw new Error("refused");
    expect(changed.value.inverse).toEqual([changeAt("lesson", "tasks", null)]);
    const back = applyChanges(changed.value.lesson, changed.value.inverse);
    expect(back.ok && "tasks" in back.value.lesson).toBe(false);
  });
});
