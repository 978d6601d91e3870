import * as v from "valibot";
import { assemble, type Block, type Profile, pointInBlock, prism } from "../solids/index.ts";
import type { Vec3 } from "../view/index.ts";
import { cutFromTile, type Tile, type TileCorner } from "./draw-in-tile.ts";
import { LETTER_SHAPES } from "./letter-shapes.ts";
import { ObjectBase } from "./object-base.ts";
import { DepthSetBySchema, ExtentSchema, FOOT, impossibleExtents, layBlock } from "./placement.ts";
import { straightProfile } from "./profile.ts";
import type { Recipe } from "./recipe.ts";
import type { SolidPage } from "./solid-page.ts";

/** A word in block letters, one tile a letter, swept away from the paper. */
export const LetteringSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("lettering"),
  depthSetBy: DepthSetBySchema,
  text: v.pipe(
    v.string(),
    v.regex(
      /^[A-Z0-9](?:[A-Z0-9 ]*[A-Z0-9])?$/,
      "a word is capital letters and digits, with spaces between at most",
    ),
    v.maxLength(12, "a word has at most 12 letters"),
  ),
  /** Gap between two tiles as a part of a tile's width. */
  gap: v.pipe(v.number(), v.minValue(0.02, "at least 0.02"), v.maxValue(2, "at most two tiles")),
  /** Stop at the tiles: draw them as blocks, without cutting letters. */
  tilesOnly: v.boolean(),
  /** Which letter is drawn first: left-handers work from the right. */
  startFrom: v.picklist(["left", "right"]),
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type LetteringSlice = v.InferOutput<typeof LetteringSchema>;

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

export const lettering: Recipe<LetteringSlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: (slice, context) => {
    const { block, tie, findings } = layBlock(slice, context);
    const points: Record<string, Vec3> = {};
    const letters = lettersOf(slice);
    for (const letter of letters) {
      for (const [name, across, up] of TILE_CORNERS)
        points[`${letter.id}-tile-${name}`] = inTile(block, letter, across, up);
      for (const c of cornersOf(slice, letter)) points[c.below] = inTile(block, letter, c.across, 0);
    }
    const parts = letters.map((letter) => ({
      prefix: letter.id,
      solid: prism(block, profileOf(slice, letter), { axis: "depth", from: 0, to: 1 }, true),
    }));
    return { solid: assemble(parts), block, points, called: callLetters(slice), tie, findings };
  },
  draw: drawLettering,
};

/**
 * Draws block letters: a light tile for each, the letter cut out of it by a few straight cuts, every visible corner
 * to the vanishing point, and the back edges parallel, stopping at the next letter.
 */
function drawLettering(page: SolidPage, slice: LetteringSlice): void {
  const letters = lettersOf(slice);
  const inOrder = slice.startFrom === "left" ? letters : [...letters].reverse();

  page.phase("tiles");
  for (const letter of inOrder) ruleTile(page, letter, letters);

  for (const letter of inOrder) {
    page.phase(`cut-${letter.id}`);
    const ends = page.solid.edges.filter(
      (e) => e.from.startsWith(`${letter.id}-front-`) && e.to.startsWith(`${letter.id}-front-`),
    );
    cutFromTile(page, tileOf(letter), cornersOf(slice, letter), ends);
  }

  page.phase("guides");
  page.ruleGuides("depth");
  page.phase("close");
  page.markDepth("depth");
  page.ruleRemaining((e) => page.shows(e));
}

/** A light tile: the first measured from the sheet's edges, the others from its base line. */
function ruleTile(page: SolidPage, letter: Letter, letters: readonly Letter[]): void {
  const { leftBottom, leftTop, rightTop, rightBottom } = tileOf(letter).corners;
  const base = page.lineThrough(leftBottom);
  const from = letters.map((l) => tileOf(l).corners.leftBottom).find((n) => page.isFound(n));
  if (base && from) page.measureOnLine(leftBottom, from, base.id);
  else page.markFromEdges(leftBottom);
  const light = { role: "construction", light: true, measured: true } as const;
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
  const width = 1 / (chars.length + (chars.length - 1) * slice.gap);
  return chars.flatMap((char, i) =>
    char === " "
      ? []
      : [{ id: `${char.toLowerCase()}${i + 1}`, char, from: i * width * (1 + slice.gap), width }],
  );
}

function shapeOf(slice: LetteringSlice, letter: Letter) {
  return slice.tilesOnly ? [TILE] : (LETTER_SHAPES[letter.char] ?? [TILE]);
}

function profileOf(slice: LetteringSlice, letter: Letter): Profile {
  const rings = shapeOf(slice, letter).map((ring, r) =>
    ring.map(([across, up], k) => [cornerName(r, k), letter.from + across * letter.width, up] as const),
  );
  return straightProfile(["width", "height"], rings);
}

function cornerName(ring: number, k: number): string {
  return ring === 0 ? `corner-${k + 1}` : `opening-${ring}-${k + 1}`;
}

function cornersOf(slice: LetteringSlice, letter: Letter): TileCorner[] {
  return shapeOf(slice, letter).flatMap((ring, r) =>
    ring.map(([across, up], k) => ({
      name: `${letter.id}-front-${cornerName(r, k)}`,
      across,
      up,
      below: `${letter.id}-below-${cornerName(r, k)}`,
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
function callLetters(slice: LetteringSlice): Record<string, string> {
  const called: Record<string, string> = {};
  for (const letter of lettersOf(slice)) {
    const its = `the ${letter.char}`;
    for (const [name] of TILE_CORNERS)
      called[`${letter.id}-tile-${name}`] = `${TILE_CALLED[name]} of the tile of ${its}`;
    for (const [r, ring] of shapeOf(slice, letter).entries())
      for (const k of ring.keys()) {
        const corner = r === 0 ? `corner ${k + 1} of ${its}` : `corner ${k + 1} of the opening in ${its}`;
        called[`${letter.id}-front-${cornerName(r, k)}`] = corner;
        called[`${letter.id}-back-${cornerName(r, k)}`] = `far ${corner}`;
        called[`${letter.id}-below-${cornerName(r, k)}`] = `mark below ${corner}`;
      }
  }
  return called;
}
