import * as v from "valibot";
import { type Finding, type Parsed, whereNotKept } from "../base/index.ts";
import { impossibleInObject, SHEET_ID } from "../program/index.ts";
import { impossibleInView, planView } from "../view/index.ts";
import { LESSON_FORMAT, type Lesson, LessonSchema } from "./lesson.ts";
import { LESSON_VERSION, type RawLesson, type Upgraded, upgradeLesson } from "./upgrade.ts";
import { whyRefused } from "./why-refused.ts";

/** Reads a lesson file's text. Refused with the place of every fault; nothing is guessed. */
export function parseLessonText(text: string): Parsed<Lesson> {
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ""));
  } catch (error) {
    const why = error instanceof Error ? error.message : "it cannot be read";
    return refuse([fault("not-json", "file", `This is no lesson file: it is not valid JSON (${why}).`)]);
  }
  return parseLesson(json);
}

/** Checks a lesson document of any version, led up to the present one: shape, then what no single field can tell (ids, references, possible geometry). */
export function parseLesson(json: unknown): Parsed<Lesson> {
  const head = json as { format?: unknown; version?: unknown } | null;
  if (typeof json !== "object" || head?.format !== LESSON_FORMAT) {
    return refuse([
      fault(
        "not-a-lesson",
        "format",
        `This is no lesson file: its "format" should be "${LESSON_FORMAT}", got ${show(head?.format)}.`,
      ),
    ]);
  }
  const lost = whereNotKept(json);
  if (lost) return refuse([fault("wrong-field", lost.at || "file", `${lost.at || "file"}: ${lost.why}.`)]);
  const upgraded = upgradeLesson(json as RawLesson);
  if (upgraded.kind !== "current") return refuse([wrongVersion(upgraded)]);
  const parsed = v.safeParse(LessonSchema, upgraded.lesson);
  if (!parsed.success) {
    return refuse(
      parsed.issues.map((issue) => {
        const path = v.getDotPath(issue) ?? "file";
        const got = whyRefused(issue);
        return fault(
          "wrong-field",
          path,
          `${path}: ${got}${issue.input !== undefined && typeof issue.input !== "object" ? ` (got ${show(issue.input)})` : ""}.`,
        );
      }),
    );
  }
  const lesson = parsed.output;
  const impossible = impossibleInLesson(lesson);
  return impossible.length > 0 ? refuse(impossible) : { ok: true, value: lesson, findings: [] };
}

function wrongVersion(upgraded: Exclude<Upgraded, { kind: "current" }>): Finding {
  return upgraded.kind === "later"
    ? fault(
        "later-version",
        "version",
        `This lesson file is version ${upgraded.version}; this program reads versions up to ${LESSON_VERSION}. A later one made it: bring the program up to date, the file is kept as it is.`,
      )
    : fault(
        "wrong-version",
        "version",
        `This lesson file's "version" should be a whole number from 1 to ${LESSON_VERSION}, got ${show(upgraded.got)}.`,
      );
}

/** What cannot be drawn or does not hang together in a well-formed lesson. */
function impossibleInLesson(lesson: Lesson): Finding[] {
  const found: Finding[] = impossibleInView(lesson.view, lesson.sheet).map(({ field, message }) =>
    fault("impossible-view", `view.${field}`, `view.${field}: ${message}.`),
  );
  if (found.length > 0) return found;
  const view = planView(lesson.view, lesson.sheet);
  const ids = new Set<string>([SHEET_ID]);
  for (const [i, object] of lesson.objects.entries()) {
    if (ids.has(object.id))
      found.push(
        fault(
          "id-taken",
          `objects.${i}.id`,
          `objects.${i}.id: "${object.id}" is already taken; every id is used once.`,
        ),
      );
    ids.add(object.id);
    for (const { field, message } of impossibleInObject(object, view)) {
      found.push(
        fault(
          "impossible-object",
          `objects.${i}.${field}`,
          `objects.${i}.${field} ("${object.label}"): ${message}.`,
        ),
      );
    }
  }
  const tasks = new Set<string>();
  for (const [i, task] of (lesson.tasks ?? []).entries()) {
    if (tasks.has(task.id))
      found.push(
        fault(
          "id-taken",
          `tasks.${i}.id`,
          `tasks.${i}.id: "${task.id}" is already taken; every task has its own.`,
        ),
      );
    tasks.add(task.id);
  }
  const takes = new Set<string>();
  for (const [i, take] of lesson.takes.entries()) {
    if (takes.has(take.id))
      found.push(
        fault(
          "id-taken",
          `takes.${i}.id`,
          `takes.${i}.id: "${take.id}" is already taken; every take has its own.`,
        ),
      );
    takes.add(take.id);
  }
  if (lesson.currentTake !== null && !takes.has(lesson.currentTake)) {
    found.push(
      fault("no-such-take", "currentTake", `currentTake: the lesson has no take "${lesson.currentTake}".`),
    );
  }
  return found;
}

/** The lesson as a file: two-space JSON with a final line end. */
export function serialiseLesson(lesson: Lesson): string {
  return `${JSON.stringify(lesson, null, 2)}\n`;
}

function refuse(findings: readonly Finding[]): Parsed<Lesson> {
  return { ok: false, findings };
}

function fault(code: string, about: string, message: string): Finding {
  return { code, severity: "fault", about, message, numbers: {} };
}

function show(value: unknown): string {
  return value === undefined ? "nothing" : JSON.stringify(value);
}
