import {
  type Box,
  boundsOf,
  CAP_HEIGHT,
  drawWith,
  type Mark,
  type Pen,
  widthOfText,
} from "../display/index.ts";

/** The smallest box round marks with all their ink; null for none. */
export function boundsOfMarks(marks: readonly Mark[]): Box | null {
  const boxes = marks.map((mark) => drawWith(BOUNDS, mark));
  if (boxes.length === 0) return null;
  return boundsOf(
    boxes.flatMap(({ x, y, width, height }) => [
      { x, y },
      { x: x + width, y: y + height },
    ]),
  );
}

const BOUNDS: Pen<Box> = {
  path: ({ points, ink }) => boundsOf(points, (ink?.width ?? 0) / 2 + 1),
  area: ({ rings }) => boundsOf(rings.flat(), 1),
  dot: ({ at, radius }) => boundsOf([at], radius + 1),
  text: ({ at, lines, size, lineHeight, anchor, halo = 0 }) => {
    const width = Math.max(...lines.map(widthOfText)) * size;
    const left = at.x - (anchor === "end" ? width : anchor === "middle" ? width / 2 : 0);
    const top = at.y - CAP_HEIGHT * size * 1.4;
    const bottom = at.y + (lines.length - 1) * lineHeight + size * 0.4;
    return boundsOf(
      [
        { x: left, y: top },
        { x: left + width, y: bottom },
      ],
      halo + size * 0.1 + 1,
    );
  },
};
