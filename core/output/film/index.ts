export { type Abilities, bitrateOf, type FilmOffer, offerFilm, type VideoForm } from "./film-offers.ts";
export {
  FILM_KINDS,
  FILM_SIZES,
  type FilmKind,
  type FilmPlan,
  type FilmRate,
  type FilmSize,
  type FilmWish,
  msOfPicture,
  planFilm,
  type RecordingFacts,
} from "./film-plan.ts";
export { type FilmRun, fileOfRun, filmRuns, listOfRuns, sameFrame } from "./film-runs.ts";
export { growsInto, lengthOfMark } from "./grows.ts";
export { changedBoxes } from "./mark-bounds.ts";
export { movieHead, movieSizeAt, movieTail, type PngMovie, type PngSample } from "./quicktime.ts";
export { fadeEnds, JOIN_FADE_MS, type SoundPiece, soundPlan, tickSound } from "./sound-plan.ts";
export { stillOfStep } from "./still-of-step.ts";
