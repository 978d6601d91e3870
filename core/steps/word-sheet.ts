import { formatLength, listOf } from "../base/index.ts";
import type { StepWords } from "./step.ts";
import type { WordContext } from "./word-context.ts";

const nothing = { why: "", readings: [], check: "", slip: "", slipKind: null } as const;

/** Words for what is done to the sheet itself: centre, horizon, vanishing points, the last rubbing out. */
export function wordSheet(phase: string, context: WordContext): StepWords {
  switch (phase) {
    case "centre":
      return wordCentre(context);
    case "horizon":
      return wordHorizon(context);
    case "vanishing-points":
      return wordVanishingPoints(context);
    default:
      return {
        ...nothing,
        title: "Rub out the guides",
        instruction: [
          "Rub out every guide beyond the back edges, and every line that a nearer thing covers.",
        ],
        check: "Nothing is see-through any more.",
        slip: "Rubbing across an outline: go over it again along the ruler.",
      };
  }
}

function wordCentre({ moves, sheet }: WordContext): StepWords {
  const half = {
    across: formatLength(sheet.widthMm / 2, sheet),
    down: formatLength(sheet.heightMm / 2, sheet),
  };
  const whole = { across: formatLength(sheet.widthMm, sheet), down: formatLength(sheet.heightMm, sheet) };
  const title = "Find the centre of the sheet";
  if (moves.some((m) => m.hand === "fold")) {
    return {
      ...nothing,
      title,
      instruction: [
        "Fold the sheet edge to edge both ways, press the creases lightly and open it again.",
        "The creases cross in the centre.",
      ],
      check: "On both folds the corners lie exactly on each other.",
      slip: "Pressing hard: a sharp crease catches the pencil later.",
    };
  }
  if (moves.some((m) => m.lines.some((l) => l.rule.kind === "sheet-diagonal"))) {
    return {
      ...nothing,
      title,
      instruction: [
        "Lay the ruler from corner to corner and draw both diagonals very lightly.",
        "They cross in the centre.",
      ],
      check: "Each diagonal leaves exactly its corner.",
      slip: "Starting a little beside the corner.",
    };
  }
  if (moves.some((m) => m.hand === "rule")) {
    return {
      ...nothing,
      title,
      instruction: [
        `Mark the middle of the top and the bottom edge, ${half.across} from the left, and the middle of both sides, ${half.down} from the top.`,
        "Join the marks lightly; the lines cross in the centre.",
      ],
      readings: [`half of ${whole.across} is ${half.across}`, `half of ${whole.down} is ${half.down}`],
      check: `Measured from the right edge the marks are ${half.across} away too.`,
      slip: "Measuring from the ruler's end instead of its zero.",
    };
  }
  return {
    ...nothing,
    title,
    instruction: ["Put a dot in the middle of the sheet by eye."],
    readings: [`${half.across} from either side`, `${half.down} from top and bottom`],
    check: "The gaps left and right are alike, and so are those above and below.",
    slip: "",
  };
}

function wordHorizon({ moves, view, sheet }: WordContext): StepWords {
  const down = formatLength(view.horizonMm, sheet);
  const up = formatLength(sheet.heightMm - view.horizonMm, sheet);
  if (moves.length === 1) {
    return {
      ...nothing,
      title: "Draw the horizon",
      instruction: [
        "Slide the ruler to the centre, level with the sheet's edge, and draw the horizon lightly right across.",
      ],
      readings: [`${down} from the top edge`],
      check: `Left and right the line is the same ${down} from the top.`,
      slip: "A horizon that tilts: measure at both ends.",
    };
  }
  return {
    ...nothing,
    title: "Draw the horizon",
    instruction: [
      `On the left and the right edge mark ${down} down from the top.`,
      "Join the two marks with one light line: the horizon, the height of our eyes.",
    ],
    readings: [`${down} down from the top edge, left and right`],
    check: `From the bottom edge both marks are ${up} up.`,
    slip: "Measuring one side only: the horizon tilts.",
  };
}

function wordVanishingPoints({ moves, sheet }: WordContext): StepWords {
  const marks = moves.flatMap((m) =>
    m.points.flatMap((p) =>
      p.rule.kind === "on-line-from-edge" ? [{ called: p.called, mm: p.rule.across.mm }] : [],
    ),
  );
  const one = marks.length === 1;
  const middle = (mm: number) => Math.abs(mm - sheet.widthMm / 2) < 0.05;
  const where = ({ called, mm }: { called: string; mm: number }) => {
    if (mm < 0)
      return `the ${called} ${formatLength(-mm, sheet)} outside the left edge, on a strip of paper taped on`;
    if (mm > sheet.widthMm)
      return `the ${called} ${formatLength(mm - sheet.widthMm, sheet)} outside the right edge, on a strip of paper taped on`;
    return `the ${called} ${formatLength(mm, sheet)} from the left edge${middle(mm) ? ", in the middle" : ""}`;
  };
  return {
    ...nothing,
    title: one ? "Mark the vanishing point" : "Mark the vanishing points",
    instruction: [
      `On the horizon mark ${listOf(marks.map(where))}.`,
      one
        ? "A small dot will do: every line that goes away from us will run to it."
        : "Every level edge will run to one of them.",
    ],
    readings: marks.map(
      (m) => `${formatLength(Math.abs(m.mm), sheet)} ${m.mm < 0 ? "outside" : "from"} the left edge`,
    ),
    check: marks
      .filter((m) => m.mm >= 0 && m.mm <= sheet.widthMm)
      .map((m) => `From the right edge the ${m.called} is ${formatLength(sheet.widthMm - m.mm, sheet)} away.`)
      .join(" "),
    slip: "A fat dot: lines aimed at its rim miss each other.",
  };
}
