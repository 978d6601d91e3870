import { type Construction, NEEDS_HOST, recipeFor } from "#core/handles";

/** What a teacher calls each construction, in teaching order. */
export const CONSTRUCTIONS: readonly { readonly name: Construction; readonly called: string }[] = [
  { name: "box", called: "Box" },
  { name: "outline", called: "Own shape" },
  { name: "lettering", called: "Block letters" },
  { name: "room", called: "Room" },
  { name: "floor", called: "Floor" },
  { name: "road", called: "Road" },
  { name: "house", called: "Gable house" },
  { name: "openings", called: "Windows" },
  { name: "door", called: "Door, board" },
  { name: "row", called: "Posts, rail" },
  { name: "trees", called: "Trees" },
  { name: "stairs", called: "Stairs" },
  { name: "seat", called: "Bench" },
  { name: "table", called: "Table" },
  { name: "shelf", called: "Shelf" },
  { name: "archway", called: "Archway" },
  { name: "round", called: "Arch, circle" },
  { name: "tunnel", called: "Row of arches" },
  { name: "rays", called: "Strips" },
  { name: "hills", called: "Skyline" },
  { name: "freehand", called: "Freehand place" },
  { name: "reflection", called: "Reflection" },
  { name: "shadow", called: "Shadow" },
  { name: "tone", called: "Tone" },
];

/** Those that stand in the tray itself; the rest are one press away. */
export const IN_THE_TRAY: readonly Construction[] = ["box", "house", "openings", "door", "row", "stairs"];

/** Constructions whose place on the sheet is not for the pointer to say. */
export function placesItself(name: Construction): boolean {
  return name === "room" || name === "rays" || name === "hills";
}

/** What to do on the sheet to put a construction down. */
export function howToPut(name: Construction, uprightFirst: boolean): string {
  const recipe = recipeFor(name);
  if (recipe === "openings" || recipe === "round") return "Drag over the wall, from corner to corner.";
  if (NEEDS_HOST.has(recipe)) return "Press on the thing it belongs to.";
  if (recipe === "row") return "Drag the nearest one, from foot to head.";
  if (recipe === "road" || recipe === "floor") return "Press where its near edge begins.";
  return uprightFirst ? "Drag its near upright, from foot to top." : "Drag its front, from corner to corner.";
}
