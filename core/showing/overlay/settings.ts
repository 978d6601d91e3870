import * as v from "valibot";
import type { Finding } from "../../ground/base/index.ts";
import type { Step } from "../../telling/steps/index.ts";

/** What the overlay shows, each on or off for the lesson and for a step. */
export const OVERLAY_LAYERS = [
  "lines",
  "letters",
  "readings",
  "aims",
  "ruler",
  "pause",
  "title",
  "check",
] as const;
export type OverlayLayer = (typeof OVERLAY_LAYERS)[number];

const on = v.optional(v.boolean());
const LayersSchema = v.strictObject({
  lines: on,
  letters: on,
  readings: on,
  aims: on,
  ruler: on,
  pause: on,
  title: on,
  check: on,
});

/** How heavy the overlay's lines are: a camera far away needs more. */
export const OVERLAY_WEIGHTS = { fine: 0.7, usual: 1, bold: 1.5 } as const;

/** Furthest that lines run ahead of the hand or behind it. */
export const MOST_LEAD_MS = 2000;

/** How the overlay is shown; what is left out is as usual. */
export const OverlaySchema = v.strictObject({
  layers: v.optional(LayersSchema),
  /** By how much lines and letters come before the hand draws them; below 0 they come after it. */
  leadMs: v.optional(
    v.pipe(
      v.number(),
      v.integer("whole milliseconds"),
      v.minValue(-MOST_LEAD_MS, "at most 2 s behind the hand"),
      v.maxValue(MOST_LEAD_MS, "at most 2 s ahead of the hand"),
    ),
  ),
  weight: v.optional(v.picklist(["fine", "usual", "bold"])),
  /** What a step shows otherwise than the lesson, by the step's id. */
  steps: v.optional(v.record(v.string(), LayersSchema)),
});
export type OverlaySettings = v.InferOutput<typeof OverlaySchema>;

/** Over a recording the real ruler is there; without one it is shown. */
const AS_USUAL: Readonly<Record<"over-take" | "alone", Readonly<Record<OverlayLayer, boolean>>>> = {
  "over-take": {
    lines: true,
    letters: true,
    readings: true,
    aims: true,
    ruler: false,
    pause: true,
    title: true,
    check: true,
  },
  alone: {
    lines: true,
    letters: true,
    readings: true,
    aims: true,
    ruler: true,
    pause: true,
    title: true,
    check: true,
  },
};

/** Which layers a step shows: as it says itself, else as the lesson says, else as is usual. Null: outside every step. */
export function layersOf(
  settings: OverlaySettings | undefined,
  stepId: string | null,
  over: keyof typeof AS_USUAL,
): Readonly<Record<OverlayLayer, boolean>> {
  const own = stepId === null ? undefined : settings?.steps?.[stepId];
  const shown = { ...AS_USUAL[over] };
  for (const layer of OVERLAY_LAYERS)
    shown[layer] = own?.[layer] ?? settings?.layers?.[layer] ?? shown[layer];
  return shown;
}

/** Steps for which layers are set and which are not in the lesson now. */
export function judgeOverlay(settings: OverlaySettings | undefined, steps: readonly Step[]): Finding[] {
  const known = new Set(steps.map((s) => s.id));
  return Object.keys(settings?.steps ?? {}).flatMap((id): Finding[] =>
    known.has(id)
      ? []
      : [
          {
            code: "overlay-without-step",
            severity: "note",
            about: id,
            message: `What the overlay shows is set for a step of "${id.split("/")[0]}" that is not in the lesson now. It is kept.`,
            numbers: {},
          },
        ],
  );
}
