/** What stands in the way of a film, in words for the teacher. */
export class FilmTrouble extends Error {}

/** What went wrong while a film was made, in words. By then nothing of it is kept. */
export function inWords(error: unknown): string {
  if (error instanceof FilmTrouble) return error.message;
  if (error instanceof DOMException && error.name === "QuotaExceededError")
    return "There is no room left for the film: nothing of it was kept. Free some space, choose a smaller size, or a place on another disk.";
  return `It could not be made: ${error instanceof Error ? error.message : error}. Nothing of it was kept.`;
}
