export { type Abilities, bitrateOf, offerFilm, type VideoForm } from "./film-offers.ts";
export {
  FILM_SIZES,
  type FilmKind,
  type FilmPlan,
  type FilmSize,
  type FilmWish,
  msOfPicture,
  planFilm,
  type RecordingFacts,
} from "./film-plan.ts";
export { type FilmRun, fileOfRun, filmRuns, listOfRuns } from "./film-runs.ts";
export { growsInto, lengthOfMark } from "./grows.ts";
export { changedBoxes } from "./mark-bounds.ts";
export { movieHead, movieSizeAt, movieTail, type PngSample } from "./quicktime.ts";
export { fadeEnds, type SoundPiece, soundPlan, tickSound } from "./sound-plan.ts";
export { stillOfStep } from "./still-of-step.ts";
