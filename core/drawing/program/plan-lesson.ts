import { type Finding, type Memo, noMemo } from "../../ground/base/index.ts";
import { findPaperPoint } from "../../ground/geometry/index.ts";
import type { Plan } from "../../ground/plan/index.ts";
import { Drafter, type Move } from "../drafter/index.ts";
import { type Built, callPoint, type FoundSoFar, openPage } from "../page/index.ts";
import { type Fault, frameOf, guidesOf, hostsOf, type ObjectSlice, recipeOf } from "../recipes/index.ts";
import { type HidingFace, hidingFaces, orderGroups, type Solid } from "../solids/index.ts";
import { type Vec3, type View, worldToPaper } from "../view/index.ts";
import { coveredCorners } from "./covered-corners.ts";
import { orderMoves } from "./order-moves.ts";
import { drawCentre, drawHorizon, drawVanishingPoints, HORIZON_ID, SHEET_ID } from "./sheet-setup.ts";

import { type StandingThing, solveScene } from "./solve-scene.ts";

/** A solid of the lesson, with what decides when and whom it hides. */
export interface PlannedSolid {
  readonly objectId: string;
  readonly solid: Solid;
  readonly depthGroup: string;
  /** Index of the last move that draws it: from then on its faces are opaque. */
  readonly closesAt: number;
  /** Index of the move that rubs out its tails and what it covers, or null when nothing is rubbed out. */
  readonly erasedAt: number | null;
}

/** The construction program: every move of the lesson in order, and the solids they draw. */
export interface Program {
  readonly moves: readonly Move[];
  readonly solids: readonly PlannedSolid[];
  /** Depth groups from the nearest to the furthest. */
  readonly frontToBack: readonly string[];
  readonly findings: readonly Finding[];
  /** Every object as it truly stands, hidden ones too. */
  readonly scene: ReadonlyMap<string, StandingThing>;
  /** Every object's own moves, before rubbing out and order. */
  readonly drawings: ReadonlyMap<string, ObjectDrawing>;
}

/** One object's drawing, with what it was drawn from. */
export interface ObjectDrawing {
  readonly standing: StandingThing;
  readonly guides: Plan["guides"];
  readonly moves: readonly Move[];
  readonly found: FoundSoFar;
  /** What it went on from. */
  readonly goesOnFrom: ReadonlyMap<string, FoundSoFar | null>;
  /** Its corners that lie behind what was finished before. */
  readonly covered: readonly string[];
}

/** What is impossible in an object in this view, by field. */
export function impossibleInObject(object: ObjectSlice, view: View): readonly Fault[] {
  if (!view.frames.some((f) => f.id === object.frame))
    return [{ field: "frame", message: `the view has no frame "${object.frame}"` }];
  return recipeOf(object).impossible(object, frameOf(object, view));
}

/** The schools of drawing a plan chooses: all of it that the pencil knows. */
export type DrawnAs = Required<Pick<Plan, "centre" | "horizon" | "guides" | "erase">>;

/** What planning needs of a lesson. */
export interface LessonToPlan {
  readonly objects: readonly ObjectSlice[];
  readonly frontToBack: readonly string[];
  readonly drawnAs: DrawnAs;
  readonly stepOrder?: readonly string[] | undefined;
}

/**
 * Plans the moves of a lesson: the sheet first, then every object in drawing order, rubbing out as the plan says;
 * then the educator's own order of phases, as far as every move still finds what it needs.
 */
export function planLesson(
  { objects, frontToBack, drawnAs, stepOrder }: LessonToPlan,
  view: View,
  memo: Memo = noMemo,
): Program {
  const scene = memo("scene", [objects, view], (parts) => solveScene(objects, view, parts));
  const planned: Move[] = [];
  const findings: Finding[] = [];
  const drawings = new Map<string, ObjectDrawing>();
  const drawn: { objectId: string; solid: Solid; depthGroup: string; faces: readonly HidingFace[] }[] = [];
  const groups = orderGroups(
    objects.flatMap((o) => (o.hidden ? [] : (scene.get(o.id)?.depthGroup ?? []))),
    frontToBack,
    drawnAs.erase === "never" ? "first" : "latest",
  );
  const ranks = new Map(groups.map((g, i) => [g, i]));
  const rankOf = (group: string) => ranks.get(group) ?? groups.length;
  // Between the guides of one thing another is drawn: they stay until the last such one is closed too.
  const guidesUntil = new Map(
    objects.flatMap((o, i) => {
      const kept = "depthSetBy" in o && !o.hidden ? guidesOf(o.depthSetBy) : null;
      return kept === null ? [] : [[kept, i] as const];
    }),
  );
  let waiting: string[] = [];
  for (const [place, object] of objects.entries()) {
    const standing = scene.get(object.id);
    if (!standing) continue;
    const { built, depthGroup } = standing;
    if (object.hidden) {
      // Nothing of it is drawn, but what leans on it still finds its corners where they would stand.
      const drawing = takeCorners(standing, drawnAs.guides, view);
      drawings.set(object.id, drawing);
      planned.push(...drawing.moves);
      continue;
    }
    findings.push(...built.findings);
    const behind = behindTheEye(object, built, view);
    if (behind) {
      findings.push(behind);
      continue;
    }
    const foundOf = (id: string) => drawings.get(id)?.found ?? null;
    const covered = coveredCorners(
      { objectId: object.id, depthGroup, solid: built.solid },
      drawn,
      rankOf,
      view,
    );
    const drawing = memo(
      `drawing/${object.id}`,
      [standing, drawnAs.guides, view, covered.join(" "), ...hostsOf(object).map(foundOf)],
      () => drawObject(standing, drawnAs.guides, view, foundOf, covered),
    );
    drawings.set(object.id, drawing);
    if (drawing.moves.length === 0) {
      if (built.findings.length === 0) findings.push(drawnBeforeHost(object));
      continue;
    }
    planned.push(...drawing.moves);
    waiting.push(object.id);
    const due = waiting.filter((id) => (guidesUntil.get(id) ?? place) <= place);
    if (drawnAs.erase === "each-object" && due.length > 0) {
      waiting = waiting.filter((id) => !due.includes(id));
      const erased = [...due.reverse(), ...(drawn.length === due.length - 1 ? [SHEET_ID] : [])];
      const erasing = memo(`erasing/${object.id}`, [erased.join(" ")], () => {
        const d = new Drafter(object.id);
        d.phase("erase");
        d.erase(erased);
        return d.moves;
      });
      planned.push(...erasing);
    }
    const faces = memo(`faces/${object.id}`, [built.solid, view], () =>
      hidingFaces(view.camera, built.solid),
    );
    drawn.push({ objectId: object.id, solid: built.solid, depthGroup, faces });
  }
  if (drawnAs.erase === "at-end" && drawn.length > 0) {
    const d = new Drafter(SHEET_ID);
    d.phase("erase");
    d.erase([...drawn.map((o) => o.objectId), SHEET_ID]);
    planned.push(...d.moves);
  }
  if (drawnAs.horizon === "rubbed-out") {
    const d = new Drafter(SHEET_ID);
    d.phase("horizon-gone");
    d.erase([HORIZON_ID], "erase-horizon");
    planned.push(...d.moves);
  }
  // What the first thing finds by looking is not marked beforehand.
  const first = drawn[0] && drawings.get(drawn[0].objectId);
  const seen = (first?.moves ?? []).flatMap((m) =>
    m.stroke?.role === "vanishing-point" ? m.points.map((p) => p.called) : [],
  );
  const sheet = memo("sheet", [view, drawnAs.centre, drawnAs.horizon, seen.join("\n")], () => {
    const d = new Drafter(SHEET_ID);
    if (drawnAs.centre !== "none") drawCentre(d, view.sheet, drawnAs.centre);
    const hasCentre = drawnAs.centre !== "none";
    const hasHorizon = drawnAs.horizon !== "none";
    if (hasHorizon) drawHorizon(d, view, hasCentre);
    drawVanishingPoints(d, view, { hasCentre, hasHorizon, seen });
    return d.moves;
  });
  const ordered = orderMoves([...sheet, ...planned], stepOrder ?? []);
  return {
    moves: ordered.moves,
    solids: withLives(drawn, ordered.moves),
    frontToBack: orderGroups(
      drawn.map((s) => s.depthGroup),
      frontToBack,
      drawnAs.erase === "never" ? "first" : "latest",
    ),
    findings: [...findings, ...ordered.findings],
    scene,
    drawings,
  };
}

/** The corners of a hidden thing, taken as measured from the sheet's edges without a mark. */
function takeCorners(standing: StandingThing, guides: Plan["guides"], view: View): ObjectDrawing {
  const d = new Drafter(standing.object.id);
  d.phase("hidden");
  const points = new Map<string, Vec3>();
  for (const [name, at] of Object.entries(standing.built.solid.corners)) {
    const p =
      at[2] > NEAREST_SHARE * view.camera.distanceMm ? findPaperPoint(worldToPaper(view.camera, at)) : null;
    if (!p) continue;
    const down = { edge: "bottom", mm: view.sheet.heightMm - p.yMm } as const;
    const rule = { kind: "from-edges", across: { edge: "left", mm: p.xMm }, down } as const;
    d.take({ name, called: standing.built.called?.[name] ?? callPoint(name), rule });
    points.set(name, at);
  }
  const found: FoundSoFar = { points, lines: [], solid: standing.built.solid };
  return { standing, guides, moves: d.moves, found, goesOnFrom: new Map(), covered: [] };
}

/** When each object is closed, by its last line, and when its tails are rubbed out after that. */
function withLives(
  drawn: readonly { objectId: string; solid: Solid; depthGroup: string }[],
  moves: readonly Move[],
): PlannedSolid[] {
  const closes = new Map<string, number>();
  for (const [i, m] of moves.entries()) if (m.hand !== "erase") closes.set(m.objectId, i);
  const erased = new Map<string, number>();
  for (const [i, m] of moves.entries())
    for (const id of m.erases) if (i > (closes.get(id) ?? -1) && !erased.has(id)) erased.set(id, i);
  return drawn.map(({ objectId, solid, depthGroup }) => ({
    objectId,
    solid,
    depthGroup,
    closesAt: closes.get(objectId) ?? -1,
    erasedAt: erased.get(objectId) ?? null,
  }));
}

function drawnBeforeHost(object: ObjectSlice): Finding {
  return {
    code: "drawn-before-host",
    severity: "fault",
    about: object.id,
    message: `The ${object.label} goes on from lines of another thing that is drawn later or hidden: nothing of it can be found yet. Draw it later.`,
    numbers: {},
  };
}

/** Nothing nearer than this share of the viewing distance can be drawn: it would lie at the tip of the nose, or behind. */
const NEAREST_SHARE = 1e-3;

function behindTheEye(object: ObjectSlice, built: Built, view: View): Finding | null {
  const near = NEAREST_SHARE * view.camera.distanceMm;
  const all = [...Object.entries(built.solid.corners), ...Object.entries(built.points)];
  const lost = all.filter(([, p]) => !(p[2] > near));
  if (lost.length === 0) return null;
  return {
    code: "behind-the-eye",
    severity: "fault",
    about: object.id,
    message: `The ${object.label} reaches behind the viewer: ${lost.length} of its ${all.length} points lie beside or behind the eye, where nothing can be drawn. It is kept and not drawn until it is smaller or further away.`,
    numbers: { behind: lost.length, points: all.length },
  };
}

function drawObject(
  standing: StandingThing,
  guides: Plan["guides"],
  view: View,
  foundOf: (objectId: string) => FoundSoFar | null,
  covered: readonly string[],
): ObjectDrawing {
  const { object, built } = standing;
  const d = new Drafter(object.id);
  const frame = frameOf(object, view);
  const goesOnFrom = new Map<string, FoundSoFar | null>();
  const noted = (id: string) => {
    const found = foundOf(id);
    goesOnFrom.set(id, found);
    return found;
  };
  const options = { guides, depthMark: object.depthMark ?? 0 };
  const page = openPage(d, { objectId: object.id, view, frame, options, built, covered, foundOf: noted });
  recipeOf(object).draw(page, object, built);
  return {
    standing,
    guides,
    moves: withTurnedSheet(object, d.moves),
    found: page.found,
    goesOnFrom,
    covered,
  };
}

/** The same drawing with its depth marked on another guide: to compare how much a hand would stray. */
export function withOtherDepthMark(drawing: ObjectDrawing, view: View, depthMark: number): readonly Move[] {
  const { standing, guides, goesOnFrom, covered } = drawing;
  const { object, built } = standing;
  const d = new Drafter(object.id);
  const page = openPage(d, {
    objectId: object.id,
    view,
    frame: frameOf(object, view),
    options: { guides, depthMark },
    built,
    covered,
    foundOf: (id) => goesOnFrom.get(id) ?? null,
  });
  recipeOf(object).draw(page, object, built);
  return d.moves;
}

/** The moves between a turn of the sheet and its turn back, when the object is drawn on a turned sheet. */
function withTurnedSheet({ id, turned }: ObjectSlice, moves: readonly Move[]): readonly Move[] {
  const [first, last] = [moves[0], moves[moves.length - 1]];
  if (!turned || !first || !last) return moves;
  const d = new Drafter(id);
  d.phase(first.phase);
  d.turn("sheet", turned);
  d.phase(last.phase);
  d.turn("back", 4 - turned);
  const [turn, back] = d.moves;
  return turn && back ? [turn, ...moves, back] : moves;
}
