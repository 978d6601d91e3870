import { FILM_SIZES, type FilmWish } from "#core/output/film";
import { CliError, oneOf, reasonOf } from "../arguments.ts";
import type { Command } from "../command.ts";
import { planOnCommandLine, type Written, writeFilm } from "../film.ts";
import { rateOf } from "../frame-rate.ts";
import { compute } from "../lesson-file.ts";

/** The overlay as a film, a row of pictures or one that moves. */
export const overlay: Command = async (path, { out, fps = "25", size = "recording", clock = "lesson" }) => {
  const kind = OVERLAY_ENDINGS[/\.\w+$/.exec(out ?? "")?.[0] ?? ""];
  if (!out || !kind)
    throw new CliError(`overlay needs --out FILE ending in ${Object.keys(OVERLAY_ENDINGS).join(", ")}`);
  const wish = {
    kind,
    clock: oneOf("--clock", clock, ["lesson", "recording"]),
    size: sizeOf(size),
    rate: rateOf("--fps", fps),
  };
  const { frames, pictures, bytes } = await film(path, wish, out);
  return `${frames} frames, ${pictures} of them different, ${megabytes(bytes)} written to ${out}\n`;
};

/** A picture of every step. */
export const stills: Command = async (path, { out, size = "1080" }) => {
  if (!out?.endsWith(".zip")) throw new CliError("stills needs --out FILE.zip");
  const wish = { kind: "stills", clock: "lesson", size: sizeOf(size), rate: "25" } as const;
  const { pictures, bytes } = await film(path, wish, out);
  return `${pictures} steps, ${megabytes(bytes)} written to ${out}\n`;
};

const OVERLAY_ENDINGS: Readonly<Record<string, FilmWish["kind"]>> = {
  ".mov": "overlay-mov",
  ".zip": "overlay-png",
  ".svg": "overlay-svg",
};

async function film(path: string, wish: FilmWish, out: string): Promise<Written> {
  const computed = compute(path);
  const planned = planOnCommandLine(computed, wish);
  if (!planned.ok) throw new CliError(`${path}: ${planned.finding.message}`);
  try {
    return await writeFilm(computed, planned.plan, out);
  } catch (error) {
    throw new CliError(`"${out}" cannot be written: ${reasonOf(error)}. Nothing of it is left.`, {
      cause: error,
    });
  }
}

const sizeOf = (text: string) => oneOf("--size", text, FILM_SIZES);
const megabytes = (bytes: number) => `${(bytes / 1024 ** 2).toFixed(1)} MB`;
