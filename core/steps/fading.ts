import type { Act, Told } from "../told/index.ts";
import { sayName } from "../told/index.ts";
import type { SaidAct } from "./pack-acts.ts";

/** How much help a step gets: told with its reason, told, asked, short, alone. */
export const STAGES = ["reason", "told", "asked", "short", "alone"] as const;
export type Stage = (typeof STAGES)[number];

/** What help has been given so far, by what was done; grows while a lesson is told. */
export interface HelpGiven {
  /** By what is the same in every way. */
  readonly same: Map<string, number>;
  /** By construction and phase, the furthest stage reached. */
  readonly known: Map<string, number>;
}

/**
 * The stage of help for a step. What is the very same as before gets one stage less each time; other corners, faces or points
 * of a known construction go back one stage; only what has never been drawn starts at the first.
 */
export function stageFor(help: HelpGiven, phase: string, sameness: string): Stage {
  const before = help.same.get(sameness);
  const reached = help.known.get(phase);
  const last = STAGES.length - 1;
  const stage =
    before !== undefined ? Math.min(last, before + 1) : reached === undefined ? 0 : Math.max(1, reached - 1);
  help.same.set(sameness, stage);
  help.known.set(phase, Math.max(stage, reached ?? 0));
  return STAGES[stage] ?? "reason";
}

/**
 * What of a step makes it the same as another: what is done, between which corners, aimed how; not by how much, nor with
 * which letters. A mirror image is the same.
 */
export function samenessOf(told: readonly Told[]): string {
  const [plain, mirrored] = [told.map((t) => likeness(t, false)), told.map((t) => likeness(t, true))].map(
    (l) => l.join("; "),
  ) as [string, string];
  return plain < mirrored ? plain : mirrored;
}

function likeness({ act, bearers = [] }: Told, mirror: boolean): string {
  const corners = new Map(bearers.map(([name, id]) => [name, id.slice(id.indexOf("/") + 1)]));
  const text = JSON.stringify(act, (key, value) => {
    // Neither by how much nor what stands in the way makes it another thing to do.
    if (key === "marks" || key === "exactMm" || key === "about" || key === "over" || key === "below")
      return undefined;
    if (typeof value !== "object" || value === null) return value;
    if (value.k === "letter") return corners.get(`${value.letter}${value.nth ?? ""}`) ?? "place";
    return value.do === "erase" ? { do: "erase", what: value.what } : value;
  });
  if (!mirror) return text;
  return text.replace(/\b(left|right)\b/g, (side) => (side === "left" ? "right" : "left"));
}

/** The words of a step at a stage, act by act, and what is answered where it asks. */
export interface FadedWords {
  readonly actions: readonly string[];
  readonly answers: readonly string[];
}

/**
 * The words of a step's acts at a stage of help. No stage drops a measure: what is measured is told in all of them. The acts
 * themselves stay as they are, for pictures and whoever follows.
 */
export function fadeWords(acts: readonly SaidAct[], stage: Stage): FadedWords {
  const whole = actionsOf(acts.map((a) => ({ words: a.sentences.join(" "), goesOn: a.goesOn })));
  switch (stage) {
    case "reason":
    case "told":
      return { actions: whole, answers: [] };
    case "asked": {
      const answers: string[] = [];
      // Which corners are left alone is half of the answer to which get a line.
      const said = acts.flatMap((a, i) => {
        const question = askAbout(a.told.act);
        const before = acts[i - 1];
        const gone = a.told.act.do === "leave" && before && askAbout(before.told.act) !== null;
        if (question !== null || gone) answers.push(a.sentences.join(" "));
        if (gone) return [];
        return [{ words: question ?? a.sentences.join(" "), goesOn: a.goesOn && question === null }];
      });
      return { actions: actionsOf(said), answers };
    }
    case "short":
    case "alone": {
      const measured = acts.filter((a) => isMeasured(a.told.act));
      if (measured.length === acts.length) return { actions: whole, answers: [] };
      const rest =
        stage === "alone"
          ? "Do the rest alone: the picture shows how it ends."
          : `As before: ${restOf(acts.filter((a) => !isMeasured(a.told.act)).map((a) => a.told.act))}.`;
      const said = measured.map((a) => ({ words: a.sentences.join(" "), goesOn: false }));
      return {
        actions: [...actionsOf(said), rest],
        answers: acts.filter((a) => !measured.includes(a)).map((a) => a.sentences.join(" ")),
      };
    }
  }
}

/** Sentences by action: a line goes with the mark it starts at, rubbing out with what it ends. */
function actionsOf(said: readonly { readonly words: string; readonly goesOn: boolean }[]): string[] {
  const actions: string[] = [];
  for (const { words, goesOn } of said) {
    const last = actions[actions.length - 1];
    if (goesOn && last !== undefined) actions[actions.length - 1] = `${last} ${words}`;
    else actions.push(words);
  }
  return actions;
}

/** The question instead of an act, where a pupil who has done it before can find out: which corners, which lines. */
function askAbout(act: Act): string | null {
  if (act.do === "rule" && act.press === "light") {
    const aims = new Set(
      act.lines.map((l) => (l.toward.k === "point" && l.toward.at.k === "plain" ? sayName(l.toward.at) : "")),
    );
    const [aim] = aims;
    if (aims.size !== 1 || !aim || act.lines.length < 2 || act.lines.some((l) => l.gives || l.end.k !== "at"))
      return null;
    return `Which corners go to ${aim}? Draw lightly from each.`;
  }
  if (act.do === "go-over" && act.press === "firm" && act.lines.length > 1)
    return "Which light lines are edges? Go firmly over them.";
  return null;
}

/** Whether an act tells a length, which no stage of help leaves out. */
function isMeasured(act: Act): boolean {
  if (act.do === "repeat") return false;
  return JSON.stringify(act).includes('"marks"');
}

const SHORT: Readonly<Record<Act["do"], string>> = {
  mark: "marks",
  rule: "lines",
  template: "tiles",
  slide: "the slid line",
  curve: "curves",
  fill: "tones",
  freehand: "what is free",
  "go-over": "firm edges",
  erase: "rubbing out",
  fold: "folds",
  turn: "the turn of the sheet",
  circle: "rings",
  leave: "what is left alone",
  repeat: "the rest of the row",
};

function restOf(acts: readonly Act[]): string {
  const words = [
    ...new Set(
      acts.flatMap((a) =>
        a.do === "leave"
          ? []
          : a.do === "rule" && a.press === "light" && a.lines.every((l) => l.toward.k === "point")
            ? "guides"
            : SHORT[a.do],
      ),
    ),
  ];
  return words.length < 2
    ? words.join("")
    : `${words.slice(0, -1).join(", ")} and ${words[words.length - 1]}`;
}
