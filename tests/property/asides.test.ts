import fc from "fast-check";
import { expect, test } from "vitest";
import { VIEW_KINDS } from "#core/document/changes";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import { isDot, type PaperStroke } from "#core/drawing/paper";
import { RECIPE_NAMES } from "#core/drawing/recipes";
import { AXES, findVanishingPoint, runsWithPaper } from "#core/drawing/view";
import type { Step } from "#core/telling/steps";
import { lessonWith } from "./recipe-arbitraries.ts";

// What is said beside the acts must be true of the lines on the paper. The conditions are checked on the drawing itself,
// never on what is told.

interface Line {
  readonly from: { x: number; y: number };
  readonly to: { x: number; y: number };
  readonly stroke: PaperStroke;
}

interface Seen {
  readonly step: Step;
  /** Straight lines of the step, and of its whole phase. */
  readonly lines: readonly Line[];
  readonly phase: readonly Line[];
  readonly c: ComputedLesson;
}

const THIN_MM = 0.3;

function linesIn(c: ComputedLesson, first: number, last: number): Line[] {
  return c.paper.strokes
    .filter((s) => s.moveIndex >= first && s.moveIndex <= last && !isDot(s) && s.trace.kind === "straight")
    .map((s) => ({
      from: { x: s.from.xMm, y: s.from.yMm },
      to: { x: s.to.xMm, y: s.to.yMm },
      stroke: s,
    }))
    .filter((l) => Math.hypot(l.to.x - l.from.x, l.to.y - l.from.y) > 1e-3);
}

const isLevel = ({ from, to }: Line) => Math.abs(to.y - from.y) < 1e-6 * Math.abs(to.x - from.x);
const isUpright = ({ from, to }: Line) => Math.abs(to.x - from.x) < 1e-6 * Math.abs(to.y - from.y);

function offLine(p: { x: number; y: number }, { from, to }: Line): number {
  const long = Math.hypot(to.x - from.x, to.y - from.y);
  return Math.abs((to.x - from.x) * (p.y - from.y) - (to.y - from.y) * (p.x - from.x)) / long;
}

function points({ view }: ComputedLesson): { x: number; y: number }[] {
  return view.frames.flatMap((frame) =>
    AXES.flatMap((axis) => {
      const p = findVanishingPoint(view, frame, axis);
      return p ? [{ x: p.xMm, y: p.yMm }] : [];
    }),
  );
}

/** Whether a line, carried on, runs into a vanishing point: within a pencil line there, however far it is. */
function runsToPoint(line: Line, c: ComputedLesson): boolean {
  const long = Math.hypot(line.to.x - line.from.x, line.to.y - line.from.y);
  return points(c).some((p) => {
    const far = Math.hypot(p.x - line.from.x, p.y - line.from.y);
    return offLine(p, line) < Math.max(THIN_MM, (1e-6 * far * far) / long) && line.stroke.role !== "horizon";
  });
}

/** Whether an end of a line lies on another line of the paper that was there before it, carried on if need be. */
function endsOnOther(line: Line, c: ComputedLesson): boolean {
  const before = linesIn(c, 0, line.stroke.moveIndex - 1);
  return [line.from, line.to].some((p) =>
    before.some((l) => l.stroke !== line.stroke && offLine(p, l) < 0.05),
  );
}

const uprightsStandUpright = ({ c }: Seen) => c.view.frames.every((f) => runsWithPaper(f, "height"));
const facesUs = ({ c }: Seen) =>
  c.view.frames.some((f) => runsWithPaper(f, "width") && runsWithPaper(f, "height"));
const hasGuide = ({ lines, phase, c }: Seen) =>
  lines.some((l) => runsToPoint(l, c)) || phase.some((l) => runsToPoint(l, c));
const guideHere = ({ lines, c }: Seen) => lines.some((l) => runsToPoint(l, c));
const hasUpright = (s: Seen) => s.lines.some(isUpright) && uprightsStandUpright(s);
const phaseUpright = (s: Seen) => s.phase.some(isUpright) && uprightsStandUpright(s);
const hasLevel = ({ lines }: Seen) => lines.some(isLevel);
const crossing = ({ phase }: Seen) =>
  phase.some((a, i) => phase.slice(i + 1).some((b) => Math.abs(turn(a, b)) > 1e-3));
const turn = (a: Line, b: Line) =>
  (a.to.x - a.from.x) * (b.to.y - b.from.y) - (a.to.y - a.from.y) * (b.to.x - b.from.x);
const meets = ({ phase }: Seen) =>
  phase.some((a, i) =>
    phase
      .slice(i + 1)
      .some((b) =>
        [a.from, a.to].some((p) => [b.from, b.to].some((q) => Math.hypot(p.x - q.x, p.y - q.y) < 0.01)),
      ),
  );
const hasFill = ({ c, step }: Seen) => c.paper.fills.some((f) => f.objectId === step.objectId);
const dotted = ({ phase }: Seen) => phase.some((l) => l.stroke.role === "hidden");
const rubs = ({ c, step }: Seen) =>
  c.moves.slice(step.firstMove, step.lastMove + 1).some((m) => m.hand === "erase");
const measures = ({ step }: Seen) => JSON.stringify(step.acts.map((a) => a.told.act)).includes('"marks"');
const notLevel = (s: Seen) => !hasLevel(s) && guideHere(s);

/** Whether some end of the letter's lines lies on the base line of the tiles, and some on their top line. */
const fillsItsTile = ({ phase, step, c }: Seen) =>
  ["bottom", "top"].every((end) => {
    const sides = linesIn(c, 0, c.moves.length).filter(
      ({ stroke }) => stroke.objectId === step.objectId && stroke.id.endsWith(`-tile-${end}`),
    );
    const ends = phase.flatMap((l) => [l.from, l.to]);
    return sides.some((side) => ends.some((p) => offLine(p, side) < 0.01));
  });

/** Whether no two fills that follow one another from the top down have one tone. */
function neighboursDiffer({ c, step }: Seen): boolean {
  const tones = c.paper.fills
    .filter((f) => f.objectId === step.objectId)
    .map((f) => ({
      top: Math.min(...f.pieces.flatMap(({ region }) => region.flat().map((p) => p.yMm))),
      tone: f.tone,
    }))
    .sort((a, b) => a.top - b.top);
  return tones.every(({ tone }, i) => i === 0 || tone !== tones[i - 1]?.tone);
}

/** Sentences with what must be on the paper for them to be true. */
const TRUE_WHEN: readonly (readonly [RegExp, (seen: Seen) => boolean])[] = [
  [/^Edges that run away from us meet in one point\.$/, hasGuide],
  [/^(?:The ruler touches corner and point together|Aiming beside the point)/, guideHere],
  [/^Every line that runs away from us goes there\.$/, ({ c }) => points(c).length >= 1],
  [/goes to one of them\.$/, ({ c }) => points(c).length > 1],
  [/^Each line, taken back through the corner, runs into its point\.$/, guideHere],
  [/^(?:The front faces us|It faces us|Its edge faces us)/, facesUs],
  [/^This wall faces us/, ({ lines }) => lines.some(isLevel)],
  [/^The edge nearest us stands upright/, phaseUpright],
  [/^(?:Sides|Uprights|An upright|A wall) that leans?\.$/, hasUpright],
  [/^Uprights (?:run like the sheet's side edges|stay upright on every wall)\.$/, hasUpright],
  [/^(?:It runs like the sheet's side edges|It stands upright, like the sheet's edge)\.$/, hasUpright],
  [
    /^Every line ends exactly on its guide\.$/,
    ({ phase, c }) => phase.length === 0 || phase.some((l) => endsOnOther(l, c)),
  ],
  [
    /^A slanted closing line/,
    (s) => s.phase.length === 0 || s.phase.some((l) => (isLevel(l) || isUpright(l)) && endsOnOther(l, s.c)),
  ],
  [/^Both lines meet in one corner\.$/, meets],
  [/^The outer edges are upright and the lines meet in one corner\.$/, (s) => meets(s) && phaseUpright(s)],
  [/^The far corner is where both lines meet\.$/, meets],
  [/^Drawing the (?:lid|ridge) level/, ({ lines, c }) => lines.some((l) => runsToPoint(l, c) && !isLevel(l))],
  [/^Drawing them level, as if from straight ahead\.$/, notLevel],
  [
    /^The back copies the front/,
    (s) => s.phase.length === 0 || s.phase.some((l) => isLevel(l) || isUpright(l)),
  ],
  [/^Level stays level, upright stays upright/, (s) => s.phase.some(isLevel) && s.phase.some(isUpright)],
  [/^Diagonals find a wall's middle/, crossing],
  [/^The upright passes through the very crossing\.$/, (s) => crossing(s) && phaseUpright(s)],
  [/^(?:Halving by ruler|The crown stands over the middle)/, ({ phase }) => phase.length > 1],
  [/^(?:Everything on a wall goes|Every guide, carried on, runs into the wall's point)/, hasGuide],
  [/^Guides drawn level on a wall that runs away\.$/, guideHere],
  [/^(?:Its upper and lower sides run into the wall's point)/, hasGuide],
  [/^A square drawn true on a wall that runs away\.$/, hasGuide],
  [
    /^Ridge and eaves, carried on, meet in their point\.$/,
    ({ phase, c }) => phase.filter((l) => runsToPoint(l, c)).length > 1,
  ],
  [/^The ridge goes where the eaves go\.$/, ({ phase }) => phase.length > 0],
  [/^The bands run level/, ({ phase }) => phase.every(isLevel)],
  [/^Every band differs from the next\.$/, neighboursDiffer],
  [/^Going over what stands before the sky\.$/, hasFill],
  [/^The rays give every front its foot/, (s) => phaseUpright(s) && s.phase.some((l) => endsOnOther(l, s.c))],
  [/^All peaks lie on one line to the point\.$/, hasGuide],
  [/^Its feet follow the roof; its top is level\.$/, ({ phase }) => phase.some(isLevel)],
  [/^A chimney that stands square/, hasUpright],
  [/^(?:Dotted as if it were glass|Dotting a line that can be seen|The last dotted line)/, dotted],
  [/^(?:No two shaded tiles|Two dark neighbours|The tones can be told apart)/, hasFill],
  [/^(?:Nothing is see-through any more|Rubbing across an outline|Nothing runs through)/, rubs],
  [/^(?:Cutting on the wrong side of the mark|Measuring from the ruler's end)/, measures],
  [/^(?:The gaps left and right are alike)/, measures],
  [/^Every rail runs into the point\.$/, hasGuide],
  [/^Equal steps: each line through a middle|^Equal gaps: the row then/, crossing],
  [/^The lines cross at the height of our eyes\.$/, crossing],
  [/^Land ends here: the water is seen below it\.$/, hasLevel],
  [/^All bars end on the same two guides\.$|^Bars all of one length\.$/, hasGuide],
  [/^It reaches as far to the left as to the right\.$/, hasLevel],
  [/^A street square to ours runs to the other point\.$/, guideHere],
  [/^It crosses before us: its edges stay level\.$/, hasLevel],
  [/^They run like the sheet's side edges\.$/, hasUpright],
  [/^Every upright ends on its line\.$/, ({ phase, c }) => phase.some((l) => endsOnOther(l, c))],
  [/^Feet lie on two lines to the same point\.$/, hasGuide],
  [/^A horizon that tilts/, ({ phase }) => phase.some((l) => l.stroke.role === "horizon")],
  [
    /^The horizon is the height of our eyes\.$/,
    ({ phase }) => phase.some((l) => l.stroke.role === "horizon"),
  ],
  [/^The letter reaches from the foot of its tile to the top\.$/, fillsItsTile],
  [/^As far below the water's level as the end stands above it\.$/, uprightsStandUpright],
  [
    /^A circle (?:fits its square|crosses its diagonals)|^It touches its square/,
    ({ c }) => c.paper.strokes.length > 0,
  ],
];

/** Sentences that hold of what they go with by itself: ways of working, what to look for, what a thing is. */
const BY_ITSELF =
  /^(?:A fat dot|A letter is its tile|Letters of one size|All tiles stand on one line|Lines stop where the next letter|A house is a box first|Columns of tiles|Equal ticks here|Uneven ticks|The diagonal of the tiles|Even gaps|The gaps shrink|Measuring along the diagonal|The points lie on the diagonals|Pointed ends|A pointed crown|Its crown lies|An arch as high|Feet, springing and crown|The same again, smaller|Two (?:guides|lines) give all|Heads follow|No gap is wider|The last gap|Drawing a rail|Equal dashes|Each dash|The outer marks|The joints come|One ruler across|What is level above|Stopping at the near road|Not constructed|It keeps to its place|Only the eye level|The skyline|Pale first|Shapes are upside down|Every upright runs straight on|Measuring from the shore|Away from the foot|The foot lies on the horizon|Sun and foot|The shadow begins|A shadow that floats|Starting a little beside|Each line leaves|Where walls meet|For stairs|Up, along|The last tread|Everything starts from the corner|The board ends|Drawing through|Stop where the top|Two lines for every corner|All of one row|The lines run like|All four corners of the wall|Stopping at our street|Drawing the kerb on|Either side of the middle|Nothing is drawn (?:where|beyond)|Its feet follow the roof's|Along the rays, between|The same guides run on|A door's top goes|A post's shadow|Every shadow begins|Shadows that run|Each lies at the end|They lie away|Each edge throws|Every line joins the shadows|Left and right of our street|Where it crosses a letter|It runs to the word|It runs level, like the word|Uprights all of one length|Each arch is smaller|A trunk shows up to|Every trunk ends|Hold the pencil along|Turning the pencil|Drawing the shore through|Each hangs under)/;

test("every reason, check and slip is true of the lines that are on the paper", () => {
  let said = 0;
  const untrue: string[] = [];
  for (const [r, recipe] of RECIPE_NAMES.entries())
    for (const [k, { kind }] of VIEW_KINDS.entries())
      for (const lesson of fc.sample(lessonWith(recipe, kind), { numRuns: 3, seed: 97 + 13 * r + k })) {
        const c = computeLesson(lesson);
        for (const step of c.steps) {
          const [stem] = step.id.split("~");
          const same = c.steps.filter((s) => s.id.split("~")[0] === stem);
          const seen: Seen = {
            step,
            c,
            lines: linesIn(c, step.firstMove, step.lastMove),
            phase: linesIn(c, same[0]?.firstMove ?? 0, same.at(-1)?.lastMove ?? -1),
          };
          for (const text of [step.why, step.check, step.slip]) {
            if (text === "" || BY_ITSELF.test(text) || isMeasure(text, seen)) continue;
            const rule = TRUE_WHEN.find(([form]) => form.test(text));
            if (!rule) untrue.push(`no condition for ${text}`);
            else if (!rule[1](seen)) untrue.push(`${recipe}, ${kind}, ${step.id}: ${text}`);
            said++;
          }
        }
      }
  expect(untrue).toEqual([]);
  expect(said).toBeGreaterThan(1500);
});

/** "B stands 95 mm from the left": as far as the drawing has it, to half a mark for each length measured before. */
function isMeasure(text: string, { step, c }: Seen): boolean {
  const { widthMm, heightMm, unit, smallestFraction } = c.sheet;
  const mark = unit === "in" ? 25.4 / smallestFraction : 1;
  const parts = [
    ...text.matchAll(
      /((?:[A-Z]\d*(?:, | and )?)+|the (?:left |right )?(?:vanishing )?point) (?:stands?|is|are) ([\d\u00a0⁄]+?)\u00a0(in|mm) from the (left|right|top|bottom)/gi,
    ),
  ];
  for (const [, names = "", length = "", , edge] of parts) {
    const mm = mmOf(length, unit);
    for (const name of names.match(/\b[A-Z]\d*\b/g) ?? []) {
      const at = step.pictured.letters.find((l) => l.says === name)?.at;
      if (!at) continue;
      const is = { left: at.xMm, right: widthMm - at.xMm, top: at.yMm, bottom: heightMm - at.yMm }[
        edge as "left"
      ];
      expect(Math.abs(is - mm), `${step.id}: ${text}`).toBeLessThan(1.6 * mark);
    }
  }
  const apart = [...text.matchAll(/([A-Z]\d*) and ([A-Z]\d*) are ([\d\u00a0⁄]+?)\u00a0(?:in|mm) apart/g)];
  for (const [, a = "", b = "", length = ""] of apart) {
    const [p, q] = [a, b].map((name) => step.pictured.letters.find((l) => l.says === name)?.at);
    if (!p || !q) continue;
    const is = Math.hypot(p.xMm - q.xMm, p.yMm - q.yMm);
    expect(Math.abs(is - mmOf(length, unit)), `${step.id}: ${text}`).toBeLessThan(1.6 * mark);
  }
  return parts.length + apart.length > 0;
}

/** "3 1⁄8" of inches, or of mm. */
function mmOf(length: string, unit: "in" | "mm"): number {
  const said = length
    .split("\u00a0")
    .map((n) => n.split("⁄").map(Number))
    .reduce((sum, [a = 0, b = 1]) => sum + a / b, 0);
  return unit === "in" ? said * 25.4 : said;
}
