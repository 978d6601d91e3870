export { overlayPalette } from "./look.ts";
export {
  marksOf,
  type Overlay,
  type OverlayClock,
  type OverlayFrame,
  type OverlaySource,
  overlayOf,
} from "./overlay-at.ts";
export {
  type FilmPicture,
  fitRecording,
  fitSheet,
  textSizeIn,
  wordArea,
} from "./picture.ts";
export {
  CornersSchema,
  judgeRegistration,
  type Registered,
  SHEET_FADE_MS,
  type SheetMove,
  SheetMoveSchema,
  sheetAt,
  sheetRests,
  type Tones,
  TonesSchema,
} from "./registration.ts";
export {
  judgeOverlay,
  layersOf,
  MOST_LEAD_MS,
  OVERLAY_LAYERS,
  type OverlayLayer,
  OverlaySchema,
  type OverlaySettings,
} from "./settings.ts";
export { waitsOf } from "./waits.ts";
