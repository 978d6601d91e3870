import { finished } from "../cards/goal-card.ts";
import type { LaidPages, Source, Tools } from "../laid.ts";
import { Flow, LIST_TEXT_MM } from "../lists/flow.ts";
import { pictureBlock } from "../lists/picture-block.ts";
import type { Page } from "../page.ts";
import { markOf } from "../print-mark.ts";
import { type Variant, varyLesson } from "./vary-lesson.ts";

const rowName = (row: number) => `Row ${String.fromCharCode(64 + row)}`;

/** What a page of other measures says of a step. */
interface MeasuredStep {
  readonly number: number;
  readonly title: string;
  /** The sentences with a length in them. */
  readonly says: readonly string[];
}

/** The steps of a variant that measure something, with the sentences that say it; all of its steps where the cards do not tell it. */
function measuredSteps({ computed, byTheCards }: Variant): MeasuredStep[] {
  if (!byTheCards)
    return computed.steps.map(({ number, title, inFull }) => ({ number, title, says: inFull }));
  return computed.steps.flatMap(({ number, title, acts }) => {
    const says = acts.flatMap(({ told, sentences }) =>
      JSON.stringify(told.act).includes('"marks"') ? [...sentences] : [],
    );
    return says.length > 0 ? [{ number, title, says }] : [];
  });
}

/** A page of measures for each row of the class, to go with the class's cards, and the key with every row's finished drawing. */
export function layVariants(
  source: Source,
  { seed, rows, row }: { readonly seed: number; readonly rows: number; readonly row: number | null },
  { paper, measure }: Tools,
): LaidPages {
  const { title } = source.handed;
  const all = varyLesson(source.computed, seed, Math.max(rows, row ?? 0));
  const variants = row === null ? all.slice(0, rows) : all.filter((v) => v.row === row);
  const same = variants.filter((v) => v.changed === 0);
  const pages: Page[] = [];
  const marks: string[] = [];
  for (const variant of variants) {
    const { mark, pages: own } = rowPages(variant, title, { paper, measure });
    marks.push(mark);
    pages.push(...own);
  }
  const key = new Flow(paper, measure);
  for (const { row: n, computed } of variants) {
    const name = rowName(n);
    key.heading(`key/${name}`, name);
    const drawing = finished({
      ...source.handed,
      paper: computed.paper,
      sheet: computed.sheet,
      moves: computed.moves,
    });
    key.block(
      pictureBlock(
        `key/${name}/picture`,
        { ...drawing, alt: `${name}: the finished drawing.` },
        key.width,
        74,
      ),
    );
    for (const { number, check } of computed.steps)
      if (/\d/.test(check))
        key.words(`key/${name}/${number}`, `Step ${number}: ${check}`, {
          size: LIST_TEXT_MM * 0.85,
          gap: 0.6,
        });
  }
  const keyMark = markOf(marks);
  pages.push(...key.pages({ title: "Other measures: the key", lessonTitle: title, mark: keyMark }));
  return {
    pages,
    notices:
      same.length > 0
        ? [
            `${same.map((s) => rowName(s.row)).join(", ")}: no other lengths were found that can be drawn. Draw another lot, or ask for fewer rows.`,
          ]
        : [],
  };
}

/** The page of a row: its lengths, step by step. */
export function rowPages(
  variant: Variant,
  title: string,
  { paper, measure }: Tools,
): { readonly mark: string; readonly pages: readonly Page[] } {
  const steps = measuredSteps(variant);
  const name = rowName(variant.row);
  const mark = markOf([name, steps]);
  const flow = new Flow(paper, measure);
  flow.words(
    `${name}/says`,
    variant.byTheCards
      ? "Follow the step cards, but take your row's lengths from this page. Everything else is as the cards say."
      : "Follow this page instead of the step cards: your row's drawing has steps of its own.",
  );
  for (const step of steps) {
    flow.heading(`${name}/${step.number}`, `${step.number}. ${step.title}`);
    for (const [i, says] of step.says.entries()) flow.words(`${name}/${step.number}/${i}`, says, { gap: 1 });
  }
  return { mark, pages: flow.pages({ title: `${name}: other measures`, lessonTitle: title, mark }) };
}
