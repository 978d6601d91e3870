import {
  type Evaluation,
  evaluate,
  type LineRule,
  type Move,
  type PointMade,
} from "../../drawing/drafter/index.ts";
import type { ObjectSlice } from "../../drawing/recipes/index.ts";
import type { View } from "../../drawing/view/index.ts";
import {
  type Change,
  change,
  type Finding,
  formatSmallLength,
  listOf,
  writtenAddress,
} from "../../ground/base/index.ts";
import { distanceMm, findPaperPoint, type PaperPoint } from "../../ground/geometry/index.ts";
import { MM_PER_INCH } from "../../ground/lexicon/index.ts";
import { nearestMarks, rulerMarkMm } from "../../telling/told/index.ts";

/** A size this near a mark of the ruler stands on it: a fifth of a pencil line. */
const ON_MARK_MM = 0.1;
/** Rounding that moves a place by less than this no drawing shows. */
const MOVED_MM = 1;

/** Sizes that were typed between two marks of the class's ruler: told with "about", or moved onto a mark at a press. */
export function judgeTypedSizes(objects: readonly ObjectSlice[], view: View): Finding[] {
  const mark = rulerMarkMm(view.sheet);
  return objects.flatMap((object): Finding[] => {
    const off = typedLengths("handles" in object ? object.handles : null, "handles").filter(
      ({ mm }) => Math.abs(nearestMarks(mm, mark) * mark - mm) > ON_MARK_MM,
    );
    const first = off[0];
    if (!first) return [];
    const changes = off.map(
      ({ field, mm }): Change =>
        change(
          writtenAddress(`object/${object.id}`, field),
          Math.round(nearestMarks(mm, mark) * mark * 1e6) / 1e6,
        ),
    );
    return [
      {
        code: "off-the-marks",
        severity: "note",
        about: object.id,
        message: `${off.length === 1 ? "A length" : "Lengths"} of the ${object.label} ${off.length === 1 ? "stands" : "stand"} between two marks of the ruler (${listOf(off.slice(0, 3).map(({ mm }) => inDecimals(mm, view)))}): told with "about".`,
        numbers: { lengths: off.length, firstMm: first.mm, markMm: mark },
        fix: { label: "Move onto the ruler's marks", changes },
      },
    ];
  });
}

/** As typed, where the nearest mark would hide what is meant: "12.7 mm", "1.06 in". */
function inDecimals(mm: number, { sheet }: View): string {
  const [perUnit, digits] = sheet.unit === "in" ? [MM_PER_INCH, 100] : [1, 10];
  return `${Math.round((mm / perUnit) * digits) / digits}\u00a0${sheet.unit}`;
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

/** A place that comes out elsewhere when every measure is taken on the ruler's marks. */
export interface MovedPlace {
  readonly objectId: string;
  readonly pointId: string;
  readonly called: string;
  readonly mm: number;
}

/**
 * Of each thing the place that rounding to the ruler's marks moves the furthest, where a pencil shows it: the lesson is
 * carried out once as drawn and once with every measure on its mark.
 */
export function placesMovedByRounding(
  moves: readonly Move[],
  evaluation: Pick<Evaluation, "points">,
  view: View,
): readonly MovedPlace[] {
  const { points } = evaluation;
  // What is set off by eye is measured by nobody.
  const rounded = withMarks(moves, evaluation, view).map((move, i) => (moves[i]?.byEye ? moves[i] : move));
  const onMarks = evaluate(rounded, view);
  const worst = new Map<string, MovedPlace>();
  for (const { objectId, points: made } of moves)
    for (const { id, called } of made) {
      const [h, k] = [points.get(id), onMarks.points.get(id)];
      const [p, q] = [h && findPaperPoint(h), k && findPaperPoint(k)];
      if (!p || !q || !isOnSheet(p, view)) continue;
      const mm = distanceMm(p, q);
      if (mm > MOVED_MM && mm > (worst.get(objectId)?.mm ?? 0))
        worst.set(objectId, { objectId, pointId: id, called, mm });
    }
  return [...worst.values()];
}

function isOnSheet({ xMm, yMm }: PaperPoint, { sheet }: View): boolean {
  return xMm >= 0 && yMm >= 0 && xMm <= sheet.widthMm && yMm <= sheet.heightMm;
}

/**
 * The changes that put depths given as a part of the way onto marks of the ruler, along the guide each is marked on, by the
 * things that have such depths.
 */
export function depthsOntoMarks(
  objects: readonly ObjectSlice[],
  moves: readonly Move[],
  { points }: Pick<Evaluation, "points">,
  view: View,
): ReadonlyMap<string, readonly Change[]> {
  const markMm = rulerMarkMm(view.sheet);
  const at = (id: string) => {
    const h = points.get(id);
    return h ? findPaperPoint(h) : null;
  };
  const marked = moves.flatMap((m) =>
    m.points.flatMap(({ id, rule }) => {
      const [a, p] = rule.kind === "part-way-to-vp" ? [at(rule.from), at(id)] : [];
      return a && p && rule.kind === "part-way-to-vp"
        ? [{ objectId: m.objectId, fraction: rule.fraction, mm: distanceMm(a, p) }]
        : [];
    }),
  );
  const changes = new Map<string, readonly Change[]>();
  for (const object of objects) {
    const shares = Object.entries("handles" in object ? object.handles : {}).flatMap(([axis, extent]) =>
      typeof extent === "object" && extent !== null && "fraction" in extent
        ? [{ axis, fraction: Number(extent.fraction) }]
        : [],
    );
    const own = shares.flatMap(({ axis, fraction }): Change[] => {
      const mark = marked.find(
        (m) => m.objectId === object.id && Math.abs(m.fraction - fraction) < SAME_SHARE,
      );
      const on = mark && nearestMarks(mark.mm, markMm) * markMm;
      if (!mark || !on || Math.abs(on - mark.mm) <= ON_MARK_MM) return [];
      const value = Math.round((fraction * on * 1e9) / mark.mm) / 1e9;
      return value < 1
        ? [change(writtenAddress(`object/${object.id}`, `handles.${axis}.fraction`), value)]
        : [];
    });
    if (own.length > 0) changes.set(object.id, own);
  }
  return changes;
}

const SAME_SHARE = 1e-6;

/** Findings on places that rounding moves; `nameOf` gives the letter a place goes by and in which step: "C in step 4". */
export function judgeRounding(
  moved: readonly MovedPlace[],
  view: View,
  nameOf: (pointId: string) => string | null,
  ontoMarks: ReadonlyMap<string, readonly Change[]>,
): Finding[] {
  return moved.map(({ objectId, pointId, called, mm }) => {
    const name = nameOf(pointId);
    const changes = ontoMarks.get(objectId);
    return {
      code: "moved-by-rounding",
      severity: "note",
      about: objectId,
      message: `Measured on the ruler's marks, ${name === null ? `the ${called} of "${objectId}"` : `${name}, of "${objectId}",`} comes out ${formatSmallLength(mm, view.sheet)} beside where it is drawn here: put its measures on marks.`,
      numbers: { movedMm: mm },
      ...(changes ? { fix: { label: "Put its depth on a mark", changes } } : {}),
    };
  });
}

/**
 * The moves with every measure on the ruler's nearest mark. What was given as a part of the way is measured along its line,
 * as it is told: so far, whatever has moved since.
 */
export function withMarks(
  moves: readonly Move[],
  { points }: Pick<Evaluation, "points">,
  view: View,
): Move[] {
  const markMm = rulerMarkMm(view.sheet);
  const on = (mm: number) => nearestMarks(mm, markMm) * markMm;
  const at = (id: string) => {
    const h = points.get(id);
    return h ? findPaperPoint(h) : null;
  };
  const guides = new Map<string, string>();
  return moves.map((move) => {
    for (const { id, rule } of move.lines)
      if (rule.kind === "toward") guides.set(JSON.stringify([rule.through, rule.aim]), id);
    return {
      ...move,
      lines: move.lines.map((l) => ({ ...l, rule: slidOn(l.rule) })),
      points: move.points.map(marked),
    };
  });

  function slidOn(rule: LineRule): LineRule {
    return rule.kind === "slide" ? { ...rule, mm: on(rule.mm) } : rule;
  }

  function marked(point: PointMade): PointMade {
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
      case "part-way-to-vp": {
        const line = guides.get(JSON.stringify([rule.from, rule.aim]));
        const [a, p] = [at(rule.from), at(point.id)];
        if (line === undefined || !a || !p) return point;
        const [dx, dy] = [p.xMm - a.xMm, p.yMm - a.yMm];
        const toward = Math.abs(dx) >= Math.abs(dy) ? (dx >= 0 ? "right" : "left") : dy <= 0 ? "up" : "down";
        return {
          ...point,
          rule: { kind: "along", line, from: rule.from, toward, mm: on(Math.hypot(dx, dy)) },
        };
      }
      case "share": {
        const [a, b] = [at(rule.from), at(rule.to)];
        const mm = a && b ? on(rule.share * distanceMm(a, b)) : null;
        return mm === null
          ? point
          : { ...point, rule: { kind: "measured", from: rule.from, toward: rule.to, mm } };
      }
      default:
        return point;
    }
  }
}
