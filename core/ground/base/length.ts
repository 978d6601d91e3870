import { MM_PER, MM_PER_INCH, UNITS } from "../lexicon/index.ts";

type LengthUnit = "in" | "mm";

/** How lengths are spoken: `smallestFraction` is the denominator of the finest inch fraction (16 → 1/16 in). */
export interface LengthStyle {
  readonly unit: LengthUnit;
  readonly smallestFraction: number;
}

const NBSP = "\u00a0";
const FRACTION_SLASH = "\u2044";

/** The step a handle snaps to, in mm: the smallest fraction of an inch, or 1 mm. */
export function smallestStepMm(style: LengthStyle): number {
  return style.unit === "in" ? MM_PER_INCH / style.smallestFraction : 1;
}

/**
 * A length as a teacher says it: "4 1⁄2 in" with a true fraction (U+2044, so that fonts set it as one), or
 * "115 mm". Rounds to the smallest fraction, or to half a millimetre; negative lengths keep their sign.
 */
export function formatLength(mm: number, style: LengthStyle): string {
  const sign = mm < 0 ? "−" : "";
  const size = Math.abs(mm);
  if (style.unit === "mm") return `${sign}${Math.round(size * 2) / 2}${NBSP}mm`;
  const parts = Math.round((size / MM_PER_INCH) * style.smallestFraction);
  const whole = Math.floor(parts / style.smallestFraction);
  let numerator = parts % style.smallestFraction;
  let denominator = style.smallestFraction;
  while (numerator > 0 && numerator % 2 === 0 && denominator % 2 === 0) {
    numerator /= 2;
    denominator /= 2;
  }
  const fraction = numerator > 0 ? `${numerator}${FRACTION_SLASH}${denominator}` : "";
  const digits = fraction === "" ? `${whole}` : whole === 0 ? fraction : `${whole}${NBSP}${fraction}`;
  return `${parts === 0 ? "" : sign}${digits}${NBSP}in`;
}

/** A small length that is told because it is not nothing: "1.5 mm", and "less than 1⁄8 in" where no mark of the ruler shows it. */
export function formatSmallLength(mm: number, style: LengthStyle): string {
  const least = style.unit === "in" ? smallestStepMm(style) : 0.5;
  return mm > 0 && mm < least / 2 ? `less than ${formatLength(least, style)}` : formatLength(mm, style);
}

const TYPED_LENGTH = /^([+-]?)\s*(?:(\d+(?:[.,]\d+)?)?(?:[\s-]*(\d+)\s*[/⁄]\s*(\d+))?)\s*([a-z"″]*)\.?$/;
const TYPED_SHARE = /^(?:(half|third|quarter)|(\d+)\s*[/⁄]\s*(\d+))\s+of(?:\s+the)?\s+\w+$/;
const SHARES: Readonly<Record<string, number>> = { half: 1 / 2, third: 1 / 3, quarter: 1 / 4 };

/**
 * Reads a typed length: "4 1/2", "4.5 in", "115 mm", "11,5cm", "half", "1/3 of the sheet". A bare number is in
 * the style's unit; shares are of `wholeMm`. Returns mm, or null when the text is no length.
 */
export function parseLength(text: string, style: LengthStyle, wholeMm: number): number | null {
  const typed = text.trim().toLowerCase().replaceAll(NBSP, " ").replace(/^−/, "-");
  const bareShare = SHARES[typed.replace(/^a\s+/, "")];
  if (bareShare !== undefined) return bareShare * wholeMm;
  const share = TYPED_SHARE.exec(typed.replace(/^a\s+/, ""));
  if (share) {
    const value = share[1] ? SHARES[share[1]] : Number(share[2]) / Number(share[3]);
    return value !== undefined && Number.isFinite(value) ? value * wholeMm : null;
  }
  const match = TYPED_LENGTH.exec(typed);
  if (!match || typed === "") return null;
  const [, sign, whole, top, bottom, unit = ""] = match;
  if (whole === undefined && top === undefined) return null;
  // "4.5 1/2" is a slip of the keyboard, not a length.
  if (whole !== undefined && top !== undefined && /[.,]/.test(whole)) return null;
  const perUnit = MM_PER[unit === "" ? style.unit : unit === "in" ? unit : (UNITS[unit] ?? "")];
  if (perUnit === undefined) return null;
  const number = Number((whole ?? "0").replace(",", ".")) + (top ? Number(top) / Number(bottom) : 0);
  if (!Number.isFinite(number)) return null;
  // 1 3/4 in is 44.45 mm, not 44.449999999999996: a picometre is far below anything meant.
  return (sign === "-" ? -1 : 1) * (Math.round(number * perUnit * 1e9) / 1e9);
}
