import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { type Lesson, parseLessonText } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { drawState, PAPER_PALETTE, toSvg } from "#core/showing/display";

const FOLDER = join(import.meta.dirname, "../demo/samples");
const IN_A_ROW = 3;

/** The lessons that show one way of the trade each, by file name. */
function samples(): (readonly [name: string, lesson: Lesson])[] {
  return readdirSync(FOLDER)
    .filter((file) => file.endsWith(".json"))
    .sort()
    .map((file) => {
      const parsed = parseLessonText(readFileSync(join(FOLDER, file), "utf8"));
      if (!parsed.ok) throw new Error(`${file}: ${parsed.findings[0]?.message}`);
      return [file.replace(/\.json$/, ""), parsed.value] as const;
    });
}

/** The chapter of the book that shows them, each finished, with its file to bring in. */
export function samplesChapter(): { markdown: string; pictures: ReadonlyMap<string, string> } {
  const pictures = new Map<string, string>();
  const cells = samples().map(([name, lesson]) => {
    const { paper, sheet, moves, steps } = computeLesson(lesson);
    const state = drawState(paper, sheet, moves.length - 1, moves.length, "bench");
    pictures.set(`sample-${name}.svg`, toSvg({ ...state, alt: lesson.title }, PAPER_PALETTE));
    return `![${lesson.title}](constructions/sample-${name}.svg) [${lesson.title}](../demo/samples/${name}.json), ${steps.length} steps`;
  });
  const rows = Array.from({ length: Math.ceil(cells.length / IN_A_ROW) }, (_, i) => {
    const row = cells.slice(i * IN_A_ROW, (i + 1) * IN_A_ROW);
    return `| ${[...row, ...Array<string>(IN_A_ROW - row.length).fill("")].join(" | ")} |`;
  });
  const markdown = `## Ways of the trade

Small lessons of one thing each, as it is taught: to look at, and to bring in on the shelf.

|${" |".repeat(IN_A_ROW)}
|${" --- |".repeat(IN_A_ROW)}
${rows.join("\n")}`;
  return { markdown, pictures };
}
