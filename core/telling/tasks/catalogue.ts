import type { Task, TaskKind } from "./task.ts";

/** A task of the usual kind, but for its id and, where it goes beside a step, its place. */
export interface UsualTask extends Omit<Task, "id" | "kind" | "place" | "concerns"> {
  /** Where it goes when it is put in: first or last of all, or after the step that is looked at. */
  readonly usually: "first" | "here" | "last";
  /** Whether it is about things of the drawing, which its picture then shows. */
  readonly about: "things" | "pieces" | "nothing";
}

/**
 * The usual steps without a line of a draw-along class, with minutes and drying times to start from: common practice, no
 * published source.
 */
export const USUAL_TASKS: Readonly<Record<TaskKind, UsualTask>> = {
  "lay-out": {
    title: "Lay out your things",
    words: "Lay out what you need. Keep the table clear beside the sheet.",
    minutes: 3,
    usually: "first",
    about: "nothing",
  },
  practise: {
    title: "Hold the ruler",
    words: "Spread your fingers on the ruler. Press, and draw five lines on scrap paper.",
    minutes: 2,
    kit: ["ruler", "scrap"],
    usually: "here",
    about: "nothing",
  },
  watch: {
    title: "Watch first",
    words: "Pencils down. Watch how the next lines are drawn.",
    minutes: 1,
    usually: "here",
    about: "nothing",
  },
  talk: {
    title: "Talk it over",
    words: "Where do the lines run to? Tell your neighbour.",
    minutes: 2,
    usually: "here",
    about: "nothing",
  },
  check: {
    title: "Check your sheet",
    words: "Lay the ruler along each line that runs away. Does it meet its point?",
    minutes: 2,
    kit: ["ruler"],
    usually: "here",
    about: "things",
  },
  glue: {
    title: "Glue the sheets",
    words: "Put small dots of glue along the edge. Press the sheets together.",
    minutes: 3,
    kit: ["glue"],
    dryMinutes: 60,
    usually: "here",
    about: "nothing",
  },
  dry: {
    title: "Let it dry",
    words: "Lay the sheet flat and do not touch it.",
    minutes: 1,
    dryMinutes: 20,
    usually: "here",
    about: "nothing",
  },
  clean: {
    title: "Clean the sheet",
    words: "Rub out every light line that is left. Blow the crumbs off.",
    minutes: 4,
    kit: ["eraser"],
    usually: "last",
    about: "nothing",
  },
  ink: {
    title: "Ink the lines",
    words: "Go over every firm line with the pen. Lift the ruler off, never slide it.",
    minutes: 10,
    kit: ["pen", "ruler"],
    dryMinutes: 10,
    usually: "last",
    about: "things",
  },
  wash: {
    title: "Lay a wash",
    words: "Wet the brush. Lay one pale colour on, from the top down.",
    minutes: 10,
    kit: ["paint"],
    dryMinutes: 20,
    usually: "last",
    about: "things",
  },
  pattern: {
    title: "Colour every other piece",
    words: "Colour every other piece. Finish one colour across before the next.",
    minutes: 8,
    kit: ["crayon"],
    usually: "last",
    about: "pieces",
  },
  details: {
    title: "Your own details",
    words: "Add what you like: people, plants, signs. Smaller is farther off.",
    minutes: 8,
    usually: "last",
    about: "nothing",
  },
  "hand-in": {
    title: "Hand in a photo",
    words: "Lay the sheet flat in good light. Take the photo straight from above.",
    minutes: 2,
    usually: "last",
    about: "nothing",
  },
};
