import { tapeNeeded } from "../../drawing/drafter/index.ts";
import { solveScene } from "../../drawing/program/index.ts";
import { hostsOf } from "../../drawing/recipes/index.ts";
import {
  centreOfVision,
  impossibleInView,
  planView,
  seenAt,
  setView,
  type View,
  type ViewSlice,
} from "../../drawing/view/index.ts";
import type { Change } from "../../ground/base/index.ts";
import { distanceMm } from "../../ground/geometry/index.ts";
import { setDrawingOrder } from "../changes/index.ts";
import { coneRadiusMm, costOf, vanishingPoints } from "../judgements/index.ts";
import type { Lesson } from "../lesson/index.ts";
import { drawLesson } from "../pipeline/index.ts";

/** A change worth looking at before it is taken, with what it saves or costs. */
export interface Proposal {
  readonly changes: readonly Change[];
  readonly message: string;
  readonly numbers: Readonly<Record<string, number>>;
}

/** Drawings tried while looking for a better order; each costs about as much as one full drawing of the lesson. */
const MOST_TRIES = 80;

/**
 * A drawing order that rubs out less. It starts from the order in which the thing that the others cover least comes next,
 * and from today's, and swaps neighbours as long as the length that is really rubbed out gets shorter; what goes on from
 * another thing stays behind it. Null when nothing shorter was found.
 */
export function proposeOrder(lesson: Lesson): Proposal | null {
  const byId = new Map(lesson.objects.map((o) => [o.id, o]));
  const arranged = (order: readonly string[]) => order.flatMap((id) => byId.get(id) ?? []);
  let tries = 0;
  const erasedMm = (order: readonly string[]) => {
    tries++;
    const drawn = drawLesson({ ...lesson, objects: arranged(order) });
    return costOf(drawn.paper, drawn.moves.length).erasedMm;
  };
  const today = lesson.objects.map((o) => o.id);
  const was = erasedMm(today);
  const start = nearestFirst(lesson, coveredBy(lesson));
  let best = { order: today, mm: was };
  const first = { order: start, mm: erasedMm(start) };
  if (first.mm < best.mm) best = first;
  for (let going = true; going && tries < MOST_TRIES; ) {
    going = false;
    for (let i = 0; i + 1 < best.order.length && tries < MOST_TRIES; i++) {
      const [a, b] = [best.order[i], best.order[i + 1]];
      const second = b === undefined ? undefined : byId.get(b);
      if (a === undefined || !second || hostsOf(second).includes(a)) continue;
      const swapped = [...best.order.slice(0, i), second.id, a, ...best.order.slice(i + 2)];
      const mm = erasedMm(swapped);
      if (mm < best.mm - 1e-6) [best, going] = [{ order: swapped, mm }, true];
    }
  }
  const savedMm = was - best.mm;
  if (savedMm < 1) return null;
  return {
    changes: [setDrawingOrder(best.order)],
    message: `Drawn in the order ${arranged(best.order)
      .map((o) => o.label)
      .join(
        ", ",
      )}, ${Math.round(savedMm / 10)} cm less is rubbed out (${Math.round(best.mm / 10)} instead of ${Math.round(was / 10)} cm).`,
    numbers: { savedMm, erasedMm: best.mm },
  };
}

/** Length of each thing's lines that each other thing covers, when all are drawn in the other's absence. */
function coveredBy(lesson: Lesson): ReadonlyMap<string, ReadonlyMap<string, number>> {
  // With nothing rubbed out until the end, every covered stretch is on the paper with the thing that covers it last.
  const covered = new Map<string, Map<string, number>>();
  for (const object of lesson.objects) {
    const others = lesson.objects.filter((o) => o.id !== object.id);
    const drawn = drawLesson({
      ...lesson,
      objects: [...others, object],
      plan: { ...lesson.plan, erase: "at-end" },
    });
    for (const stroke of drawn.paper.strokes) {
      if (stroke.objectId !== object.id) continue;
      const whole = distanceMm(stroke.from, stroke.to);
      const left = stroke.pieces.reduce((sum, p) => sum + p.to - p.from, 0);
      for (const by of stroke.stoppedBy) {
        const row = covered.get(object.id) ?? new Map<string, number>();
        row.set(by, (row.get(by) ?? 0) + (whole * Math.max(0, 1 - left)) / stroke.stoppedBy.length);
        covered.set(object.id, row);
      }
    }
  }
  return covered;
}

function nearestFirst(lesson: Lesson, covered: ReadonlyMap<string, ReadonlyMap<string, number>>): string[] {
  const hosts = new Map(lesson.objects.map((o) => [o.id, hostsOf(o)]));
  const left = lesson.objects.map((o) => o.id);
  const order: string[] = [];
  while (left.length > 0) {
    const ready = left.filter((id) => (hosts.get(id) ?? []).every((h) => !left.includes(h)));
    const pool = ready.length > 0 ? ready : left;
    const cost = (id: string) => left.reduce((sum, other) => sum + (covered.get(id)?.get(other) ?? 0), 0);
    const next = pool.reduce((best, id) => (cost(id) < cost(best) - 1e-6 ? id : best));
    order.push(next);
    left.splice(left.indexOf(next), 1);
  }
  return order;
}

/** How much of a lesson lies outside the 60° cone of vision, and the paper to tape on. */
function spreadOf(lesson: Lesson, view: View): { outside: number; tapeMm: number } {
  const radius = coneRadiusMm(view.camera.distanceMm);
  let outside = 0;
  for (const { built } of solveScene(lesson.objects, view).values())
    for (const corner of Object.values(built.solid.corners)) {
      const p = seenAt(view.camera, corner);
      if (p && distanceMm(view.camera.principal, p) > radius + 0.05) outside++;
    }
  const tapeMm = vanishingPoints(view).reduce(
    (sum, { at }) => sum + tapeNeeded(at, lesson.sheet).reduce((s, t) => s + t.mm, 0),
    0,
  );
  return { outside, tapeMm };
}

/** Steps of the search: places of the centre of vision across the sheet, and halvings of the spread. */
const CENTRES = 9;
const HALVINGS = 24;

/**
 * Vanishing points that bring every corner inside the 60° cone with the least paper to tape on. The picture's own paper
 * measures stay; only the points move. Null when nothing lies outside or no points within 10 m would do.
 */
export function proposeVanishingPoints(lesson: Lesson): Proposal | null {
  const now = planView(lesson.view, lesson.sheet);
  const before = spreadOf(lesson, now);
  if (before.outside === 0) return null;
  let best: { view: ViewSlice; tapeMm: number } | null = null;
  for (let i = 0; i < CENTRES; i++) {
    const centre = (lesson.sheet.widthMm * (i + 0.5)) / CENTRES;
    const at = (distance: number) => movedTo(lesson, centre, distance);
    const fits = (distance: number) => {
      const view = at(distance);
      if (!view || impossibleInView(view, lesson.sheet).length > 0) return null;
      const spread = spreadOf({ ...lesson, view }, planView(view, lesson.sheet));
      return spread.outside === 0 ? { view, tapeMm: spread.tapeMm } : null;
    };
    let [low, high] = [now.camera.distanceMm * 0.5, MOST_DISTANCE_MM];
    let found = fits(high);
    if (!found) continue;
    for (let k = 0; k < HALVINGS && high - low > 0.5; k++) {
      const middle = (low + high) / 2;
      const fit = fits(middle);
      if (fit) [high, found] = [middle, fit];
      else low = middle;
    }
    if (!best || found.tapeMm < best.tapeMm) best = found;
  }
  if (!best) return null;
  return {
    changes: viewChanges(lesson.view, best.view),
    message: `With the vanishing points moved, all corners lie inside the 60° cone (${before.outside} are outside now); ${Math.round(best.tapeMm)} mm of paper have to be taped on, ${Math.round(before.tapeMm)} mm today.`,
    numbers: { tapeMm: best.tapeMm, tapeBeforeMm: before.tapeMm, outsideBefore: before.outside },
  };
}

/** A vanishing point further off than this is out of any ruler's reach. */
const MOST_DISTANCE_MM = 4000;

/** The view seen from a distance with its centre of vision elsewhere; the VPs keep their proportion either side. */
function movedTo(
  { view, sheet }: Pick<Lesson, "view" | "sheet">,
  centreMm: number,
  distanceMm: number,
): ViewSlice | null {
  const first = view.frames[0];
  if (!first) return null;
  const rest = view.frames.slice(1);
  const round = (mm: number) => Math.round(mm * 10) / 10;
  switch (first.kind) {
    case "one-point":
    case "turned":
      return { ...view, viewingDistanceMm: round(distanceMm) };
    case "two-point": {
      const left = first.leftVanishingPoint.fromLeftMm;
      const right = first.rightVanishingPoint.fromLeftMm;
      const at = centreOfVision(first, sheet).xMm;
      // With a the left part and b the right one, a·b = d²: scaled so that a/b stays.
      const skew = Math.sqrt((at - left) / (right - at));
      return {
        ...view,
        frames: [
          {
            ...first,
            leftVanishingPoint: { fromLeftMm: round(centreMm - distanceMm * skew) },
            rightVanishingPoint: { fromLeftMm: round(centreMm + distanceMm / skew) },
            centreOfVision: { fromLeftMm: round(centreMm) },
          },
          ...rest,
        ],
      };
    }
    case "three-point":
      return null;
  }
}

function viewChanges(before: ViewSlice, after: ViewSlice): Change[] {
  const changes: Change[] = [];
  if (before.viewingDistanceMm !== after.viewingDistanceMm)
    changes.push(setView("viewingDistanceMm", after.viewingDistanceMm));
  if (before.frames !== after.frames) changes.push(setView("frames", after.frames));
  return changes;
}
