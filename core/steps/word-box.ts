import { countOf, formatLength, listOf, sentenceCase } from "../base/index.ts";
import type { Move } from "../drafter/index.ts";
import { cornerPlace, sayShare } from "../lexicon/index.ts";
import { aimName } from "./call-aim.ts";
import type { StepWords } from "./step.ts";
import type { WordContext } from "./word-context.ts";

/** Words for the steps of a box, in any view: which sentence is said follows from the moves themselves. */
export function wordBox(phase: string, context: WordContext): StepWords {
  switch (phase) {
    case "front":
      return wordFront(context);
    case "guides":
      return wordGuides(context);
    case "close":
      return wordClosing(context);
    case "see-through":
      return wordHiddenEdges(context);
    default:
      return wordErasing(context);
  }
}

function wordFront({ moves, label, sheet }: WordContext): StepWords {
  const say = (mm: number) => formatLength(mm, sheet);
  const foot = moves.flatMap((m) => m.points).find((p) => p.rule.kind === "from-edges");
  const across = foot?.rule.kind === "from-edges" ? foot.rule.across.mm : 0;
  const down = foot?.rule.kind === "from-edges" ? foot.rule.down.mm : 0;
  const along = moves.flatMap((m) => m.points.flatMap((p) => (p.rule.kind === "along" ? [p.rule] : [])));
  const wide = along.find((r) => r.toward === "right")?.mm;
  const high = along.find((r) => r.toward === "up")?.mm ?? 0;
  const left = across < 0 ? `${say(-across)} outside the left edge` : `${say(across)} from the left edge`;
  const up = down < 0 ? `${say(-down)} below the bottom edge` : `${say(down)} up from the bottom edge`;
  if (wide === undefined) {
    return {
      why: "",
      slipKind: "leaning",
      title: `${sentenceCase(label)}: the near upright`,
      instruction: [
        `Mark the foot of the ${label} ${left} and ${up}.`,
        `From it draw an upright, ${say(high)} high.`,
      ],
      readings: [left, up, `${say(high)} high`],
      check: `The top of the upright is ${say(down + high)} up from the bottom edge, and ${left} like its foot.`,
      slip: "An upright that leans.",
    };
  }
  return {
    why: "",
    slipKind: "leaning",
    title: `${sentenceCase(label)}: the front`,
    instruction: [
      `Draw the front of the ${label}: ${say(wide)} wide and ${say(high)} high.`,
      `Its lower left corner is ${left} and ${up}.`,
    ],
    readings: [left, up, `${say(wide)} wide`, `${say(high)} high`],
    check: `The lower right corner is ${say(across + wide)} from the left edge, the top ${say(down + high)} up from the bottom.`,
    slip: "Sides that lean: match the ruler to the sheet's edge.",
  };
}

function wordGuides(context: WordContext): StepWords {
  const { label } = context;
  const guides = guidesOf(context);
  const toVp = [...new Set(guides.map((g) => g.vp))].map((vp) => {
    const corners = guides.filter((g) => g.vp === vp).map((g) => cornerPlace(g.from));
    return { vp, corners };
  });
  const one = guides.length === 1;
  return {
    why: "",
    slipKind: "missed-point",
    title: `${sentenceCase(label)}: to the ${toVp.length > 1 ? "vanishing points" : "vanishing point"}`,
    instruction:
      toVp.length > 1
        ? toVp.map(
            ({ vp, corners }) =>
              `From the ${listOf(corners)} ${corners.length === 1 ? "end" : "ends"} draw lightly to the ${vp}.`,
          )
        : [
            `From the ${listOf(toVp[0]?.corners ?? [])} ${one ? "corner" : "corners"} draw lightly to the ${toVp[0]?.vp ?? "vanishing point"}.`,
            "Leave the other corners alone: what they would carry is hidden.",
          ].slice(0, guides.length < 4 ? 2 : 1),
    readings: [`${countOf(guides.length, "line")}`],
    check: `The ruler touches the corner and the point at once, for ${one ? "this line" : `each of the ${countOf(guides.length, "line")}`}.`,
    slip: "Aiming beside the point: a near miss always shows in the end.",
  };
}

function wordClosing({ moves, label, sheet, view, lengthAlong }: WordContext): StepWords {
  const marks = moves.flatMap((m) =>
    m.points.flatMap((p) => (p.rule.kind === "part-way-to-vp" ? [{ id: p.id, rule: p.rule }] : [])),
  );
  const lines = moves.filter((m) => m.hand === "rule");
  const twoPoint = marks.length > 1;
  const mark = marks.map(({ id, rule }) => {
    const place = `${sayShare(rule.fraction)} of the way`;
    return `On the line from the ${cornerPlace(rule.from)} ${twoPoint ? "end" : "corner"} mark the ${twoPoint ? "end of the wall" : "back edge"}, ${formatLength(lengthAlong(rule.from, id), sheet)} along it (${place} to the ${aimName(rule.aim, view) ?? "vanishing point"}).`;
  });
  const upright = lines.filter((m) => aimAxis(m) === "height").length;
  const level = lines.filter((m) => aimAxis(m) === "width").length;
  const deep = lines.filter((m) => aimAxis(m) === "depth").length;
  const copy = twoPoint
    ? [
        "Through each mark draw an upright between the two lines of its wall.",
        ...(deep + level > 0
          ? [
              "Close the lid: from each outer corner a line to the opposite vanishing point; where they cross is the back corner.",
            ]
          : []),
      ]
    : [
        `From the mark draw ${listOf([...(level > 0 ? ["level"] : []), ...(upright > 0 ? ["upright"] : [])])} to the next ${level + upright > 1 ? "lines" : "line"}: ${level + upright > 1 ? "they copy" : "it copies"} the front.`,
      ];
  return {
    why: "",
    slipKind: "slanted",
    title: `${sentenceCase(label)}: close the back`,
    instruction: [...mark, ...copy],
    readings: marks.map(
      ({ id, rule }) =>
        `${formatLength(lengthAlong(rule.from, id), sheet)} along the line from the ${cornerPlace(rule.from)}`,
    ),
    check: twoPoint
      ? "Both outer edges are upright, and the lid is a closed four-sided shape."
      : level + upright > 1
        ? "The closing lines run level and upright, exactly like the front, and end on their guides."
        : `The closing line runs ${level > 0 ? "level" : "upright"}, exactly like the front, and ends on its guide.`,
    slip: twoPoint
      ? "Drawing the lid level, as if from straight ahead."
      : "A slanted closing line: the commonest slip of all.",
  };
}

function wordHiddenEdges({ moves, label }: WordContext): StepWords {
  const count = moves.filter((m) => m.hand === "rule").length;
  return {
    why: "",
    slipKind: null,
    title: `${sentenceCase(label)}: the hidden edges`,
    instruction: [
      `Draw the ${countOf(count, "hidden edge")} of the ${label} dotted, as if it were glass.`,
      "Each runs like its neighbour: level, upright, or to the vanishing point.",
    ],
    readings: [countOf(count, "dotted line")],
    check:
      "The last dotted line meets both back corners and stands upright: the proof that all were aimed well.",
    slip: "Dotting a line that can be seen.",
  };
}

function wordErasing({ label }: WordContext): StepWords {
  return {
    why: "",
    slipKind: null,
    title: `${sentenceCase(label)}: rub out the tails`,
    instruction: [`Rub out the guides beyond the back of the ${label}, and every line that it covers.`],
    readings: [],
    check: `The ${label} stands alone: nothing runs through it and nothing runs on.`,
    slip: "Rubbing across an outline: go over it again along the ruler.",
  };
}

/** Where each guide starts, and the name of the vanishing point it runs to. */
function guidesOf({ moves, view }: WordContext) {
  return moves.flatMap((m) =>
    m.lines.flatMap((l) =>
      l.rule.kind === "toward" && l.rule.aim.kind === "axis"
        ? [{ from: l.rule.through, vp: aimName(l.rule.aim, view) ?? "vanishing point" }]
        : [],
    ),
  );
}

function aimAxis(move: Move): string | null {
  const rule = move.lines[0]?.rule;
  return rule?.kind === "toward" && rule.aim.kind === "axis" ? rule.aim.axis : null;
}
