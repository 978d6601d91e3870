import type { Move } from "../../drawing/drafter/index.ts";
import { isDot, type PaperStroke } from "../../drawing/paper/index.ts";
import { type Memo, requireAt } from "../../ground/base/index.ts";
import { findPaperPoint, type PaperPoint } from "../../ground/geometry/index.ts";
import { PLAN_DEFAULTS } from "../../ground/plan/index.ts";
import { countSaid, forLeftHand, inPlainWords, type Manner, sayTold, type Told } from "../told/index.ts";
import { expectedWords } from "./expected-words.ts";
import { factsOf } from "./facts.ts";
import { fadeWords, type HelpGiven, type Stage, samenessOf, stageFor } from "./fading.ts";
import { type SaidAct, sizeOfAct } from "./pack-acts.ts";
import { type OnPaper, pictureStep, placesOf, plainPlaces } from "./picture-step.ts";
import { readingsOf } from "./readings-of.ts";
import { sentencesOf } from "./sentences-of.ts";
import type { Step, StepKind, StepOverride } from "./step.ts";
import type { Part, StepsInput } from "./steps-input.ts";
import { acrossCheck, backCheck, sumCheck } from "./sum-checks.ts";
import { phrasesFor, wordPart } from "./word-step.ts";

/** Describes one part after another; how often a kind of step came before decides how much help it gets. */
export function describer(
  input: StepsInput,
  overrides: ReadonlyMap<string, StepOverride>,
  extra: ReadonlyMap<string, PaperPoint>,
  manner: Manner,
  memo: Memo,
): (part: Part, number: number) => Step {
  const { telling, evaluation, view } = input;
  const strokeOf: (PaperStroke | undefined)[] = [];
  for (const s of input.paper.strokes) strokeOf[s.moveIndex] = s;
  const help: HelpGiven = { same: new Map(), known: new Map() };
  const fades = (telling.help ?? PLAN_DEFAULTS.help) === "fades";
  const at = (id: string) => {
    const h = evaluation.points.get(id);
    return extra.get(id) ?? (h ? findPaperPoint(h) : null);
  };
  const on: OnPaper = { point: at, plain: plainPlaces(view), manner };
  let lies = 0;
  let given: Stage | null = null;
  return (part, number) => {
    const { id, objectId, phase, first, last } = part;
    const strokes: PaperStroke[] = [];
    for (let i = first; i <= last; i++) {
      const stroke = strokeOf[i];
      if (stroke && !isDot(stroke)) strokes.push(stroke);
    }
    const object = input.objectOf(objectId);
    const firstMove = requireAt(input.moves, Math.min(first, input.moves.length - 1));
    // The picture shows the sheet as it lies once a step's first turn is made; others turn it for the next.
    const turns = input.moves
      .slice(first, last + 1)
      .reduce((sum, m) => sum + (m.hand === "turn" ? m.quarters : 0), 0);
    const quarters =
      firstMove.hand === "turn" && part.acts[0]?.told.act.do === "turn"
        ? (lies + firstMove.quarters) % 4
        : lies;
    lies = (lies + turns) % 4;
    const acts = manner.leftHand ? saidForLeftHand(part.acts, on, quarters) : part.acts;
    const own = overrides.get(id);
    const all = acts.map((a) => a.told);
    // All parts of a phase get the help that the phase gets.
    if (part.part === 1 || !given) {
      const known = `${object?.recipe ?? objectId}/${familyOf(phase)}`;
      const sameness = memo(`sameness of ${id}`, [part.phaseTold], () => samenessOf(part.phaseTold));
      given = fades && object ? stageFor(help, known, `${known} ${sameness}`) : firstTime(help, known);
    }
    const stage = given;
    const standing = [part, number, quarters, stage, own, object, view, manner, ...strokes];
    return memo(`step ${id}`, standing, (): Step => {
      const aside = wordPart(phrasesFor(object?.recipe ?? null, phase), object?.label ?? objectId, {
        phase,
        part: part.part,
        facts: part.facts,
        phaseFacts: factsOf(part.phaseTold),
      });
      const moves = input.moves.slice(first, last + 1);
      const faded = fadeWords(acts, stage);
      const inFull = stage === "reason" || stage === "told" ? faded : fadeWords(acts, "told");
      const actions = own?.instruction
        ? [own.instruction]
        : acts.length > 0
          ? faded.actions
          : [lostWords(moves)];
      const instruction = actions.flatMap(sentencesOf);
      // The educator's own words are one action, whatever they tell.
      const pictured = pictureStep(all, own?.instruction ? { ...inFull, actions, answers: [] } : faded, on);
      const why = stage === "reason" && !manner.plain ? aside.why : "";
      const plain = (text: string) => (manner.plain ? inPlainWords(text) : text);
      const measured =
        sumCheck(all, manner) ||
        acrossCheck(all, manner) ||
        (objectId === "sheet" ? backCheck(all, manner) : "");
      const usualSlip = plain(aside.slip);
      const warned = own?.warn === true && usualSlip !== "";
      const notes = [...notesOn(strokes), ...(warned ? [`Watch out: ${lowerFirst(usualSlip)}`] : [])];
      return {
        task: null,
        marked: NOTHING_MARKED,
        id,
        number,
        objectId,
        firstMove: first,
        lastMove: last,
        title: own?.title ?? aside.title,
        why,
        instruction,
        actions,
        inFull: own?.instruction || acts.length === 0 ? actions : inFull.actions,
        stage,
        answers: own?.instruction ? [] : faded.answers,
        readings: readingsOf(all, manner),
        check: plain(measured || aside.check),
        slip: warned || stage === "reason" || stage === "told" ? usualSlip : "",
        usualSlip,
        slipKind: aside.slipKind ?? null,
        acts: acts.map(({ told: t, sentences }) => ({ told: t, sentences })),
        pictured,
        picturedInFull: own?.instruction || inFull === faded ? pictured : pictureStep(all, inFull, on),
        cuts: cutsOf(acts, first),
        expected: `${expectedWords(moves, view)}${stage === "reason" ? "" : " the same again"}`,
        kind: own?.kind ?? kindOf(moves, all),
        notes,
        newLines: strokes.filter((s) => s.pieces.length > 0).length,
        quarters,
        holdMs: own?.holdMs ?? null,
        wordCount: [...instruction, why, ...notes].reduce((sum, s) => sum + countSaid(s), 0),
      };
    });
  };
}

/** The acts as a left hand does them, said anew. */
function saidForLeftHand(acts: readonly SaidAct[], on: OnPaper, quarters: number): SaidAct[] {
  const placed = placesOf(on);
  return acts.map((said) => {
    const told = forLeftHand(said.told, { at: placed(said.told.bearers), quarters });
    return told === said.told ? said : { ...said, told, sentences: sayTold(told, on.manner) };
  });
}

const NOTHING_MARKED: Step["marked"] = [];

/** Where a step can be cut: before an act, or between the lines of one that is told line by line. */
function cutsOf(acts: readonly SaidAct[], first: number): number[] {
  const cuts = acts.flatMap(({ told }) => {
    if (told.moves.length === 0) return [];
    return sizeOfAct(told) === told.moves.length ? [...told.moves] : [Math.min(...told.moves)];
  });
  return [...new Set(cuts)].filter((m) => m > first).sort((a, b) => a - b);
}

/** Where help does not fade, only the first time has its reason. */
function firstTime(help: HelpGiven, known: string): Stage {
  const before = help.known.get(known);
  help.known.set(known, "told");
  return before === undefined ? "reason" : "told";
}

/** After a colon a sentence begins small. */
function lowerFirst(text: string): string {
  return text.slice(0, 1).toLowerCase() + text.slice(1);
}

function lostWords(moves: readonly Move[]): string {
  const called = moves.map((m) => m.lines[0]?.called ?? m.points[0]?.called).find((c) => c !== undefined);
  return called ? `Draw the ${called} as the picture shows.` : "Do as the picture shows.";
}

/** Numbered phases are one family: "cut-l1" and "cut-o2" are both cutting a letter. */
function familyOf(phase: string): string {
  return /\d$/.test(phase) ? phase.replace(/-[a-z]*\d+$/, "") : phase;
}

function kindOf(moves: readonly Move[], told: readonly Told[]): StepKind {
  if (moves.length === 0) return "draw-along";
  const rubbing = moves.every((m) => m.hand === "erase" || m.hand === "turn");
  // Lines gone over before the light ones go are drawn, though no new line comes of it.
  if (rubbing && told.every(({ act }) => act.do === "erase" || act.do === "turn")) return "erase";
  if (rubbing) return "draw-along";
  return moves.some((m) => m.hand !== "mark") ? "draw-along" : "measure";
}

/** What the paper makes special: lines that leave the sheet. */
function notesOn(strokes: readonly PaperStroke[]): string[] {
  return strokes.some((s) => s.runsOff) ? ["Stop at the edge of the sheet."] : [];
}
