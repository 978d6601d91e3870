import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

export const SAMPLES_PER_SECOND = 22_050;

/** Speaks a line with Debian's speech synthesiser; returns mono 16-bit samples. */
export function speak(line: string): Int16Array {
  const folder = mkdtempSync(join(tmpdir(), "speech-"));
  try {
    const file = join(folder, "line.wav");
    const { status, stderr } = spawnSync(
      "espeak-ng",
      ["-v", "en-gb", "-s", "148", "-p", "42", "-w", file, line],
      { encoding: "utf8" },
    );
    if (status !== 0)
      throw new Error(`espeak-ng failed: ${stderr}. Install it with: apt-get install espeak-ng`);
    const wav = readFileSync(file);
    const data = wav.indexOf("data", 12, "latin1") + 8;
    return new Int16Array(
      wav.buffer.slice(wav.byteOffset + data, wav.byteOffset + wav.length - ((wav.length - data) % 2)),
    );
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** Writes mono 16-bit samples as a WAV file. */
export function writeWav(path: string, samples: Int16Array): void {
  const head = Buffer.alloc(44);
  head.write("RIFF", 0);
  head.writeUInt32LE(36 + samples.byteLength, 4);
  head.write("WAVEfmt ", 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(SAMPLES_PER_SECOND, 24);
  head.writeUInt32LE(SAMPLES_PER_SECOND * 2, 28);
  head.writeUInt16LE(2, 32);
  head.writeUInt16LE(16, 34);
  head.write("data", 36);
  head.writeUInt32LE(samples.byteLength, 40);
  writeFileSync(
    path,
    Buffer.concat([head, Buffer.from(samples.buffer, samples.byteOffset, samples.byteLength)]),
  );
}
