import { seeded, shuffled } from "../../../ground/base/index.ts";
import { type Drawing, drawWith, type Mark, type Pen } from "../../../showing/display/index.ts";
import { type Card, makeCards } from "../cards/cards.ts";
import type { Laid, Source, Tools } from "../laid.ts";
import { below, beside, Flow } from "../lists/flow.ts";
import { pictureBlock } from "../lists/picture-block.ts";
import type { Page } from "../page.ts";
import { markOf } from "../print-mark.ts";

const SHOWN = 6;
const COLUMNS = 2;

/** Pictures of steps, one of them drawn wrongly, to be found; the key is a page of its own. Null where no step has a slip. */
export function layFindSlip(source: Source, seed: number, { paper, measure }: Tools): Laid | null {
  const { handed } = source;
  const next = seeded(seed);
  const cards = makeCards(source.computed).filter((c) => c.step.task === null);
  const wrong = shuffled(
    cards.filter((c) => c.slipPicture !== null),
    next,
  )[0];
  if (!wrong?.slipPicture) return null;
  // The right one of the same step would give it away.
  const right = shuffled(
    cards.filter((c) => c !== wrong && c.step.newLines > 0),
    next,
  ).slice(0, SHOWN - 1);
  const shown = shuffled([wrong, ...right], next).map((card, i) => ({
    letter: String.fromCharCode(65 + i),
    card,
    drawing: card === wrong ? asIfRight(wrong.slipPicture as Drawing, card) : card.picture,
  }));
  const found = shown.find((s) => s.card === wrong)?.letter ?? "";
  const mark = markOf(shown.map((s) => [s.letter, s.card.number, s.drawing.marks]));
  const sheet = new Flow(paper, measure);
  sheet.words("slip/says", "One of these drawings has a slip in it. Which one? What went wrong?");
  const wide = (sheet.width - 8) / COLUMNS;
  for (let i = 0; i < shown.length; i += COLUMNS)
    sheet.block(
      beside(
        shown.slice(i, i + COLUMNS).map(({ letter, card, drawing }, k) => {
          const name = sheet.wordsBlock(`slip/${letter}`, `${letter}  ${card.title}`, wide, {
            weight: "bold",
          });
          const picture = pictureBlock(
            `slip/${letter}/picture`,
            { ...drawing, alt: `Drawing ${letter}.` },
            wide,
            58,
          );
          return [k * (wide + 8), below([name, picture])] as const;
        }),
        4,
      ),
    );
  sheet.words("slip/answer", "Drawing ____  has the slip:  ______________________________________________");
  const title = "Find the slip";
  const key = new Flow(paper, measure);
  key.words("slip/key", `Drawing ${found} has the slip. ${wrong.slip}`);
  key.words(
    "slip/key-right",
    `It is step ${wrong.number}, "${wrong.title}". As it should be: ${wrong.instruction}`,
  );
  key.block(pictureBlock("slip/key-picture", wrong.picture, wide, 70));
  const about = { lessonTitle: handed.title, mark };
  const pages: Page[] = [
    ...sheet.pages({ title, ...about }),
    ...key.pages({ title: `${title}: the key`, ...about }),
  ];
  return { pages, prints: [{ id: `slip/${seed}`, mark }], notices: [] };
}

/** A wrong line looks like any other: its colour would tell, and so would what its step shows beside it. */
function asIfRight(slip: Drawing, card: Card): Drawing {
  const usual = card.picture.marks.find((m) => m.kind === "path" && m.ink?.colour === "new");
  const width = usual?.kind === "path" ? (usual.ink?.width ?? 0.34) : 0.34;
  const pen: Pen<Mark> = {
    path: (mark) => ({
      ...mark,
      ink: mark.ink && (mark.ink.colour === "wrong" ? { colour: "new", width, dash: [] } : mark.ink),
    }),
    area: (mark) => mark,
    dot: (mark) => (mark.fill === "wrong" ? { ...mark, fill: "new" } : mark),
    text: (mark) => mark,
  };
  return { ...slip, marks: slip.marks.map((m) => drawWith(pen, m)) };
}
