import type { Page } from "../../page/index.ts";
import { type Block, type Edge, pointInBlock } from "../../solids/index.ts";
import type { Vec3 } from "../../view/index.ts";
import type { LetteringSlice } from "./shape.ts";

/** A letter by the name its points begin with, and where its tile stands in the word. */
interface InWord {
  readonly id: string;
  readonly from: number;
  readonly width: number;
}

/** The corners of the tiles at their far side: what the far edges of letters drawn one after another are aligned by. */
export function commonDepthPoints(block: Block, letters: readonly InWord[]): Record<string, Vec3> {
  const points: Record<string, Vec3> = {};
  for (const { id, from, width } of letters)
    for (const [side, across] of [
      ["left", from],
      ["right", from + width],
    ] as const)
      for (const [end, up] of ENDS) points[`${id}-depth-${side}-${end}`] = pointInBlock(block, across, up, 1);
  return points;
}

const ENDS = [
  ["top", 1],
  ["bottom", 0],
] as const;

/**
 * Draws the depth of the letters: every visible corner to the vanishing point, and the back edges parallel, stopping at the next
 * letter; for the whole word at once, or letter by letter with one light line that gives all of them the same depth.
 */
export function drawDepth(page: Page, slice: LetteringSlice, letters: readonly InWord[]): void {
  if (slice.told !== "letter-by-letter") {
    drawStages(page, slice, page.solid.edges, "");
    return;
  }
  for (const [i, letter] of letters.entries()) {
    drawStages(page, slice, edgesOf(page, letter), `-${letter.id}`);
    if (i === 0 && slice.back !== "rays") drawCommonDepth(page, letters);
  }
}

function edgesOf(page: Page, { id }: InWord): readonly Edge[] {
  return page.solid.edges.filter((e) => e.from.startsWith(`${id}-`));
}

function drawStages(page: Page, slice: LetteringSlice, edges: readonly Edge[], phase: string): void {
  const first = slice.raysFrom === "tile-corners" ? edges.filter((e) => startsAtTile(page, e)) : edges;
  page.phase(`guides${phase}`);
  if (slice.back === "rays") {
    page.ruleRaysOf("depth", first);
    return;
  }
  page.ruleGuidesOf("depth", first);
  page.phase(`close${phase}`);
  if (first !== edges) page.ruleGuidesOf("depth", edges);
  page.markDepth("depth");
  const mine = (e: Edge) => edges.includes(e) && page.shows(e);
  page.ruleRemaining(mine);
  page.curveRemaining(mine);
}

/** Whether an edge that runs away starts at a corner its letter shares with its tile. */
function startsAtTile(page: Page, edge: Edge): boolean {
  if (edge.axis !== "depth") return false;
  const near = page.at(edge.from);
  const tile = page.places.filter(({ name }) => name.startsWith(edge.from.slice(0, edge.from.indexOf("-"))));
  return tile.some(
    ({ name, at }) => name.includes("-tile-") && near.every((x, i) => Math.abs(x - (at[i] ?? 0)) < 1e-6),
  );
}

/** One light line along the tops, or the feet, of the far edges: from the first letter's far corner to the last tile. */
function drawCommonDepth(page: Page, letters: readonly InWord[]): void {
  const [first, last] = [letters[0], letters.at(-1)];
  if (!first || !last || first === last) return;
  const corners = (letter: InWord, end: string) =>
    ["left", "right"].map((side) => `${letter.id}-depth-${side}-${end}`);
  const rightward = last.from > first.from;
  for (const [end] of ENDS) {
    const from = corners(first, end).find((corner) => page.isFound(corner));
    const to = corners(last, end)[rightward ? 1 : 0];
    if (from === undefined || to === undefined) continue;
    page.phase("common-depth");
    page.ruleAlong("common-depth", from, to, "width", {
      role: "construction",
      light: true,
      called: "line of the common depth",
    });
    return;
  }
}
