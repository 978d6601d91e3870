/** How much desk shows round the sheet: enough for the vanishing points, as long as the sheet stays the biggest thing. */
export function deskAround(
  points: readonly { xMm: number; yMm: number }[],
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
) {
  const margin = 12;
  // What would need more desk than that is set by number or further off: a larger desk would make the sheet too small.
  const within = (needed: number, least: number, most: number) =>
    needed + margin > most ? least : Math.max(least, needed + margin);
  const xs = points.map((p) => p.xMm);
  const ys = points.map((p) => p.yMm);
  return {
    left: within(-Math.min(...xs), widthMm * 0.22, widthMm * 0.8),
    right: within(Math.max(...xs) - widthMm, widthMm * 0.22, widthMm * 0.8),
    top: within(-Math.min(...ys), 8, heightMm * 0.3),
    bottom: within(Math.max(...ys) - heightMm, 8, heightMm * 0.3),
  };
}
