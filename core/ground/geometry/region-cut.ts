import { ClipperD, ClipType, FillRule, type PathsD } from "clipper2-ts";
import type { PaperPoint } from "./homogeneous.ts";
import type { Region } from "./polygon.ts";

/** Decimals of a mm that cuts are rounded to: 0.1 µm, far below what a pen shows. */
const DECIMALS = 4;

/** What of a region lies outside others (all even-odd). Rounded to 0.1 µm by the clipping library. */
export function cutAway(region: Region, others: readonly Region[]): Region {
  return others.reduce<Region>(
    (left, other) => (left.length === 0 ? left : clip(ClipType.Difference, left, other)),
    region,
  );
}

/** What two regions share. Rounded to 0.1 µm by the clipping library. */
export function inBoth(a: Region, b: Region): Region {
  return clip(ClipType.Intersection, a, b);
}

/** All that lies in at least one of several regions. Rounded to 0.1 µm by the clipping library. */
export function together(regions: readonly Region[]): Region {
  return regions.reduce<Region>((all, one) => (all.length === 0 ? one : clip(ClipType.Union, all, one)), []);
}

/** The part of a region where an affine function a·x + b·y + c is positive (Sutherland and Hodgman 1974, from memory). */
export function whereAbove(region: Region, a: number, b: number, c: number): Region {
  const value = (p: PaperPoint) => a * p.xMm + b * p.yMm + c;
  return region
    .map((ring) =>
      ring.flatMap((p, i) => {
        const q = ring[(i + 1) % ring.length] ?? p;
        const [u, v] = [value(p), value(q)];
        const kept = u > 0 ? [p] : [];
        if (u > 0 === v > 0) return kept;
        const t = u / (u - v);
        return [...kept, { xMm: p.xMm + (q.xMm - p.xMm) * t, yMm: p.yMm + (q.yMm - p.yMm) * t }];
      }),
    )
    .filter((ring) => ring.length > 2);
}

/** Area in mm² under the even-odd rule for rings that do not cross: outlines minus openings. */
export function areaMm2(region: Region): number {
  return Math.abs(
    region.reduce(
      (sum, ring) =>
        sum +
        ring.reduce((s, p, i) => {
          const q = ring[(i + 1) % ring.length] ?? p;
          return s + (p.xMm * q.yMm - q.xMm * p.yMm) / 2;
        }, 0),
      0,
    ),
  );
}

/** By the clipping engine itself: its one-line functions would bring everything else it can do into every page. */
function clip(how: ClipType, a: Region, b: Region): Region {
  const engine = new ClipperD(DECIMALS);
  engine.addSubjectPaths(toPaths(a));
  engine.addClipPaths(toPaths(b));
  const left: PathsD = [];
  engine.execute(how, FillRule.EvenOdd, left);
  return fromPaths(left);
}

function toPaths(region: Region): PathsD {
  return region.map((ring) => ring.map((p) => ({ x: p.xMm, y: p.yMm })));
}

function fromPaths(paths: PathsD): Region {
  return paths.map((path) => path.map((p) => ({ xMm: p.x, yMm: p.y })));
}
