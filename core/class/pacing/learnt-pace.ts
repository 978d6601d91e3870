/** Classes whose own word counts as much as the guess; a guess itself, no published source. */
const GUESS_IS_WORTH = 4;

/** What is known of the middle pupil's line from classes taught. */
export interface LearntPace {
  readonly lineMs: number;
  readonly guessMs: number;
  /** What the classes alone would say. */
  readonly seenMs: number;
  readonly classes: number;
}

/**
 * A line's time from what classes took, drawn towards the guess the fewer there are: the mean of normal numbers under a
 * normal prior (A. Gelman et al., Bayesian Data Analysis, section 2.5, from memory), of logarithms, since paces differ by
 * factors. Null where no class says anything.
 */
export function learnPace(seenLineMs: readonly number[], guessMs: number): LearntPace | null {
  const classes = seenLineMs.length;
  if (classes === 0) return null;
  const mean = seenLineMs.reduce((sum, ms) => sum + Math.log(ms / guessMs), 0) / classes;
  const share = classes / (classes + GUESS_IS_WORTH);
  return {
    lineMs: Math.round(guessMs * Math.exp(share * mean)),
    guessMs,
    seenMs: Math.round(guessMs * Math.exp(mean)),
    classes,
  };
}
