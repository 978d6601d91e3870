import type { Change, Json } from "../base/index.ts";
import type { ObjectSlice, RecipeName } from "../recipes/index.ts";
import { requireFrame, runsWithPaper, type View } from "../view/index.ts";

/** A choice about a thing beside its measures, as a place in the document and what it may be. */
export type ObjectOption =
  | {
      readonly kind: "count";
      readonly field: string;
      readonly label: string;
      readonly value: number;
      readonly least: number;
      readonly most: number;
    }
  | {
      readonly kind: "part";
      readonly field: string;
      readonly label: string;
      readonly value: number;
      readonly least: number;
      readonly most: number;
    }
  | { readonly kind: "length"; readonly field: string; readonly label: string; readonly valueMm: number }
  | {
      readonly kind: "choice";
      readonly field: string;
      readonly label: string;
      readonly value: string;
      readonly choices: readonly (readonly [value: string, label: string])[];
    }
  | { readonly kind: "switch"; readonly field: string; readonly label: string; readonly value: boolean }
  | { readonly kind: "text"; readonly field: string; readonly label: string; readonly value: string };

type Plan =
  | readonly ["count", string, string, number, number]
  | readonly ["part", string, string, number, number]
  | readonly ["length", string, string]
  | readonly ["choice", string, string, readonly (readonly [string, string])[]]
  | readonly ["switch", string, string]
  | readonly ["text", string, string];

const SIDE = [
  "choice",
  "side",
  "Drawn on",
  [
    ["front", "the front"],
    ["side", "the side"],
  ],
] as const;
const SEE_THROUGH = ["switch", "seeThrough", "See-through: hidden edges dotted"] as const;

/** A wall drawn on the turned sheet serves as the floor: for anything. */
const TURNED = [
  "choice",
  "turned",
  "The sheet lies",
  [
    ["0", "as it is"],
    ["1", "turned right"],
    ["2", "upside down"],
    ["3", "turned left"],
  ],
] as const;

/** What a choice stands for in the document, where that is no word of its own. */
const MEANS: Readonly<Record<string, Readonly<Record<string, Json>>>> = {
  turned: { "0": 0, "1": 1, "2": 2, "3": 3 },
  rails: { none: [], one: [0.6], two: [0.35, 0.7] },
};

/** Options by recipe, in the order a teacher meets them. */
const OPTIONS: { readonly [K in RecipeName]: readonly Plan[] } = {
  box: [SEE_THROUGH, ["switch", "observed", "From observation: angles carried over"]],
  outline: [SIDE, SEE_THROUGH],
  lettering: [
    ["text", "text", "Word"],
    ["part", "gap", "Gap, of a tile", 0.02, 2],
    [
      "choice",
      "tiles",
      "Tiles",
      [
        ["measured", "measured"],
        ["template", "by template"],
      ],
    ],
    [
      "choice",
      "startFrom",
      "Begin at the",
      [
        ["left", "left"],
        ["right", "right"],
      ],
    ],
    [
      "choice",
      "cornerStyle",
      "Corners",
      [
        ["square", "square"],
        ["round", "rounded"],
      ],
    ],
    ["switch", "tilesOnly", "Only the tiles"],
  ],
  room: [
    [
      "choice",
      "wall",
      "Back wall by",
      [
        ["marked", "a mark"],
        ["slid", "sliding the ruler"],
      ],
    ],
  ],
  floor: [
    ["count", "columns", "Columns", 1, 24],
    ["count", "rows", "Rows", 1, 24],
    [
      "choice",
      "spacing",
      "Rows",
      [
        ["true", "equal in truth"],
        ["square", "square tiles"],
        ["by-eye", "by eye"],
      ],
    ],
    ["switch", "chequered", "Fill every other tile"],
  ],
  road: [
    ["length", "handles.half", "Half the road"],
    ["length", "handles.pavement", "Pavement"],
    ["length", "handles.kerb", "Kerb"],
    ["count", "dashes", "Dashes", 0, 24],
    ["count", "joints", "Joints", 0, 24],
    ["part", "handles.reach", "Drawn up to, of the way", 0.2, 0.98],
  ],
  house: [SIDE, ["part", "eaves", "Eaves, of the height", 0.2, 0.95]],
  openings: [
    ["count", "columns", "In a row", 1, 20],
    ["part", "rows.0.from", "Lower edge, of the height", 0, 1],
    ["part", "rows.0.to", "Upper edge, of the height", 0, 1],
    ["part", "between.from", "Begin, of the width", 0, 1],
    ["part", "between.to", "End, of the width", 0, 1],
    ["part", "gap", "Gap, of one's width", 0, 5],
    ["count", "panes.across", "Panes across", 1, 8],
    ["count", "panes.up", "Panes up", 1, 8],
  ],
  row: [
    [
      "choice",
      "kind",
      "Of",
      [
        ["posts", "posts"],
        ["trees", "trees"],
      ],
    ],
    ["count", "count", "How many", 2, 24],
    [
      "choice",
      "spacing",
      "Spacing",
      [
        ["equal", "equal, by the diagonal"],
        ["by-eye", "by eye"],
      ],
    ],
    [
      "choice",
      "along",
      "Running",
      [
        ["depth", "into the depth"],
        ["width", "to the side"],
      ],
    ],
    [
      "choice",
      "rails",
      "Rails",
      [
        ["none", "none"],
        ["one", "one"],
        ["two", "two"],
      ],
    ],
    ["part", "sag", "Wires sag, of a post", 0, 1],
  ],
  stairs: [["count", "steps", "Steps", 2, 30], SIDE],
  seat: [
    SIDE,
    ["part", "seatHeight", "Seat, of the height", 0.1, 0.9],
    ["part", "seatDepth", "Seat, of the depth", 0.1, 0.9],
    ["switch", "rounded", "Rounded front edge"],
  ],
  table: [
    ["part", "top", "Top, of the height", 0.02, 0.45],
    ["part", "leg", "Leg, of the width", 0.02, 0.45],
  ],
  shelf: [
    ["count", "boards", "Boards", 2, 12],
    ["part", "wood", "Wood, of the width", 0.01, 0.2],
  ],
  archway: [
    SIDE,
    ["part", "opening", "Opening, of the width", 0.05, 0.95],
    ["part", "springing", "Springing, of the height", 0.05, 0.95],
    [
      "choice",
      "arch",
      "Arch",
      [
        ["round", "round"],
        ["low", "low"],
      ],
    ],
  ],
  round: [
    [
      "choice",
      "shape",
      "Shape",
      [
        ["arch", "arch"],
        ["circle", "circle"],
      ],
    ],
    ["part", "between.from", "Begin, of the width", 0, 1],
    ["part", "between.to", "End, of the width", 0, 1],
    ["part", "foot", "Foot, of the height", 0, 1],
    ["part", "springing", "Springing, of the height", 0, 1],
    [
      "choice",
      "construction",
      "Construction",
      [
        ["eight-points", "with its points"],
        ["by-eye", "by eye"],
      ],
    ],
  ],
  tunnel: [
    ["count", "arches", "Arches", 1, 16],
    ["part", "springing", "Springing, of the height", 0.05, 0.95],
    [
      "choice",
      "order",
      "Order",
      [
        ["uprights-first", "uprights first"],
        ["arches-only", "arches only"],
      ],
    ],
  ],
  rays: [
    ["count", "pairs", "Pairs", 1, 20],
    ["count", "above", "Above the horizon", 0, 20],
  ],
  hills: [],
  freehand: [["switch", "covers", "Covers what is behind"]],
  reflection: [["length", "handles.dropMm", "Water below the ground"]],
  shadow: [],
  tone: [
    [
      "choice",
      "lightFrom",
      "Light from the",
      [
        ["left", "left"],
        ["right", "right"],
      ],
    ],
  ],
};

/** The options of an object, each with what it is now. */
export function objectOptions(object: ObjectSlice): ObjectOption[] {
  return [...OPTIONS[object.recipe], TURNED].map((plan): ObjectOption => {
    const value = valueAt(object, plan[1]);
    const [field, label] = [plan[1], plan[2]];
    switch (plan[0]) {
      case "count":
      case "part":
        return { kind: plan[0], field, label, value: Number(value ?? 0), least: plan[3], most: plan[4] };
      case "length":
        return { kind: "length", field, label, valueMm: Number(value) };
      case "choice":
        return {
          kind: "choice",
          field,
          label,
          value: keyOf(field, value) ?? plan[3][0]?.[0] ?? "",
          choices: plan[3],
        };
      case "switch":
        return { kind: "switch", field, label, value: value === true };
      case "text":
        return { kind: "text", field, label, value: String(value) };
    }
  });
}

/** The changes that choosing an option makes. A row that runs another way takes its gap along. */
export function setOption(
  object: ObjectSlice,
  field: string,
  key: string | number | boolean,
  view: View,
): Change[] {
  const id = `object/${object.id}`;
  const value = MEANS[field]?.[String(key)] ?? key;
  const change: Change = { id, field, value };
  if (field !== "along" || object.recipe !== "row" || value === object.along) return [change];
  const flat = runsWithPaper(requireFrame(view, object.frame), value === "width" ? "width" : "depth");
  const { gap } = object.handles;
  if ("mm" in gap === flat) return [change];
  // The whole thing at once: half of it would be a row that cannot be.
  const usual = flat ? { mm: Math.round(view.sheet.widthMm / 12) } : { fraction: 0.2 };
  const next = { ...object, along: value, handles: { ...object.handles, gap: usual } };
  return [{ id, field: "self", value: next as unknown as Json }];
}

/** The word by which a choice names a value of the document. */
function keyOf(field: string, value: unknown): string | null {
  if (value === undefined || value === null) return null;
  const means = MEANS[field];
  if (!means) return String(value);
  const same = Object.entries(means).find(([, v]) => JSON.stringify(v) === JSON.stringify(value));
  // Rails set in a file by hand count as many as there are.
  if (!same && Array.isArray(value)) return value.length === 1 ? "one" : "two";
  return same?.[0] ?? String(value);
}

function valueAt(object: ObjectSlice, field: string): unknown {
  return field
    .split(".")
    .reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], object);
}
