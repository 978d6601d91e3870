/** A tool or material, what does instead of it, and what to mind with it. */
export interface KitItem {
  /** Its plain name: "pencil". */
  readonly short: string;
  readonly label: string;
  readonly instead: readonly string[];
  readonly caution: string | null;
}

/**
 * What draw-along classes use, with substitutes and the usual cautions: common practice, no published source. A school's
 * own rules go before all of them.
 */
export const KIT = {
  pencil: {
    short: "pencil",
    label: "Soft, sharp pencil",
    instead: ["coloured pencil, pressed lightly"],
    caution: null,
  },
  eraser: {
    short: "eraser",
    label: "Eraser with a sharp edge",
    instead: ["a corner cut off an old eraser"],
    caution: null,
  },
  ruler: {
    short: "ruler",
    label: "Ruler, long enough for corner to corner",
    instead: ["folded scrap", "strip of card", "book's edge", "straight stick"],
    caution: "Fingers clear of the ruler's edge, the hand flat.",
  },
  sheet: {
    short: "large sheet",
    label: "One sheet each",
    instead: ["two smaller sheets, joined"],
    caution: null,
  },
  scrap: {
    short: "scrap paper",
    label: "Scrap paper to try on",
    instead: ["the back of the sheet"],
    caution: null,
  },
  tile: {
    short: "card tile",
    label: "Card tile to trace round",
    instead: ["folded scrap, cut to size"],
    caution: null,
  },
  tape: {
    short: "tape",
    label: "Paper strips and tape",
    instead: ["a larger sheet under this one"],
    caution: null,
  },
  scissors: {
    short: "scissors",
    label: "Scissors",
    instead: ["paper torn along a fold"],
    caution: "Scissors: seated, blades closed when handed on.",
  },
  knife: {
    short: "craft knife",
    label: "Craft knife, adult only",
    instead: ["scissors", "a stencil cut beforehand"],
    caution: "Craft knife: only an adult cuts, on a mat, along a metal ruler, away from the hand.",
  },
  glue: {
    short: "glue",
    label: "Glue",
    instead: ["paper tape on the back"],
    caution: "Glue in dots, wipe the nozzle, check the label for allergies.",
  },
  pen: {
    short: "waterproof pen",
    label: "Waterproof pen",
    instead: ["ballpoint"],
    caution: "Pens: caps on between lines.",
  },
  marker: {
    short: "permanent marker",
    label: "Permanent marker",
    instead: ["waterproof pen", "dark crayon"],
    caution: "Permanent markers: open a window, keep them off skin and clothes.",
  },
  crayon: { short: "crayon", label: "Wax or oil crayon", instead: ["coloured pencil"], caution: null },
  paint: {
    short: "watercolour",
    label: "Watercolour and brush",
    instead: ["coloured pencil", "crayon shaded with the side"],
    caution: "Wet paint: sleeves up, water pots in the middle of the table, check labels are child-safe.",
  },
  outdoors: {
    short: "drawing board",
    label: "Board to draw on outdoors",
    instead: ["a view from the window"],
    caution: "Outdoors: an adult's permission, a safe place to sit, never look at the sun.",
  },
} as const satisfies Readonly<Record<string, KitItem>>;
export type KitName = keyof typeof KIT;

/** What a lesson needs when its plan names nothing. */
export const USUAL_KIT: readonly KitName[] = ["pencil", "eraser", "ruler", "sheet"];

/** The cautions that follow from a kit, in its order, with the one that always goes last. */
export function cautionsOf(kit: readonly KitName[]): string[] {
  const own = kit.flatMap((name) => KIT[name].caution ?? []);
  return [...own, "Look up and rest hands and eyes now and then. Your school's own rules go first."];
}
