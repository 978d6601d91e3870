import type { RecipeName } from "../recipes/index.ts";
import type { SlipKind } from "./step.ts";

/** What is said about a phase of a construction beside its moves. `{it}` stands for the thing's name. */
export interface Phrases {
  readonly title: string;
  /** The reason, said the first time. */
  readonly why?: string;
  readonly check: string;
  readonly slip?: string;
  readonly slipKind?: SlipKind;
  /** Said instead of the sentences made from the moves, where practice has a shorter way. */
  readonly instead?: string;
}

const TO_VP: Phrases = {
  title: "{it}: to the vanishing point",
  why: "Every edge that goes away from us runs to it, however odd it looks.",
  check: "The ruler touches corner and point at once, on the same edge of the ruler.",
  slip: "Aiming beside the point: a near miss always shows in the end.",
  slipKind: "missed-point",
};
const CLOSE: Phrases = {
  title: "{it}: close the back",
  why: "The back copies the front: its lines run parallel to the front's and end exactly on their own guides.",
  check: "Every line of the back is parallel to its partner in front and stops on its guide.",
  slip: "A slanted closing line: the commonest slip of all.",
  slipKind: "slanted",
};
const FRONT: Phrases = {
  title: "{it}: the front",
  why: "The front lies flat on the paper, so it keeps its true shape.",
  check: "Uprights match the sheet's edge; the last corner meets the first in one point.",
  slip: "Sides that lean: match the ruler to the sheet's edge.",
  slipKind: "leaning",
};
const ERASE: Phrases = {
  title: "{it}: rub out the guides",
  check: "{It} stands alone: nothing runs through it and nothing runs on.",
  slip: "Rubbing across an outline: go over it again along the ruler.",
};
const SEE_THROUGH: Phrases = {
  title: "{it}: the hidden edges",
  why: "Dotted as if it were glass: the last line proves the aim of all the others.",
  check: "The last dotted line meets both back corners and stands upright.",
  slip: "Dotting a line that can be seen.",
};
const SWEPT = { front: FRONT, guides: TO_VP, close: CLOSE, "see-through": SEE_THROUGH } as const;

/** Phases by recipe; a name that ends in "*" stands for a numbered family. */
const BOOK: { readonly [K in RecipeName]: Readonly<Record<string, Phrases>> } = {
  box: {
    front: {
      ...FRONT,
      title: "{it}: the near corner",
      why: "No side lies flat on the paper here: everything starts from the corner nearest us.",
      check: "Measure both ways once more: every line hangs on this corner.",
    },
    guides: TO_VP,
    close: { ...CLOSE, slip: "Drawing the lid level, as if from straight ahead.", slipKind: "level-lid" },
    "see-through": SEE_THROUGH,
  },
  outline: SWEPT,
  stairs: {
    ...SWEPT,
    front: {
      ...FRONT,
      title: "{it}: the zigzag",
      why: "Up, along, up, along: all risers are alike and all treads are alike.",
      check: "Count the steps; the last tread ends straight above the heel.",
    },
    guides: {
      ...TO_VP,
      title: "{it}: every corner to the vanishing point",
      why: "For stairs all of them, each a must.",
    },
  },
  seat: { ...SWEPT, front: { ...FRONT, title: "{it}: its end" } },
  archway: { ...SWEPT, front: { ...FRONT, title: "{it}: the wall and its arch" } },
  lettering: {
    tiles: {
      title: "{it}: a tile for each letter",
      why: "Letters that share a size look like one word.",
      check: "All tiles stand on one line and are equally high; the gaps are alike.",
      slip: "Starting without a gap: the sides of the letters need the room.",
    },
    "cut-*": {
      title: "{it}: cut the letter",
      why: "Each straight letter is its tile with a few pieces cut away.",
      check: "The strokes of the letter are equally wide everywhere.",
      slip: "Cutting on the wrong side of the mark.",
    },
    guides: TO_VP,
    close: {
      ...CLOSE,
      why: "Bottoms stop at the next letter; through an opening one sees the letter's own thickness.",
    },
  },
  room: {
    "corner-lines": {
      title: "Lines from the sheet's corners",
      why: "Where wall, floor and ceiling meet, edges run away from us.",
      check: "Each line leaves exactly its corner of the sheet.",
      slip: "Starting a little beside the corner: redraw it from the point through the corner.",
      slipKind: "missed-point",
    },
    "back-wall": {
      title: "The back wall",
      why: "It faces us, so its sides are parallel to the sheet's edges.",
      check: "All four corners of the wall lie on the four lines.",
      slip: "A wall that leans: match the ruler to the sheet's edge.",
      slipKind: "leaning",
    },
    "far-corner": {
      title: "The far corner of the room",
      check: "It stands upright, like the sheet's edge.",
      slip: "An upright that leans.",
      slipKind: "leaning",
    },
    walls: {
      title: "Walls, floor and ceiling",
      why: "Lay the ruler on the point and the end of the corner, and draw on the other side of it.",
      check: "Each line, taken back through the corner, runs into its vanishing point.",
      slip: "Drawing them level, as if from straight ahead.",
      slipKind: "missed-point",
    },
  },
  floor: {
    ticks: {
      title: "{it}: ticks on the near edge",
      why: "Equal ticks here are all the measuring the columns need.",
      check: "The last tick is as far from the end as the others from each other.",
      slip: "Uneven ticks: they do not show in the end, but the count must be right.",
    },
    rays: {
      ...TO_VP,
      title: "{it}: a ray from every tick",
      why: "Rows of tiles get narrower toward the point.",
    },
    rows: {
      title: "{it}: the level lines",
      why: "The gaps shrink together: the diagonal of the tiles finds every row.",
      check: "The diagonal strikes through one corner in every row.",
      slip: "Even gaps: the floor then tips up like a wall.",
      slipKind: "even-gaps",
    },
    tiles: {
      title: "{it}: every other tile",
      why: "Fill one, leave all that share an edge with it, go on diagonally.",
      check: "No two filled tiles share a side.",
      slip: "Two dark neighbours: leave the next one white.",
    },
  },
  road: {
    marks: {
      title: "{it}: marks on the lower edge",
      why: "Half of the road either side of the middle.",
      check: "The outer marks are equally far from the middle.",
      slip: "Measuring from the ruler's end instead of its zero.",
    },
    edges: { ...TO_VP, title: "{it}: its edges" },
    crossing: {
      title: "{it}: the crossing road",
      check: "Both edges run alike, and are carried on across the junction.",
      slip: "Stopping at the near road: the far side then hangs in the air.",
    },
    dashes: {
      title: "{it}: the dashes",
      why: "Each is narrower and shorter than the one before.",
      check: "Dashes and gaps shrink together.",
      slip: "Dashes all alike: the road then stands up like a ladder.",
      slipKind: "even-gaps",
    },
    joints: {
      title: "{it}: the joints of the pavement",
      why: "One ruler across both pavements makes both joints at once; lift the pencil over the road.",
      check: "The joints are level across the road and come closer together.",
    },
    kerbs: {
      title: "{it}: the kerb",
      check: "The kerb gets lower toward the point.",
      slip: "A kerb of one height all the way.",
    },
  },
  house: {
    walls: {
      title: "{it}: the walls",
      why: "A house is a box first, up to its eaves.",
      check: "Uprights match the sheet's edge.",
      slip: "Uprights that lean.",
      slipKind: "leaning",
    },
    peak: {
      title: "{it}: the peak",
      why: "The diagonals cross in the middle of the wall, also when it runs away from us; the peak stands over it.",
      check: "The upright passes through the very crossing.",
      slip: "Taking half of what the ruler measures: the near half looks wider.",
      slipKind: "leaning",
    },
    roof: {
      title: "{it}: ridge and far slope",
      why: "The ridge goes where the eaves go.",
      check: "Ridge and eaves, carried on, meet in their vanishing point.",
      slip: "Drawing the ridge level.",
      slipKind: "level-lid",
    },
  },
  openings: {
    heights: {
      title: "{it}: heights on the near upright",
      why: "A fan of very light guides: everything on a wall goes to that wall's point.",
      check: "Every guide, carried on, runs into the wall's vanishing point.",
      slip: "Guides drawn level on a wall that runs away.",
      slipKind: "missed-point",
    },
    widths: {
      title: "{it}: widths along the base",
      why: "Equal openings get narrower as the wall runs away.",
      check: "Widths and gaps shrink together.",
      slip: "Equal widths: the far ones then look too wide.",
      slipKind: "even-gaps",
    },
    edges: {
      title: "{it}: draw them between the guides",
      why: "Uprights last; level edges lie on their guides.",
      check: "All of one row stand between the same two guides.",
      slip: "Sides that lean.",
      slipKind: "leaning",
    },
    bars: {
      title: "{it}: the bars",
      why: "Cross-bars follow the fan.",
      check: "Bars of one row make one line.",
    },
  },
  row: {
    first: {
      title: "{it}: the first one",
      check: "It stands upright.",
      slip: "An upright that leans.",
      slipKind: "leaning",
    },
    guides: {
      ...TO_VP,
      title: "{it}: guides for heads and feet",
      why: "Two guides give all the others their height. If the horizon halves the first, it halves them all.",
    },
    others: {
      title: "{it}: the others",
      why: "From a head through the middle of the next one: where the line meets the ground stands the one after that.",
      check: "The gaps shrink together toward the point.",
      slip: "Equal gaps: the row then does not go back.",
      slipKind: "even-gaps",
    },
    rails: {
      title: "{it}: the rails",
      check: "Every rail runs into the vanishing point.",
      slip: "Drawing a rail through a post.",
    },
    wires: { title: "{it}: the wires", check: "Each sags a little less on paper than the one before." },
    crowns: {
      title: "{it}: the crowns",
      why: "Drawn freely: the nearest first, each smaller than the last.",
      check: "Heads follow the guide.",
    },
  },
  table: {
    top: { ...FRONT, title: "{it}: the top", check: "The lid is a closed four-sided shape." },
    "leg-*": {
      title: "{it}: a leg",
      why: "Stop where the top stands in the way.",
      check: "The leg stands upright, its foot runs to the points.",
      slip: "Drawing through the top.",
      slipKind: "leaning",
    },
  },
  shelf: {
    "left-side": { ...FRONT, title: "{it}: the left side" },
    "right-side": { ...FRONT, title: "{it}: the right side" },
    "board-*": {
      title: "{it}: a board",
      check: "The board ends against both sides.",
      slip: "Drawing through a side.",
    },
  },
  round: {
    square: {
      title: "{it}: its square",
      why: "A circle fits its square, also when the square runs away from us.",
      check: "Its level sides run into the wall's vanishing point.",
      slip: "A square that looks square on a wall that runs away: it must be narrower than high.",
    },
    points: {
      title: "{it}: the points between",
      why: "Where the circle crosses the diagonals: about a seventh of the side in from the corner, never measured along the diagonal.",
      check: "The points lie on the diagonals, opposite ones on one line to the wall's point.",
      slip: "Measuring along the diagonal.",
    },
    curve: {
      title: "{it}: the curve",
      check: "It touches the square in the middle of each side and has no corners.",
      slip: "Pointed ends: an ellipse is round everywhere.",
    },
  },
  tunnel: {
    nearest: {
      title: "{it}: the nearest arch",
      check: "The crown stands over the middle.",
      slip: "A pointed crown.",
      slipKind: "leaning",
    },
    guides: {
      ...TO_VP,
      title: "{it}: guides to the vanishing point",
      why: "Feet, springing and crown of every arch lie on these.",
    },
    "arch-*": {
      title: "{it}: the next arch",
      why: "The same again, smaller, between the same guides.",
      check: "Its crown lies on the middle guide.",
      slip: "An arch as high as the last one.",
    },
  },
  rays: {
    strips: { ...TO_VP, title: "{it}: strips in pairs" },
    above: { ...TO_VP, title: "{it}: rays above the horizon", why: "A few, as in a sky." },
  },
  hills: {
    skyline: {
      title: "{it}",
      why: "The eye level stays the straight line: only it carries vanishing points.",
      check: "The skyline nowhere falls below the horizon.",
    },
  },
  freehand: {
    freehand: {
      title: "{it}",
      why: "Not constructed: make it your own.",
      check: "It keeps to its place and its size.",
    },
  },
  reflection: {
    uprights: {
      title: "{it}: uprights go on downward",
      why: "As far below the water's level as the end stands above it: measured from the foot carried down to the water, not from the shore.",
      check: "Every upright runs straight on below the shore.",
      slip: "Measuring from the shore line.",
    },
    mirror: {
      title: "{it}: join it, softer",
      why: "Shapes are upside down, but run to the same vanishing points.",
      check: "What is level above is level below.",
    },
  },
  shadow: {
    sun: {
      title: "{it}: the sun and its foot",
      why: "The foot lies on the horizon, straight below or above the sun.",
      check: "Sun and foot stand on one upright.",
    },
    rays: {
      title: "{it}: where the light falls",
      why: "One line on the ground away from the foot, one away from the sun: they cross at the end of the shadow.",
      check: "Two lines for every corner, one crossing.",
    },
    fill: {
      title: "{it}: join and fill",
      check: "The shadow begins at the feet.",
      slip: "A shadow that floats beside its thing.",
    },
  },
  tone: {
    tone: {
      title: "{it}: flat tone",
      why: "Pale first, deepen later; the receding side is darker, the top stays white.",
      check: "Three tones can be told apart.",
    },
  },
};

/** The phrases for a phase of a recipe. */
export function phrasesFor(recipe: RecipeName, phase: string): Phrases {
  if (phase === "erase") return ERASE;
  const own = BOOK[recipe][phase];
  if (own) return own;
  const family = Object.keys(BOOK[recipe]).find(
    (key) => key.endsWith("*") && phase.startsWith(key.slice(0, -1)),
  );
  return (family && BOOK[recipe][family]) || { title: `{it}: ${phase.replaceAll("-", " ")}`, check: "" };
}
