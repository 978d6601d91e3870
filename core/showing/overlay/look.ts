import { type Colour, PAPER_PALETTE } from "../display/index.ts";
import type { Tones } from "./registration.ts";

/** Paper and table of an overhead shot under a lamp, where nobody has looked (common practice, no published source). */
export const USUAL_TONES: Tones = { paper: "#f4efe2", table: "#6b6a68" };

/** Least contrast of lines against the paper, and of words against what they stand on (WCAG 2.2, 1.4.11 and 1.4.3). */
const LEAST_LINE = 3;
const LEAST_WORDS = 4.5;

type Rgb = readonly [number, number, number];

/** The contrast of two colours as #rrggbb, 1 to 21: WCAG 2.2, "contrast ratio" and "relative luminance" (W3C, 2023). */
export function contrastOf(a: string, b: string): number {
  const [x, y] = [luminanceOf(rgbOf(a)), luminanceOf(rgbOf(b))];
  return (Math.max(x, y) + 0.05) / (Math.min(x, y) + 0.05);
}

function luminanceOf(rgb: Rgb): number {
  const [r, g, b] = rgb.map((v) => {
    const s = v / 255;
    return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
  }) as unknown as Rgb;
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

function rgbOf(colour: string): Rgb {
  const n = Number.parseInt(colour.slice(1), 16);
  return [(n >> 16) & 255, (n >> 8) & 255, n & 255];
}

function hexOf(rgb: Rgb): string {
  return `#${rgb.map((v) => Math.round(v).toString(16).padStart(2, "0")).join("")}`;
}

const MIX_STEPS = 24;

/** A colour as near to the given one as it can be with at least this contrast against the ground: darker on light, lighter on dark. */
export function standOut(colour: string, ground: string, least: number): string {
  const toward: Rgb = luminanceOf(rgbOf(ground)) > 0.18 ? [0, 0, 0] : [255, 255, 255];
  const own = rgbOf(colour);
  for (let i = 0; i <= MIX_STEPS; i++) {
    const mixed = hexOf(own.map((v, k) => v + ((toward[k] ?? 0) - v) * (i / MIX_STEPS)) as unknown as Rgb);
    if (contrastOf(mixed, ground) >= least) return mixed;
  }
  return hexOf(toward);
}

const LINES: readonly Colour[] = [
  "graphite",
  "pale",
  "guide",
  "horizon",
  "new",
  "accent",
  "going",
  "wrong",
  "ruler",
  "hand",
];
const WORDS: readonly Colour[] = ["ink", "quiet"];

/** The overlay's colours on a paper of this tone: every line and word stands out against it, words have its tone about them. */
export function overlayPalette(tones: Tones = USUAL_TONES): Readonly<Record<Colour, string>> {
  const palette: Record<Colour, string> = { ...PAPER_PALETTE, sheet: tones.paper };
  for (const colour of LINES) palette[colour] = standOut(PAPER_PALETTE[colour], tones.paper, LEAST_LINE);
  for (const colour of WORDS) palette[colour] = standOut(PAPER_PALETTE[colour], tones.paper, LEAST_WORDS);
  return palette;
}
