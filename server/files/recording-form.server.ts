import { type FileHandle, open } from "node:fs/promises";

/** Why a file is no recording that can be played, in words that go on from its name; null when nothing speaks against it. */
export async function whyNoRecording(path: string, mediaType: string): Promise<string | null> {
  const file = await open(path, "r");
  try {
    const { size } = await file.stat();
    if (size === 0) return "is empty";
    return mediaType === "video/webm" ? await whyNoWebm(file, size) : await whyNoMp4(file, size);
  } finally {
    await file.close();
  }
}

/** What such a file can begin with. */
const FIRST: ReadonlySet<string> = new Set(["ftyp", "moov", "mdat", "wide", "free", "skip", "pnot"]);

/**
 * MP4 and QuickTime are boxes one after another (ISO/IEC 14496-12, 4.2: 32-bit size, four letters, and a 64-bit size where
 * the first is 1; 0 reaches to the end). A recording has a `moov` box, and every box it announces is there whole.
 */
async function whyNoMp4(file: FileHandle, size: number): Promise<string | null> {
  const seen = new Set<string>();
  let at = 0;
  while (at < size) {
    const head = await bytesAt(file, at, 16);
    const letters = head.toString("latin1", 4, 8);
    if (head.length < 8 || !/^[\w ©-]{4}$/.test(letters)) {
      // What follows a whole recording does not harm it.
      if (seen.has("moov") && seen.has("mdat")) return null;
      return seen.size === 0 ? "is no MP4 or QuickTime file" : "breaks off in the middle";
    }
    if (seen.size === 0 && !FIRST.has(letters)) return "is no MP4 or QuickTime file";
    seen.add(letters);
    const short = head.readUInt32BE(0);
    const long = short === 1 && head.length === 16 ? Number(head.readBigUInt64BE(8)) : short;
    if (long !== 0 && long < 8) return "is no MP4 or QuickTime file";
    if (long !== 0 && at + long > size) return brokenOff(at + long, size);
    at = long === 0 ? size : at + long;
  }
  return seen.has("moov") ? null : "has no index of its pictures: the recording was not ended, or breaks off";
}

/** WebM begins with an EBML head and has one segment (RFC 8794; RFC 9559, 6), which says how long it is, or that nobody knows. */
async function whyNoWebm(file: FileHandle, size: number): Promise<string | null> {
  const head = await bytesAt(file, 0, 4096);
  if (head.length < 5 || head.readUInt32BE(0) !== 0x1a45dfa3) return "is no WebM file";
  const ebml = sizeAt(head, 4);
  const segment = ebml && ebml.value !== null ? ebml.next + ebml.value : -1;
  if (!ebml || segment < 0 || segment + 4 > head.length || head.readUInt32BE(segment) !== 0x18538067)
    return "breaks off at its beginning";
  const body = sizeAt(head, segment + 4);
  if (!body) return "breaks off at its beginning";
  if (body.value === null) return null;
  return body.next + body.value > size ? brokenOff(body.next + body.value, size) : null;
}

/** A size of EBML (RFC 8794, 4): as many leading zero bits as bytes follow. All ones: not known. */
function sizeAt(bytes: Buffer, at: number): { value: number | null; next: number } | null {
  const first = bytes[at] ?? 0;
  const length = Math.clz32(first) - 23;
  if (first === 0 || at + length > bytes.length) return null;
  let value = first & (0xff >> length);
  let ones = value === 0xff >> length;
  for (let i = 1; i < length; i++) {
    const byte = bytes[at + i] ?? 0;
    value = value * 256 + byte;
    ones &&= byte === 0xff;
  }
  return { value: ones ? null : value, next: at + length };
}

function brokenOff(should: number, is: number): string {
  const mb = (bytes: number) => (bytes / 1024 ** 2).toFixed(1);
  return `breaks off: it should have at least ${mb(should)} MB and has ${mb(is)} MB`;
}

async function bytesAt(file: FileHandle, at: number, count: number): Promise<Buffer> {
  const { buffer, bytesRead } = await file.read(Buffer.alloc(count), 0, count, at);
  return buffer.subarray(0, bytesRead);
}
