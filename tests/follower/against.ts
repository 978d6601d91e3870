import type { ComputedLesson } from "#core/document/pipeline";
import { isDot, paperAfter } from "#core/drawing/paper";
import { findPaperPoint, pointOn, pointsAlong } from "#core/ground/geometry";
import { rulerMarkMm } from "#core/telling/told";
import { type Followed, follow, type Heard } from "./follow.ts";
import { apart, conicThrough, minus, offConic, offSegment, type Pt, plus, type Segment } from "./plane.ts";

/** Where what is drawn from the words differs from what is drawn. */
export interface Difference {
  readonly kind: "stuck" | "place" | "missing" | "extra" | "fill" | "curve" | "untold";
  readonly where: string;
  readonly mm: number;
}

/** What a pupil hears of a lesson, card after card. */
export function heardOf({ steps, lesson }: ComputedLesson): Heard[] {
  const label = new Map(lesson.objects.map((o) => [o.id, o.label]));
  return steps.flatMap((s) =>
    s.acts.map(({ told }) => ({
      act: told.act,
      anew: told.anew ?? [],
      thing: label.get(s.objectId) ?? s.objectId,
    })),
  );
}

const PLACE_MM = 0.02;
const INK_MM = 0.1;
const CURVE_MM = 0.5;

/** Follows a lesson with the exact lengths and lays the result over the drawing, both ways. */
export function differences(
  c: ComputedLesson,
  instead: readonly Heard[] | null = null,
): {
  differences: Difference[];
  followed: Followed;
  acts: number;
} {
  const heard = instead ?? heardOf(c);
  const sheet = { wide: c.sheet.widthMm, high: c.sheet.heightMm, markMm: rulerMarkMm(c.sheet) };
  const followed = follow(heard, sheet, true);
  const found: Difference[] = followed.stuck.map(({ act, why }) => ({
    kind: "stuck",
    where: `${heard[act]?.thing}: ${heard[act]?.act.do}: ${why}`,
    mm: 0,
  }));
  for (const f of c.findings)
    if (f.code === "cannot-be-told") found.push({ kind: "untold", where: f.about, mm: 0 });
  // Acts told otherwise have no places of their own to compare with.
  if (instead === null) found.push(...places(c, followed));
  found.push(...inked(c, followed), ...filled(c, followed));
  return { differences: found, followed, acts: heard.length };
}

/** Every told place against where ruler and pencil put it. */
function places(c: ComputedLesson, followed: Followed): Difference[] {
  const truth: { name: string; id: string }[][] = c.steps.flatMap((s) =>
    s.acts.map(({ told }) => (told.bearers ?? []).map(([name, id]) => ({ name, id }))),
  );
  return followed.found.flatMap(({ name, at, act }): Difference[] => {
    const id = truth[act]?.find((t) => t.name === name)?.id;
    const h = id === undefined ? undefined : c.evaluation.points.get(id);
    const p = h && findPaperPoint(h);
    if (!p) return [];
    const mm = apart(at, { x: p.xMm, y: p.yMm });
    return mm > PLACE_MM * Math.max(1, apart(at, { x: 0, y: 0 }) / 1000)
      ? [{ kind: "place", where: `${name} = ${id}`, mm }]
      : [];
  });
}

function inked(c: ComputedLesson, followed: Followed): Difference[] {
  const last = c.moves.length - 1;
  const { widthMm: w, heightMm: h } = c.sheet;
  const on = (p: Pt) => p.x >= -0.05 && p.y >= -0.05 && p.x <= w + 0.05 && p.y <= h + 0.05;
  const drawn: { seg: Segment; id: string; curved: boolean }[] = [];
  for (const { stroke, pieces } of paperAfter(c.paper, last)) {
    if (isDot(stroke) || !["outline", "detail", "hidden"].includes(stroke.role)) continue;
    for (const piece of pieces) {
      if (piece.part === "tail") continue;
      if (stroke.trace.kind === "straight") {
        const [a, b] = [pointOn(stroke.trace, piece.from), pointOn(stroke.trace, piece.to)];
        drawn.push({ seg: { a: pt(a), b: pt(b) }, id: stroke.id, curved: false });
      } else {
        const line = pointsAlong(stroke.trace, piece.from, piece.to).map(pt);
        for (let i = 0; i + 1 < line.length; i++) {
          const [a, b] = [line[i], line[i + 1]];
          if (a && b) drawn.push({ seg: { a, b }, id: stroke.id, curved: true });
        }
      }
    }
  }
  // Freehand things differ from hand to hand: what runs behind one may be rubbed out a little more or less.
  const free = new Set(
    c.lesson.objects.filter((o) => o.recipe === "freehand" || o.recipe === "hills").map((o) => o.id),
  );
  // Crowns are drawn freely too: how far a trunk is seen under the next one differs as they do.
  const trees = new Set(
    c.lesson.objects.filter((o) => o.recipe === "row" && o.kind === "trees").map((o) => o.id),
  );
  const underCrowns: Segment[] = c.paper.strokes.flatMap((stroke) =>
    trees.has(stroke.objectId) && stroke.trace.kind === "straight"
      ? stroke.behindOwn.map((p) => ({
          a: pt(pointOn(stroke.trace, p.from)),
          b: pt(pointOn(stroke.trace, p.to)),
        }))
      : [],
  );
  const anyway: Segment[] = c.paper.strokes.flatMap((stroke) =>
    stroke.pieces.flatMap((p) =>
      p.behind !== undefined && free.has(p.behind) && stroke.trace.kind === "straight"
        ? [{ a: pt(pointOn(stroke.trace, p.from)), b: pt(pointOn(stroke.trace, p.to)) }]
        : [],
    ),
  );
  const firm = followed.ink.filter((s) => s.press !== "light");
  const found: Difference[] = [];
  const conics = followed.curves.flatMap((k) => {
    const own = k.through.filter((p, i, all) => all.findIndex((q) => apart(p, q) < 0.01) === i);
    const conic = own.length >= 5 ? conicThrough(own.slice(0, 5)) : null;
    return conic ? [conic] : [];
  });
  const few = followed.curves.some((k) => k.through.length < 5);
  for (const { seg, id, curved } of drawn) {
    if (curved) {
      if (
        conics.length > 0 &&
        !few &&
        samples(seg).some((p) => on(p) && !conics.some((q) => offConic(q, p) < CURVE_MM))
      )
        found.push({ kind: "curve", where: id, mm: 0 });
      continue;
    }
    const off = samples(seg).filter((p) => on(p) && !firm.some((s) => offSegment(p, s) < INK_MM));
    if (off.length > 0 && apart(seg.a, seg.b) > LEAST_MM)
      found.push({
        kind: "missing",
        where: id,
        mm: (apart(seg.a, seg.b) * off.length) / samples(seg).length,
      });
  }
  for (const s of firm) {
    const off = samples(s).filter(
      (p) =>
        on(p) &&
        ![...drawn.map((d) => d.seg), ...anyway, ...underCrowns].some((d) => offSegment(p, d) < INK_MM),
    );
    if (off.length > 0 && apart(s.a, s.b) > LEAST_MM)
      found.push({
        kind: "extra",
        where: `${s.thing} ${s.a.x.toFixed(0)},${s.a.y.toFixed(0)}–${s.b.x.toFixed(0)},${s.b.y.toFixed(0)}`,
        mm: (apart(s.a, s.b) * off.length) / samples(s).length,
      });
  }
  return found;
}

/** A stub shorter than this is a dot to a child. */
const LEAST_MM = 0.6;
/** Less than this at the end of a piece is the pencil's own width. */
const END_MM = 0.15;

function samples({ a, b }: Segment): Pt[] {
  const long = apart(a, b);
  if (long < 2 * END_MM) return [];
  const n = Math.max(2, Math.ceil(long));
  const [from, to] = [END_MM / long, 1 - END_MM / long];
  return Array.from({ length: n + 1 }, (_, i) => plus(a, minus(b, a), from + ((to - from) * i) / n));
}

function filled(c: ComputedLesson, followed: Followed): Difference[] {
  const { widthMm: w, heightMm: h } = c.sheet;
  const shown = new Set(
    c.paper.fills.flatMap((f) =>
      f.pieces.some(({ region }) =>
        region.some(
          (ring) =>
            Math.max(...ring.map((p) => p.xMm)) > 0 &&
            Math.max(...ring.map((p) => p.yMm)) > 0 &&
            Math.min(...ring.map((p) => p.xMm)) < w &&
            Math.min(...ring.map((p) => p.yMm)) < h,
        ),
      )
        ? [f.moveIndex]
        : [],
    ),
  );
  const rings = c.moves.flatMap((m, i) =>
    m.stroke?.plane === "fill" && shown.has(i) ? m.stroke.rings.map(() => m.id) : [],
  );
  return rings.length === followed.fills.length
    ? []
    : [{ kind: "fill", where: `${rings.length} told as ${followed.fills.length}`, mm: 0 }];
}

function pt(p: { readonly xMm: number; readonly yMm: number }): Pt {
  return { x: p.xMm, y: p.yMm };
}
