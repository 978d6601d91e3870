// Begins a construction: its folder, with one that works already (a plinth: a box on a wider, lower one), and its name in the
// list. docs/new-construction.md says how to go on.
//
//   npm run new-construction -- lighthouse
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";

const RECIPES = resolve(import.meta.dirname, "../core/drawing/recipes");
const LIST = join(RECIPES, "recipes.ts");

const name = process.argv[2] ?? "";
const list = readFileSync(LIST, "utf8");
const why = !/^[a-z]+$/.test(name)
  ? `A construction is named by one word in small letters, such as "lighthouse"; this is "${name}".`
  : existsSync(join(RECIPES, name))
    ? `There is a construction "${name}" already.`
    : null;
if (why) {
  console.error(`${why} Nothing was written.`);
  process.exit(1);
}

const Name = name.charAt(0).toUpperCase() + name.slice(1);
mkdirSync(join(RECIPES, name));
for (const [file, text] of Object.entries(files())) writeFileSync(join(RECIPES, name, file), text);
writeFileSync(LIST, withName(list));
console.log(
  `core/drawing/recipes/${name}/ is begun, and named in recipes.ts. Go on with docs/new-construction.md.`,
);

/** The list with one import more, in the order of the alphabet, and one name more, at its end. */
function withName(text: string): string {
  const own = `import { ${name} } from "./${name}/index.ts";`;
  const lines = text.split("\n");
  const after = lines.findIndex((l) => {
    const from = /^import .* from "\.\/([^"]+)";$/.exec(l)?.[1];
    return from !== undefined && from > `${name}/index.ts`;
  });
  const last = lines.findLastIndex((l) => l.startsWith("import "));
  lines.splice(after < 0 ? last + 1 : after, 0, own);
  return lines.join("\n").replace("\n} as const;", `\n  ${name},\n} as const;`);
}

function files(): Readonly<Record<string, string>> {
  return {
    "index.ts": `import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { ${Name}Schema } from "./shape.ts";
import { words } from "./words.ts";

export const ${name} = recipe({
  shape: ${Name}Schema,
  about: "A box on a wider, lower one.",
  ...drawing,
  words,
  options,
  putDown,
});
`,
    "shape.ts": `import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { DepthSetBySchema, ExtentSchema, FOOT } from "../placement.ts";

/** A box on a wider, lower one. */
export const ${Name}Schema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("${name}"),
  depthSetBy: DepthSetBySchema,
  /** Height of the lower box as a part of the whole. */
  step: v.pipe(v.number(), v.minValue(0.05, "at least 0.05"), v.maxValue(0.9, "at most 0.9")),
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type ${Name}Slice = v.InferOutput<typeof ${Name}Schema>;
`,
    "draw.ts": `import { impossibleExtents, layBlock } from "../placement.ts";
import type { Drawing } from "../recipe.ts";
import { drawParts, type Part, partsSolid } from "../several-boxes.ts";
import type { ${Name}Slice } from "./shape.ts";

export const drawing: Drawing<${Name}Slice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: (slice, context) => {
    const { block, tie, findings } = layBlock(slice, context);
    return {
      solid: partsSolid(block, context.frame, partsOf(slice)),
      block,
      points: {},
      tie,
      findings,
    };
  },
  draw: (page, slice) => drawParts(page, partsOf(slice)),
};

function partsOf({ step }: ${Name}Slice): Part[] {
  return [
    { prefix: "step", from: [0, 0, 0], to: [1, step, 1] },
    { prefix: "block", from: [0.15, step, 0.15], to: [0.85, 1, 0.85] },
  ];
}
`,
    "options.ts": `import type { OptionPlan } from "../option.ts";
import type { ${Name}Slice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<${Name}Slice>[] = [
  { kind: "part", field: "step", label: "Step, of the height" },
];
`,
    "put-down.ts": `import { blockAt, type PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "${name}",
  menu: "${Name}",
  by: "front",
  usual: (spot) => ({ step: 0.25, ...blockAt(spot, 0.25) }),
  sample: { "one-point": [45, 190, 125, 100], "two-point": [150, 190, 151, 100] },
};
`,
    "words.ts": `import { FRONT, type PhraseBook } from "../phrases.ts";

export const words: PhraseBook = {
  step: { ...FRONT, title: "{it}: the step" },
  block: { ...FRONT, title: "{it}: the block on the step" },
};
`,
  };
}
