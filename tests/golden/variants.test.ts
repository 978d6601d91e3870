import { createHash } from "node:crypto";
import { expect, test } from "vitest";
import { applyChanges, sampleLesson, setOption, VIEW_KINDS } from "#core/document/changes";
import { dragObjectHandle, objectHandles } from "#core/document/handles";
import { type Lesson, parseLesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { type ObjectOption, objectOptions, RECIPE_NAMES } from "#core/drawing/recipes";
import { planView } from "#core/drawing/view";
import { AGE_BANDS, SCHOOLS } from "#core/ground/plan";
import { makeCards } from "#core/output/handout";

// What every construction comes to with every option and in every view, by digests: a change that is not meant shows here
// before a teacher sees it. What is meant: vitest -u, and read which lines changed.

/** Numbers to a hundredth of a millimetre: below it two machines may differ. */
const plain = (value: unknown): string =>
  JSON.stringify(value, (_, v) => (typeof v === "number" ? Math.round(v * 100) / 100 + 0 : v));
const digest = (value: unknown) => createHash("sha256").update(plain(value)).digest("hex").slice(0, 8);

function comesTo(lesson: Lesson): string {
  const c = computeLesson(lesson);
  const strokes = c.paper.strokes.map(({ id, from, to, pieces }) => [id, from, to, pieces]);
  const words = c.steps.map((s) => [s.id, s.title, s.instruction, s.notes, s.readings, s.check, s.slip]);
  const handles = lesson.objects.flatMap((o) =>
    objectHandles(o, c.program.scene, c.view).map((h) => [
      h,
      dragObjectHandle(o, c.program.scene, h.id, { xMm: h.at.xMm + 4, yMm: h.at.yMm - 3 }, c.view),
    ]),
  );
  return [
    `moves ${digest(c.moves)}`,
    `lines ${digest(strokes)}`,
    `tones ${digest(c.paper.fills)}`,
    `words ${digest(words)}`,
    `times ${digest(c.schedule.windows)}`,
    `cards ${digest(makeCards(c).map((card) => [card.picture, card.slipPicture]))}`,
    `handles ${digest(handles)}`,
    `told ${c.findings.map((f) => f.code).join(" ") || "nothing"}`,
  ].join(", ");
}

/** What an option can be beside what it is. */
function otherwise(option: ObjectOption): readonly (string | number | boolean)[] {
  switch (option.kind) {
    case "choice":
      return option.choices.map(([value]) => value).filter((value) => value !== option.value);
    case "switch":
      return [!option.value];
    case "count":
      return [option.least, Math.min(option.most, option.least + 4)];
    case "part":
      return [option.least, (option.least + option.most) / 2];
    case "length":
      return [option.valueMm + 3];
    case "text":
      return ["KW 7"];
  }
}

test("every construction in every view: if this is meant, npm run renew-goldens, and read the difference", async () => {
  const lines = RECIPE_NAMES.flatMap((recipe) =>
    VIEW_KINDS.map(({ kind }) => `${recipe}, ${kind}: ${comesTo(sampleLesson(recipe, kind))}`),
  );
  await expect(`${lines.join("\n")}\n`).toMatchFileSnapshot("variants/views.txt");
});

test("every option of every construction: if this is meant, npm run renew-goldens, and read the difference", async () => {
  const lines = RECIPE_NAMES.flatMap((recipe) =>
    (["one-point", "two-point"] as const).flatMap((kind) => {
      const lesson = sampleLesson(recipe, kind);
      const object = lesson.objects.at(-1);
      if (!object) throw new Error("the sample shows nothing");
      return objectOptions(object).flatMap((option) =>
        otherwise(option).map((value) => {
          const view = planView(lesson.view, lesson.sheet);
          const changed = applyChanges(lesson, setOption(object, option.field, value, view));
          const result = changed.ok ? comesTo(changed.value.lesson) : changed.findings[0]?.message;
          return `${recipe}, ${kind}, ${option.field} ${value}: ${result}`;
        }),
      );
    }),
  );
  await expect(`${lines.join("\n")}\n`).toMatchFileSnapshot("variants/options.txt");
});

test("every school, hand and age: if this is meant, npm run renew-goldens, and read the difference", async () => {
  const ages = { field: "ageBand", choices: Object.keys(AGE_BANDS).map((value) => ({ value })) };
  const lines = (["house", "openings", "reflection"] as const).flatMap((recipe) => {
    const lesson = sampleLesson(recipe, "two-point");
    return [...SCHOOLS, ages].flatMap(({ field, choices }) =>
      choices.map(({ value }) => {
        const taught = { ...lesson, plan: { ...lesson.plan, [field]: value } } as Lesson;
        return `${recipe}, ${field} ${value}: ${comesTo(taught)}`;
      }),
    );
  });
  await expect(`${lines.join("\n")}\n`).toMatchFileSnapshot("variants/schools.txt");
});

/** Every number and word of a value, by its path, with the value as it is with another in its place. */
function replaced(
  value: unknown,
  instead: (old: unknown) => readonly unknown[],
  path = "",
): [string, unknown][] {
  if (value === null || typeof value !== "object")
    return instead(value).map((other) => [`${path} ${plain(other)}`, other]);
  const parts = Array.isArray(value) ? [...value.entries()] : Object.entries(value);
  return parts.flatMap(([key, inner]) =>
    replaced(inner, instead, path ? `${path}.${key}` : `${key}`).map(([where, other]): [string, unknown] => {
      const copy = structuredClone(value) as Record<string | number, unknown>;
      copy[key] = other;
      return [where, copy];
    }),
  );
}

test("what is out of bounds is refused in words: if this is meant, npm run renew-goldens, and read the difference", async () => {
  const wrong = (old: unknown) =>
    typeof old === "number" ? [-1e6, 1e6, 0.001] : typeof old === "string" ? ["", "no such"] : [7];
  const lines = RECIPE_NAMES.flatMap((recipe) => {
    const lesson = sampleLesson(recipe, "one-point");
    const own = lesson.objects.at(-1);
    return replaced(own, wrong).map(([where, object]) => {
      const read = parseLesson({ ...lesson, objects: [...lesson.objects.slice(0, -1), object] });
      return `${recipe}, ${where}: ${read.ok ? "taken" : read.findings.map((f) => f.message).join(" | ")}`;
    });
  });
  const { objects: _, ...rest } = sampleLesson("box", "two-point");
  for (const [where, lesson] of replaced(rest, wrong)) {
    const read = parseLesson({ ...(lesson as object), objects: [] });
    lines.push(`lesson, ${where}: ${read.ok ? "taken" : read.findings.map((f) => f.message).join(" | ")}`);
  }
  await expect(`${lines.join("\n")}\n`).toMatchFileSnapshot("variants/refusals.txt");
});
