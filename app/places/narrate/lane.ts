/** Tops and heights of the lanes along the recording, px. */
export const LANE = {
  axis: [0, 18],
  sound: [18, 40],
  cues: [60, 14],
  steps: [77, 24],
  strokes: [103, 9],
  edits: [116, 20],
  holds: [138, 20],
  sheet: [162, 13],
} as const;
/** All lanes together, px. */
export const LANES_HEIGHT = 179;
