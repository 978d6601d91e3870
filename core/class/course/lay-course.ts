import { countOf, type Finding, formatClock } from "../../ground/base/index.ts";
import { KIT, type KitName } from "../../ground/plan/index.ts";
import type { Course } from "./course.ts";

/** What a course knows of a lesson: worked out of its document. */
export interface LessonFacts {
  readonly title: string;
  readonly parts: readonly {
    readonly number: number;
    readonly ms: number;
    readonly gate: { readonly says: string; readonly waitMinutes: number } | null;
  }[];
  readonly kit: readonly KitName[];
  /** What is handed in at its end; null for nothing. */
  readonly handsIn: string | null;
  /** Sheets a pupil needs for it: joined ones count each. */
  readonly sheets: number;
  /** The finished sheet it begins on, and whether that is another now. */
  readonly beginsOn: { readonly lessonId: string; readonly title: string; readonly changed: boolean } | null;
}

interface Session {
  /** 1-based. */
  readonly number: number;
  /** Days after the first session. */
  readonly afterDays: number;
  readonly minutes: number;
  readonly parts: readonly {
    readonly lessonId: string;
    readonly title: string;
    /** Which of how many parts of its lesson. */
    readonly part: number;
    readonly of: number;
    readonly minutes: number;
    /** What is waited for, or handed in, after it. */
    readonly gates: readonly string[];
  }[];
}

interface Material {
  readonly name: KitName;
  readonly label: string;
  /** How many in all: of what is used up for every lesson that needs it, else one each. */
  readonly count: number;
  readonly usedUp: boolean;
  /** Titles of the lessons that need it. */
  readonly lessons: readonly string[];
}

export interface LaidCourse {
  readonly sessions: readonly Session[];
  readonly materials: readonly Material[];
  readonly findings: readonly Finding[];
}

/** What is gone after a lesson; all else lies ready again: common practice, no published source. */
const USED_UP: ReadonlySet<KitName> = new Set(["sheet", "scrap", "tile"]);
/** What a whole class shares. */
const SHARED: ReadonlySet<KitName> = new Set(["knife", "tape", "glue"]);
const DAY_MINUTES = 1440;

/**
 * A course over its sessions: parts follow each other in order, as many in a session as have room; what must dry ends one, and
 * so does what is handed in. A part longer than a session has one to itself.
 */
export function layCourse(course: Course, facts: ReadonlyMap<string, LessonFacts>): LaidCourse {
  const sessions: { minutes: number; parts: Session["parts"][number][] }[] = [];
  let closed = true;
  for (const { lessonId } of course.lessons) {
    const lesson = facts.get(lessonId);
    if (!lesson) continue;
    for (const [i, part] of lesson.parts.entries()) {
      const minutes = part.ms / 60_000;
      const isLast = i === lesson.parts.length - 1;
      const now = sessions[sessions.length - 1];
      const fits = now && !closed && now.minutes + minutes <= course.sessionMinutes;
      const session = fits ? now : { minutes: 0, parts: [] };
      if (!fits) sessions.push(session);
      const gates = [
        ...(part.gate ? [part.gate.says] : []),
        ...(isLast && lesson.handsIn ? [`Hand in: ${lesson.handsIn}`] : []),
      ];
      session.minutes += minutes;
      session.parts.push({
        lessonId,
        title: lesson.title,
        part: part.number,
        of: lesson.parts.length,
        minutes,
        gates,
      });
      closed = (part.gate?.waitMinutes ?? 0) > 0 || (isLast && lesson.handsIn !== null);
    }
  }
  return {
    sessions: sessions.map((s, i) => ({
      ...s,
      number: i + 1,
      afterDays: i * course.everyDays,
    })),
    materials: materialsOf(course, facts),
    findings: judgeCourse(course, facts),
  };
}

function materialsOf({ lessons, pupils }: Course, facts: ReadonlyMap<string, LessonFacts>): Material[] {
  const names = Object.keys(KIT) as KitName[];
  return names.flatMap((name): Material[] => {
    const needing = lessons.flatMap(({ lessonId }) => {
      const lesson = facts.get(lessonId);
      if (!lesson?.kit.includes(name)) return [];
      // Who goes on with a sheet needs no other.
      return name === "sheet" && lesson.beginsOn ? [] : [lesson];
    });
    if (needing.length === 0) return [];
    const usedUp = USED_UP.has(name);
    const each = name === "sheet" ? needing.reduce((sum, l) => sum + l.sheets, 0) : needing.length;
    const count = SHARED.has(name) ? 1 : usedUp ? each * pupils : pupils;
    return [{ name, label: KIT[name].label, count, usedUp, lessons: needing.map((l) => l.title) }];
  });
}

function judgeCourse(course: Course, facts: ReadonlyMap<string, LessonFacts>): Finding[] {
  const findings: Finding[] = [];
  const say = (code: string, about: string, message: string) =>
    findings.push({ code, severity: "warning", about, message, numbers: {} });
  const place = new Map(course.lessons.map((l, i) => [l.lessonId, i]));
  const titleOf = (id: string) => facts.get(id)?.title ?? id;
  for (const [i, { lessonId, buildsOn }] of course.lessons.entries()) {
    const lesson = facts.get(lessonId);
    if (!lesson) {
      say(
        "lesson-gone",
        lessonId,
        `"${lessonId}" cannot be read, or is not on the shelf any more. Its place is kept; its time and materials are not counted.`,
      );
      continue;
    }
    for (const id of buildsOn)
      if ((place.get(id) ?? -1) > i)
        say(
          "before-its-ground",
          lessonId,
          `"${lesson.title}" builds on "${titleOf(id)}", which comes after it.`,
        );
    const { beginsOn } = lesson;
    if (beginsOn) {
      const at = place.get(beginsOn.lessonId);
      if (at === undefined)
        say(
          "sheet-not-in-course",
          lessonId,
          `"${lesson.title}" begins on the finished sheet of "${beginsOn.title}", which is not in this course.`,
        );
      else if (at > i)
        say(
          "before-its-sheet",
          lessonId,
          `"${lesson.title}" begins on the finished sheet of "${beginsOn.title}", which comes after it.`,
        );
      if (beginsOn.changed)
        say(
          "sheet-changed",
          lessonId,
          `"${beginsOn.title}" was changed since "${lesson.title}" began on its sheet: it goes on from the sheet as it was then.`,
        );
    }
    for (const part of lesson.parts) {
      const minutes = part.ms / 60_000;
      if (minutes > course.sessionMinutes)
        say(
          "longer-than-session",
          lessonId,
          `Part ${part.number} of "${lesson.title}" takes ${formatClock(part.ms)} min; a session has ${course.sessionMinutes}. Teach it in more parts, under its Plan.`,
        );
      if ((part.gate?.waitMinutes ?? 0) > course.everyDays * DAY_MINUTES)
        say(
          "dries-longer",
          lessonId,
          `After part ${part.number} of "${lesson.title}" is waited longer than the ${countOf(course.everyDays, "day")} to the next session.`,
        );
    }
  }
  return findings;
}
