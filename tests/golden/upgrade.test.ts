import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import {
  LESSON_VERSION,
  parseLesson,
  parseLessonText,
  type RawLesson,
  serialiseLesson,
  UPGRADES,
  type Upgrade,
  upgradeLesson,
} from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { RECIPE_NAMES } from "#core/drawing/recipes";

const fileOf = (version: number) => join(import.meta.dirname, `lessons/version-${version}.json`);
const versions = Array.from({ length: LESSON_VERSION }, (_, i) => i + 1);

describe.each(versions)("a lesson of version %i", (version) => {
  const text = readFileSync(fileOf(version), "utf8");

  test("opens, with everything that was in it, and can be drawn", () => {
    const parsed = parseLessonText(text);
    expect(parsed.findings).toEqual([]);
    if (!parsed.ok) return;
    expect(parsed.value.version).toBe(LESSON_VERSION);
    expect(parsed.value.objects).toHaveLength(JSON.parse(text).objects.length);
    expect(computeLesson(parsed.value).steps.length).toBeGreaterThan(30);
    if (version < LESSON_VERSION) return;
    // Today's has one of every construction, and nothing of it may change on the way through.
    expect(new Set(parsed.value.objects.map((o) => o.recipe))).toEqual(new Set(RECIPE_NAMES));
    expect(JSON.parse(serialiseLesson(parsed.value))).toEqual(JSON.parse(text));
  });
});

test("every version that was ever shipped has its golden, and a way up to the next", () => {
  expect(versions.map((v) => existsSync(fileOf(v)))).toEqual(versions.map(() => true));
  expect(UPGRADES).toHaveLength(LESSON_VERSION - 1);
});

describe("the way up", () => {
  const seen: number[] = [];
  const upgrades: Upgrade[] = [1, 2, 3].map((v) => (raw: RawLesson) => {
    seen.push(v);
    return { ...raw, [`from${v}`]: true, title: `${String(raw.title)}>${v + 1}` };
  });

  test("goes through every version once, in order, and ends at the present one", () => {
    for (const from of [1, 2, 3, 4]) {
      seen.length = 0;
      const up = upgradeLesson({ version: from, title: "t" }, upgrades, 4);
      expect(up).toMatchObject({ kind: "current", from, lesson: { version: 4 } });
      expect(seen).toEqual([1, 2, 3].filter((v) => v >= from));
    }
  });

  test("a document of a later version is refused by name and not touched", () => {
    const raw = { version: 5, title: "later" };
    expect(upgradeLesson(raw, upgrades, 4)).toEqual({ kind: "later", version: 5 });
    const parsed = parseLesson({ format: "regulanda-lesson", version: LESSON_VERSION + 1 });
    expect(parsed.ok).toBe(false);
    expect(parsed.findings[0]?.code).toBe("later-version");
    expect(parsed.findings[0]?.message).toContain(`up to ${LESSON_VERSION}`);
  });

  test.each([0, -1, 1.5, "1", null, undefined])("a version of %s is none", (version) => {
    const parsed = parseLesson({ format: "regulanda-lesson", version });
    expect(parsed.ok).toBe(false);
    expect(parsed.findings[0]?.code).toBe("wrong-version");
  });
});
