import { invariant } from "../../ground/base/index.ts";
import type { FilmRate } from "./film-plan.ts";

/**
 * A QuickTime movie of PNG pictures: lossless, with straight alpha, of constant rate. A picture that is held is written once
 * and named again for each frame it lasts. Atoms and fields: Apple, QuickTime File Format Specification, 2001 (from memory).
 */
export interface PngMovie {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly rate: FilmRate;
}

/** Where a picture lies in the file, and for how many frames it is shown. */
export interface PngSample {
  readonly offset: number;
  readonly bytes: number;
  readonly frames: number;
}

/** The beginning of the file: its type, and the head of the pictures, whose size is filled in at the end. */
export function movieHead(): Uint8Array {
  return join([atom("ftyp", text("qt  "), u32(0x20050300), text("qt  ")), u32(1), text("mdat"), u64(0)]);
}

/** Where the size of the pictures stands in the file, and what stands there once there are so many bytes of them. */
export function movieSizeAt(pictureBytes: number): { readonly offset: number; readonly bytes: Uint8Array } {
  return { offset: movieHead().length - 8, bytes: u64(pictureBytes + 16) };
}

/** The end of the file: what is shown when. Frames of a rate that is no whole number are told by its fraction. */
export function movieTail(
  { widthPx: w, heightPx: h, rate }: PngMovie,
  samples: readonly PngSample[],
): Uint8Array {
  const frames = samples.reduce((sum, s) => sum + s.frames, 0);
  invariant(frames > 0, "a movie has at least one frame");
  const duration = frames * rate.per;
  const each = (of: (s: PngSample) => Uint8Array) =>
    join(samples.flatMap((s) => Array.from({ length: s.frames }, () => of(s))));
  const matrix = join([0x10000, 0, 0, 0, 0x10000, 0, 0, 0, 0x40000000].map(u32));
  const entry = atom(
    "png ",
    zeros(6),
    u16(1), // which data reference
    zeros(8), // version, revision, vendor
    u32(0), // temporal quality
    u32(1023), // spatial quality: lossless
    u16(w),
    u16(h),
    u32(72 << 16),
    u32(72 << 16),
    u32(0),
    u16(1), // frames in a sample
    new Uint8Array([3, ...text("PNG"), ...zeros(28)]),
    u16(32), // colours with alpha
    u16(0xffff), // no table of colours
  );
  const table = atom(
    "stbl",
    atom("stsd", u32(0), u32(1), entry),
    atom("stts", u32(0), u32(1), u32(frames), u32(rate.per)),
    atom("stsc", u32(0), u32(1), u32(1), u32(1), u32(1)),
    atom(
      "stsz",
      u32(0),
      u32(0),
      u32(frames),
      each((s) => u32(s.bytes)),
    ),
    // 64-bit places: an hour of pictures may take more than 4 GB.
    atom(
      "co64",
      u32(0),
      u32(frames),
      each((s) => u64(s.offset)),
    ),
  );
  const media = atom(
    "mdia",
    atom("mdhd", u32(0), u32(0), u32(0), u32(rate.frames), u32(duration), u16(0), u16(0)),
    atom("hdlr", u32(0), text("mhlr"), text("vide"), zeros(12), new Uint8Array([0])),
    atom(
      "minf",
      atom("vmhd", u32(1), u16(0x40), u16(0x8000), u16(0x8000), u16(0x8000)),
      atom("hdlr", u32(0), text("dhlr"), text("alis"), zeros(12), new Uint8Array([0])),
      atom("dinf", atom("dref", u32(0), u32(1), atom("alis", u32(1)))),
      table,
    ),
  );
  const track = atom(
    "trak",
    atom(
      "tkhd",
      u32(0xf), // enabled, in movie, preview and poster
      u32(0),
      u32(0),
      u32(1),
      u32(0),
      u32(duration),
      zeros(8),
      u16(0),
      u16(0),
      u16(0),
      u16(0),
      matrix,
      u32(w << 16),
      u32(h << 16),
    ),
    media,
  );
  const head = atom(
    "mvhd",
    u32(0),
    u32(0),
    u32(0),
    u32(rate.frames),
    u32(duration),
    u32(0x10000),
    u16(0x100),
    zeros(10),
    matrix,
    zeros(24),
    u32(2),
  );
  return atom("moov", head, track);
}

function atom(type: string, ...parts: readonly Uint8Array[]): Uint8Array {
  const body = join(parts);
  return join([u32(body.length + 8), text(type), body]);
}

function join(parts: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

const zeros = (count: number) => new Uint8Array(count);
const text = (letters: string) => Uint8Array.from(letters, (c) => c.charCodeAt(0));
const u16 = (n: number) => new Uint8Array([(n >>> 8) & 255, n & 255]);
const u32 = (n: number) => new Uint8Array([(n >>> 24) & 255, (n >>> 16) & 255, (n >>> 8) & 255, n & 255]);
const u64 = (n: number) => join([u32(Math.floor(n / 2 ** 32)), u32(n >>> 0 === n ? n : n % 2 ** 32)]);
