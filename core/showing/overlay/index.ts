export { overlayPalette, standOut, USUAL_TONES } from "./look.ts";
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
  findPaperToFilm,
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
  type SheetRest,
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
  OVERLAY_WEIGHTS,
  type OverlayLayer,
  OverlaySchema,
  type OverlaySettings,
  type OverlayWeight,
} from "./settings.ts";
export { waitsOf } from "./waits.ts";
