import type { Drawing, Mark, Spot } from "#core/showing/display";

/** How far a steady hand strays beside the ruler, in mm. */
const STRAY_MM = 0.22;
const PIECES = 9;

/** The drawing as a hand would leave it: ruled lines stray a little, each always in its own way. */
export function withHandWobble(drawing: Drawing): Drawing {
  return { ...drawing, marks: drawing.marks.map((m) => (isRuled(m) ? wobble(m) : m)) };
}

function isRuled(mark: Mark): mark is Mark & { kind: "path" } {
  return mark.kind === "path" && !mark.closed && mark.points.length === 2;
}

function wobble(mark: Mark & { kind: "path" }): Mark {
  const [a, b] = mark.points;
  if (!a || !b) return mark;
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  const random = generator(mark.id);
  const strays = Array.from({ length: PIECES + 1 }, () => (random() - 0.5) * 2 * STRAY_MM);
  const points = strays.map((stray, i): Spot => {
    const share = i / PIECES;
    const off = length === 0 || i === 0 || i === PIECES ? 0 : stray / length;
    return {
      x: a.x + (b.x - a.x) * share - (b.y - a.y) * off,
      y: a.y + (b.y - a.y) * share + (b.x - a.x) * off,
    };
  });
  return { ...mark, points };
}

/** A small seeded generator (mulberry32, public domain, from memory): same name, same hand. */
function generator(name: string): () => number {
  let state = [...name].reduce((h, c) => Math.imul(h ^ c.charCodeAt(0), 16777619), 2166136261);
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
