// Writes docs/constructions.md and its pictures: every construction with its moves and options, drawn by the engine itself.
import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { sampleLesson } from "#core/changes";
import { drawState, PAPER_PALETTE, toSvg } from "#core/display";
import { computeLesson } from "#core/pipeline";
import { type ObjectSlice, RECIPE_NAMES, RECIPES, type RecipeName, recipeNamed } from "#core/recipes";

const OUT = join(import.meta.dirname, "../docs");

const KINDS = ["one-point", "two-point"] as const;

/** Options of a recipe as its schema states them; handles and names are the same for all. */
function optionsOf(recipe: RecipeName): string[] {
  const common = ["id", "label", "frame", "hidden", "recipe", "depthSetBy", "handles", "on", "of"];
  return Object.entries(RECIPES[recipe].shape.entries as Readonly<Record<string, unknown>>)
    .filter(([name]) => !common.includes(name))
    .map(([name, entry]) => `\`${name}\`${choices(entry)}`);
}

function choices(entry: unknown): string {
  const { type, options } = entry as { type?: string; options?: readonly unknown[] };
  if (type === "picklist" && options) return ` (${options.map(String).join(", ")})`;
  return type === "boolean" ? " (yes or no)" : "";
}

mkdirSync(join(OUT, "constructions"), { recursive: true });
const sections = RECIPE_NAMES.map((recipe) => {
  const pictures = KINDS.map((kind) => {
    const { paper, sheet, moves } = computeLesson(sampleLesson(recipe, kind));
    const svg = toSvg(
      {
        ...drawState(paper, sheet, moves.length - 1, moves.length, "bench"),
        alt: `${recipe}, ${kind}`,
      },
      PAPER_PALETTE,
    );
    const name = `${recipe}-${kind}.svg`;
    writeFileSync(join(OUT, "constructions", name), svg);
    return `![${recipe} in ${kind}](constructions/${name})`;
  });
  const lesson = sampleLesson(recipe, "one-point");
  const own = lesson.objects[lesson.objects.length - 1] as ObjectSlice;
  const { steps } = computeLesson(lesson);
  const told = steps
    .filter((s) => s.objectId === own.id && s.kind !== "erase")
    .map(
      (s) =>
        `1. **${s.title.replace(/^[^:]*: /, "")}** ${s.instruction.join(" ")}${s.check ? ` *Check:* ${s.check}` : ""}`,
    );
  const options = optionsOf(recipe);
  return [
    `## ${recipe}`,
    recipeNamed(recipe).about,
    `| one-point | two-point |\n| --- | --- |\n| ${pictures.join(" | ")} |`,
    told.join("\n"),
    options.length > 0 ? `Options: ${options.join(", ")}.` : "",
  ]
    .filter(Boolean)
    .join("\n\n");
});
writeFileSync(
  join(OUT, "constructions.md"),
  `# Constructions

Every construction the engine knows, in teaching order, drawn and worded by the engine itself (\`npm run constructions\`).
Each works in one-, two- and three-point views; the words are those of the one-point sample.

${sections.join("\n\n")}
`,
);
console.log(`${sections.length} constructions written to docs/constructions.md`);
