import * as v from "valibot";
import { type HandOutKind, type HandOutWish, HandOutWishSchema, USUAL_ROWS } from "#core/output/handout";

const number = (text: string | null) => (text === null || text === "" ? undefined : Number(text));

/** What of the address each kind reads: all else in it leaves its pages as they are. */
const READS: Readonly<Partial<Record<HandOutKind, readonly ("on" | "step" | "rows" | "seed")[]>>> = {
  worksheet: ["on", "step"],
  variants: ["rows", "seed"],
  "find-slip": ["seed"],
};

/** What is wished for, as the address says; step cards where it says nothing that can be had. */
export function wishOfSearch(search: URLSearchParams): HandOutWish {
  const what = search.get("what") ?? "cards";
  const all = {
    on: search.get("on") ?? undefined,
    step: search.get("step") ?? undefined,
    rows: number(search.get("rows")),
    seed: number(search.get("seed")),
  };
  const reads = READS[what as HandOutKind] ?? [];
  const said = Object.fromEntries(reads.flatMap((key) => (all[key] === undefined ? [] : [[key, all[key]]])));
  // A worksheet of first lines or rays is the same after any step.
  if (said.on !== undefined && said.on !== "after") delete said.step;
  // What of it cannot be had is left out, and the kind kept.
  for (const wish of [{ what, ...said }, { what }]) {
    const parsed = v.safeParse(HandOutWishSchema, wish);
    if (parsed.success) return parsed.output;
  }
  return { what: "cards" };
}

/** The address's part that says it. */
export function searchOfWish(wish: HandOutWish, before: URLSearchParams): URLSearchParams {
  const search = new URLSearchParams(before);
  search.set("what", wish.what);
  for (const key of ["on", "rows", "seed"] as const) {
    const value = wish[key];
    if (value === undefined || (key === "rows" && value === USUAL_ROWS)) search.delete(key);
    else search.set(key, String(value));
  }
  return search;
}
