import type { Sign } from "../../telling/told/index.ts";
import { addAim, addChevrons } from "./aim-marks.ts";
import { holds } from "./box.ts";
import { addMeasure, addRow } from "./dimension-marks.ts";
import type { Spot } from "./mark.ts";
import type { SignPlace } from "./sign-place.ts";
import { halfOfText } from "./text-width.ts";
import { addLine, ring, signInk, spotsAround, writtenText } from "./written-signs.ts";

/** Adds a sign to those of a picture. */
export function addSign(id: string, sign: Sign, place: SignPlace): void {
  const { view, signs } = place;
  const size = view.textSize;
  switch (sign.k) {
    case "measure":
      addMeasure(id, sign, place);
      return;
    case "row":
      addRow(id, sign, place);
      return;
    case "aim":
      addAim(id, sign, place);
      return;
    case "taped":
      addTape(id, sign, place);
      return;
    case "left": {
      // A ring struck through: marks are crosses, too.
      const at = view.to(sign.at);
      const r = size * 0.3;
      const ink = { colour: "ink", width: size * 0.085, dash: [] } as const;
      signs.marks.push(ring(`${id}#left`, at, r, ink, "sheet"));
      const [from, to] = [
        { x: at.x - r * 0.7, y: at.y + r * 0.7 },
        { x: at.x + r * 0.7, y: at.y - r * 0.7 },
      ];
      addLine(signs, `${id}#left-stroke`, [from, to], ink);
      return;
    }
    case "ring":
      signs.marks.push(
        ring(`${id}#ring`, view.to(sign.at), size * 0.38, {
          colour: "ink",
          width: size * 0.08,
          dash: [],
        }),
      );
      return;
    case "alike":
      for (const [i, [a, b]] of sign.lines.entries()) addChevrons(`${id}#alike-${i}`, a, b, place);
      return;
    case "ruler":
      addRuler(id, sign, place);
      return;
  }
}

/** Width of a strip of paper taped on, and how far it reaches past its mark, in text sizes. */
const STRIP = 2.2;
const STRIP_PAST = 1.2;

/** A strip of paper beyond the sheet's edge, with the place marked on it and its name. */
function addTape(id: string, sign: Extract<Sign, { k: "taped" }>, { view, signs, named }: SignPlace): void {
  const size = view.textSize;
  const { widthMm: w, heightMm: h } = view.sheet;
  const { xMm: x, yMm: y } = sign.at;
  const edge = {
    left: { xMm: 0, yMm: y },
    right: { xMm: w, yMm: y },
    top: { xMm: x, yMm: 0 },
    bottom: { xMm: x, yMm: h },
  }[sign.edge];
  const [a, b] = [view.to(edge), view.to(sign.at)];
  const long = Math.hypot(b.x - a.x, b.y - a.y);
  if (long === 0) return;
  const [ux, uy] = [(b.x - a.x) / long, (b.y - a.y) / long];
  const at = (along: number, off: number): Spot => ({
    x: a.x + ux * along - uy * off,
    y: a.y + uy * along + ux * off,
  });
  const [half, end] = [(STRIP / 2) * size, long + STRIP_PAST * size];
  signs.marks.push(
    {
      kind: "path",
      id: `${id}#tape`,
      points: [at(0, -half), at(end, -half), at(end, half), at(0, half)],
      closed: true,
      ink: signInk(size, "quiet"),
      fill: "tone-1",
    },
    { kind: "dot", id: `${id}#taped`, at: b, radius: size * 0.24, fill: "new" },
  );
  signs.points.push(b);
  if (sign.called === "" || named.has(sign.called)) return;
  named.add(sign.called);
  const [wide, high] = halfOfText(sign.called, size);
  const reaches = [
    [half + size * 0.2, 0],
    [half + size * 0.8, 1],
  ] as const;
  signs.written.push(writtenText(`${id}#name`, sign.called, size, b, spotsAround(b, reaches, wide, high)));
}

const RULER_WIDE = 1.7;
const RULER_OVER = 0.8;

/** The ruler, faint, along the first line of a family that turns about a point, and a ring about that point. */
function addRuler(id: string, sign: Extract<Sign, { k: "ruler" }>, place: SignPlace): void {
  if (!place.isFirst || !sign.pivot) return;
  const { view, signs, middle } = place;
  const size = view.textSize;
  const [a, b] = [view.to(sign.from), view.to(sign.to)];
  const long = Math.hypot(b.x - a.x, b.y - a.y);
  if (long === 0) return;
  const [ux, uy] = [(b.x - a.x) / long, (b.y - a.y) / long];
  // Off what the picture is about; for a left hand to the left of a steep line.
  const away = (middle.x - a.x) * -uy + (middle.y - a.y) * ux > 0 ? -1 : 1;
  const side = sign.onLeft && Math.abs(uy) > Math.abs(ux) ? (uy > 0 ? 1 : -1) : away;
  const at = (along: number, off: number): Spot => ({
    x: a.x + ux * along - uy * off * side,
    y: a.y + uy * along + ux * off * side,
  });
  const [s, e, w] = [-RULER_OVER * size, long + RULER_OVER * size, RULER_WIDE * size];
  signs.marks.unshift({
    kind: "path",
    id: `${id}#ruler`,
    points: [at(s, size * 0.1), at(e, size * 0.1), at(e, w), at(s, w)],
    closed: true,
    ink: { colour: "quiet", width: size * 0.045, dash: [] },
    fill: null,
  });
  const pivot = sign.pivot && view.to(sign.pivot);
  if (pivot && holds(view.area, pivot))
    signs.marks.push(
      ring(`${id}#pivot`, pivot, size * 0.42, { ...signInk(size), dash: [size * 0.16, size * 0.12] }),
    );
}
