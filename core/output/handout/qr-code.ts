import { encode } from "uqr";
import { invariant } from "../../ground/base/index.ts";
import { cornersOf, type Spot } from "../../showing/display/index.ts";
import type { PagePart } from "./page.ts";

/** A module on paper: four dots of a printer of 300 dots an inch. Smaller ones are not read back for sure. */
const MODULE_MM = 0.34;
/** The smallest code: a phone finds it at arm's length. */
const LEAST_MM = 14;
/** The largest, by the longest address a take may state (`VideoAddressSchema`): for whoever keeps room for one. */
export const MOST_QR_MM = 18.2;
/** White modules round a code (ISO/IEC 18004: four). */
const QUIET_MODULES = 4;

/** A code, its white border within, as large as its modules take; drawn once its upper left corner is known. */
export interface QrCode {
  readonly sideMm: number;
  readonly at: (x: number, y: number) => PagePart;
}

/** A QR code (ISO/IEC 18004, correction level M) as one filled area. */
export function qrCode(id: string, address: string, leadsTo: string): QrCode {
  const { data, size } = encode(address, { ecc: "M", border: QUIET_MODULES });
  const sideMm = Math.max(LEAST_MM, size * MODULE_MM);
  invariant(size > 0 && sideMm <= MOST_QR_MM, "a code has modules, and its address is not too long");
  const module = sideMm / size;
  const rings = blocksOf(data).map(({ from, to, top, bottom }) =>
    cornersOf({
      x: from * module,
      y: top * module,
      width: (to - from) * module,
      height: (bottom - top) * module,
    }),
  );
  const at = (x: number, y: number): PagePart => ({
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
  return { sideMm, at };
}

interface Block {
  readonly from: number;
  readonly to: number;
  readonly top: number;
  bottom: number;
}

/** Dark modules as blocks: single ones beside each other would leave hairs of white between them. */
function blocksOf(rows: readonly (readonly boolean[])[]): Block[] {
  const blocks: Block[] = [];
  let above: Block[] = [];
  for (const [j, row] of rows.entries()) {
    const here = runsOf(row).map(([from, to]): Block => {
      const same = above.find((b) => b.from === from && b.to === to);
      if (!same) return { from, to, top: j, bottom: j + 1 };
      same.bottom = j + 1;
      return same;
    });
    blocks.push(...here.filter((b) => b.top === j));
    above = here;
  }
  return blocks;
}

/** Dark stretches of a row of modules. */
function runsOf(row: readonly boolean[]): [from: number, to: number][] {
  const runs: [number, number][] = [];
  for (const [i, dark] of row.entries()) {
    const last = runs[runs.length - 1];
    if (!dark) continue;
    if (last?.[1] === i) last[1] = i + 1;
    else runs.push([i, i + 1]);
  }
  return runs;
}
