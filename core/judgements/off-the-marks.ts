import { type Change, type Finding, formatLength, listOf } from "../base/index.ts";
import { type Evaluation, evaluate, type Move } from "../drafter/index.ts";
import { distanceMm, findPaperPoint } from "../geometry/index.ts";
import type { ObjectSlice } from "../recipes/index.ts";
import { rulerMarkMm } from "../told/index.ts";
import type { View } from "../view/index.ts";

/** A size this near a mark of the ruler stands on it: a fifth of a pencil line. */
const ON_MARK_MM = 0.1;
/** Rounding that moves a place by less than this no drawing shows. */
const MOVED_MM = 1;

/** Sizes that were typed between two marks of the class's ruler: told with "about", or moved onto a mark at a press. */
export function judgeTypedSizes(objects: readonly ObjectSlice[], view: View): Finding[] {
  const mark = rulerMarkMm(view.sheet);
  return objects.flatMap((object): Finding[] => {
    const off = typedLengths("handles" in object ? object.handles : null, "handles").filter(
      ({ mm }) => Math.abs(Math.round(mm / mark) * mark - mm) > ON_MARK_MM,
    );
    const first = off[0];
    if (!first) return [];
    const changes = off.map(
      ({ field, mm }): Change => ({
        id: object.id,
        field,
        value: Math.round(Math.round(mm / mark) * mark * 1e6) / 1e6,
      }),
    );
    return [
      {
        code: "off-the-marks",
        severity: "note",
        about: object.id,
        message: `The ${object.label} has ${off.length === 1 ? "a length" : "lengths"} between two marks of the ruler (${listOf(off.slice(0, 3).map(({ mm }) => formatLength(mm, view.sheet)))}): told with "about".`,
        numbers: { lengths: off.length, firstMm: first.mm, markMm: mark },
        mend: { label: "Move onto the ruler's marks", changes },
      },
    ];
  });
}

/** The lengths in mm among an object's handles, with the field each stands in. */
function typedLengths(value: unknown, field: string): { field: string; mm: number }[] {
  if (typeof value !== "object" || value === null) return [];
  return Object.entries(value).flatMap(([key, v]) => {
    const at = `${field}.${key}`;
    if (typeof v === "number") return key === "mm" || key.endsWith("Mm") ? [{ field: at, mm: v }] : [];
    return typedLengths(v, at);
  });
}

/**
 * Things of which rounding to the ruler's marks moves a place by more than a pencil shows: carried out once as drawn and once
 * with every measure on its mark.
 */
export function judgeRounding(
  moves: readonly Move[],
  { points }: Pick<Evaluation, "points">,
  view: View,
  labelOf: (objectId: string) => string,
): Finding[] {
  const onMarks = evaluate(withMarks(moves, rulerMarkMm(view.sheet)), view);
  const worst = new Map<string, { mm: number; called: string }>();
  for (const move of moves)
    for (const { id, called } of move.points) {
      const [h, k] = [points.get(id), onMarks.points.get(id)];
      const [p, q] = [h && findPaperPoint(h), k && findPaperPoint(k)];
      if (!p || !q || p.xMm < 0 || p.yMm < 0 || p.xMm > view.sheet.widthMm || p.yMm > view.sheet.heightMm)
        continue;
      const mm = distanceMm(p, q);
      if (mm > MOVED_MM && mm > (worst.get(move.objectId)?.mm ?? 0)) worst.set(move.objectId, { mm, called });
    }
  return [...worst].map(([objectId, { mm, called }]) => ({
    code: "moved-by-rounding",
    severity: "note",
    about: objectId,
    message: `With the ruler's marks the ${called} of the ${labelOf(objectId)} comes out ${formatLength(mm, view.sheet)} beside where it is drawn here: put its measures on marks.`,
    numbers: { movedMm: mm },
  }));
}

/** The moves with every measure on the ruler's nearest mark. */
export function withMarks(moves: readonly Move[], markMm: number): Move[] {
  const on = (mm: number) => Math.round(mm / markMm) * markMm;
  return moves.map((move) => ({
    ...move,
    points: move.points.map((point) => {
      const { rule } = point;
      switch (rule.kind) {
        case "along":
        case "measured":
          return { ...point, rule: { ...rule, mm: on(rule.mm) } };
        case "from-edges":
          return {
            ...point,
            rule: {
              ...rule,
              across: { ...rule.across, mm: on(rule.across.mm) },
              down: { ...rule.down, mm: on(rule.down.mm) },
            },
          };
        case "on-line-from-edge":
          return { ...point, rule: { ...rule, across: { ...rule.across, mm: on(rule.across.mm) } } };
        default:
          return point;
      }
    }),
  }));
}
