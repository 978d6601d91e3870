import { spawnSync } from "node:child_process";

/** What Debian's ffprobe says of the first picture stream of a file. */
export interface Probed {
  readonly codec: string;
  readonly pixels: string;
  readonly width: number;
  readonly height: number;
  /** As a fraction: "25/1". */
  readonly rate: string;
  readonly frames: number;
  readonly durationS: number;
  readonly sound: string | null;
}

function run(command: string, args: readonly string[]): Buffer {
  const { status, stdout, stderr } = spawnSync(command, args, { maxBuffer: 1024 ** 3 });
  if (status !== 0) throw new Error(`${command} ${args.join(" ")}: ${stderr}`);
  return stdout;
}

/** Reads a film with ffprobe; its frames are counted by decoding them. */
export function probe(file: string): Probed {
  const text = run(
    "ffprobe",
    `-v error -count_frames -show_streams -show_format -of json ${file}`.split(" "),
  );
  const { streams, format } = JSON.parse(text.toString()) as {
    streams: Record<string, string>[];
    format: Record<string, string>;
  };
  const video = streams.find((s) => s.codec_type === "video") ?? {};
  return {
    codec: video.codec_name ?? "",
    pixels: video.pix_fmt ?? "",
    width: Number(video.width),
    height: Number(video.height),
    rate: video.r_frame_rate ?? "",
    frames: Number(video.nb_read_frames),
    durationS: Number(format.duration),
    sound: streams.find((s) => s.codec_type === "audio")?.codec_name ?? null,
  };
}

/** The mean grey of every frame, 0 to 255. */
export function greyOfFrames(file: string): number[] {
  return [
    ...run(
      "ffmpeg",
      `-v error -i ${file} -an -fps_mode passthrough -vf scale=1:1:flags=area,format=gray -f rawvideo -`.split(
        " ",
      ),
    ),
  ];
}

const HEARD_AT = 48_000;

/** The sound of a film, one channel at 48 kHz, -1 to 1. */
export function soundOf(file: string): Float32Array {
  const bytes = run("ffmpeg", `-v error -i ${file} -vn -ac 1 -ar ${HEARD_AT} -f f32le -`.split(" "));
  return new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
}

/** When sound begins that is louder than `loud`, after so long a silence, ms. */
export function onsetsOf(sound: Float32Array, loud: number, afterMs = 200): number[] {
  const onsets: number[] = [];
  let last = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < sound.length; i++) {
    if (Math.abs(sound[i] ?? 0) < loud) continue;
    const ms = (i * 1000) / HEARD_AT;
    if (ms - last > afterMs) onsets.push(ms);
    last = ms;
  }
  return onsets;
}

/** Frames of a film as straight RGBA bytes, by their numbers, which rise. */
export function framesOf(file: string, numbers: readonly number[], decoder?: string): Uint8Array[] {
  const chosen = numbers.map((n) => `eq(n\\,${n})`).join("+");
  const args = `-v error ${decoder ? `-c:v ${decoder} ` : ""}-i ${file} -an -vf select=${chosen} -fps_mode passthrough -pix_fmt rgba -f rawvideo -`;
  const all = run("ffmpeg", args.split(" "));
  const size = all.length / numbers.length;
  return numbers.map((_, i) => all.subarray(i * size, (i + 1) * size));
}

/** Straight RGBA over a ground of one grey, as the RGB bytes that are seen. */
export function over(rgba: Uint8Array, ground: number): Uint8Array {
  const seen = new Uint8Array((rgba.length / 4) * 3);
  for (let i = 0; i < rgba.length / 4; i++) {
    const alpha = (rgba[4 * i + 3] ?? 0) / 255;
    for (let k = 0; k < 3; k++)
      seen[3 * i + k] = Math.round((rgba[4 * i + k] ?? 0) * alpha + ground * (1 - alpha));
  }
  return seen;
}

/** The mean difference of two pictures, 0 to 255. */
export function meanDifference(a: Uint8Array, b: Uint8Array): number {
  if (a.length !== b.length) throw new Error(`pictures of ${a.length} and ${b.length} bytes`);
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += Math.abs((a[i] ?? 0) - (b[i] ?? 0));
  return sum / a.length;
}
