import * as v from "valibot";
import type { Finding } from "../base/index.ts";
import { Drafter, type Move } from "../drafter/index.ts";
import type { Plan } from "../plan/index.ts";
import { depthGroupOf, orderGroups, type Solid } from "../solids/index.ts";
import { requireFrame, type View } from "../view/index.ts";
import { drawBox } from "./box.ts";
import { BoxSchema, impossibleInBox } from "./box-slice.ts";
import { solveBox } from "./box-solid.ts";
import { drawCentre, drawHorizon, drawVanishingPoints, SHEET_ID } from "./sheet-setup.ts";

/** Any object of a lesson, told apart by its recipe. */
export const ObjectSchema = v.variant("recipe", [BoxSchema]);
export type ObjectSlice = v.InferOutput<typeof ObjectSchema>;

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
}

/** What is impossible in an object in this view, by field. */
export function impossibleInObject(object: ObjectSlice, view: View): { field: string; message: string }[] {
  const frame = view.frames.find((f) => f.id === object.frame);
  if (!frame) return [{ field: "frame", message: `the view has no frame "${object.frame}"` }];
  return impossibleInBox(object, frame);
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

  const moves: Move[] = [...sheet.moves];
  const findings: Finding[] = [];
  const drawn = objects.map((object, i) => {
    const frame = requireFrame(view, object.frame);
    const { solid, findings: found } = solveBox(object, view, frame);
    findings.push(...found);
    const d = new Drafter(object.id);
    drawBox(d, object, solid, view, frame, { guides: plan.guides });
    const closesAt = moves.length + d.moves.length - 1;
    let erasedAt: number | null = null;
    if (plan.erase === "each-object") {
      d.phase("erase");
      d.erase(i === 0 ? [object.id, SHEET_ID] : [object.id]);
      erasedAt = closesAt + 1;
    }
    moves.push(...d.moves);
    return {
      objectId: object.id,
      solid,
      depthGroup: depthGroupOf(object.id, object.depthSetBy),
      closesAt,
      erasedAt,
    };
  });
  if (plan.erase === "at-end" && objects.length > 0) {
    const d = new Drafter(SHEET_ID);
    d.phase("erase");
    d.erase([...objects.map((o) => o.id), SHEET_ID]);
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
  };
}
