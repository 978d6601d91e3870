import type { Finding } from "../base/index.ts";
import { Drafter, type Move } from "../drafter/index.ts";
import type { Plan } from "../plan/index.ts";
import { orderGroups, type Solid } from "../solids/index.ts";
import { requireFrame, type View } from "../view/index.ts";
import type { Found } from "./page.ts";
import type { Built, Fault } from "./recipe.ts";
import { type ObjectSlice, recipeOf } from "./recipes.ts";
import { drawCentre, drawHorizon, drawVanishingPoints, SHEET_ID } from "./sheet-setup.ts";
import { SolidPage } from "./solid-page.ts";
import { type Placed, solveScene } from "./solve-scene.ts";

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
  readonly scene: ReadonlyMap<string, Placed>;
}

/** What is impossible in an object in this view, by field. */
export function impossibleInObject(object: ObjectSlice, view: View): readonly Fault[] {
  const frame = view.frames.find((f) => f.id === object.frame);
  if (!frame) return [{ field: "frame", message: `the view has no frame "${object.frame}"` }];
  return recipeOf(object).impossible(object, frame);
}

/** Plans the moves of a lesson: the sheet first, then every object in drawing order, rubbing out as the plan says. */
export function planLesson(
  objects: readonly ObjectSlice[],
  listedFrontToBack: readonly string[],
  plan: Plan,
  view: View,
): Program {
  const sheet = new Drafter(SHEET_ID);
  if (plan.centre !== "none") drawCentre(sheet, view.sheet, plan.centre);
  drawHorizon(sheet, view, plan.centre !== "none");
  drawVanishingPoints(sheet, view);

  const scene = solveScene(objects, view);
  const moves: Move[] = [...sheet.moves];
  const findings: Finding[] = [];
  const found = new Map<string, Found>();
  const drawn: PlannedSolid[] = [];
  for (const object of objects) {
    const placed = scene.get(object.id);
    if (!placed || object.hidden) continue;
    const { built, depthGroup } = placed;
    findings.push(...built.findings);
    const behind = behindTheEye(object, built, view);
    if (behind) {
      findings.push(behind);
      continue;
    }
    const d = drawObject(
      object,
      built,
      plan,
      view,
      (id) => found.get(id) ?? null,
      (f) => found.set(object.id, f),
    );
    const closesAt = moves.length + d.moves.length - 1;
    let erasedAt: number | null = null;
    if (plan.erase === "each-object") {
      d.phase("erase");
      d.erase(drawn.length === 0 ? [object.id, SHEET_ID] : [object.id]);
      erasedAt = closesAt + 1;
    }
    moves.push(...d.moves);
    drawn.push({
      objectId: object.id,
      solid: built.solid,
      depthGroup,
      closesAt,
      erasedAt,
    });
  }
  if (plan.erase === "at-end" && drawn.length > 0) {
    const d = new Drafter(SHEET_ID);
    d.phase("erase");
    d.erase([...drawn.map((o) => o.objectId), SHEET_ID]);
    moves.push(...d.moves);
  }
  return {
    moves,
    solids: drawn.map((s) => ({ ...s, erasedAt: plan.erase === "at-end" ? moves.length - 1 : s.erasedAt })),
    frontToBack: orderGroups(
      drawn.map((s) => s.depthGroup),
      listedFrontToBack,
    ),
    findings,
    scene,
  };
}

/** Nothing nearer than this share of the viewing distance can be drawn: it would lie at the tip of the nose, or behind. */
const NEAREST_SHARE = 1e-3;

function behindTheEye(object: ObjectSlice, built: Built, view: View): Finding | null {
  const near = NEAREST_SHARE * view.camera.distanceMm;
  const all = [...Object.entries(built.solid.corners), ...Object.entries(built.points)];
  const lost = all.filter(([, p]) => !(p[2] > near)).map(([name]) => name);
  if (lost.length === 0) return null;
  return {
    code: "behind-the-eye",
    severity: "fault",
    about: object.id,
    message: `The ${object.label} reaches behind the viewer: ${lost.length} of its ${all.length} points ("${lost[0]}" first) lie beside or behind the eye, where nothing can be drawn. It is kept and not drawn until it is smaller or further away.`,
    numbers: { behind: lost.length, points: all.length },
  };
}

function drawObject(
  object: ObjectSlice,
  built: Built,
  plan: Plan,
  view: View,
  foundOf: (objectId: string) => Found | null,
  keep: (found: Found) => void,
): Drafter {
  const d = new Drafter(object.id);
  const frame = requireFrame(view, object.frame);
  const page = new SolidPage(d, object.id, view, frame, { guides: plan.guides }, built, foundOf);
  recipeOf(object).draw(page, object, built);
  keep(page.found);
  return d;
}
