import { CHOOSABLE, type Choosable, findChoosable } from "#core/document/changes";

/** Those that stand in the tray itself; the rest are one press away. */
const USUAL: ReadonlySet<string> = new Set(["box", "house", "openings", "door", "row", "stairs"]);
export const IN_THE_TRAY: readonly Choosable[] = CHOOSABLE.filter((c) => USUAL.has(c.name));

/** What to do on the sheet to put a construction down. */
export function howToPut(name: string, uprightFirst: boolean): string {
  switch (findChoosable(name)?.by) {
    case "wall":
      return "Drag over the wall, from corner to corner.";
    case "host":
      return "Press on the thing it belongs to.";
    case "foot-to-head":
      return "Drag the nearest one, from foot to head.";
    case "near-edge":
      return "Press where its near edge begins.";
    default:
      return uprightFirst
        ? "Drag its near upright, from foot to top."
        : "Drag its front, from corner to corner.";
  }
}
