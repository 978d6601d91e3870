import { type Interval, pointOn } from "../../ground/geometry/index.ts";
import type { StrokePlan } from "../drafter/index.ts";
import { boxOfTrace, type HidingFace, hidingFaces, type PaperBox, type Solid } from "../solids/index.ts";
import type { View } from "../view/index.ts";
import { onSheet } from "./clip-trace.ts";
import { type Laid, layStroke } from "./lay-stroke.ts";
import type { Occluder } from "./occluder.ts";
import type { PaperStroke } from "./paper.ts";

/** A planned stroke laid on the sheet: all that follows from the plan and the view alone. */
export interface LaidOnSheet extends Laid {
  readonly box: PaperBox;
  readonly kept: readonly Interval[];
  readonly from: PaperStroke["from"];
  readonly to: PaperStroke["to"];
}

/** Where a stroke stands in the lesson: what its life depends on beside what hides it. */
export interface StrokePlace {
  readonly moveIndex: number;
  readonly groupRank: number;
  readonly closesAt: number;
  readonly rubbedOutAt: number | null;
  /** When the line itself is rubbed out, whole; null for one that stays. */
  readonly goneAt: number | null;
}

export interface DrawnStroke {
  readonly stroke: PaperStroke;
  /** Objects that cover part of it while nothing rubs that part out. */
  readonly coveredForGood: readonly string[];
}

/** What is remembered of one planned stroke. */
export interface StrokeNote {
  readonly laid: LaidOnSheet | null;
  place: StrokePlace | null;
  done: DrawnStroke | null;
  /** What of it a solid's faces hide; kept from the second drawing on, since most strokes are drawn once. */
  hidden: Map<
    readonly HidingFace[],
    { readonly groupGap: number; readonly stretches: readonly Interval[] }
  > | null;
}

/**
 * What laying strokes has found out in one view. Everything in it follows from its keys (a planned stroke, a solid),
 * so that after a change only what is new is worked out again. Kept beside the lesson it was made for, never shared;
 * what a drawing did not use is forgotten at its end.
 */
export class PaperMemo {
  #before: ReadonlyMap<StrokePlan, StrokeNote> = new Map();
  #now = new Map<StrokePlan, StrokeNote>();
  readonly #faces = new WeakMap<Solid, readonly HidingFace[]>();
  readonly #ownFaces = new WeakMap<Solid, readonly HidingFace[]>();
  #occluders: readonly Occluder[] = [];

  constructor(readonly view: View) {}

  /** The note on a planned stroke, laid on the sheet if it was not before. */
  noteOn(plan: Exclude<StrokePlan, { plane: "fill" }>): StrokeNote {
    const note = this.#before.get(plan) ?? { laid: this.#lay(plan), place: null, done: null, hidden: null };
    this.#now.set(plan, note);
    return note;
  }

  #lay(plan: Exclude<StrokePlan, { plane: "fill" }>): LaidOnSheet | null {
    const laid = layStroke(plan, this.view.camera);
    if (!laid) return null;
    const { trace, cut, flat } = laid;
    // Written out: this is made for every stroke of every drawing, and copying fields by spread takes ten times as long.
    return {
      trace,
      cut,
      flat,
      box: boxOfTrace(trace),
      kept: onSheet(trace, this.view.sheet),
      from: trace.kind === "straight" ? trace.from : pointOn(trace, 0),
      to: trace.kind === "straight" ? trace.to : pointOn(trace, 1),
    };
  }

  /** Where occluders came, went, moved, or closed at another time since the last drawing. */
  changedSince(occluders: readonly Occluder[]): readonly PaperBox[] {
    const before = new Map(this.#occluders.map((o) => [o.solid.objectId, o]));
    const changed: PaperBox[] = [];
    for (const now of occluders) {
      const was = before.get(now.solid.objectId);
      before.delete(now.solid.objectId);
      if (
        was?.faces === now.faces &&
        was.groupRank === now.groupRank &&
        was.solid.closesAt === now.solid.closesAt &&
        was.solid.erasedAt === now.solid.erasedAt
      )
        continue;
      changed.push(now.box);
      if (was) changed.push(was.box);
    }
    for (const gone of before.values()) changed.push(gone.box);
    return changed;
  }

  /** Ends a drawing: what it used is kept for the next one. */
  endOf(occluders: readonly Occluder[]): void {
    this.#occluders = occluders;
    this.#before = this.#now;
    this.#now = new Map();
  }

  facesOf(solid: Solid): readonly HidingFace[] {
    return remembered(this.#faces, solid, () => hidingFaces(this.view.camera, solid));
  }

  /** The faces of a solid that would hide something if it were opaque. */
  ownFacesOf(solid: Solid): readonly HidingFace[] {
    return remembered(this.#ownFaces, solid, () => hidingFaces(this.view.camera, { ...solid, opaque: true }));
  }
}

function remembered<K extends object, V>(known: WeakMap<K, V>, key: K, make: () => V): V {
  const had = known.get(key);
  if (had !== undefined) return had;
  const made = make();
  known.set(key, made);
  return made;
}
