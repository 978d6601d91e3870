import type { Act, Told } from "./told.ts";

/** What lies in a way once the sheet is turned a quarter clockwise. */
const QUARTER: Readonly<Record<string, string>> = {
  up: "right",
  right: "down",
  down: "left",
  left: "up",
  top: "right",
  bottom: "left",
  level: "upright",
  upright: "level",
  width: "height",
  height: "width",
  "top-left": "top-right",
  "top-right": "bottom-right",
  "bottom-right": "bottom-left",
  "bottom-left": "top-left",
};
/** Left and right are ways and edges both: as edges they turn to others. */
const QUARTER_EDGE: Readonly<Record<string, string>> = {
  top: "right",
  right: "bottom",
  bottom: "left",
  left: "top",
};
const WAYS: ReadonlySet<string> = new Set(["way", "acrossWay", "upWay", "side"]);
const EDGES: ReadonlySet<string> = new Set(["edge", "from"]);

/** An act as it is told while the sheet lies turned by so many quarters clockwise: ways, edges and corners as they lie then. */
export function turnTold<N>(told: Told<N>, quarters: number): Told<N> {
  if (quarters % 4 === 0 || told.act.do === "turn") return told;
  let act: unknown = told.act;
  for (let q = 0; q < quarters % 4; q++) act = turned(act, null);
  return { ...told, act: act as Act<N> };
}

function turned(value: unknown, key: string | null): unknown {
  if (typeof value === "string") {
    if (key === null) return value;
    if (EDGES.has(key)) return QUARTER_EDGE[value] ?? value;
    if (WAYS.has(key) || key === "across") return QUARTER[value] ?? value;
    return value;
  }
  if (Array.isArray(value))
    return value.map((v) =>
      key === "leaves" && typeof v === "string" ? (QUARTER[v] ?? v) : turned(v, null),
    );
  if (typeof value !== "object" || value === null) return value;
  const isCorner = (value as { k?: unknown }).k === "corner";
  const out: Record<string, unknown> = {};
  for (const [k, v] of Object.entries(value))
    out[k] = isCorner && k === "of" && typeof v === "string" ? (QUARTER[v] ?? v) : turned(v, k);
  return out;
}
