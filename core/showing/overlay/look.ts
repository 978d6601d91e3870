import {
  formatHex,
  modeLrgb,
  modeRgb,
  type Rgb,
  useMode as register,
  wcagContrast,
  wcagLuminance,
} from "culori/fn";
import { type Colour, PAPER_PALETTE } from "../display/index.ts";
import type { Tones } from "./registration.ts";

/** Paper and table of an overhead shot under a lamp, where nobody has looked (common practice, no published source). */
const USUAL_TONES: Tones = { paper: "#f4efe2", table: "#6b6a68" };

/** Least contrast of lines against the paper, and of words against what they stand on (WCAG 2.2, 1.4.11 and 1.4.3). */
const LEAST_LINE = 3;
const LEAST_WORDS = 4.5;

register(modeLrgb);
const rgbOf = register(modeRgb);

const BLACK: Rgb = { mode: "rgb", r: 0, g: 0, b: 0 };
const WHITE: Rgb = { mode: "rgb", r: 1, g: 1, b: 1 };
/** A ground of this relative luminance stands as far from black as from white. */
const MID_LUMINANCE = 0.18;
const MIX_STEPS = 24;

/** A colour as near to the given one, #rrggbb, as it can be with at least this contrast (WCAG 2.2) against the ground: darker on light, lighter on dark. */
function standOut(colour: string, ground: string, least: number): string {
  const toward = wcagLuminance(ground) > MID_LUMINANCE ? BLACK : WHITE;
  const own = rgbOf(colour) ?? toward;
  for (let i = 0; i <= MIX_STEPS; i++) {
    const mixed = formatHex(mix(own, toward, i / MIX_STEPS));
    if (wcagContrast(mixed, ground) >= least) return mixed;
  }
  return formatHex(toward);
}

function mix(a: Rgb, b: Rgb, share: number): Rgb {
  const at = (channel: "r" | "g" | "b") => a[channel] + (b[channel] - a[channel]) * share;
  return { mode: "rgb", r: at("r"), g: at("g"), b: at("b") };
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
