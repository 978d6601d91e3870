import { expect, test } from "vitest";
import { sampleLesson } from "#core/document/changes";
import { drawLesson } from "#core/document/pipeline";
import { RECIPE_NAMES } from "#core/drawing/recipes";

// Documents hold these names (steps cut before a move, strokes tied to words): a name that changes cuts them off.
test("every construction's moves are called as they always were: if this is meant, npm run renew-goldens, and read the difference", async () => {
  const told = RECIPE_NAMES.flatMap((recipe) =>
    (["one-point", "two-point"] as const).map((kind) => {
      const { moves } = drawLesson(sampleLesson(recipe, kind));
      const own = moves.filter((m) => m.objectId !== "sheet" || recipe === RECIPE_NAMES[0]);
      return `${recipe}, ${kind}\n${own.map((m) => `  ${m.id} [${m.phase}] ${m.hand}`).join("\n")}`;
    }),
  );
  await expect(`${told.join("\n\n")}\n`).toMatchFileSnapshot("move-ids.txt");
});
