import type { Built } from "../page/index.ts";
import type { Frame, View } from "../view/index.ts";

/** What a thing is built in: the view, its frame, and what stands there already. */
export interface SolveContext {
  readonly view: View;
  readonly frame: Frame;
  /** The object with this id as it stands, or null when there is none or it leans on this one in turn. */
  readonly hostOf: (objectId: string) => Built | null;
  /** For a thing that looks around, the ids of all other objects of the lesson in drawing order; else empty. */
  readonly others: readonly string[];
}
