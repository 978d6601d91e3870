import type { Page } from "../../page/index.ts";
import type { Edge } from "../../solids/index.ts";
import type { Axis } from "../../view/index.ts";

/** A tile's four corner points on the page, and its two axes. */
export interface Tile {
  readonly corners: {
    readonly leftBottom: string;
    readonly leftTop: string;
    readonly rightTop: string;
    readonly rightBottom: string;
  };
  readonly axes: readonly [Axis, Axis];
}

/** A corner of the shape with where it stands in the tile, in shares. */
export interface TileCorner {
  readonly name: string;
  readonly across: number;
  readonly up: number;
  /** The help point on the tile's lower edge straight below it. */
  readonly below: string;
  /** For a corner of an opening: the points on the tile's other edges straight above, left and right of it. */
  readonly opening?: { readonly above: string; readonly left: string; readonly right: string };
}

/**
 * Cuts a straight-sided shape out of a tile already drawn: corners on the tile's border are measured along it,
 * sides that leave the border are ruled in from there, each to its measured length; what no such side reaches is
 * squared in from the lower edge. An opening is where two light lines up and two across meet, marked on the tile's edges.
 * Last the border pieces that belong to the shape are traced firmly, and the opening round.
 */
export function cutFromTile(
  page: Page,
  tile: Tile,
  corners: readonly TileCorner[],
  sides: readonly Edge[],
): void {
  for (const c of corners) measureOnBorder(page, tile, c);
  ruleOpenings(page, tile, corners);
  for (;;) {
    for (let going = true; going; ) going = ruleInward(page, sides);
    const lost = corners.find((c) => !page.isFound(c.name));
    if (!lost) break;
    squareIn(page, tile, lost);
  }
  for (const side of sides) {
    if (page.isRuled(side.id) || side.arc) continue;
    page.countAsRuled(side.id);
    const shows = page.shows(side);
    if (!shows && page.solid.opaque) continue;
    if (onBorder(corners, side))
      page.trace(side.id, side.from, side.to, { called: "outline along the tile" });
    else if (corners.some((c) => c.opening && c.name === side.from))
      page.trace(side.id, side.from, side.to, { called: "side of the opening" });
    else page.join(side.id, side.from, side.to, { called: "cut" });
  }
}

function measureOnBorder(page: Page, { corners: t }: Tile, c: TileCorner): void {
  if (page.isFound(c.name)) return;
  if (c.up === 0) page.measure(c.name, t.leftBottom, t.rightBottom);
  else if (c.up === 1) page.measure(c.name, t.leftTop, t.rightTop);
  else if (c.across === 0) page.measure(c.name, t.leftBottom, t.leftTop);
  else if (c.across === 1) page.measure(c.name, t.rightBottom, t.rightTop);
}

/** Rules light lines across the tile in which the sides of its openings lie: first all up, then all across. */
function ruleOpenings(page: Page, { corners: t, axes }: Tile, corners: readonly TileCorner[]): void {
  const light = { role: "construction", light: true } as const;
  const ofOpenings = corners.flatMap(({ opening, ...c }) => (opening ? [{ ...c, ...opening }] : []));
  const oneOfEach = (share: "across" | "up") =>
    ofOpenings.filter((c, i) => ofOpenings.findIndex((d) => d[share] === c[share]) === i);
  const upward = oneOfEach("across").sort((a, b) => a.across - b.across);
  const level = oneOfEach("up").sort((a, b) => b.up - a.up);
  for (const c of upward) if (!page.isFound(c.below)) page.measure(c.below, t.leftBottom, t.rightBottom);
  for (const c of upward)
    page.ruleAlong(`${c.below}-upward`, c.below, c.above, axes[1], {
      ...light,
      called: "light line up through the tile",
    });
  for (const c of level) if (!page.isFound(c.left)) page.measure(c.left, t.leftTop, t.leftBottom);
  for (const c of level)
    page.ruleAlong(`${c.left}-across`, c.left, c.right, axes[0], {
      ...light,
      called: "light line across the tile",
    });
}

/** Rules one side that leaves a found corner for one not found; false when there is none. */
function ruleInward(page: Page, sides: readonly Edge[]): boolean {
  const next = sides.find(
    (e) => e.axis !== null && !page.isRuled(e.id) && page.isFound(e.from) !== page.isFound(e.to),
  );
  if (!next) return false;
  page.ruleMeasured(next);
  return true;
}

function squareIn(page: Page, { corners: t, axes }: Tile, c: TileCorner): void {
  if (!page.isFound(c.below)) page.measure(c.below, t.leftBottom, t.rightBottom);
  page.ruleAlong(`square-in-${c.name}`, c.below, c.name, axes[1], {
    role: "construction",
    light: true,
    measured: true,
    called: "light line up from the tile's edge",
  });
}

function onBorder(corners: readonly TileCorner[], side: Edge): boolean {
  const [a, b] = [corners.find((c) => c.name === side.from), corners.find((c) => c.name === side.to)];
  if (!a || !b) return false;
  return (
    (a.across === b.across && (a.across === 0 || a.across === 1)) ||
    (a.up === b.up && (a.up === 0 || a.up === 1))
  );
}
