/** A box of an MP4 file (ISO/IEC 14496-12, 4.2): its size, four letters, what is in it. */
export function box(letters: string, payload: Buffer | string = ""): Buffer {
  const body = Buffer.from(payload);
  const head = Buffer.alloc(8);
  head.writeUInt32BE(8 + body.length, 0);
  head.write(letters, 4, "latin1");
  return Buffer.concat([head, body]);
}

/** The smallest file with the outward form of an MP4 recording; its pictures are the words given. */
export function smallMp4(pictures: string): Buffer {
  return Buffer.concat([box("ftyp", "isom"), box("moov"), box("mdat", pictures)]);
}
