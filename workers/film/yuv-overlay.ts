import type { Patch } from "./film-painter.ts";

/** How colours are kept in a film: which weights, and whether all values are used or only those of a television signal. */
export interface YuvColours {
  readonly matrix: "bt709" | "bt601";
  readonly fullRange: boolean;
}

/** Red's and blue's part in brightness: ITU-R BT.709-6 and BT.601-7 (from memory). */
const WEIGHTS = { bt709: [0.2126, 0.0722], bt601: [0.299, 0.114] } as const;

/** Squares of the picture in which it is known whether anything lies; even. */
const TILE = 8;

/** An overlay kept in a film's own colours, to be laid over pictures that are never made into red, green and blue. */
export interface YuvOverlay {
  /** Takes over what of the overlay changed, as straight RGBA of that patch. */
  update(patch: Patch, rgba: Uint8ClampedArray): void;
  /** Lays it over a picture in three planes (I420): brightness, and two colours at half the size each way. */
  over(planes: Uint8Array): void;
}

/**
 * An overlay for pictures of this size, both even. Decoders give and encoders take brightness and colour apart: laying it over
 * in that form costs what it covers, where a canvas would turn every picture there and back, and the rest stays as filmed.
 */
export function yuvOverlay(width: number, height: number, { matrix, fullRange }: YuvColours): YuvOverlay {
  const [kr, kb] = WEIGHTS[matrix];
  const kg = 1 - kr - kb;
  const [low, scaleY, scaleC] = fullRange ? [0, 1, 1] : [16, 219 / 255, 224 / 255];
  const [half, halfHigh] = [width / 2, height / 2];
  const luma = new Uint8Array(width * height);
  const alpha = new Uint8Array(width * height);
  const blue = new Uint8Array(half * halfHigh);
  const red = new Uint8Array(half * halfHigh);
  const colourAlpha = new Uint8Array(half * halfHigh);
  const [across, down] = [Math.ceil(width / TILE), Math.ceil(height / TILE)];
  const filled = new Uint8Array(across * down);

  const update = ({ x: x0, y: y0, width: w, height: h }: Patch, rgba: Uint8ClampedArray) => {
    for (let y = 0; y < h; y += 2)
      for (let x = 0; x < w; x += 2) {
        let [a4, u4, v4] = [0, 0, 0];
        for (let k = 0; k < 4; k++) {
          const [px, py] = [x + (k & 1), y + (k >> 1)];
          const from = 4 * (py * w + px);
          const to = (y0 + py) * width + x0 + px;
          const a = rgba[from + 3] ?? 0;
          alpha[to] = a;
          if (a === 0) continue;
          const [r, g, b] = [rgba[from] ?? 0, rgba[from + 1] ?? 0, rgba[from + 2] ?? 0];
          const bright = kr * r + kg * g + kb * b;
          luma[to] = low + scaleY * bright + 0.5;
          a4 += a;
          u4 += a * ((b - bright) / (2 * (1 - kb)));
          v4 += a * ((r - bright) / (2 * (1 - kr)));
        }
        const at = ((y0 + y) / 2) * half + (x0 + x) / 2;
        colourAlpha[at] = a4 / 4 + 0.5;
        if (a4 === 0) continue;
        blue[at] = 128 + scaleC * (u4 / a4) + 0.5;
        red[at] = 128 + scaleC * (v4 / a4) + 0.5;
      }
    for (let ty = Math.floor(y0 / TILE); ty * TILE < y0 + h; ty++)
      for (let tx = Math.floor(x0 / TILE); tx * TILE < x0 + w; tx++)
        filled[ty * across + tx] = anyIn(tx, ty) ? 1 : 0;
  };

  const anyIn = (tx: number, ty: number): boolean => {
    const [right, bottom] = [Math.min(width, (tx + 1) * TILE), Math.min(height, (ty + 1) * TILE)];
    for (let y = ty * TILE; y < bottom; y++)
      for (let x = tx * TILE; x < right; x++) if (alpha[y * width + x] !== 0) return true;
    return false;
  };

  const over = (planes: Uint8Array) => {
    const blueAt = width * height;
    const redAt = blueAt + half * halfHigh;
    for (let t = 0; t < filled.length; t++) {
      if (filled[t] === 0) continue;
      const [left, top] = [(t % across) * TILE, Math.floor(t / across) * TILE];
      const [right, bottom] = [Math.min(width, left + TILE), Math.min(height, top + TILE)];
      for (let y = top; y < bottom; y++)
        for (let i = y * width + left; i < y * width + right; i++) {
          const a = alpha[i] as number;
          if (a !== 0) planes[i] = mixed(planes[i] as number, luma[i] as number, a);
        }
      for (let y = top / 2; y < bottom / 2; y++)
        for (let i = y * half + left / 2; i < y * half + right / 2; i++) {
          const a = colourAlpha[i] as number;
          if (a === 0) continue;
          planes[blueAt + i] = mixed(planes[blueAt + i] as number, blue[i] as number, a);
          planes[redAt + i] = mixed(planes[redAt + i] as number, red[i] as number, a);
        }
    }
  };
  return { update, over };
}

function mixed(under: number, over: number, alpha: number): number {
  return under + ((over - under) * alpha + 127) / 255;
}
