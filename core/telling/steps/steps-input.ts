import type { Evaluation, Move } from "../../drawing/drafter/index.ts";
import type { Paper } from "../../drawing/paper/index.ts";
import type { Need, ObjectSlice } from "../../drawing/recipes/index.ts";
import type { View } from "../../drawing/view/index.ts";
import type { Region } from "../../ground/geometry/index.ts";
import type { AgeBand, Plan } from "../../ground/plan/index.ts";
import type { Task } from "../tasks/index.ts";
import type { Told } from "../told/index.ts";
import type { SaidAct } from "./pack-acts.ts";
import type { StepOverride } from "./step.ts";

/** How the class is spoken to: all of a plan that the words know. */
export type Telling = Pick<Plan, "reading" | "help" | "ruler" | "depths" | "hand"> & {
  readonly ageBand: AgeBand;
};

export interface StepsInput {
  readonly moves: readonly Move[];
  readonly evaluation: Evaluation;
  readonly paper: Paper;
  readonly view: View;
  readonly telling: Telling;
  readonly objectOf: (objectId: string) => ObjectSlice | null;
  readonly overrides: Readonly<Record<string, StepOverride>>;
  /** Things that stand on the sheet when the lesson begins; nothing of them is told. Left out: it begins with an empty sheet. */
  readonly begunWith?: readonly string[] | undefined;
  /** Steps without a line, each with what it is about on the paper. */
  readonly tasks: readonly { readonly task: Task; readonly marked: readonly Region[] }[];
}

/** A stretch of moves told in one step, before it has a number. */
export interface Part {
  readonly id: string;
  readonly objectId: string;
  readonly phase: string;
  readonly first: number;
  readonly last: number;
  readonly acts: readonly SaidAct[];
  readonly part: number;
  readonly facts: readonly ReadonlySet<Need>[];
  readonly phaseTold: readonly Told[];
}
