import type { Paper } from "../../drawing/paper/index.ts";
import type { Sheet } from "../../drawing/view/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";
import type { Pictured, Step } from "../../telling/steps/index.ts";
import { type Box, boundsOf, cornersOf, holds } from "./box.ts";
import { clipMarks } from "./clip-marks.ts";
import { drawStep, isNew } from "./draw-state.ts";
import type { Medium } from "./ink.ts";
import { magnify } from "./insets.ts";
import { labelMarks } from "./label-marks.ts";
import type { Drawing, Spot } from "./mark.ts";
import { carryMarks, spotsOf } from "./move-mark.ts";
import { turnDrawing, turnedSpot } from "./turn-drawing.ts";

/** The room a picture has, in its own unit: on a page, mm. */
export interface Room {
  readonly width: number;
  readonly height: number;
  readonly textSize: number;
}

/** The paper a step is explained on. */
export interface SheetToExplain {
  readonly paper: Paper;
  readonly sheet: Sheet;
}

/** What of the sheet a step's picture shows. */
export interface StepFrame {
  /** How large the sheet is in it. */
  readonly scale: number;
  /** What of the sheet, as it lies turned, is seen, in paper mm; null when all of it is. */
  readonly closeUp: Box | null;
}

/** The picture that explains a step, fitted into a room. */
export interface Explained extends StepFrame {
  /** As large as the room, in its unit. */
  readonly drawing: Drawing;
}

interface Manner {
  readonly medium?: Medium;
  readonly full?: boolean;
}

/** Desk shown round a sheet that is seen whole, in text sizes: lengths along its edges stand there. */
const DESK = 1.9;
/** Air round what a close-up is about, in text sizes. */
const AROUND = 2.4;
/** A close-up smaller than this against the whole sheet gains too little; one larger shows too little round it. */
const LEAST_GAIN = 1.3;
const MOST_GAIN = 2.6;

/** What the picture of a step would show in a room, before it is drawn: for whoever has several rooms to choose from. */
export function frameOfStep(lesson: SheetToExplain, step: Step, room: Room, manner: Manner = {}): StepFrame {
  const { scale, seen, isWhole } = framed(lesson, step, room, manner);
  return { scale, closeUp: isWhole ? null : seen };
}

function framed(
  { paper, sheet }: SheetToExplain,
  step: Step,
  room: Room,
  { medium = "card", full = false }: Manner,
) {
  const pictured = full ? step.picturedInFull : step.pictured;
  const turned = turnedSpot(sheet, step.quarters);
  const whole = turnDrawing(drawStep(paper, sheet, step, medium, pictured), step.quarters);
  const about = step.task ? [] : spotsAbout(pictured, turned, whole);
  return { pictured, turned, whole, ...frameFor(whole.box, about, room) };
}

/**
 * The picture of a step: its lines in three weights, what stood before thin and grey, what is new and light thin and black,
 * what is new and firm thick; with letters, numbers, readings, aims and signs read from what its words say. It closes in on
 * what the words speak of, never on less.
 */
export function explainStep(lesson: SheetToExplain, step: Step, room: Room, manner: Manner = {}): Explained {
  const { paper, sheet } = lesson;
  const { medium = "card" } = manner;
  const { pictured, turned, whole, scale, seen, isWhole } = framed(lesson, step, room, manner);
  const to = ({ x, y }: Spot): Spot => ({ x: (x - seen.x) * scale, y: (y - seen.y) * scale });
  const area = { x: 0, y: 0, width: room.width, height: room.height };
  /** Crosses keep their size on the page, whatever the scale. */
  const drawn = (at: number, map: (spot: Spot) => Spot) => {
    const how = { hides: pictured.hides, light: pictured.light, grain: grainAt(at) };
    const { marks } = turnDrawing(drawStep(paper, sheet, step, medium, how), step.quarters);
    // A task's sign is drawn for the sheet; all other lines have the weight of the page.
    const isSign = (m: { readonly id: string }) => m.id.includes("#sign-");
    return [
      ...carryMarks(
        marks.filter((m) => !isSign(m)),
        { to: map },
      ),
      ...carryMarks(marks.filter(isSign), { to: map, line: () => at }),
    ];
  };
  const marks = clipMarks(drawn(scale, to), area);
  const view = { sheet, to: (p: PaperPoint) => to(turned(p)), area, textSize: room.textSize };
  const insets = magnify(
    pictured,
    view,
    marks,
    (times, carry) => drawn(scale * times, (spot) => carry(to(spot))),
    step.id,
  );
  const labels = labelMarks(insets.rest, view, marks, {
    id: step.id,
    isFirst: step.stage === "reason",
    taken: insets.boxes,
  });
  return {
    drawing: {
      unit: whole.unit,
      box: area,
      marks: [...marks, ...labels, ...insets.marks],
      alt: whole.alt,
    },
    scale,
    closeUp: isWhole ? null : seen,
  };
}

/** Crosses are about half as large on a page where the sheet is shown small, and no larger where it is shown large. */
function grainAt(scale: number): number {
  return Math.min(1, Math.max(0.6, scale)) / scale;
}

/** The places a step is about: what its words name and all that is new, as far as it lies on the sheet. */
function spotsAbout(pictured: Pictured, turned: (p: PaperPoint) => Spot, { marks, box }: Drawing): Spot[] {
  // Beyond the sheet only what is marked there.
  const taped = pictured.signs.flatMap(({ sign }) => (sign.k === "taped" ? [turned(sign.at)] : []));
  const named = [
    ...pictured.letters.map((l) => l.at),
    ...pictured.numbers.flatMap((n) => n.along),
    ...pictured.signs.flatMap(({ sign }): readonly PaperPoint[] => {
      switch (sign.k) {
        case "measure":
          return [sign.from, sign.to];
        case "row":
          return [sign.from, ...sign.marks.map((m) => m.at)];
        case "aim":
          return [sign.from, sign.to];
        case "taped":
        case "left":
        case "ring":
          return [sign.at];
        case "alike":
          return sign.lines.flat();
        case "ruler":
          return [];
      }
    }),
  ].map(turned);
  return [...named, ...marks.filter((m) => isNew(m) && m.id !== "sheet").flatMap(spotsOf)]
    .filter((spot) => holds(box, spot, 0.5))
    .concat(taped);
}

/** Which part of the sheet fills the room, and at what scale. */
function frameFor(
  sheet: Box,
  about: readonly Spot[],
  { width, height, textSize }: Room,
): { scale: number; seen: Box; isWhole: boolean } {
  const scaleFor = ({ width: w, height: h }: Box, air: number) =>
    Math.min((width - 2 * air) / Math.max(w, 1e-6), (height - 2 * air) / Math.max(h, 1e-6));
  const around = (cx: number, cy: number, scale: number): Box => ({
    x: cx - width / scale / 2,
    y: cy - height / scale / 2,
    width: width / scale,
    height: height / scale,
  });
  const desk = DESK * textSize;
  // All there is to see: the sheet, and what is marked beyond it.
  const all = boundsOf([...cornersOf(sheet), ...about]);
  const wholeScale = scaleFor(all, desk);
  const near = about.length > 0 ? boundsOf(about) : all;
  const scale = Math.min(scaleFor(near, AROUND * textSize), wholeScale * MOST_GAIN);
  if (scale < wholeScale * LEAST_GAIN)
    return {
      scale: wholeScale,
      seen: around(all.x + all.width / 2, all.y + all.height / 2, wholeScale),
      isWhole: true,
    };
  /** The middle of what is seen, so that no more desk shows than has to. */
  const middle = (lo: number, size: number, from: number, whole: number, seen: number) =>
    seen >= whole + (2 * desk) / scale
      ? from + whole / 2
      : Math.min(
          Math.max(lo + size / 2, from - desk / scale + seen / 2),
          from + whole + desk / scale - seen / 2,
        );
  const seen = around(
    middle(near.x, near.width, all.x, all.width, width / scale),
    middle(near.y, near.height, all.y, all.height, height / scale),
    scale,
  );
  return { scale, seen, isWhole: false };
}
