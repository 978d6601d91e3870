import type { Change } from "../../ground/base/index.ts";
import { OVERLAY_LAYERS, type OverlayLayer, type OverlaySettings } from "../../showing/overlay/index.ts";
import { type Lesson, setLesson } from "../lesson/index.ts";

/** Sets something of how the overlay is shown; undefined: as is usual. */
export function setOverlay<F extends "leadMs" | "weight">(
  lesson: Lesson,
  field: F,
  value: OverlaySettings[F] | undefined,
): Change[] {
  return put({ ...lesson.overlay, [field]: value });
}

/** Shows or hides a layer of the overlay, in the lesson or in one step. Undefined: as the lesson does, or as is usual. */
export function showLayer(
  lesson: Lesson,
  stepId: string | null,
  layer: OverlayLayer,
  on: boolean | undefined,
): Change[] {
  const { overlay } = lesson;
  if (stepId === null) return put({ ...overlay, layers: withLayer(overlay?.layers, layer, on) });
  const own = withLayer(overlay?.steps?.[stepId], layer, on);
  const { [stepId]: _, ...others } = overlay?.steps ?? {};
  return put({ ...overlay, steps: own ? { ...others, [stepId]: own } : others });
}

type Layers = OverlaySettings["layers"];

function withLayer(layers: Layers, layer: OverlayLayer, on: boolean | undefined): Layers {
  const next = Object.fromEntries(
    OVERLAY_LAYERS.flatMap((l) => {
      const value = l === layer ? on : layers?.[l];
      return value === undefined ? [] : [[l, value]];
    }),
  );
  return Object.keys(next).length > 0 ? next : undefined;
}

/** What is as usual is not in the document. */
function put(overlay: { readonly [F in keyof OverlaySettings]: OverlaySettings[F] | undefined }): Change[] {
  const { layers, leadMs, weight, steps } = overlay;
  const next: OverlaySettings = {
    ...(layers ? { layers } : {}),
    ...(leadMs ? { leadMs } : {}),
    ...(weight && weight !== "usual" ? { weight } : {}),
    ...(steps && Object.keys(steps).length > 0 ? { steps } : {}),
  };
  return [setLesson("overlay", Object.keys(next).length > 0 ? next : null)];
}
