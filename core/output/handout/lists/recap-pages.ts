import { GLOSSARY, type GlossaryWord } from "../../../ground/lexicon/index.ts";
import { type Drawing, drawState, turnDrawing } from "../../../showing/display/index.ts";
import type { Step } from "../../../telling/steps/index.ts";
import type { Laid, Source, Tools } from "../laid.ts";
import { markOf } from "../print-mark.ts";
import { MOST_QR_MM, qrCode } from "../qr-code.ts";
import { below, beside, Flow, type FlowBlock } from "./flow.ts";
import { pictureBlock } from "./picture-block.ts";

/** Steps of one thing that follow each other. */
interface Passage {
  readonly label: string;
  readonly steps: readonly [Step, ...Step[]];
}

const PICTURE_MM = 46;

/** What was done, thing by thing, and the words of the trade that were used: to look back at, weeks later. */
export function layRecap(source: Source, { paper, measure }: Tools): Laid {
  const { computed, handed } = source;
  const passages = passagesOf(computed.steps, new Map(computed.objects.map((o) => [o.id, o.label])));
  const words = wordsUsed(computed.steps);
  const pictures = passages.map(({ steps }) => {
    const last = steps[steps.length - 1] ?? steps[0];
    const state = drawState(computed.paper, computed.sheet, last.lastMove, last.lastMove + 1, "bench");
    return turnDrawing({ ...state, alt: `The sheet after step ${last.number}.` }, last.quarters);
  });
  const said = passages.map(sayPassage);
  const mark = markOf([pictures.map((p) => p.marks), said, words.map((w) => [w.word, w.means])]);
  const flow = new Flow(paper, measure);
  for (const [i, passage] of passages.entries()) {
    const [picture, words] = [pictures[i], said[i]];
    if (!picture || !words) continue;
    const id = `recap/${i}`;
    if (passage.steps[0].task) {
      flow.heading(`${id}/title`, words.heading);
      for (const [k, line] of words.lines.entries()) flow.words(`${id}/${k}`, line);
    } else flow.block(besidePicture(flow, id, picture, words, codeOf(passage, source, `${id}/code`)));
  }
  if (words.length > 0) flow.heading("recap/words", "Words of this lesson");
  for (const { word, means } of words) {
    const name = flow.wordsBlock(`recap/word-${word}`, word, 36, { weight: "bold" });
    const meaning = flow.wordsBlock(`recap/means-${word}`, means, flow.width - 40);
    flow.block(
      beside(
        [
          [0, name],
          [40, meaning],
        ],
        2.2,
      ),
    );
  }
  return {
    pages: flow.pages({ title: `Looking back: ${handed.title}`, lessonTitle: handed.title, mark }),
    prints: [{ id: "recap", mark }],
    notices: [],
  };
}

/** What was done, between its picture and the code that leads to it. */
function besidePicture(
  flow: Flow,
  id: string,
  picture: Drawing,
  { heading, lines }: ReturnType<typeof sayPassage>,
  code: FlowBlock | null,
): FlowBlock {
  const left = PICTURE_MM + 6;
  const width = flow.width - left - (code ? MOST_QR_MM + 2 : 0);
  const words = below([
    flow.wordsBlock(`${id}/title`, heading, width, { weight: "bold" }),
    ...lines.map((line, k) => flow.wordsBlock(`${id}/${k}`, line, width)),
  ]);
  return beside(
    [
      [0, pictureBlock(`${id}/picture`, picture, PICTURE_MM, PICTURE_MM)],
      [left, words],
      ...(code ? [[flow.width - MOST_QR_MM, code] as const] : []),
    ],
    5,
  );
}

/** A code that leads to where a thing is begun in the video. */
function codeOf(passage: Passage, { computed, handed }: Source, id: string): FlowBlock | null {
  const [first] = passage.steps;
  const began = computed.schedule.windows.find((w) => w.stepId === first.id);
  if (!began || !handed.videoAt) return null;
  const code = qrCode(id, handed.videoAt(began.startMs), `the video at step ${first.number}`);
  return { height: code.sideMm, at: (x, y) => [code.at(x, y)] };
}

/** The words of the trade that a lesson's sentences use. */
export function wordsUsed(steps: readonly Step[]): GlossaryWord[] {
  const said = steps.map((s) => [s.title, ...s.inFull, s.why, s.check, s.slip].join(" ")).join(" ");
  return GLOSSARY.filter((w) => w.said.test(said));
}

function passagesOf(steps: readonly Step[], labels: ReadonlyMap<string, string>): Passage[] {
  const passages: { label: string; steps: [Step, ...Step[]] }[] = [];
  for (const step of steps) {
    const label = step.task ? step.title : (labels.get(step.objectId) ?? "the sheet");
    const last = passages[passages.length - 1];
    if (last?.label === label && !step.task) last.steps.push(step);
    else passages.push({ label, steps: [step] });
  }
  return passages;
}

/** "Steps 3–6: ticket kiosk", what was done, and the reasons that were given; of a task, its words. */
function sayPassage({ label, steps }: Passage): {
  readonly heading: string;
  readonly lines: readonly string[];
} {
  const [first] = steps;
  const last = steps[steps.length - 1] ?? first;
  const numbers = first === last ? `Step ${first.number}` : `Steps ${first.number}–${last.number}`;
  if (first.task) return { heading: `${numbers}: ${label}`, lines: first.instruction };
  const done = [...new Set(steps.map((s) => shortTitle(s.title, label)))].join("; ");
  const why = [...new Set(steps.map((s) => s.why).filter(Boolean))];
  return {
    heading: `${numbers}: ${label}`,
    lines: [`${done.charAt(0).toUpperCase()}${done.slice(1)}.`, ...why],
  };
}

/** "Kiosk: the front, part 2" of the kiosk is "the front". */
function shortTitle(title: string, label: string): string {
  const whole = title.replace(/, part \d+$/, "");
  const prefix = `${label}: `;
  return whole.toLowerCase().startsWith(prefix.toLowerCase()) ? whole.slice(prefix.length) : whole;
}
