import { copyFileSync, mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import fc from "fast-check";
import { afterAll, expect, test } from "vitest";
import { whyNoRecording } from "../../server/files/recording-form.server.ts";
import { box, smallMp4 } from "./small-recordings.ts";

const folder = mkdtempSync(join(tmpdir(), "regulanda-form-"));
const path = join(folder, "take");
afterAll(() => rmSync(folder, { recursive: true }));

const why = (bytes: Buffer, type: string) => {
  writeFileSync(path, bytes);
  return whyNoRecording(path, type);
};
const TAKE = "demo/take/glasshouse-take.mp4";

/** A WebM file in its outward form: an EBML head of 3 bytes, and a segment that says its size, or (all ones) does not. */
const webm = (size: readonly number[], body: number) =>
  Buffer.concat([
    Buffer.from([0x1a, 0x45, 0xdf, 0xa3, 0x83, 1, 2, 3, 0x18, 0x53, 0x80, 0x67, ...size]),
    Buffer.alloc(body),
  ]);

/** Cuts a recording shorter and shorter; at no length it may pass for whole. */
async function cutShort(length: number, type: string): Promise<void> {
  const cuts = fc
    .sample(fc.integer({ min: 1, max: length - 1 }), { numRuns: 40, seed: 9 })
    .sort((a, b) => b - a);
  for (const at of cuts) {
    truncateSync(path, at);
    expect([at, await whyNoRecording(path, type)]).toEqual([
      at,
      expect.stringMatching(/breaks off|no index|is no/),
    ]);
  }
  truncateSync(path, 0);
  expect(await whyNoRecording(path, type)).toBe("is empty");
}

test("the demo's take, made by a program of its own, is whole; cut short anywhere it is not", async () => {
  expect(await whyNoRecording(TAKE, "video/mp4")).toBeNull();
  copyFileSync(TAKE, path);
  await cutShort(readFileSync(TAKE).length, "video/mp4");
});

test("a WebM file is as long as its segment says, in sizes of one to eight bytes, or as long as it is", async () => {
  for (const size of [[0xe4], [0x40, 100], [0x01, 0, 0, 0, 0, 0, 0, 100]]) {
    expect(await why(webm(size, 100), "video/webm")).toBeNull();
    expect(await why(webm(size, 99), "video/webm")).toMatch(/breaks off/);
    await cutShort(webm(size, 99).length, "video/webm");
  }
  // A recording that was written as it came does not know its length (RFC 8794, 6.2).
  expect(await why(webm([0x01, 255, 255, 255, 255, 255, 255, 255], 7), "video/webm")).toBeNull();
  expect(await why(webm([0xff], 7), "video/webm")).toBeNull();
});

test("what is no recording is told from one, whatever its bytes", async () => {
  for (const type of ["video/mp4", "video/webm", "video/quicktime"]) {
    expect(await why(Buffer.from("only a note about the quay"), type)).toMatch(/^is no/);
    await fc.assert(
      fc.asyncProperty(fc.uint8Array({ minLength: 1, maxLength: 64 }), async (bytes) => {
        expect(await why(Buffer.from(bytes), type)).not.toBeNull();
      }),
      { numRuns: 60 },
    );
  }
});

test("boxes of 64 bits, one that reaches to the end, and what follows a whole file are read as the format has them", async () => {
  expect(await why(smallMp4("x"), "video/mp4")).toBeNull();
  const long = Buffer.alloc(16 + 5);
  long.writeUInt32BE(1, 0);
  long.write("mdat", 4);
  long.writeBigUInt64BE(21n, 8);
  expect(await why(Buffer.concat([box("moov"), long]), "video/mp4")).toBeNull();
  const open = Buffer.concat([
    box("ftyp"),
    box("moov"),
    Buffer.from([0, 0, 0, 0]),
    Buffer.from("mdatpictures"),
  ]);
  expect(await why(open, "video/quicktime")).toBeNull();
  expect(await why(Buffer.concat([smallMp4("x"), Buffer.alloc(9)]), "video/mp4")).toBeNull();
  expect(await why(Buffer.concat([box("ftyp"), box("mdat", "x")]), "video/mp4")).toMatch(/no index/);
});
