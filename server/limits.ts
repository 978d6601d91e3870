const MB = 1024 ** 2;
const SECOND = 1000;

/**
 * What the server takes and gives at most. Each is well beyond what the work needs; docs/operations.md says what happens
 * at each of them.
 */

/** A lesson of 2000 objects with an hour of narration stays well below this, words and all. */
export const LARGEST_LESSON_BYTES = 8 * MB;
/** One edit as it is sent: at its largest a whole lesson's words, and the changes around them. */
export const LARGEST_SAVE_BYTES = 10 * MB;
/** What a form of the shelf sends: at its largest a lesson file. */
export const LARGEST_FORM_BYTES = LARGEST_LESSON_BYTES + MB;
/** A table of the record: two thousand classes of forty steps stay below this. */
export const LARGEST_TABLE_BYTES = 12 * MB;
/** A recording of twenty minutes from a phone is about 2 GB at its largest. */
export const LARGEST_VIDEO_BYTES = 2 * 1024 * MB;
/** A bundle: the recordings of two takes at their largest, or of many that are not, as it is sent and unpacked. */
export const LARGEST_BUNDLE_BYTES = 4 * 1024 * MB;
/** Document, takes, captions and a picture for each of 2000 steps stay below this. */
export const MOST_BUNDLE_ENTRIES = 5000;
/** Recordings hardly shrink when they are packed; what unpacks to more times its size is none. */
export const MOST_UNPACKING = 20;

/** A form or an edit that takes longer to arrive was given up by its sender. */
export const LONGEST_BODY_MS = 60 * SECOND;
/** An upload may last as long as its line needs, but not fall silent for so long. */
export const LONGEST_SILENCE_MS = 10 * 60 * SECOND;
/** What waits for its turn longer is refused: its asker has mostly gone. */
export const LONGEST_WAIT_MS = 10 * SECOND;
/** A piece of heavy work that takes longer is ended. */
export const LONGEST_WORK_MS = 120 * SECOND;

/** Of each kind of request, how many are answered at once and how many may wait for their turn. */
export const LANES = {
  /** Pages and what they show. */
  read: { atOnce: 16, waiting: 200 },
  /** Edits, forms, prints. */
  write: { atOnce: 8, waiting: 200 },
  /** Recordings and bundles coming in. */
  upload: { atOnce: 30, waiting: 50 },
  /** Recordings that are played, bundles going out: a player that rests holds its place. */
  stream: { atOnce: 300, waiting: 50 },
  /** Windows that listen for what is saved elsewhere. */
  watch: { atOnce: 300, waiting: 0 },
} as const;

/** The whole limit of a recording, or a smaller one that this server was given. */
export function largestVideoBytes(): number {
  return Number(process.env.REGULANDA_LARGEST_VIDEO_BYTES ?? LARGEST_VIDEO_BYTES);
}
