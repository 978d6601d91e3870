import type { Built, Page } from "../../page/index.ts";
import {
  assemble,
  type Block,
  facetCount,
  type Profile,
  type ProfilePoint,
  pointInBlock,
  prism,
} from "../../solids/index.ts";
import { sizeOf, type Vec3 } from "../../view/index.ts";
import { impossibleExtents, layBlock, neverClosed } from "../placement.ts";
import type { Drawing } from "../recipe.ts";
import type { SolveContext } from "../solve-context.ts";
import { commonDepthPoints, drawDepth } from "./depth.ts";
import { LETTER_SHAPES, ROUND_LETTERS } from "./letter-shapes.ts";
import type { LetteringSlice } from "./shape.ts";
import { cutFromTile, type Tile, type TileCorner } from "./tile-cuts.ts";
import { tileShare } from "./tile-size.ts";

const TILE: readonly (readonly [number, number])[] = [
  [0, 0],
  [0, 1],
  [1, 1],
  [1, 0],
];

interface Letter {
  readonly id: string;
  readonly char: string;
  readonly from: number;
  readonly width: number;
}

export const drawing: Drawing<LetteringSlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: (slice, context) => {
    const placed =
      slice.back === "rays"
        ? { ...slice, handles: neverClosed(slice.handles, context.frame, ["depth"]) }
        : slice;
    const { block, tie, findings } = layBlock(placed, context);
    const points: Record<string, Vec3> = {};
    const letters = lettersOf(slice);
    for (const letter of letters) {
      for (const [name, across, up] of TILE_CORNERS)
        points[`${letter.id}-tile-${name}`] = inTile(block, letter, across, up);
      for (const c of cornersOf(slice, letter, block)) {
        points[c.below] = inTile(block, letter, c.across, 0);
        if (!c.opening) continue;
        points[c.opening.above] = inTile(block, letter, c.across, 1);
        points[c.opening.left] = inTile(block, letter, 0, c.up);
        points[c.opening.right] = inTile(block, letter, 1, c.up);
      }
    }
    const parts = letters.map((letter) => ({
      prefix: letter.id,
      solid: prism(block, profileOf(slice, letter, block, context), { axis: "depth", from: 0, to: 1 }, true),
    }));
    if (slice.told === "letter-by-letter") Object.assign(points, commonDepthPoints(block, letters));
    return { solid: assemble(parts), block, points, called: callLetters(slice, block), tie, findings };
  },
  draw: drawLettering,
};

/**
 * Draws block letters: a light tile for each, the letter cut out of it by a few straight cuts, every visible corner
 * to the vanishing point, and the back edges parallel, stopping at the next letter.
 */
function drawLettering(page: Page, slice: LetteringSlice, built: Built): void {
  const letters = lettersOf(slice);
  const inOrder = slice.startFrom === "left" ? letters : [...letters].reverse();

  page.phase("tiles");
  const template = slice.tiles === "template" && page.isFlat("width") && page.isFlat("height");
  if (template) for (const letter of inOrder) traceTile(page, letter, letters);
  else ruleTiles(page, inOrder, slice.startFrom);

  for (const letter of inOrder) {
    page.phase(`cut-${letter.id}`);
    // What another letter has at the same height is not looked for: each letter is cut from its own tile.
    page.keepTo([
      `${letter.id}-`,
      `square-in-${letter.id}-`,
      ...["top", "bottom"].map((end) => `${inOrder[0]?.id}-tile-${end}`),
    ]);
    const ends = page.solid.edges.filter(
      (e) => e.from.startsWith(`${letter.id}-front-`) && e.to.startsWith(`${letter.id}-front-`),
    );
    if (built.block) cutFromTile(page, tileOf(letter), cornersOf(slice, letter, built.block), ends);
    page.curveRemaining((e) => ends.includes(e) && page.shows(e));
    page.keepTo(null);
  }

  drawDepth(page, slice, inOrder);
}

/**
 * Light tiles for the whole word: one base line and one top line from end to end, every side of a tile marked on the base line
 * and ruled up.
 */
function ruleTiles(page: Page, inOrder: readonly Letter[], startFrom: LetteringSlice["startFrom"]): void {
  const [first, last] = [inOrder[0], inOrder.at(-1)];
  if (!first || !last) return;
  const sides = startFrom === "left" ? (["left", "right"] as const) : (["right", "left"] as const);
  const [near, far] = sides;
  const corner = (letter: Letter, side: "left" | "right", end: "bottom" | "top") =>
    `${letter.id}-tile-${side}-${end}`;
  const light = { role: "construction", light: true } as const;
  const upright = (letter: Letter, side: "left" | "right", measured: boolean) =>
    page.ruleAlong(
      `${letter.id}-tile-${side}`,
      corner(letter, side, "bottom"),
      corner(letter, side, "top"),
      "height",
      { ...light, measured, called: `${side} side of the tile` },
    );

  page.markFromEdges(corner(first, near, "bottom"));
  upright(first, near, true);
  for (const [end, measured] of [
    ["bottom", true],
    ["top", false],
  ] as const)
    page.ruleAlong(`${first.id}-tile-${end}`, corner(first, near, end), corner(last, far, end), "width", {
      ...light,
      measured,
      called: end === "bottom" ? "base of the tiles" : "top of the tiles",
    });
  upright(last, far, false);
  const between = inOrder.flatMap((letter) => sides.map((side) => ({ letter, side }))).slice(1, -1);
  for (const { letter, side } of between)
    page.measureOnLine(
      corner(letter, side, "bottom"),
      corner(first, near, "bottom"),
      `${first.id}-tile-bottom`,
    );
  for (const { letter, side } of between) upright(letter, side, false);
}

/** A light tile traced round a card: the first measured from the sheet's edges, the others from its base line. */
function traceTile(page: Page, letter: Letter, letters: readonly Letter[]): void {
  const { leftBottom, leftTop, rightTop, rightBottom } = tileOf(letter).corners;
  const base = page.lineThrough(leftBottom);
  const from = letters.map((l) => tileOf(l).corners.leftBottom).find((n) => page.isFound(n));
  if (base && from) page.measureOnLine(leftBottom, from, base.id);
  else page.markFromEdges(leftBottom);
  const light = { role: "construction", light: true, measured: true, template: true } as const;
  page.ruleAlong(`${letter.id}-tile-left`, leftBottom, leftTop, "height", {
    ...light,
    called: "left side of the tile",
  });
  page.ruleAlong(`${letter.id}-tile-bottom`, leftBottom, rightBottom, "width", {
    ...light,
    called: "base of the tile",
  });
  page.ruleAlong(`${letter.id}-tile-top`, leftTop, rightTop, "width", {
    ...light,
    measured: false,
    called: "top of the tile",
  });
  page.ruleAlong(`${letter.id}-tile-right`, rightBottom, rightTop, "height", {
    ...light,
    measured: false,
    called: "right side of the tile",
  });
}

function lettersOf(slice: LetteringSlice): Letter[] {
  const chars = [...slice.text];
  const width = tileShare(slice);
  return chars.flatMap((char, i) =>
    char === " "
      ? []
      : [{ id: `${char.toLowerCase()}${i + 1}`, char, from: i * width * (1 + slice.gap), width }],
  );
}

function shapeOf(slice: LetteringSlice, letter: Letter) {
  return slice.tilesOnly ? [TILE] : (LETTER_SHAPES[letter.char] ?? [TILE]);
}

/** Radius of a rounded corner as a part of the tile, less than its shortest stroke: quarter circles where there is room. */
const ROUNDING = 0.24;

function profileOf(slice: LetteringSlice, letter: Letter, block: Block, { view }: SolveContext): Profile {
  const rings = ringsOf(slice, letter, block).map((ring, r) =>
    ring.map(({ across, up, arc }, k): ProfilePoint => {
      const name = cornerName(r, k);
      const at = [letter.from + across * letter.width, up] as const;
      if (!arc) return { name, at };
      const radiusMm =
        (ROUNDING * letter.width * sizeOf(block.width) * view.camera.distanceMm) / block.origin[2];
      return {
        name,
        at,
        arc: {
          centre: [letter.from + arc.centre[0] * letter.width, arc.centre[1]],
          radius: [arc.radius[0] * letter.width, arc.radius[1]],
          fromRad: arc.fromRad,
          toRad: arc.toRad,
          facets: facetCount(radiusMm, Math.PI / 2),
        },
      };
    }),
  );
  return { plane: ["width", "height"], rings, convex: false };
}

interface RingCorner {
  readonly across: number;
  readonly up: number;
  readonly arc?: {
    centre: readonly [number, number];
    radius: readonly [number, number];
    fromRad: number;
    toRad: number;
  };
}

/** The letter's outlines in its tile; with round corners those on the tile's own corners become quarter circles. */
function ringsOf(slice: LetteringSlice, letter: Letter, block: Block): RingCorner[][] {
  const shape = shapeOf(slice, letter);
  const plain = shape.map((ring) => ring.map(([across, up]): RingCorner => ({ across, up })));
  if (slice.cornerStyle !== "round" || slice.tilesOnly || !ROUND_LETTERS.has(letter.char)) return plain;
  const rx = ROUNDING;
  const ry = Math.min(ROUNDING, (ROUNDING * letter.width * sizeOf(block.width)) / sizeOf(block.height));
  const outer = (plain[0] ?? []).flatMap((c): RingCorner[] => {
    if ((c.across !== 0 && c.across !== 1) || (c.up !== 0 && c.up !== 1)) return [c];
    const centre = [c.across === 0 ? rx : 1 - rx, c.up === 0 ? ry : 1 - ry] as const;
    const onSide = { across: c.across, up: centre[1] };
    const onEnd = { across: centre[0], up: c.up };
    // Outlines go round with the clock: up the left side, along the top, down the right, back along the foot.
    const comesUpTheSide = (c.across === 0) === (c.up === 1);
    const [first, last] = comesUpTheSide ? [onSide, onEnd] : [onEnd, onSide];
    const angle = (p: { across: number; up: number }) =>
      Math.atan2((p.up - centre[1]) / ry, (p.across - centre[0]) / rx);
    let [fromRad, toRad] = [angle(first), angle(last)];
    if (toRad - fromRad > Math.PI) fromRad += 2 * Math.PI;
    if (fromRad - toRad > Math.PI) toRad += 2 * Math.PI;
    return [{ ...first, arc: { centre, radius: [rx, ry], fromRad, toRad } }, last];
  });
  return [outer, ...plain.slice(1)];
}

function cornerName(ring: number, k: number): string {
  return ring === 0 ? `corner-${k + 1}` : `opening-${ring}-${k + 1}`;
}

function cornersOf(slice: LetteringSlice, letter: Letter, block: Block): TileCorner[] {
  return ringsOf(slice, letter, block).flatMap((ring, r) =>
    ring.map(({ across, up }, k) => ({
      name: `${letter.id}-front-${cornerName(r, k)}`,
      across,
      up,
      below: `${letter.id}-below-${cornerName(r, k)}`,
      ...(r === 0
        ? {}
        : {
            opening: {
              above: `${letter.id}-above-${cornerName(r, k)}`,
              left: `${letter.id}-left-of-${cornerName(r, k)}`,
              right: `${letter.id}-right-of-${cornerName(r, k)}`,
            },
          }),
    })),
  );
}

const TILE_CORNERS = [
  ["left-bottom", 0, 0],
  ["left-top", 0, 1],
  ["right-top", 1, 1],
  ["right-bottom", 1, 0],
] as const;

function tileOf(letter: Letter): Tile {
  const named = (name: string) => `${letter.id}-tile-${name}`;
  return {
    corners: {
      leftBottom: named("left-bottom"),
      leftTop: named("left-top"),
      rightTop: named("right-top"),
      rightBottom: named("right-bottom"),
    },
    axes: ["width", "height"],
  };
}

function inTile(block: Block, letter: Letter, across: number, up: number): Vec3 {
  return pointInBlock(block, letter.from + across * letter.width, up, 0);
}

const TILE_CALLED = {
  "left-bottom": "lower left corner",
  "left-top": "upper left corner",
  "right-top": "upper right corner",
  "right-bottom": "lower right corner",
} as const;

/** "Upper left corner of the tile of L", "corner 3 of the L", "far corner 3 of the L". */
function callLetters(slice: LetteringSlice, block: Block): Record<string, string> {
  const called: Record<string, string> = {};
  for (const letter of lettersOf(slice)) {
    const its = `the ${letter.char}`;
    for (const [name] of TILE_CORNERS)
      called[`${letter.id}-tile-${name}`] = `${TILE_CALLED[name]} of the tile of ${its}`;
    for (const [r, ring] of ringsOf(slice, letter, block).entries())
      for (const k of ring.keys()) {
        const corner = r === 0 ? `corner ${k + 1} of ${its}` : `corner ${k + 1} of the opening in ${its}`;
        called[`${letter.id}-front-${cornerName(r, k)}`] = corner;
        called[`${letter.id}-back-${cornerName(r, k)}`] = `far ${corner}`;
        called[`${letter.id}-below-${cornerName(r, k)}`] = `mark below ${corner}`;
        called[`${letter.id}-above-${cornerName(r, k)}`] = `end above ${corner}`;
        called[`${letter.id}-left-of-${cornerName(r, k)}`] = `mark left of ${corner}`;
        called[`${letter.id}-right-of-${cornerName(r, k)}`] = `end right of ${corner}`;
      }
  }
  return called;
}
