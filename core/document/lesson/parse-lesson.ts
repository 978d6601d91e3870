import * as v from "valibot";
import { impossibleInObject, SHEET_ID } from "../../drawing/program/index.ts";
import { impossibleInView, planView } from "../../drawing/view/index.ts";
import { type Finding, type Parsed, whereNotKept } from "../../ground/base/index.ts";
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
  found.push(
    ...takenTwice("objects", lesson.objects, [SHEET_ID]),
    ...takenTwice("tasks", lesson.tasks ?? []),
    ...takenTwice("takes", lesson.takes),
  );
  for (const [i, object] of lesson.objects.entries()) {
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
  const { currentTake } = lesson;
  if (currentTake !== null && !lesson.takes.some((take) => take.id === currentTake)) {
    found.push(fault("no-such-take", "currentTake", `currentTake: the lesson has no take "${currentTake}".`));
  }
  return found;
}

/** Ids of a list that stand in it before, or that the program keeps for itself. */
function takenTwice(
  list: string,
  all: readonly { readonly id: string }[],
  kept: readonly string[] = [],
): Finding[] {
  const ids = new Set(kept);
  return all.flatMap(({ id }, i) => {
    const at = `${list}.${i}.id`;
    const taken = ids.has(id);
    ids.add(id);
    return taken ? [fault("id-taken", at, `${at}: "${id}" is already taken; every id is used once.`)] : [];
  });
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
