// Writes docs/constructions.md and its pictures: every construction with its moves and options, drawn by the engine itself.
import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import * as v from "valibot";
import { drawState, PAPER_PALETTE, toSvg } from "#core/display";
import { computeLesson, sampleLesson } from "#core/pipeline";
import { ObjectSchema, type ObjectSlice, RECIPES, type RecipeName } from "#core/recipes";

const OUT = join(import.meta.dirname, "../docs");

/** A line about each construction. */
const ABOUT: Readonly<Record<RecipeName, string>> = {
  box: "A box, solid or see-through, anywhere around the vanishing points.",
  outline: "Any straight-sided outline with openings, swept away from us.",
  lettering: "A word in block letters: each letter is cut out of its tile by a few straight cuts.",
  room: "The inside of a room: straight ahead its back wall, at an angle its far corner.",
  floor: "A tiled or boarded floor: ticks, rays, and rows found by the diagonal.",
  road: "A road with dashes, pavements, joints, kerbs and a crossing road.",
  house: "A gable house; the far slope is exact in every view.",
  openings: "Windows, doors, shutters or boards in rows between shared guides on a face.",
  row: "Posts or trees in a row, equally spaced by the crossed diagonal, with rails or slack wires.",
  stairs: "Stairs from their zigzag.",
  seat: "A bench with a rounded or square front edge.",
  table: "A table with four legs.",
  shelf: "An open shelf with boards.",
  archway: "A wall with an arched opening; its thickness shows through it.",
  round: "A circle or arch on a face: an ellipse where it runs away, with its eight points.",
  tunnel: "Arches one behind the other.",
  rays: "Strips of a landscape in mirrored pairs, with a few rays above the horizon.",
  hills: "A skyline drawn freely over the straight horizon.",
  freehand: "A place set aside for drawing freely: foliage, a figure, a boat.",
  reflection: "A thing mirrored in level water, measured from the water's level.",
  shadow: "A thing's shadow on the ground from a sun before or behind us.",
  tone: "Flat tone by the way the faces turn.",
};

const KINDS = ["one-point", "two-point"] as const;

/** Options of a recipe as its schema states them; handles and names are the same for all. */
function optionsOf(recipe: RecipeName): string[] {
  const schema = ObjectSchema.options.find((o) => v.is(v.literal(recipe), o.entries.recipe.literal));
  if (!schema) return [];
  const common = ["id", "label", "frame", "hidden", "recipe", "depthSetBy", "handles", "on", "of"];
  return Object.entries(schema.entries as Readonly<Record<string, unknown>>)
    .filter(([name]) => !common.includes(name))
    .map(([name, entry]) => `\`${name}\`${choices(entry)}`);
}

function choices(entry: unknown): string {
  const { type, options } = entry as { type?: string; options?: readonly unknown[] };
  if (type === "picklist" && options) return ` (${options.map(String).join(", ")})`;
  return type === "boolean" ? " (yes or no)" : "";
}

mkdirSync(join(OUT, "constructions"), { recursive: true });
const sections = (Object.keys(RECIPES) as RecipeName[]).map((recipe) => {
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
    ABOUT[recipe],
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
