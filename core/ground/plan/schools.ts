import { type Change, change, writtenAddress } from "../base/index.ts";
import { PLAN_DEFAULTS, type Plan } from "./plan-slice.ts";

/** A choice of school: what it is called and, in a line, what it changes. */
interface School<F extends keyof Plan> {
  readonly field: F;
  readonly title: string;
  readonly choices: readonly { readonly value: Plan[F]; readonly label: string; readonly effect: string }[];
}

const CENTRE: School<"centre"> = {
  field: "centre",
  title: "Finding the centre",
  choices: [
    {
      value: "measure",
      label: "Measure",
      effect: "Two marks halfway along the top and bottom edge, two at the sides, joined lightly.",
    },
    {
      value: "fold",
      label: "Fold twice",
      effect: "Quick, no ruler: two creases cross in the centre and stay in the paper.",
    },
    {
      value: "diagonals",
      label: "Corner to corner",
      effect: "Two light lines that cross in the centre; rubbed out with the first tails.",
    },
    { value: "eye", label: "By eye", effect: "One dot, then the gaps either side are compared." },
    {
      value: "none",
      label: "Leave it out",
      effect: "The vanishing point is measured from the sheet's edges instead.",
    },
  ],
};

const HORIZON: School<"horizon"> = {
  field: "horizon",
  title: "The horizon",
  choices: [
    { value: "drawn", label: "Draw it", effect: "A light line at the height of the eyes, there to the end." },
    {
      value: "rubbed-out",
      label: "Rub it out at the end",
      effect: "It helps while the lesson lasts; the last step takes it away.",
    },
    {
      value: "none",
      label: "Work without one",
      effect: "Only the vanishing point is marked: where the middle of the sheet was found, there it is.",
    },
  ],
};

const GUIDES: School<"guides"> = {
  field: "guides",
  title: "Length of guides",
  choices: [
    {
      value: "to-vp",
      label: "To the vanishing point",
      effect: "Easiest to check; leaves long tails to rub out.",
    },
    {
      value: "part-way",
      label: "Part of the way",
      effect: "The ruler still touches the point, the pencil stops early; less to rub out.",
    },
  ],
};

const ERASE: School<"erase"> = {
  field: "erase",
  title: "Rubbing out",
  choices: [
    { value: "each-object", label: "After each thing", effect: "One rubbing-out step closes every object." },
    { value: "at-end", label: "All at the end", effect: "One long rubbing-out step closes the lesson." },
    {
      value: "never",
      label: "Never (pen)",
      effect: "No rubbing out; lines that cross a nearer thing are reported.",
    },
  ],
};

const READING: School<"reading"> = {
  field: "reading",
  title: "Wording",
  choices: [
    { value: "full", label: "Full sentences", effect: "With the reason the first time a thing is drawn." },
    { value: "plain", label: "Plain and short", effect: "No reasons, and plainer words for young readers." },
  ],
};

const HELP: School<"help"> = {
  field: "help",
  title: "Help",
  choices: [
    {
      value: "fades",
      label: "Fades",
      effect: "The same again is told without its reason, then asked, then only by its measures.",
    },
    { value: "same", label: "Stays the same", effect: "Every thing is told in full." },
  ],
};

const RULER: School<"ruler"> = {
  field: "ruler",
  title: "Rulers",
  choices: [
    { value: "marked", label: "With marks", effect: "Lengths are read off the ruler." },
    {
      value: "straight-edge",
      label: "Any straight edge",
      effect: "No numbers: a length is told as a part of the sheet, or carried over from what is there.",
    },
  ],
};

const DEPTHS: School<"depths"> = {
  field: "depths",
  title: "How deep things go",
  choices: [
    {
      value: "measured",
      label: "Measured",
      effect: "Every depth is read off the ruler: all sheets look alike.",
    },
    {
      value: "by-eye",
      label: "Chosen",
      effect: "Each pupil chooses; the words say about how much. What is found from it follows.",
    },
  ],
};

const HAND: School<"hand"> = {
  field: "hand",
  title: "Drawing hand",
  choices: [
    { value: "right", label: "Right", effect: "Ruler and pencil are shown as a right hand holds them." },
    {
      value: "left",
      label: "Left",
      effect:
        "Ruler and pencil are shown mirrored, uprights with the ruler on their left; lines go from the right to the left.",
    },
  ],
};

/** Every choice of school, in the order they are asked in. */
export const SCHOOLS = [CENTRE, HORIZON, GUIDES, ERASE, READING, HELP, RULER, DEPTHS, HAND] as const;
export type SchoolField = (typeof SCHOOLS)[number]["field"];

/** What a plan has chosen, or what is meant where it leaves the choice open. */
export function chosenIn(plan: Plan, field: SchoolField): string {
  const open: Partial<Record<SchoolField, string>> = PLAN_DEFAULTS;
  return plan[field] ?? open[field] ?? "";
}

/** Takes up one of a school's choices. */
export function chooseIn(field: SchoolField, choice: string): Change {
  return change(writtenAddress("plan", field), choice);
}
