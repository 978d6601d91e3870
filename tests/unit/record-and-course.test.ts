import fc from "fast-check";
import * as v from "valibot";
import { describe, expect, test } from "vitest";
import {
  blankCourse,
  type Course,
  type CourseEdit,
  editCourse,
  type LessonFacts,
  layCourse,
} from "#core/class/course";
import {
  type ClassTaught,
  ClassTaughtSchema,
  plannedAndReal,
  type Rows,
  readClassTable,
  tableOfClasses,
} from "#core/class/record";
import { goOnFrom, parseLesson } from "#core/document/lesson";
import { computeLesson, courseFactsOf } from "#core/document/pipeline";
import { readCsv, writeCsv } from "#core/ground/table";
import { demoLesson } from "../demo-lesson.ts";
import { CLASS, STEP } from "./class-taught.ts";

const PLAN = { ageBand: "9-11", planned: [{ ...STEP, stepId: "kiosk/walls", plannedMs: 90_000 }] } as const;

const words = fc
  .string({ minLength: 1, maxLength: 30, unit: fc.constantFrom(..."aé,\"';=+-@\t 9–\n") })
  .map((t) => t.trim())
  .filter((t) => t.length > 0);
const classes = fc.uniqueArray(
  fc.record({
    day: fc.constantFrom("2026-11-28", "2024-02-29", "2026-01-03"),
    group: words,
    pupils: fc.option(fc.integer({ min: 1, max: 200 })),
    change: fc.oneof(fc.constant(""), words),
    steps: fc.uniqueArray(
      fc.record({
        stepId: words,
        title: words,
        plannedMs: fc.integer({ min: 0, max: 3_600_000 }),
        tookMs: fc.option(fc.integer({ min: 0, max: 3_600_000 })),
        toldMs: fc.option(fc.nat(90_000)),
        handMs: fc.option(fc.nat(90_000)),
        holdMs: fc.option(fc.nat(90_000)),
        waitedMs: fc.option(fc.nat(90_000)),
        stuck: fc.nat(9),
        slips: fc.nat(9),
      }),
      { minLength: 1, maxLength: 5, selector: (s) => s.stepId },
    ),
  }),
  { minLength: 1, maxLength: 4, selector: (c) => `${c.day}\n${c.group}` },
);

test("a record taken out as a table comes in as it was, commas, quotes, line ends and formulas in it", () => {
  fc.assert(
    fc.property(classes, (made) => {
      const taught = made.map((c): ClassTaught => ({ ...c, ageBand: "9-11" }));
      const { classes: read, findings } = readClassTable(readCsv(writeCsv(tableOfClasses(taught))), {
        ageBand: "9-11",
        planned: [],
      });
      expect(findings).toEqual([]);
      expect(read).toEqual(taught);
    }),
  );
});

test("what each step took is the middle and the longest of the classes that had it", () => {
  const took = fc.array(fc.option(fc.integer({ min: 0, max: 100_000 })), { maxLength: 9 });
  fc.assert(
    fc.property(took, (times) => {
      const classes = times.map((tookMs) => ({ ...CLASS, steps: [{ ...STEP, tookMs }] }));
      const [row] = plannedAndReal([STEP, { ...STEP, stepId: "gone" }], classes);
      const had = times.filter((t) => t !== null);
      if (had.length === 0) {
        expect(row?.took).toBeNull();
        return;
      }
      expect(row?.took).toMatchObject({ classes: had.length, longestMs: Math.max(...had) });
      // Half of them took no longer, and half no less.
      const middle = row?.took?.middleMs ?? -1;
      expect(had.filter((t) => t <= middle).length * 2).toBeGreaterThanOrEqual(had.length);
      expect(had.filter((t) => t >= middle).length * 2).toBeGreaterThanOrEqual(had.length);
    }),
  );
});

describe("a table that is not as it should be", () => {
  const HEAD = ["day", "group", "step", "took min"];
  const read = (rows: Rows) => readClassTable(rows, PLAN);
  const said = (rows: Rows) =>
    read(rows)
      .findings.map((f) => f.message)
      .join(" ");

  test("wrong columns: what is missing and what is there is said, nothing taken in", () => {
    expect(said([["When", "Who", "Mins"]])).toMatch(
      /no column "day", "group", "step", "took min"; it has "when", "who", "mins"/,
    );
    expect(said([])).toMatch(/it has none/);
    expect(read([["When"], ["x"]]).classes).toEqual([]);
  });

  test.each(["Name", "Pupil", "pupil_name", "First name", "E-mail", "student", "Birthday"])(
    "a column %s is of a person and is not taken in",
    (column) => {
      const { classes: taken, findings } = read([
        [...HEAD, column],
        ["2026-11-28", "Tuesday club", "kiosk/walls", "1", "somebody"],
      ]);
      expect(findings.map((f) => f.message).join()).toMatch(/groups, never of persons/);
      expect(JSON.stringify(taken)).not.toContain("somebody");
      expect(taken).toHaveLength(1);
    },
  );

  test.each([
    [["2026-11-28", "Club", "kiosk/walls", "1500"], /Line 2 .*"took min": a step takes at most 4 hours/],
    [["2026-11-28", "Club", "kiosk/walls", "soon"], /"took min" is a number, got "soon"/],
    [["2026-11-28", "Club", "kiosk/walls", "-3"], /not below 0/],
    [["2026-02-30", "Club", "kiosk/walls", "1"], /like 2026-11-28, got "2026-02-30"/],
    [["28.11.2026", "Club", "kiosk/walls", "1"], /got "28.11.2026"/],
    [["2026-11-28", "", "kiosk/walls", "1"], /name of its group/],
    [["2026-11-28", "Club", "", "1"], /"step"/],
    [["2026-11-28", "Club", "kiosk/walls", ""], /empty and the step is not left out/],
  ])("%j is left out by its line, and the rest is kept", (row, why) => {
    const { classes: taken, findings } = read([HEAD, row, ["2026-11-21", "Club", "kiosk/walls", "2,5"]]);
    expect(findings.map((f) => f.message).join()).toMatch(why);
    expect(taken.map((c) => [c.day, c.steps[0]?.tookMs, c.steps[0]?.plannedMs])).toEqual([
      ["2026-11-21", 150_000, 90_000],
    ]);
  });

  test("classes of 0 and of 500 pupils, and the same step twice", () => {
    const row = (n: string) => ["2026-11-28", `Club ${n}`, "kiosk/walls", "1", n];
    expect(said([[...HEAD, "pupils"], row("0"), row("500"), row("30"), row("30")])).toMatch(
      /at least one pupil.*at most 200 pupils.*stands twice/s,
    );
  });

  test("a step that is gone since is kept as it was called", () => {
    const { classes: taken } = read([HEAD, ["2026-11-28", "Club", "shed/door", "1.5"]]);
    expect(taken[0]?.steps[0]).toMatchObject({ stepId: "shed/door", title: "shed/door", tookMs: 90_000 });
  });
});

test("a class of 25 hours, of nobody, or of a person's columns is no class", () => {
  for (const wrong of [
    { steps: [{ ...STEP, tookMs: 25 * 3_600_000 }] },
    { pupils: 0 },
    { pupils: 500 },
    { day: "2026-13-01" },
    { group: " " },
    { steps: [] },
    { pupilName: "somebody" },
  ])
    expect(v.safeParse(ClassTaughtSchema, { ...CLASS, ...wrong }).success, JSON.stringify(wrong)).toBe(false);
});

test("what a lesson begins on stands there from the start: nothing of it is told, what is added is told on top of it", () => {
  const before = demoLesson("ticket-kiosk");
  const empty = computeLesson(goOnFrom(before, { lessonId: "kiosk", revision: 3 }, "Kiosk, going on"));
  expect(empty.steps).toEqual([]);
  expect(parseLesson(JSON.parse(JSON.stringify(empty.lesson))).ok).toBe(true);
  const [post] = demoLesson("quay-crates").objects;
  if (!post) throw new Error("no crate");
  const of = computeLesson(before);
  // A whole lesson on the kiosk's sheet: its last thing is new, the others stand there.
  const things = before.objects.slice(0, -1).map((o) => o.id);
  const last = before.objects.at(-1)?.id ?? "";
  const task = {
    id: "colour",
    kind: "wash",
    title: "Colour the walls",
    words: "Pale first.",
    minutes: 10,
    place: "first",
  } as const;
  const lesson = {
    ...before,
    tasks: [task],
    beginsOn: { lessonId: "kiosk", title: "Kiosk", revision: 3, things },
  };
  const on = computeLesson(lesson);
  expect(on.steps.map((s) => s.objectId)).toEqual([
    "task",
    ...of.steps.filter((s) => s.objectId === last).map(() => last),
  ]);
  expect(on.steps.map((s) => s.number)).toEqual(on.steps.map((_, i) => i + 1));
  expect(on.paper).toEqual(of.paper);
  // The task's picture, too, has the sheet with all that stands there.
  expect(on.steps[0]?.firstMove).toBe(on.steps[1]?.firstMove);
});

const FACTS: LessonFacts = {
  title: "L",
  parts: [],
  kit: ["pencil", "sheet"],
  handsIn: null,
  sheets: 1,
  beginsOn: null,
};
const part = (number: number, minutes: number, waitMinutes = 0) => ({
  number,
  ms: minutes * 60_000,
  gate: waitMinutes > 0 ? { says: "Let it dry.", waitMinutes } : null,
});

test("a course fills its sessions in order; drying and handing in end one; materials are summed", () => {
  const facts = new Map<string, LessonFacts>([
    ["a", { ...FACTS, title: "A", parts: [part(1, 20), part(2, 20)] }],
    [
      "b",
      {
        ...FACTS,
        title: "B",
        parts: [part(1, 10, 60), part(2, 10)],
        handsIn: "a photo",
        kit: ["sheet", "glue"],
        sheets: 2,
      },
    ],
    [
      "c",
      { ...FACTS, title: "C", parts: [part(1, 50)], beginsOn: { lessonId: "b", title: "B", changed: false } },
    ],
  ]);
  const course: Course = {
    ...blankCourse("Course"),
    pupils: 10,
    lessons: ["a", "b", "c", "gone"].map((lessonId) => ({
      lessonId,
      buildsOn: lessonId === "a" ? ["c"] : [],
    })),
  };
  const laid = layCourse(course, facts);
  expect(
    laid.sessions.map((s) => [s.afterDays, s.parts.map((p) => `${p.title}${p.part}`).join(" ")]),
  ).toEqual([
    [0, "A1 A2"],
    [7, "B1"],
    [14, "B2"],
    [21, "C1"],
  ]);
  expect(laid.sessions[2]?.parts[0]?.gates).toEqual(["Hand in: a photo"]);
  expect(laid.materials.map((m) => [m.name, m.count])).toEqual([
    ["pencil", 10],
    ["sheet", 30],
    ["glue", 1],
  ]);
  expect(laid.findings.map((f) => f.code).sort()).toEqual([
    "before-its-ground",
    "lesson-gone",
    "longer-than-session",
  ]);
});

test("every part of every lesson is taught once, in order, and no session of several parts is too long", () => {
  const lesson = fc.array(fc.tuple(fc.integer({ min: 1, max: 60 }), fc.constantFrom(0, 0, 30)), {
    minLength: 1,
    maxLength: 4,
  });
  fc.assert(
    fc.property(
      fc.array(lesson, { maxLength: 6 }),
      fc.integer({ min: 20, max: 90 }),
      (lessons, sessionMinutes) => {
        const facts = new Map(
          lessons.map((parts, i) => [
            `l${i}`,
            { ...FACTS, parts: parts.map(([m, wait], k) => part(k + 1, m, wait)) },
          ]),
        );
        const course = {
          ...blankCourse("C"),
          sessionMinutes,
          lessons: [...facts.keys()].map((lessonId) => ({ lessonId, buildsOn: [] })),
        };
        const { sessions } = layCourse(course, facts);
        expect(sessions.flatMap((s) => s.parts.map((p) => `${p.lessonId}/${p.part}`))).toEqual(
          lessons.flatMap((parts, i) => parts.map((_, k) => `l${i}/${k + 1}`)),
        );
        for (const s of sessions)
          if (s.parts.length > 1) expect(s.minutes).toBeLessThanOrEqual(sessionMinutes);
      },
    ),
  );
});

test("edits of a course can come twice, and what is dropped is built on by nothing", () => {
  const start: Course = {
    ...blankCourse("C"),
    lessons: ["a", "b", "c"].map((lessonId) => ({ lessonId, buildsOn: lessonId === "c" ? ["a", "b"] : [] })),
  };
  const id = fc.constantFrom("a", "b", "c", "d");
  const edit: fc.Arbitrary<CourseEdit> = fc.oneof(
    id.map((lessonId) => ({ do: "add" as const, lessonId })),
    id.map((lessonId) => ({ do: "drop" as const, lessonId })),
    fc.record({ do: fc.constant("move" as const), lessonId: id, to: fc.nat(4) }),
  );
  fc.assert(
    fc.property(fc.array(edit, { maxLength: 12 }), (edits) => {
      const end = edits.reduce((course, e) => {
        const once = editCourse(course, e);
        expect(editCourse(once, e)).toEqual(once);
        return once;
      }, start);
      const ids = end.lessons.map((l) => l.lessonId);
      expect(new Set(ids).size).toBe(ids.length);
      for (const l of end.lessons) for (const on of l.buildsOn) expect(ids).toContain(on);
    }),
  );
});

test("a course is told what is filmed and what is not: tasks take their minutes of a session", () => {
  const facts = courseFactsOf(computeLesson(demoLesson("glasshouse")));
  const tasks = demoLesson("glasshouse").tasks ?? [];
  const minutes = tasks.reduce((sum, t) => sum + t.minutes, 0);
  expect(facts.parts[0]?.ms).toBeGreaterThan(minutes * 60_000);
  expect(facts.kit).toContain("crayon");
});
