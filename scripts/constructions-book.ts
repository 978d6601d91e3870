import { applyChanges, CHOOSABLE, type Choosable, putObject, sampleLesson } from "#core/document/changes";
import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import {
  boundsAt,
  type ObjectOption,
  type ObjectSlice,
  objectOptions,
  RECIPE_NAMES,
  RECIPES,
  type RecipeName,
  recipeNamed,
} from "#core/drawing/recipes";
import { planView } from "#core/drawing/view";
import { requireAt } from "#core/ground/base";
import { drawState, explainStep, PAPER_PALETTE, PRINT_PALETTE, toSvg } from "#core/showing/display";
import type { Step } from "#core/telling/steps";
import { samplesChapter } from "./samples-chapter.ts";

const KINDS = ["one-point", "two-point"] as const;

/** The book of constructions and the pictures in it, by file name. */
export interface ConstructionsBook {
  readonly markdown: string;
  readonly pictures: ReadonlyMap<string, string>;
}

/**
 * Every construction with its pictures, its words, its options and what lands on the sheet at a press, written by the
 * engine. A test compares it with `docs/constructions.md`: whoever changes a size, an option or a default changes the book.
 */
export function constructionsBook(): ConstructionsBook {
  const pictures = new Map<string, string>();
  const chapters = RECIPE_NAMES.map((recipe) => {
    for (const kind of KINDS) pictures.set(pictureName(recipe, kind), picture(recipe, kind));
    pictures.set(stepName(recipe), explained(recipe));
    return chapter(recipe);
  });
  for (const style of CORNER_STYLES) pictures.set(`letters-${style}.svg`, letters(style));
  const samples = samplesChapter();
  for (const [name, svg] of samples.pictures) pictures.set(name, svg);
  return {
    markdown: `# Constructions

Every construction the engine knows, in teaching order, drawn and worded by the engine itself (\`npm run constructions\`).
Each works in one-, two- and three-point views; the words are those of the one-point sample. A press without a drag puts a
thing down as written under "At a press", in millimetres on an A4 sheet.

${chapters.join("\n\n")}

${samples.markdown}
`,
    pictures,
  };
}

const CORNER_STYLES = ["square", "round"] as const;
const WORDS = ["ABCDEFGHIJKL", "MNOPQRSTUVWX", "YZ0123456789"];

function allLetters(): string {
  const shown = CORNER_STYLES.map(
    (style) => `![Letters and digits, ${style} corners](constructions/letters-${style}.svg)`,
  );
  return `| square corners | round corners |\n| --- | --- |\n| ${shown.join(" | ")} |`;
}

/** Every letter and digit there is, on a sheet of one-point lettering. */
function letters(cornerStyle: (typeof CORNER_STYLES)[number]): string {
  const based = sampleLesson("lettering", "one-point");
  const word = ownOf(based);
  if (word.recipe !== "lettering") throw new Error("the sample of lettering is another thing");
  const objects = WORDS.map((text, i) => ({
    ...word,
    id: `word-${i + 1}`,
    label: `word ${i + 1}`,
    text,
    cornerStyle,
    handles: {
      ...word.handles,
      fromLeftMm: 12,
      fromBottomMm: 20 + 58 * (2 - i),
      width: { mm: 270 },
      height: { mm: 34 },
      depth: { fraction: 0.1 },
    },
    depthSetBy: "free" as const,
  }));
  return drawn({ ...based, objects }, `letters and digits, ${cornerStyle} corners`);
}

function chapter(recipe: RecipeName): string {
  const shown = KINDS.map(
    (kind) => `![${recipe} in ${kind}](constructions/${pictureName(recipe, kind)})`,
  ).join(" | ");
  return [
    `## ${recipe}`,
    recipeNamed(recipe).about,
    `| one-point | two-point |\n| --- | --- |\n| ${shown} |`,
    ...(recipe === "lettering" ? [allLetters()] : []),
    told(recipe),
    `![A step of ${recipe}, as its card explains it](constructions/${stepName(recipe)})`,
    options(recipe),
    ...CHOOSABLE.filter((c) => c.recipe === recipe).map(atAPress),
  ]
    .filter(Boolean)
    .join("\n\n");
}

function picture(recipe: RecipeName, kind: (typeof KINDS)[number]): string {
  return drawn(sampleLesson(recipe, kind), `${recipe}, ${kind}`);
}

function drawn(lesson: Lesson, alt: string): string {
  const { paper, sheet, moves } = computeLesson(lesson);
  const state = drawState(paper, sheet, moves.length - 1, moves.length, "bench");
  return toSvg({ ...state, alt }, PAPER_PALETTE);
}

/** Room and letters of a picture on a card of two to a page, mm. */
const STEP_ROOM = { width: 118, height: 88, textSize: 3.6 };

/** The step of a construction that says most, as its card explains it. */
function explained(recipe: RecipeName): string {
  const lesson = sampleLesson(recipe, "one-point");
  const { id } = ownOf(lesson);
  const computed = computeLesson(lesson);
  const says = ({ pictured }: Step) => pictured.letters.length + 2 * pictured.signs.length;
  const steps = computed.steps.filter((s) => s.objectId === id);
  const step = steps.reduce((most, s) => (says(s) > says(most) ? s : most), requireAt(steps, 0));
  return toSvg(explainStep(computed, step, STEP_ROOM).drawing, PRINT_PALETTE);
}

const stepName = (recipe: RecipeName) => `${recipe}-step.svg`;
const pictureName = (recipe: RecipeName, kind: string) => `${recipe}-${kind}.svg`;

function told(recipe: RecipeName): string {
  const lesson = sampleLesson(recipe, "one-point");
  const { id } = ownOf(lesson);
  return computeLesson(lesson)
    .steps.filter((s) => s.objectId === id && s.kind !== "erase")
    .map(
      (s) =>
        `1. **${s.title.replace(/^[^:]*: /, "")}** ${s.instruction.join(" ")}${s.check ? ` *Check:* ${s.check}` : ""}`,
    )
    .join("\n");
}

function options(recipe: RecipeName): string {
  const rows = objectOptions(ownOf(sampleLesson(recipe, "one-point"))).map(
    (o) => `| ${o.label} | \`${o.field}\` | ${mayBe(o, recipe)} |`,
  );
  return `| Option | in the document | may be |\n| --- | --- | --- |\n${rows.join("\n")}`;
}

function mayBe(option: ObjectOption, recipe: RecipeName): string {
  switch (option.kind) {
    case "count":
    case "part":
      return `${option.least} to ${option.most}`;
    case "length": {
      const { least, most } = boundsAt(RECIPES[recipe].shape, option.field);
      return `${least} to ${most} mm`;
    }
    case "choice":
      return option.choices.map(([value, label]) => `${value}: ${label}`).join("; ");
    case "switch":
      return "yes or no";
    case "text":
      return "words";
  }
}

/** What a press in the middle of the sheet puts down, as the document says it. */
function atAPress(chosen: Choosable): string {
  const based = sampleLesson(chosen.name, "one-point");
  const lesson = { ...based, objects: based.objects.slice(0, -1) };
  const at = { xMm: 90, yMm: 130 };
  const put = putObject(
    lesson,
    planView(lesson.view, lesson.sheet),
    chosen.name,
    at,
    at,
    lesson.objects[0]?.id,
  );
  const changed = put && applyChanges(lesson, put.changes);
  const object = changed?.ok ? JSON.stringify(ownOf(changed.value.lesson), rounded) : "nothing";
  return `At a press, as "${chosen.menu}": \`${object}\``;
}

const rounded = (_key: string, value: unknown) =>
  typeof value === "number" ? Math.round(value * 1000) / 1000 : value;

/** The construction shown in a sample: what stands there for it to lean on comes before it. */
function ownOf(lesson: Lesson): ObjectSlice {
  const own = lesson.objects.at(-1);
  if (!own) throw new Error("the sample shows nothing");
  return own;
}
