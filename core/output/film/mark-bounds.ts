import {
  type Box,
  boundsOf,
  CAP_HEIGHT,
  drawWith,
  type Mark,
  type Pen,
  sameMark,
  widthOfText,
} from "../../showing/display/index.ts";
import { growsInto } from "./grows.ts";

/** How far round its old end a line that is drawn on may look otherwise, in its width: the end was round. */
const END = 1;

/**
 * Boxes round what looks otherwise in one list of marks than in another: a mark that is the same is in none, and of one that
 * was only drawn on just the new stretch.
 */
export function changedBoxes(before: readonly Mark[], after: readonly Mark[]): Box[] {
  const old = new Map(before.map((m) => [m.id, m]));
  const boxes = after.flatMap((mark) => {
    const was = old.get(mark.id);
    old.delete(mark.id);
    if (!was) return [drawWith(BOUNDS, mark)];
    if (sameMark(was, mark)) return [];
    if (was.kind === "path" && mark.kind === "path" && growsInto(was, mark)) {
      const tail = mark.points.slice(was.points.length - 1);
      const end = was.points[was.points.length - 1];
      return [boundsOf(end ? [end, ...tail] : tail, (mark.ink?.width ?? 0) * END + 2)];
    }
    return [drawWith(BOUNDS, was), drawWith(BOUNDS, mark)];
  });
  return [...boxes, ...[...old.values()].map((mark) => drawWith(BOUNDS, mark))];
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
