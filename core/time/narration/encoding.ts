/** An encoding in which a caption file is read, by its name for `TextDecoder`. */
type ReadEncoding = "utf-8" | "utf-16le" | "utf-16be";

/** How a file is written: an encoding that is read, or the name of one that is not. */
export type Encoding =
  | { readonly read: ReadEncoding; readonly name?: never }
  | { readonly read: null; readonly name: string };

const MARKS: readonly (readonly [mark: readonly number[], encoding: Encoding])[] = [
  // UTF-32's mark begins with that of UTF-16, so it is looked for first.
  [[0xff, 0xfe, 0x00, 0x00], { read: null, name: "UTF-32" }],
  [[0x00, 0x00, 0xfe, 0xff], { read: null, name: "UTF-32" }],
  [[0xff, 0xfe], { read: "utf-16le" }],
  [[0xfe, 0xff], { read: "utf-16be" }],
  [[0xef, 0xbb, 0xbf], { read: "utf-8" }],
  [[0x2b, 0x2f, 0x76], { read: null, name: "UTF-7" }],
  [[0x84, 0x31, 0x95, 0x33], { read: null, name: "GB 18030" }],
];

/** So many bytes tell whether text without a mark is UTF-16. */
const LOOKED_AT = 4096;

/** The encoding of a text file, by its mark (Unicode Standard, 23.8) or by what its bytes can be. */
export function encodingOf(bytes: Uint8Array): Encoding {
  const marked = MARKS.find(([mark]) => mark.every((byte, i) => bytes[i] === byte));
  if (marked) return marked[1];
  const some = bytes.subarray(0, LOOKED_AT);
  const zeros = some.filter((b) => b === 0).length;
  if (zeros > some.length / 8) return { read: null, name: "UTF-16 without its mark" };
  return isUtf8(bytes)
    ? { read: "utf-8" }
    : { read: null, name: "an older 8-bit encoding such as Windows-1252" };
}

/** Whether bytes are well-formed UTF-8 (Unicode Standard, table 3-7, without its finer limits of the second byte). */
function isUtf8(bytes: Uint8Array): boolean {
  for (let i = 0; i < bytes.length; ) {
    const lead = bytes[i] ?? 0;
    const more =
      lead < 0x80
        ? 0
        : lead >= 0xc2 && lead < 0xe0
          ? 1
          : lead >= 0xe0 && lead < 0xf0
            ? 2
            : lead >= 0xf0 && lead < 0xf5
              ? 3
              : -1;
    if (more < 0) return false;
    for (let k = 1; k <= more; k++) if (((bytes[i + k] ?? 0) & 0xc0) !== 0x80) return false;
    i += more + 1;
  }
  return true;
}
