import type { HandleWay } from "../../drawing/recipes/index.ts";
import type { Address } from "../../ground/base/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";

/** Something on the sheet that can be taken hold of. Where it may go is settled by `dragObjectHandle` and `dragPaperHandle`. */
export interface Handle {
  /** `thing/part`: names the handle for good. */
  readonly id: string;
  readonly at: PaperPoint;
  /** What it is, for a screen reader and a label: "right side of the left bench". */
  readonly called: string;
  /** A short name that always stands beside it; left out where it shows only when it is pointed at. */
  readonly short?: string;
  /** Its measure as spoken, changing while it moves. */
  readonly reading: string;
  readonly way: HandleWay;
}

/** A number behind the drawing that can be typed: where it stands in the document and what it is now. */
export interface Measure {
  readonly label: string;
  readonly address: Address;
  readonly kind: "length" | "share";
  /** mm for a length; 0 to 1 for a share. Null where the document takes its default. */
  readonly value: number | null;
  /** What "half" or "a third" is taken of, in mm. */
  readonly wholeMm: number;
  /** The stretch of paper it measures, where it has a place on the sheet. */
  readonly span: { readonly from: PaperPoint; readonly to: PaperPoint } | null;
}
