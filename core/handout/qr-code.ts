import { encode } from "uqr";
import { invariant } from "../base/index.ts";
import { cornersOf, type Spot } from "../display/index.ts";
import type { PagePart } from "./page.ts";

/** Side of a code on paper, its white border within: a phone reads it at arm's length, a printer of 300 dots an inch draws it. */
export const QR_MM = 17;
/** The smallest that is printed: at 300 dots an inch its modules are still four dots wide. */
export const LEAST_QR_MM = 14;
/** White modules round a code (ISO/IEC 18004: four). */
const QUIET_MODULES = 4;

/** A QR code (ISO/IEC 18004, correction level M) as one filled area, once its upper left corner is known. */
export function qrCode(
  id: string,
  address: string,
  leadsTo: string,
  sideMm: number = QR_MM,
): (x: number, y: number) => PagePart {
  const { data, size } = encode(address, { ecc: "M", border: QUIET_MODULES });
  invariant(size > 0, "a code has modules");
  const module = sideMm / size;
  const rings = data.flatMap((row, j) =>
    runsOf(row).map(([from, to]) => [
      { x: from * module, y: j * module },
      { x: to * module, y: j * module },
      { x: to * module, y: (j + 1) * module },
      { x: from * module, y: (j + 1) * module },
    ]),
  );
  return (x, y) => ({
    reads: "picture",
    alt: `Code that leads to ${leadsTo}: ${address}`,
    marks: [
      // Its border is part of a code: what it lies on must not show through.
      {
        kind: "path",
        id: `${id}/border`,
        points: cornersOf({ x, y, width: sideMm, height: sideMm }),
        closed: true,
        ink: null,
        fill: "sheet",
      },
      {
        kind: "area",
        id,
        rings: rings.map((ring) => ring.map((p): Spot => ({ x: x + p.x, y: y + p.y }))),
        fill: "ink",
      },
    ],
  });
}

/** Dark stretches of a row of modules: beside each other they would leave hairs of white between them. */
function runsOf(row: readonly boolean[]): (readonly [from: number, to: number])[] {
  const runs: [number, number][] = [];
  for (const [i, dark] of row.entries()) {
    const last = runs[runs.length - 1];
    if (!dark) continue;
    if (last?.[1] === i) last[1] = i + 1;
    else runs.push([i, i + 1]);
  }
  return runs;
}
