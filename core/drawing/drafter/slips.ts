import {
  findPaperPoint,
  type HLine,
  type HPoint,
  hPoint,
  join,
  type PaperPoint,
} from "../../ground/geometry/index.ts";

/** Small errors of the hand, by the id of what they spoil, in mm on paper. Anything not named is exact. */
export interface Slips {
  /** A mark that sits beside its place. */
  readonly points: ReadonlyMap<string, { readonly dxMm: number; readonly dyMm: number }>;
  /** A mark that sits too far along its line. */
  readonly along: ReadonlyMap<string, number>;
  /** A ruler that lies beside what it should touch: at the point it starts from, and at the far end it aims at. */
  readonly lines: ReadonlyMap<string, { readonly startMm: number; readonly endMm: number }>;
}

export const NO_SLIPS: Slips = { points: new Map(), along: new Map(), lines: new Map() };

/** A ruler kept parallel is sighted over about this length; common practice, no published source. */
const SIGHTED_MM = 100;

/** The line a ruler draws from `start` toward `aim` when it lies beside both. */
export function slippedLine(
  start: PaperPoint,
  aim: HPoint,
  slip: { readonly startMm: number; readonly endMm: number },
): HLine {
  const far = findPaperPoint(aim);
  const size = Math.hypot(aim[0], aim[1]);
  const end = far ?? {
    xMm: start.xMm + (aim[0] / size) * SIGHTED_MM,
    yMm: start.yMm + (aim[1] / size) * SIGHTED_MM,
  };
  const length = Math.hypot(end.xMm - start.xMm, end.yMm - start.yMm);
  if (length === 0) return join(hPoint(start), aim);
  const [nx, ny] = [-(end.yMm - start.yMm) / length, (end.xMm - start.xMm) / length];
  return join(
    hPoint({ xMm: start.xMm + nx * slip.startMm, yMm: start.yMm + ny * slip.startMm }),
    hPoint({ xMm: end.xMm + nx * slip.endMm, yMm: end.yMm + ny * slip.endMm }),
  );
}
