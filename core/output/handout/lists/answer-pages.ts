import { makeCards } from "../cards/cards.ts";
import { finished } from "../cards/goal-card.ts";
import type { Laid, Source, Tools } from "../laid.ts";
import { markOf } from "../print-mark.ts";
import { Flow } from "./flow.ts";
import { pictureBlock } from "./picture-block.ts";

/** The finished drawing, and for every card that asks, or leaves something to the pupil, what it does not say. */
export function layAnswers(source: Source, { paper, measure }: Tools): Laid {
  const { title } = source.handed;
  const answered = makeCards(source.computed).filter((c) => c.answers.length > 0);
  const goal = finished(source.handed);
  const mark = markOf([goal.marks, answered.map((c) => [c.number, c.title, c.answers])]);
  const flow = new Flow(paper, measure);
  flow.block(pictureBlock("answers/finished", goal, flow.width, 110, 6));
  if (answered.length === 0) flow.words("answers/none", "No card asks for anything: each says all.");
  for (const card of answered) {
    flow.heading(`answers/${card.stepId}/title`, `${card.number}. ${card.title}`);
    for (const [i, answer] of card.answers.entries()) flow.words(`answers/${card.stepId}/${i + 1}`, answer);
  }
  return {
    pages: flow.pages({ title: `Answers: ${title}`, lessonTitle: title, mark }),
    prints: [{ id: "answers", mark }],
    notices: [],
  };
}
